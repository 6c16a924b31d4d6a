/**
 * The link's reports: 64 bytes each way. Byte 0 is the kind, byte 1 a sequence number that an answer repeats, the rest
 * belongs to the kind. Numbers are little-endian; times are 48-bit microseconds. docs/formats/link.md has the tables.
 */

export const REPORT_BYTES = 64;
export const LINK_VERSION = 1;
/** How many bytes of a slot one report carries. */
export const PIECE_BYTES = 54;

export const REQUEST = {
  hello: 0x01,
  slotInfo: 0x02,
  read: 0x03,
  writeBegin: 0x04,
  writePiece: 0x05,
  writeCommit: 0x06,
  select: 0x07,
  playStart: 0x10,
  finger: 0x11,
  clock: 0x12,
  letGo: 0x13,
  playStop: 0x14,
} as const;

/** An answer has the kind of its request with the top bit set. */
export const ANSWER_BIT = 0x80;
export const TRACE = 0x60;
export const PLAY_ENDED = 0x61;
/** A refusal whose reason goes on in the next report. */
export const REFUSAL_GOES_ON = 0xfe;
export const REFUSAL = 0xff;
/** How many characters of a reason one report carries. */
export const REASON_BYTES = REPORT_BYTES - 3;

export const TRACE_KIND = { edge: 1, decision: 2, pending: 3, layer: 4, wheel: 5, begin: 6 } as const;

/** In a traced decision: a deadline closed it, no key. */
export const TRACE_BY_TIME = 0xffff;

/** Writes the fields of one report, one after the other. */
export class ReportWriter {
  readonly bytes = new Uint8Array(REPORT_BYTES);
  private at = 2;

  constructor(kind: number, sequence = 0) {
    this.bytes[0] = kind;
    this.bytes[1] = sequence;
  }

  u8(value: number): this {
    this.bytes[this.at++] = value;
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
    this.bytes.set(bytes, this.at);
    this.at += bytes.length;
    return this;
  }

  /** An ASCII text to the end of the report; longer ones are cut. */
  text(value: string): this {
    for (const character of value.slice(0, REPORT_BYTES - this.at - 1))
      this.u8(character.charCodeAt(0) < 0x7f ? character.charCodeAt(0) : 0x3f);
    return this;
  }
}

/** Reads the fields of one report, one after the other. */
export class ReportReader {
  private at = 2;

  constructor(readonly bytes: Uint8Array) {}

  get kind(): number {
    return this.bytes[0] ?? 0;
  }

  get sequence(): number {
    return this.bytes[1] ?? 0;
  }

  u8(): number {
    return this.bytes[this.at++] ?? 0;
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
    const start = this.at;
    this.at += length;
    return this.bytes.slice(start, this.at);
  }

  text(): string {
    let text = '';
    for (let byte = this.u8(); byte !== 0; byte = this.u8()) text += String.fromCharCode(byte);
    return text;
  }
}
