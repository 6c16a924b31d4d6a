import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../../tests/runs';
import type { Actuation } from '../../profile';
import { compile } from '../compile';
import { PRESS, StrokeEvent } from '../events';
import { sketchProfile } from '../../../../tests/making/sketch';
import { Travel } from './travel';

/** The edges a curve of depths (in µm) makes: `-` none, `D` down, `U` up; one sign a sample. */
function edges(actuation: Actuation, depths: number[]): string {
  const program = compile(sketchProfile({ Base: {} }, {}, { travel: { board: actuation, keys: {} } }));
  const travel = new Travel(program);
  const event = new StrokeEvent();
  return depths
    .map((depth) => {
      if (travel.isQuiet(0, depth) || !travel.sample(0, depth, event)) return '-';
      return event.what === PRESS ? 'D' : 'U';
    })
    .join('');
}

const reversal = (reset: 'point' | 'top'): Actuation => ({
  mode: 'reversal',
  pointUm: 500,
  pressUm: 150,
  releaseUm: 250,
  reset,
});

const CASES: [string, Actuation, number[], string][] = [
  [
    'fixed: down at the point, up above point - 100',
    { mode: 'fixed', pointUm: 1500 },
    [1499, 1500, 1400, 1399, 1450, 1500],
    '-D-U-D',
  ],
  ['fixed: a shallow point lets go half way up', { mode: 'fixed', pointUm: 120 }, [119, 120, 60, 59], '-D-U'],
  [
    'fixed: a release point of its own',
    { mode: 'fixed', pointUm: 1500, releaseUm: 1000 },
    [1500, 1001, 1000, 999],
    'D--U',
  ],
  [
    'reversal: any point beyond the first fires, a lift lets go, a press fires again',
    reversal('point'),
    [499, 500, 2000, 1751, 1750, 1600, 1749, 1750],
    '-D--U--D',
  ],
  ['reversal: leaving the zone while down is an up edge', reversal('point'), [600, 400, 399], 'D-U'],
  ['reversal: outside the zone only the point fires', reversal('point'), [600, 350, 300, 499, 500], 'DU--D'],
  [
    'reversal to the top: the zone reaches up to rest',
    reversal('top'),
    [600, 300, 100, 250, 90, 49, 199, 500],
    'DU-D-U-D',
  ],
];

/** The rules as they are written, one line a sentence, to hold the stage against on curves nobody drew. */
function asWritten(actuation: Actuation, depths: number[]): string {
  const slack = Math.min(100, Math.floor(actuation.pointUm / 2));
  let isDown = false;
  let inZone = false;
  let peak = 0;
  let valley = 0;
  return depths
    .map((depth) => {
      const before = isDown;
      if (actuation.mode === 'fixed') {
        if (!isDown && depth >= actuation.pointUm) isDown = true;
        else if (isDown && depth < (actuation.releaseUm ?? actuation.pointUm - slack)) isDown = false;
      } else if (!inZone) {
        if (depth >= actuation.pointUm) {
          inZone = isDown = true;
          peak = depth;
        }
      } else if (depth < (actuation.reset === 'top' ? 50 : actuation.pointUm - slack)) {
        inZone = isDown = false;
      } else if (isDown) {
        peak = Math.max(peak, depth);
        if (depth <= peak - actuation.releaseUm) {
          isDown = false;
          valley = depth;
        }
      } else {
        valley = Math.min(valley, depth);
        if (depth >= valley + actuation.pressUm) {
          isDown = true;
          peak = depth;
        }
      }
      return before === isDown ? '-' : isDown ? 'D' : 'U';
    })
    .join('');
}

const depth = fc.integer({ min: 0, max: 4000 });
const setting: fc.Arbitrary<Actuation> = fc.oneof(
  fc.integer({ min: 100, max: 4000 }).map((pointUm): Actuation => ({ mode: 'fixed', pointUm })),
  fc
    .tuple(fc.integer({ min: 100, max: 4000 }), fc.double({ min: 0, max: 1, noNaN: true }))
    .map(([pointUm, part]): Actuation => ({
      mode: 'fixed',
      pointUm,
      releaseUm: Math.round(50 + part * (pointUm - 50)),
    })),
  fc.record({
    mode: fc.constant('reversal' as const),
    pointUm: fc.integer({ min: 100, max: 4000 }),
    pressUm: fc.integer({ min: 50, max: 800 }),
    releaseUm: fc.integer({ min: 50, max: 800 }),
    reset: fc.constantFrom<'point' | 'top'>('point', 'top'),
  }),
);
/** A finger that wanders: jumps, small trembling, and rests. */
const curve = fc
  .array(
    fc.oneof(
      depth.map((to) => ({ to })),
      fc.integer({ min: -300, max: 300 }).map((by) => ({ by })),
      fc.constant({ to: 0 }),
    ),
    { minLength: 1, maxLength: 80 },
  )
  .map((moves) => {
    let at = 0;
    return moves.map((move) => (at = Math.min(4000, Math.max(0, 'to' in move ? move.to : at + move.by))));
  });

describe('promises of actuation, on any curve', () => {
  test('edges are those of the rules', () =>
    fc.assert(
      fc.property(setting, curve, (actuation, depths) =>
        expect(edges(actuation, depths)).toBe(asWritten(actuation, depths)),
      ),
      { numRuns: runs(200) },
    ));

  test('downs and ups take turns, and a key at rest is up', () =>
    fc.assert(
      fc.property(setting, curve, (actuation, depths) => {
        const made = edges(actuation, [...depths, 0]).replaceAll('-', '');
        expect(made).toMatch(/^(DU)*$/);
      }),
      { numRuns: runs(200) },
    ));

  test('a finger that trembles less than it takes makes one press of one press', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -100, max: 100 }), { maxLength: 60 }), (tremor) => {
        const depths = [600, 2000, ...tremor.map((by) => 2000 + by), 300, 0];
        expect(edges(reversal('point'), depths).replaceAll('-', '')).toBe('DU');
      }),
    ));

  test('a slow finger and a fast one make the same edges', () =>
    fc.assert(
      fc.property(setting, fc.array(depth, { minLength: 1, maxLength: 12 }), (actuation, turns) => {
        const along = (stepUm: number): string => {
          const depths: number[] = [];
          let at = 0;
          for (const turn of [...turns, 0]) {
            while (at !== turn) depths.push((at += Math.sign(turn - at) * Math.min(stepUm, Math.abs(turn - at))));
          }
          return edges(actuation, depths).replaceAll('-', '');
        };
        expect(along(10)).toBe(along(1));
      }),
      { numRuns: runs(30) },
    ));
});

describe('actuation', () => {
  test.each(CASES)('%s', (_rule, actuation, depths, expected) => expect(edges(actuation, depths)).toBe(expected));
});

test('a key with a stroke plan is pressed at its point, and not beyond it', () => {
  const program = compile(
    sketchProfile(
      { Base: { A: 'down 0.6 to up 0.5 mm: B' } },
      {},
      { travel: { board: { mode: 'fixed', pointUm: 1500 }, keys: {} } },
    ),
  );
  const key = program.keyIndex.get('KeyA') ?? 0;
  const travel = new Travel(program);
  const event = new StrokeEvent();
  const isPressed = [1499, 1500].map((depth) => travel.sample(key, depth, event) && (event.what & PRESS) !== 0);
  expect(isPressed).toEqual([false, true]);
});
