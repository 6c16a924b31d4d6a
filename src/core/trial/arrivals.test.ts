/** What arrived at a computer, beside what was sent. */
import { beforeAll, expect, test } from '@jest/globals';
import { bringHosts, hostLayout, HostText } from '../hosts';
import { Arrivals } from './arrivals';

beforeAll(() => bringHosts());

const typed = (arrivals: Arrivals, codes: readonly string[], lateUs = 13_000): void =>
  codes.forEach((code, n) =>
    [true, false].forEach((isDown) => {
      const t = n * 100_000 + (isDown ? 0 : 50_000);
      arrivals.take({ t, atUs: t + lateUs + n * 100, code, isDown }, 1_000_000);
    }),
  );

test('it stands in the time of the trial, as late as it came', () => {
  const arrivals = new Arrivals();
  typed(arrivals, ['KeyA', 'KeyB']);
  expect(arrivals.bars).toEqual([
    { name: 'KeyA', fromUs: 1_013_000, toUs: 1_063_000 },
    { name: 'KeyB', fromUs: 1_113_100, toUs: 1_163_100 },
  ]);
  expect([arrivals.count, arrivals.lateUs]).toEqual([4, { least: 13_000, most: 13_100 }]);
});

test('it reads as the layout of the computer makes it, which is another than the profile’s', () => {
  const arrivals = new Arrivals();
  arrivals.readAs(new HostText(hostLayout('us')));
  typed(arrivals, ['KeyY', 'KeyZ']);
  arrivals.readAs(new HostText(hostLayout('de')));
  typed(arrivals, ['KeyY', 'KeyZ']);
  expect(arrivals.pieces.map(({ text }) => text).join('')).toBe('yzzy');
  arrivals.clearText();
  expect(arrivals.pieces).toEqual([]);
});

test('what never came is named, and is no bar', () => {
  const arrivals = new Arrivals();
  arrivals.take({ t: 5000, atUs: null, code: 'F24', isDown: true }, 100);
  expect(arrivals.missing).toEqual([{ tUs: 5100, code: 'F24', isDown: true }]);
  expect([arrivals.bars, arrivals.count]).toEqual([[], 0]);
});

test('what is held is kept, what ended long ago is dropped; what was lost stays counted', () => {
  const arrivals = new Arrivals();
  typed(arrivals, ['KeyA']);
  arrivals.take({ t: 200_000, atUs: 213_000, code: 'ShiftLeft', isDown: true }, 1_000_000);
  arrivals.take({ t: 10, atUs: null, code: 'F24', isDown: true }, 0);
  arrivals.forget(2_000_000);
  expect(arrivals.bars.map(({ name }) => name)).toEqual(['ShiftLeft']);
  expect([arrivals.missing, arrivals.lost]).toEqual([[], 1]);
});
