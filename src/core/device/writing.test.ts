/** A slot that is being written: only what came whole, and as it was announced, is an image. */
import { expect, test } from '@jest/globals';
import CRC32 from 'crc-32';
import { PIECE_BYTES } from './linkReports';
import { Refused } from './refused';
import { Writing } from './writing';

const IMAGE = Uint8Array.from({ length: PIECE_BYTES * 2 + 5 }, (_, n) => (n * 31) & 0xff);
const PIECES = [0, PIECE_BYTES, PIECE_BYTES * 2].map((offset) => ({
  offset,
  piece: IMAGE.subarray(offset, offset + PIECE_BYTES),
}));

function written(pieces: typeof PIECES, crc32 = CRC32.buf(IMAGE) >>> 0): Uint8Array {
  const writing = new Writing(0, IMAGE.length, crc32, 0);
  for (const { offset, piece } of pieces) writing.take(offset, piece, piece.length, 1);
  return writing.whole();
}

test('pieces make the image, in any order and however often they come', () => {
  expect(written(PIECES)).toEqual(IMAGE);
  expect(written([...PIECES.toReversed(), ...PIECES])).toEqual(IMAGE);
});

test.each(PIECES.map(({ offset }) => offset))('without the piece of byte %i there is none', (missing) =>
  expect(() => written(PIECES.filter(({ offset }) => offset !== missing))).toThrow('1 pieces of 3 did not come'),
);

test('what is not what was announced is damaged', () => {
  expect(() => written(PIECES, 1)).toThrow(Refused);
  expect(() => written(PIECES, 1)).toThrow('the bytes were damaged on the way');
});
