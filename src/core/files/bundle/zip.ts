/**
 * ZIP archives from outside (PKWARE, "APPNOTE.TXT", version 6.3.10, sections 4.3 and 4.4). The package unpacks; what is unpacked, and how much of it, is decided here, from
 * the central directory, before a single byte is: a few kilobytes can stand for gigabytes, names can climb out of any folder, and one name can stand for two
 * entries, of which each program takes another.
 */
import CRC32 from 'crc-32';
import { Inflate, zipSync } from 'fflate';
import { foreign, quoted, READING_BUDGET, Unreadable } from '../../reading';

const END_OF_DIRECTORY = 0x06054b50;
const DIRECTORY_ENTRY = 0x02014b50;
const LOCAL_ENTRY = 0x04034b50;
const END_BYTES = 22;
const ENTRY_BYTES = 46;
const LOCAL_BYTES = 30;
const MOST_COMMENT = 0xffff;
const STORED = 0;
const DEFLATED = 8;
/** So many compressed bytes are unpacked at a time: they stand for half a megabyte at the most. */
const PIECE_BYTES = 512;

const bad = (reason: string): Unreadable => new Unreadable('the whole archive', reason);

/** One file of an archive. */
export type ZipEntry = { name: string; size: number; read: () => Uint8Array };

const isClimbing = (name: string): boolean =>
  /^[/\\]|^[A-Za-z]:|\\|(^|\/)\.\.?(\/|$)|\/\//.test(name) || /\p{Cc}/u.test(name);

function nameOf(bytes: Uint8Array, isUtf8: boolean): string {
  // Without the flag it is one of many old code pages; only what all of them share can be told.
  const isPlain = bytes.every((byte) => byte >= 0x20 && byte < 0x7f);
  if (!isUtf8 && !isPlain) throw bad('holds a file whose name is not written in UTF-8');
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw bad('holds a file whose name is not written in UTF-8');
  }
}
declare class TextDecoder {
  constructor(label: string, options: { fatal: boolean });
  decode(bytes: Uint8Array): string;
}

function endOf(view: DataView): number {
  const least = Math.max(0, view.byteLength - END_BYTES - MOST_COMMENT);
  for (let at = view.byteLength - END_BYTES; at >= least; at--)
    if (
      view.getUint32(at, true) === END_OF_DIRECTORY &&
      at + END_BYTES + view.getUint16(at + 20, true) === view.byteLength
    )
      return at;
  throw bad('is not a ZIP archive, or was cut short');
}

/** Unpacks no more than was said. */
function inflated(packed: Uint8Array, size: number, name: string): Uint8Array {
  const out = new Uint8Array(size);
  let length = 0;
  let isOver = false;
  const inflate = new Inflate((piece, final) => {
    if (length + piece.length > size) throw bad(`${quoted(name)} unpacks to more than it says`);
    out.set(piece, length);
    length += piece.length;
    isOver = final;
  });
  try {
    for (let at = 0; at < packed.length; at += PIECE_BYTES)
      inflate.push(packed.subarray(at, at + PIECE_BYTES), at + PIECE_BYTES >= packed.length);
  } catch (error) {
    if (error instanceof Unreadable) throw error;
    throw bad(`${quoted(name)} is damaged`);
  }
  if (!isOver || length !== size)
    throw bad(`${quoted(name)} is damaged: it unpacks to ${length} bytes and not to ${size}`);
  return out;
}

/**
 * The files of an archive, none of which is unpacked before it is read.
 * @throws Unreadable when anything about the archive is not as it should be
 */
export function readZip(bytes: Uint8Array): ZipEntry[] {
  const { bytes: mostBytes, entries: mostEntries, unpacked: mostUnpacked } = READING_BUDGET.bundle;
  if (bytes.length > mostBytes) throw bad(`is larger than ${mostBytes >> 20} MB`);
  if (bytes.length < END_BYTES) throw bad('is not a ZIP archive, or was cut short');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const end = endOf(view);
  const count = view.getUint16(end + 10, true);
  if (view.getUint16(end + 4, true) !== 0 || view.getUint16(end + 8, true) !== count) throw bad('is a part of several');
  if (count > mostEntries) throw bad(`holds ${count} files; ${mostEntries} are the most`);
  let at = view.getUint32(end + 16, true);
  if (at > end) throw bad('is not a ZIP archive that is read here: its directory lies behind its end');
  const entries: ZipEntry[] = [];
  const names = new Set<string>();
  let unpacked = 0;
  for (let n = 0; n < count; n++) {
    if (at + ENTRY_BYTES > end || view.getUint32(at, true) !== DIRECTORY_ENTRY) throw bad('has a damaged directory');
    const flags = view.getUint16(at + 8, true);
    const method = view.getUint16(at + 10, true);
    const crc = view.getUint32(at + 16, true);
    const [packedSize, size] = [view.getUint32(at + 20, true), view.getUint32(at + 24, true)];
    const nameLength = view.getUint16(at + 28, true);
    const next = at + ENTRY_BYTES + nameLength + view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
    const local = view.getUint32(at + 42, true);
    if (next > end) throw bad('has a damaged directory');
    const name = nameOf(bytes.subarray(at + ENTRY_BYTES, at + ENTRY_BYTES + nameLength), (flags & 0x800) !== 0);
    at = next;
    if (isClimbing(name)) throw bad(`holds a file whose name leads elsewhere: ${quoted(name)}`);
    // Two names that differ only in capitals are one file on many disks.
    const known = name.normalize('NFC').toLowerCase();
    if (names.has(known)) throw bad(`holds two files named ${quoted(name)}`);
    names.add(known);
    if (name.endsWith('/')) continue;
    if ((flags & 1) !== 0) throw bad(`${quoted(name)} is encrypted`);
    if (method !== STORED && method !== DEFLATED) throw bad(`${quoted(name)} is packed in a way that is not read here`);
    unpacked += size;
    if (unpacked > mostUnpacked)
      throw bad(`would unpack to more than ${mostUnpacked >> 20} MB, which no bundle does (at ${foreign(name)})`);
    if (local + LOCAL_BYTES > bytes.length || view.getUint32(local, true) !== LOCAL_ENTRY)
      throw bad('has a damaged directory');
    const from = local + LOCAL_BYTES + view.getUint16(local + 26, true) + view.getUint16(local + 28, true);
    if (from + packedSize > bytes.length) throw bad(`${quoted(name)} is cut short`);
    const packed = bytes.subarray(from, from + packedSize);
    if (method === STORED && packedSize !== size) throw bad(`${quoted(name)} is damaged`);
    entries.push({
      name,
      size,
      read: () => {
        const content = method === STORED ? packed : inflated(packed, size, name);
        if (CRC32.buf(content) >>> 0 !== crc) throw bad(`${quoted(name)} is damaged: its checksum is wrong`);
        return content;
      },
    });
  }
  return entries;
}

/** An archive of files. Two archives of the same files are the same bytes: no clock is asked. */
export const writeZip = (files: Readonly<Record<string, Uint8Array>>): Uint8Array =>
  zipSync(files, { level: 9, mtime: new Date(1980, 0, 1) });

/** Whether bytes begin as a ZIP archive does. */
export const isZip = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && (bytes[2] === 3 || bytes[2] === 5) && bytes[3] === bytes[2] + 1;
