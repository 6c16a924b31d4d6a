/** What of an image is not known anyway to who has the board: its coded sections, without frame, names and checksum. A share code carries that. */
import type { Board } from '../board';
import type { Sound } from '../check';
import { ByteReader, ByteWriter } from './bytes';
import { encodeImage } from './encode';
import { frame, sectionsOf } from './sections';
import { SECTION } from './sets';

/** The home of an image: which board it is for. */
const homeOf = ({ id, keys }: Board): { type: number; bytes: Uint8Array } => ({
  type: SECTION.board,
  bytes: new ByteWriter().text(id).count(keys.length).toBytes(),
});

/** The bare image of a sound profile: what its macros are, how much it is filled up by, and what its keys do, each with its length before it. */
export function bareImage(sound: Sound): Uint8Array {
  const image = encodeImage(sound, { withoutNames: true });
  const { byType } = sectionsOf(image);
  const of = (type: number): Uint8Array => {
    const section = byType.get(type);
    return section ? image.subarray(section.start, section.end) : new Uint8Array();
  };
  const macros = of(SECTION.macros);
  const layout = of(SECTION.layout);
  return new ByteWriter()
    .count(macros.length)
    .raw(macros)
    .count(of(SECTION.padding).length)
    .count(layout.length)
    .raw(layout)
    .toBytes();
}

/** No profile is filled up by more than that, in bytes. */
const MOST_PADDING = 1 << 18;

/**
 * The image that a bare one stands for, and how many of the bytes it took.
 * @param version the version of images that it was cut out of
 * @throws Unreadable
 */
export function imageOfBare(bytes: Uint8Array, board: Board, version: number): { image: Uint8Array; length: number } {
  const reader = new ByteReader(bytes);
  const take = (): Uint8Array => {
    const length = reader.count(bytes.length);
    const start = reader.offset;
    reader.skip(length);
    return bytes.subarray(start, start + length);
  };
  const macros = take();
  const padding = reader.count(MOST_PADDING);
  const layout = take();
  const parts = [
    homeOf(board),
    ...(macros.length > 0 ? [{ type: SECTION.macros, bytes: macros }] : []),
    ...(padding > 0 ? [{ type: SECTION.padding, bytes: new Uint8Array(padding) }] : []),
    { type: SECTION.layout, bytes: layout },
  ];
  const image = frame(parts, version);
  return { image, length: reader.offset };
}
