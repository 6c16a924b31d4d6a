/**
 * Intel HEX: bytes with their addresses as lines of text, as tools for controllers read and write them (Intel, "Hexadecimal Object File Format
 * Specification", revision A, 1988). An image is written from address 0 on.
 */
import { Unreadable } from '../reading';

const DATA = 0;
const END = 1;
const SEGMENT = 2;
const START_SEGMENT = 3;
const LINEAR = 4;
const START_LINEAR = 5;
const BYTES_A_LINE = 16;
/** No keyboard's memory is larger; addresses that lie farther apart are those of something else. */
const MOST_BYTES = 1 << 20;

const hex = (byte: number): string => byte.toString(16).toUpperCase().padStart(2, '0');

function record(type: number, address: number, data: readonly number[]): string {
  const bytes = [data.length, (address >> 8) & 0xff, address & 0xff, type, ...data];
  const sum = bytes.reduce((total, byte) => total + byte, 0);
  return `:${[...bytes, -sum & 0xff].map(hex).join('')}\n`;
}

/** Bytes as Intel HEX, from address 0 on. */
export function writeIntelHex(bytes: Uint8Array): string {
  let text = '';
  for (let at = 0; at < bytes.length; at += BYTES_A_LINE) {
    if (at > 0 && at % 0x10000 === 0) text += record(LINEAR, 0, [(at >>> 24) & 0xff, (at >>> 16) & 0xff]);
    text += record(DATA, at & 0xffff, [...bytes.subarray(at, at + BYTES_A_LINE)]);
  }
  const hex = text + record(END, 0, []);
  const read = readIntelHex(hex);
  // What is handed over has been read.
  if (read.length !== bytes.length || read.some((byte, at) => byte !== bytes[at]))
    throw new Unreadable('the image', 'would be another when it is read again from Intel HEX');
  return hex;
}

/** Whether a file is Intel HEX, and not bytes as they are. */
export const isIntelHex = (bytes: Uint8Array): boolean => bytes[0] === 0x3a;

type Record = { type: number; address: number; data: Uint8Array };

function parseRecord(line: string, place: string): Record {
  if (!/^:([0-9A-F]{2}){5,}$/i.test(line)) throw new Unreadable(place, 'is no record of Intel HEX');
  const bytes = Uint8Array.from({ length: (line.length - 1) / 2 }, (_, n) =>
    parseInt(line.slice(1 + n * 2, 3 + n * 2), 16),
  );
  const [length = 0, high = 0, low = 0, type = 0] = bytes;
  if (bytes.length !== length + 5)
    throw new Unreadable(place, `says it has ${length} bytes of data, and has ${bytes.length - 5}`);
  const sum = bytes.reduce((total, byte) => total + byte, 0) & 0xff;
  if (sum !== 0) throw new Unreadable(place, 'the checksum is wrong: the line is damaged');
  return { type, address: high * 0x100 + low, data: bytes.subarray(4, -1) };
}

/**
 * The bytes in Intel HEX, from the lowest address to the highest; what lies between and is not said is FF, as in erased memory.
 * @throws Unreadable with the line and the reason
 */
export function readIntelHex(text: string): Uint8Array {
  const pieces: { at: number; data: Uint8Array; place: string }[] = [];
  let base = 0;
  let isOver = false;
  for (const [index, raw] of text.split(/\r\n|\r|\n/).entries()) {
    const line = raw.trim();
    const place = `line ${index + 1}`;
    if (line === '') continue;
    if (isOver) throw new Unreadable(place, 'comes behind the end record');
    const { type, address, data } = parseRecord(line, place);
    switch (type) {
      case DATA:
        if (data.length > 0) pieces.push({ at: base + address, data, place });
        break;
      case END:
        isOver = true;
        break;
      case SEGMENT:
      case LINEAR:
        if (data.length !== 2) throw new Unreadable(place, 'an address of two bytes is expected');
        base = ((data[0] ?? 0) * 0x100 + (data[1] ?? 0)) * (type === SEGMENT ? 0x10 : 0x10000);
        break;
      case START_SEGMENT:
      case START_LINEAR:
        break;
      default:
        throw new Unreadable(place, `a record of the unknown type ${type}`);
    }
  }
  if (!isOver) throw new Unreadable('the end', 'the end record is missing: the file is cut short');
  return joined(pieces);
}

function joined(pieces: { at: number; data: Uint8Array; place: string }[]): Uint8Array {
  const inOrder = pieces.toSorted((a, b) => a.at - b.at);
  const [first] = inOrder;
  const last = inOrder.at(-1);
  if (!first || !last) throw new Unreadable('the file', 'there is nothing in it');
  const length = last.at + last.data.length - first.at;
  if (length > MOST_BYTES) throw new Unreadable(last.place, 'lies too far from the rest');
  const bytes = new Uint8Array(length).fill(0xff);
  let end = first.at;
  for (const { at, data, place } of inOrder) {
    if (at < end) throw new Unreadable(place, 'lies where another record lies');
    bytes.set(data, at - first.at);
    end = at + data.length;
  }
  return bytes;
}
