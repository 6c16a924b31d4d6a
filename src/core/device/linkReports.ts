/**
 * The link's reports: 64 bytes each way. Byte 0 is the kind, bytes 2 and 3 a sequence number that an answer repeats, bytes 4 and 5 the session,
 * the last four a CRC-32 of all before; what is between belongs to the kind. Numbers are little-endian; times are 48-bit microseconds.
 * docs/formats/link.md has the tables.
 */
import CRC32 from 'crc-32';

export const REPORT_BYTES = 64;
const FIELDS_START = 6;
const FIELDS_END = 60;
/** Versions of the link that this program speaks. */
export const LINK_VERSIONS = { least: 2, most: 2 } as const;
/** How many bytes of a slot one report carries. */
export const PIECE_BYTES = 48;

export const REQUEST = {
  hello: 0x01,
  slotInfo: 0x02,
  read: 0x03,
  writeBegin: 0x04,
  writePiece: 0x05,
  writeCommit: 0x06,
  select: 0x07,
  leave: 0x08,
  clear: 0x09,
  format: 0x0a,
  pages: 0x0b,
  writeStop: 0x0c,
  playStart: 0x10,
  finger: 0x11,
  clock: 0x12,
  letGo: 0x13,
  playStop: 0x14,
  watch: 0x15,
  hostLamps: 0x16,
  watchLamps: 0x17,
  front: 0x18,
  watchAsks: 0x19,
} as const;

/** An answer has the kind of its request with the top bit set. */
export const ANSWER_BIT = 0x80;
export const TRACE = 0x60;
export const PLAY_ENDED = 0x61;
/** Something about the keyboard has changed: the slot in use, what is stored. */
export const CHANGED = 0x62;
/** What the lamps of some keys show. */
export const LAMPS = 0x63;
/** The keyboard asks its host for something by a name. */
export const ASK = 0x64;

/** What the host wants while a program is in front: nothing, a slot, or a layer of the profile in use. */
export const FRONT = { nothing: 0, slot: 1, layer: 2 } as const;
/** The request came, and takes its time. */
export const WORKING = 0xfd;
/** A piece of the reason why not: which of how many, then text. */
export const REFUSAL = 0xff;
/** How many characters of a reason one report carries. */
export const REASON_BYTES = 50;

/** Whether the person has allowed this session to write. */
export const LEAVE = { given: 0, asked: 1, denied: 2 } as const;

export const TRACE_KIND = {
  edge: 1,
  decision: 2,
  pending: 3,
  layer: 4,
  wheel: 5,
  begin: 6,
  slot: 7,
  device: 8,
  under: 9,
  move: 10,
  ask: 11,
} as const;

/** In a traced decision: a deadline closed it, no key. */
export const TRACE_BY_TIME = 0xffff;

/** Flags of a keyboard in its hello. */
export const STATUS = { foreign: 1, unkept: 2, stopped: 4 } as const;
export const SLOT_STATES = ['empty', 'sound', 'damaged'] as const;

const crcOf = (bytes: Uint8Array): number => CRC32.buf(bytes.subarray(0, FIELDS_END)) >>> 0;

/** Whether a report came as it was sent. */
export const isIntact = (bytes: Uint8Array): boolean =>
  bytes.length === REPORT_BYTES &&
  new DataView(bytes.buffer, bytes.byteOffset).getUint32(FIELDS_END, true) === crcOf(bytes);

/** Writes the fields of one report, one after the other. */
export class ReportWriter {
  private readonly bytes = new Uint8Array(REPORT_BYTES);
  private at = FIELDS_START;

  constructor(
    readonly kind: number,
    sequence = 0,
    session = 0,
  ) {
    this.bytes[0] = kind;
    this.bytes[2] = sequence & 0xff;
    this.bytes[3] = sequence >>> 8;
    this.bytes[4] = session & 0xff;
    this.bytes[5] = session >>> 8;
  }

  u8(value: number): this {
    if (this.at < FIELDS_END) this.bytes[this.at++] = value;
    return this;
  }

  u16(value: number): this {
    return this.u8(value & 0xff).u8((value >>> 8) & 0xff);
  }

  u32(value: number): this {
    return this.u16(value & 0xffff).u16(value >>> 16);
  }

  timeUs(value: number): this {
    return this.u32((value % 2 ** 32) | 0).u16(Math.floor(value / 2 ** 32));
  }

  raw(bytes: Uint8Array): this {
    for (const byte of bytes) this.u8(byte);
    return this;
  }

  /** An ASCII text to the end of the report; longer ones are cut. */
  text(value: string): this {
    for (const character of value) this.u8(character.charCodeAt(0) < 0x7f ? character.charCodeAt(0) : 0x3f);
    return this;
  }

  /** The fields of this report behind the head of another. */
  copy(head: ReportWriter): ReportWriter {
    head.bytes.set(this.bytes.subarray(FIELDS_START, FIELDS_END), FIELDS_START);
    return head;
  }

  /** The report, with its checksum. */
  sealed(): Uint8Array {
    new DataView(this.bytes.buffer).setUint32(FIELDS_END, crcOf(this.bytes), true);
    return this.bytes;
  }
}

/** Reads the fields of one report, one after the other; behind the last there are zeros. */
export class ReportReader {
  private at = FIELDS_START;

  constructor(readonly bytes: Uint8Array) {}

  get kind(): number {
    return this.bytes[0] ?? 0;
  }

  get sequence(): number {
    return (this.bytes[2] ?? 0) + (this.bytes[3] ?? 0) * 0x100;
  }

  get session(): number {
    return (this.bytes[4] ?? 0) + (this.bytes[5] ?? 0) * 0x100;
  }

  u8(): number {
    return this.at < FIELDS_END ? (this.bytes[this.at++] ?? 0) : 0;
  }

  u16(): number {
    return this.u8() + this.u8() * 0x100;
  }

  u32(): number {
    return this.u16() + this.u16() * 0x10000;
  }

  timeUs(): number {
    return this.u32() + this.u16() * 2 ** 32;
  }

  raw(length: number): Uint8Array {
    return Uint8Array.from({ length: Math.min(length, FIELDS_END - this.at) }, () => this.u8());
  }

  text(): string {
    let text = '';
    for (let byte = this.u8(); byte !== 0; byte = this.u8()) text += String.fromCharCode(byte);
    return text;
  }
}
