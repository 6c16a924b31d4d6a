import { describe, expect, test } from '@jest/globals';
import { parseScoreLine } from '../../core/notation';
import {
  hitAt,
  LABELS,
  laneTop,
  nextBar,
  placesWithin,
  planScore,
  snapTo,
  tickStepUs,
  usAt,
  xOf,
  type ScoreView,
} from './scorePlan';

const PLAN = planScore(parseScoreLine('A:100 100 B:100 50 "go"/20 30 -C 20 +D 100'));
/** A millisecond is a pixel; lanes are 20 px high. */
const VIEW: ScoreView = { fromUs: 0, usPerPx: 1000, width: 900, laneHeight: 20 };
const at = (ms: number, lane: number): [number, number] => [xOf(ms * 1000, VIEW), laneTop(lane, VIEW) + 10];

describe('the plan of a score', () => {
  test('lanes by key in the order they appear, texts below', () =>
    expect(PLAN.lanes).toEqual(['A', 'B', 'C', 'D', 'types']));

  test('bars with their places: presses, what stays open, what nothing went down for, texts', () =>
    expect(
      PLAN.bars.map(({ lane, kind, fromUs, toUs, places }) => [
        lane,
        kind,
        fromUs / 1000,
        toUs === null ? null : toUs / 1000,
        places,
      ]),
    ).toEqual([
      [0, 'press', 0, 100, [0, 1]],
      [1, 'press', 200, 300, [2, 3]],
      [3, 'press', 400, null, [6]],
      [2, 'stray', 380, 380, [5]],
      [4, 'text', 350, 370, [4]],
    ]));
});

describe('what is under the pointer', () => {
  test.each<[string, [number, number], number | null, string]>([
    ['the middle of a press', at(50, 0), 0, 'whole'],
    ['its end', at(99, 0), 0, 'to'],
    ['just behind its end', at(103, 0), 0, 'to'],
    ['its beginning', at(201, 1), 200_000, 'from'],
    ['between presses', at(150, 0), null, ''],
    ['another lane', at(50, 1), null, ''],
    ['an open press has no end', at(498, 3), 400_000, 'whole'],
    ['a mark', at(382, 2), 380_000, 'whole'],
  ])('%s', (_what, [x, y], fromUs, end) => {
    const hit = hitAt(PLAN, VIEW, x, y);
    expect(hit ? [hit.bar.fromUs, hit.end] : [null, '']).toEqual([fromUs, end]);
  });

  test('a rectangle takes whatever it touches, drawn either way', () => {
    expect([...placesWithin(PLAN, 50_000, 210_000, 0, 1)]).toEqual([0, 1, 2, 3]);
    expect([...placesWithin(PLAN, 210_000, 50_000, 1, 0)]).toEqual([0, 1, 2, 3]);
    expect([...placesWithin(PLAN, 120_000, 180_000, 0, 9)]).toEqual([]);
  });
});

test('times and pixels are each other’s inverse, wherever one looks', () => {
  const far: ScoreView = { ...VIEW, fromUs: 123_000, usPerPx: 37 };
  expect(usAt(xOf(200_000, far), far)).toBeCloseTo(200_000);
  expect(xOf(123_000, far)).toBe(LABELS);
});

test('from bar to bar in time, both ways, stopping at the ends', () => {
  const from = (places: number[], step: 1 | -1) => nextBar(PLAN, new Set(places), step)?.fromUs;
  expect([from([], 1), from([], -1)]).toEqual([0, 400_000]);
  expect([from([0, 1], 1), from([2], 1), from([6], 1)]).toEqual([200_000, 350_000, 400_000]);
  expect([from([2, 3], -1), from([0], -1)]).toEqual([0, 0]);
});

test.each([
  ['onto the grid', 12_400, 5000, [], 0, 10_000],
  ['not at all', 12_400, 0, [], 0, 12_400],
  ['onto an event that is near', 12_400, 5000, [12_900], 600, 12_900],
  ['not onto one that is not', 12_400, 5000, [13_900], 600, 10_000],
])('snapping %s', (_what, us, step, others, near, snapped) => expect(snapTo(us, step, others, near)).toBe(snapped));

test.each([
  [1000, 100_000],
  [12, 1000],
  [50_000, 5_000_000],
])('at %d µs a pixel the ruler has a tick every %d µs', (usPerPx, step) => expect(tickStepUs(usPerPx)).toBe(step));
