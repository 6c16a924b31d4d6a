/** Free writing: a correction says what was meant. */
import { beforeAll, expect, test } from '@jest/globals';
import { fingers, sketchProfile } from '../../../tests/making/sketch';
import { mustBeSound } from '../check';
import { bringHosts } from '../hosts';
import { corrected } from './corrected';
import { lookAt } from './slips';

beforeAll(() => bringHosts());

const sound = mustBeSound(sketchProfile({ Base: { A: 'tap A, hold Ctrl' } }));
/** Taps one after the other, 100 ms apart; `<` is Backspace. */
const taps = (text: string, from = 0): string =>
  [...text]
    .map((one, n) => {
      const key = one === '<' ? 'Backspace' : one.toUpperCase();
      return `+${key} ${from + n * 100}, -${key} ${from + n * 100 + 40}`;
    })
    .join(', ');

test.each([
  ['sbg', 'sbg', 'sbg'],
  ['sg<bd', 'sbd', 'sgd'],
  ['sgh<<bdk', 'sbdk', 'sghk'],
  ['sg<', 's', 'sg'],
  ['sg<<b', 'b', 'sg'],
  ['s<<<b', 'b', 's'],
])('%p: %p was meant, and %p pressed', (typed, meant, pressed) => {
  const made = corrected(sound, fingers(taps(typed)));
  expect(made.meant.join('')).toBe(meant);
  expect(lookAt(sound, made.samples, meant).came.join('')).toBe(pressed);
});

test('a roll that became a shortcut, taken back and typed again, is a roll whose letters were meant', () => {
  const hand = `${taps('d')}, +A 300, +K 350, -K 400, -A 440, ${taps('<ak', 1000)}, ${taps('g', 2000)}`;
  const made = corrected(sound, fingers(hand));
  const looked = lookAt(sound, made.samples, made.meant.join(''));
  // One mark was taken back, one character replaces it; what was typed besides goes on.
  expect(made.meant.join('')).toBe('dakg');
  expect(looked.slips[0]).toMatchObject({ kind: 'held', press: { key: 'KeyA' } });
});

test('the time of a correction is cut out, and the places are those of the text at the end', () => {
  const made = corrected(sound, fingers(taps('sg<bd')));
  expect(made.places).toEqual([0, 1, 2]);
  expect(made.samples.map(({ tUs }) => tUs / 1000)).toEqual([0, 40, 100, 140, 200, 240]);
});
