/** Images that a keyboard must take, and others that it must refuse. */
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../demo';
import { hexOf } from '../../src/cli/conform/cases';
import { HARROW_64 } from '../../src/core/board';
import { mustBeSound } from '../../src/core/check';
import { encodeImage } from '../../src/core/image';
import { frame, sectionsOf } from '../../src/core/image/sections';
import { SECTION } from '../../src/core/image/sets';
import { macroFromLines } from '../../src/core/macro';
import { plainProfile } from '../../src/core/profile';

const image = encodeImage(mustBeSound(SHOW_DESK));
const parts = [...sectionsOf(image).byType].map(([type, { start, end }]) => ({ type, bytes: image.slice(start, end) }));
const changed = (change: (bytes: Uint8Array) => void): Uint8Array => {
  const bytes = image.slice();
  change(bytes);
  return bytes;
};
const IMAGES: [name: string, bytes: Uint8Array, isTaken: boolean][] = [
  ['the show desk', image, true],
  ['the show desk without names', encodeImage(mustBeSound(SHOW_DESK), { withoutNames: true }), true],
  ['a section that may be skipped', frame([...parts, { type: 0x90, bytes: Uint8Array.of(1, 2, 3) }]), true],
  ['bytes behind the end', Uint8Array.from([...image, 1, 2, 3]), true],
  ['for another board, the Twill', encodeImage(mustBeSound(PROMPT_BOOK)), false],
  ['for another board, the Bobbin', encodeImage(mustBeSound(SOUND_PAD)), false],
  ['no image', Uint8Array.from({ length: 40 }, (_, n) => n), false],
  ['cut short', image.slice(0, image.length - 9), false],
  ['a bit turned', changed((bytes) => void (bytes[200] = (bytes[200] ?? 0) ^ 8)), false],
  ['a newer version', changed((bytes) => void (bytes[4] = 9)), false],
  ['a section that may not be skipped', frame([...parts, { type: 0x10, bytes: Uint8Array.of(1) }]), false],
  ['without a layout', frame(parts.filter(({ type }) => type !== SECTION.layout)), false],
  [
    'a layout that is all ones',
    frame(parts.map((part) => (part.type === SECTION.layout ? { ...part, bytes: part.bytes.map(() => 0xff) } : part))),
    false,
  ],
];

/** Eight macros of 250 events that are the same: a few bytes that stand for 2000 things, with a section of zeros so that they may. */
const full = encodeImage(
  mustBeSound({
    ...plainProfile(HARROW_64, 'full', 'Full'),
    macros: Array.from({ length: 8 }, (_, n) => ({
      ...macroFromLines({ press: Array.from({ length: 125 }, () => 'A:1 1').join(' ') }),
      id: `m${n}`,
    })),
  }),
  { withoutNames: true },
);
const withZeros = (bytes: Uint8Array, change: number): Uint8Array =>
  frame(
    [...sectionsOf(bytes).byType].map(([type, { start, end }]) => ({
      type,
      bytes: type === SECTION.padding ? new Uint8Array(end - start + change) : bytes.slice(start, end),
    })),
  );
IMAGES.push(
  ['as much as its bytes may stand for', full, true],
  ['some bytes too few for what it stands for', withZeros(full, -8), false],
);

export const imageCases = IMAGES.map(([name, bytes, isTaken]) => ({ name, image: hexOf(bytes), isTaken }));
