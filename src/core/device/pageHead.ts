/**
 * The head of a page: what makes a save true. It is written after everything it speaks of, and names all pages of its place; of all heads of a
 * place the one with the highest number counts. So a save counts from one word on, at once and whole. Pages that it
 * only names need no head of their own.
 */
import CRC32 from 'crc-32';

export const HEAD_BYTES = 32;
/** The most pages of one place, and of a memory. */
export const MOST_PAGES_OF_PLACE = 4;
export const MOST_PAGES = 32;
/** "UL" in ASCII. */
const MAGIC = 0x4c55;

export type PageHead = {
  place: number;
  /** Counts all saves of this memory. */
  number: number;
  lengthBytes: number;
  crc32: number;
  pages: readonly number[];
  /** The slot in use when this was written. */
  selected: number;
  /** A bit for each page that no longer erases clean. */
  retired: number;
};

const viewOf = (bytes: Uint8Array): DataView => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
const checksumOf = (bytes: Uint8Array): number => CRC32.buf(bytes.subarray(0, 28)) >>> 0;

export function writeHead({ place, number, lengthBytes, crc32, pages, selected, retired }: PageHead): Uint8Array {
  const bytes = new Uint8Array(HEAD_BYTES).fill(0xff);
  const view = viewOf(bytes);
  view.setUint16(0, MAGIC, true);
  view.setUint8(2, place);
  view.setUint8(3, pages.length);
  view.setUint32(4, number, true);
  view.setUint32(8, lengthBytes, true);
  view.setUint32(12, crc32, true);
  pages.forEach((page, n) => view.setUint8(16 + n, page));
  view.setUint8(20, selected);
  view.setUint32(24, retired, true);
  view.setUint32(28, checksumOf(bytes), true);
  return bytes;
}

/** The head of a page; undefined when it has none, or only a part of one. */
export function readHead(page: Uint8Array): PageHead | undefined {
  const bytes = page.subarray(0, HEAD_BYTES);
  const view = viewOf(bytes);
  const count = view.getUint8(3);
  if (view.getUint16(0, true) !== MAGIC || count > MOST_PAGES_OF_PLACE) return undefined;
  if (view.getUint32(28, true) !== checksumOf(bytes)) return undefined;
  return {
    place: view.getUint8(2),
    number: view.getUint32(4, true),
    lengthBytes: view.getUint32(8, true),
    crc32: view.getUint32(12, true),
    pages: [...bytes.subarray(16, 16 + count)],
    selected: view.getUint8(20),
    retired: view.getUint32(24, true),
  };
}

/** Whether what stands where a head would is blank, or may be the beginning of one: programming only clears bits. */
export const mayBecomeHead = (page: Uint8Array): boolean => (viewOf(page).getUint16(0, true) & MAGIC) === MAGIC;
