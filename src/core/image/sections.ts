/**
 * The frame of an image: what it begins with, its sections, and the checksum at its end. The checksum stands last, and the part that
 * changes most stands just before it, so that a changed key leaves the pages before it as they are. It is CRC-32C and not CRC-32, because of what
 * ends with its own CRC the CRC is always the same: whoever tells images apart by CRC-32 could not.
 */
import CRC32C from 'crc-32/crc32c.js';
import { badImage, ByteReader, ByteWriter } from './bytes';
import { IMAGE_VERSION, MAGIC, MAY_BE_SKIPPED, OLDEST_VERSION, SECTION } from './sets';

/** Where a section's content lies in the image. */
type Section = { start: number; end: number };
export type Sections = { version: number; byType: ReadonlyMap<number, Section>; lengthBytes: number; crc32: number };

export type Part = { type: number; bytes: Uint8Array };

/** An image of sections. @param version the one that its sections are written in */
export function frame(parts: readonly Part[], version: number = IMAGE_VERSION): Uint8Array {
  const out = new ByteWriter().raw(MAGIC).u8(version);
  for (const { type, bytes } of parts) out.u8(type).count(bytes.length).raw(bytes);
  out.u8(SECTION.end);
  return out.u32(CRC32C.buf(out.toBytes()) >>> 0).toBytes();
}

const hex = (value: number): string => value.toString(16).toUpperCase().padStart(8, '0');
const KNOWN: readonly number[] = Object.values(SECTION);

/**
 * Finds the sections of an image. `bytes` may be longer than it: what follows is not looked at.
 * @throws Unreadable when it is no image, damaged, or from another version
 */
export function sectionsOf(bytes: Uint8Array): Sections {
  const reader = new ByteReader(bytes);
  for (const [at, byte] of MAGIC.entries())
    if (reader.u8() !== byte) throw badImage(at, 'this is no image: it does not begin with UNDL');
  const version = reader.u8();
  if (version > IMAGE_VERSION || version < OLDEST_VERSION)
    throw badImage(
      4,
      version > IMAGE_VERSION
        ? `written by a newer program, as version ${version} of images; this one reads version ${IMAGE_VERSION}`
        : `version ${version} of images, which is no longer read; save the profile anew`,
    );
  const byType = new Map<number, Section>();
  let unknown: number | undefined;
  for (let type = reader.u8(); type !== SECTION.end; type = reader.u8()) {
    const at = reader.offset - 1;
    const length = reader.count();
    const start = reader.offset;
    reader.skip(length);
    if (byType.has(type)) throw badImage(at, `a second section of type ${type}`);
    if (type < MAY_BE_SKIPPED && !KNOWN.includes(type)) unknown ??= at;
    byType.set(type, { start, end: start + length });
  }
  const end = reader.offset;
  const crc32 = reader.u32();
  const found = CRC32C.buf(bytes.subarray(0, end)) >>> 0;
  if (found !== crc32) throw badImage(end, `the checksum is ${hex(found)}, not ${hex(crc32)}: the image is damaged`);
  if (unknown !== undefined) throw badImage(unknown, 'a section that only a newer program understands');
  return { version, byType, lengthBytes: end + 4, crc32 };
}

/** How long an image is, and its checksum: checked against its bytes. @throws Unreadable */
export function readHeader(bytes: Uint8Array): { version: number; lengthBytes: number; crc32: number } {
  const { lengthBytes, crc32 } = sectionsOf(bytes);
  return { version: IMAGE_VERSION, lengthBytes, crc32 };
}

/** The bytes of an image's sections, in order: what it consists of, for who asks what uses most. @throws Unreadable */
export const sizesOf = (bytes: Uint8Array): ReadonlyMap<number, number> =>
  new Map([...sectionsOf(bytes).byType].map(([type, { start, end }]) => [type, end - start]));
