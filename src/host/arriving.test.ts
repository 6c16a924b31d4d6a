/** What has arrived at a computer, by its own clock. */
import { expect, test } from '@jest/globals';
import { Arriving } from './arriving';

const edge = (t: number, code: string, isDown = true) => ({
  t,
  edge: isDown ? ('down' as const) : ('up' as const),
  code,
});
/** The keyboard's clock is 40 ms behind this program's, the computer's 7000 ms ahead. */
const arriving = (): Arriving => new Arriving((ms) => (ms - 40) * 1000);

test('an edge waits until the computer tells of it, and has the time that the computer says', () => {
  const one = arriving();
  one.send(edge(100_000, 'KeyA'), 'k38', 152);
  expect(one.take(160, 10)).toEqual([]);
  // It was there at 153, and told a ms later; the next is told 9 ms later, and was as quick.
  one.came('k38', true, 7153, 154);
  one.send(edge(130_000, 'KeyA', false), 'k38', 182);
  one.came('k38', false, 7183, 192);
  expect(one.take(193, 10)).toEqual([
    { t: 100_000, atUs: 114_000, code: 'KeyA', isDown: true },
    { t: 130_000, atUs: 144_000, code: 'KeyA', isDown: false },
  ]);
  expect(one.take(194, 10)).toEqual([]);
});

test('what a computer has no key for, and what does not come within a second, never came', () => {
  const one = arriving();
  one.send(edge(1000, 'F24'), undefined, 50);
  one.send(edge(2000, 'KeyA'), 'k38', 51);
  one.send(edge(3000, 'KeyB'), 'k56', 52);
  one.came('k56', true, 60, 60);
  expect(one.take(61, 10)).toEqual([{ t: 1000, atUs: null, code: 'F24', isDown: true }]);
  // What was sent later stays behind what is still open.
  expect(one.take(1100, 10).map(({ code, atUs }) => [code, atUs])).toEqual([
    ['KeyA', null],
    ['KeyB', 20_000],
  ]);
});

test('what this program has not sent is nobody’s business', () => {
  const one = arriving();
  one.came('k38', true, 7100, 100);
  one.came('b1', true, 7101, 101);
  expect(one.take(5000, 10)).toEqual([]);
});

test('the same key twice in a moment is told in the order in which it was sent, and no more than asked for at once', () => {
  const one = arriving();
  for (let n = 0; n < 4; n++) one.send(edge(n * 1000, 'KeyA', n % 2 === 0), 'k38', n);
  for (let n = 0; n < 4; n++) one.came('k38', n % 2 === 0, 100 + n, 100 + n);
  expect(one.take(200, 3).map(({ t }) => t)).toEqual([0, 1000, 2000]);
  expect(one.take(200, 3).map(({ t }) => t)).toEqual([3000]);
});
