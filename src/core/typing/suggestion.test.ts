/** What a sweep comes to, on outcomes made by hand. */
import { expect, test } from '@jest/globals';
import { DEFAULT_TIMING } from '../profile';
import { frontOf, kneeOf, suggestionOf } from './suggestion';
import type { Swept, Tried } from './sweep';

const GRID = { holdAfterMs: [150, 200, 250, 300], tapGapMs: [100, 120] };
const now: Tried = {
  timing: { ...DEFAULT_TIMING, holdAfterMs: 200, tapGapMs: 120 },
  travel: { mode: 'fixed', pointUm: 1500 },
  misfires: 60,
  delayMeanUs: 40_000,
  delay95Us: 90_000,
};
/** Outcomes in the order of the grid, as `misfires@mean delay in ms`. */
function sweptOf(outcomes: string, most = 1000): Swept {
  const rows = outcomes.split(' ').map((one) => one.split('@').map(Number));
  return {
    misfires: Int32Array.from(rows, ([misfires = 0]) => misfires),
    delayMeanUs: Float64Array.from(rows, ([, delayMs = 0]) => delayMs * 1000),
    delay95Us: Float64Array.from(rows, ([, delayMs = 0]) => delayMs * 2000),
    most,
  };
}
const named = ({ timing: { holdAfterMs, tapGapMs }, misfires }: Tried): string =>
  `${holdAfterMs}/${tapGapMs}: ${misfires}`;

test.each([
  ['the quickest within 5 % of the fewest misfires', '43@10 42@20 40@30 50@5 60@1 60@1 60@1 60@1', '200/100: 42'],
  ['of those that are as quick, the one with fewer', '42@20 41@20 40@30 50@5 60@1 60@1 60@1 60@1', '200/100: 41'],
  ['of equal ones, the nearest to what is set now', '40@20 40@20 40@20 40@20 40@20 40@20 40@20 40@20', '200/120: 40'],
  ['what is set now, when nothing is better', '80@60 80@60 80@60 80@60 80@60 80@60 80@60 80@60', '200/120: 60'],
])('the suggestion is %s', (_rule, outcomes, suggested) => {
  expect(named(suggestionOf(sweptOf(outcomes), GRID, now))).toBe(suggested);
});

test('on the front is what no other beats in both; what was counted to the end no more is none of it', () => {
  const swept = sweptOf('90@5 90@6 70@10 30@50 30@60 20@80 15@90 2000@1');
  const front = frontOf(swept, GRID, now);
  expect(front.map(named)).toEqual([
    '150/100: 90',
    '250/100: 70',
    '200/120: 60',
    '300/100: 30',
    '200/120: 20',
    '250/120: 15',
  ]);
  expect(named(kneeOf(front)!)).toBe('300/100: 30');
  expect(kneeOf([])).toBeUndefined();
});
