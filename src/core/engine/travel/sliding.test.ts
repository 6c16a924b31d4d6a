/** The short ways past samples that change nothing lead where the long one does: every event, whatever the finger does. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { sketchProfile } from '../../../../tests/making/sketch';
import { runs } from '../../../../tests/runs';
import type { Actuation } from '../../profile';
import { compile } from '../compile';
import { PRESS, RELEASE, StrokeEvent } from '../events';
import { Actuations } from './actuation';
import { CountedDepths } from './countedDepth';
import { Travel } from './travel';

const um = fc.integer({ min: 0, max: 4000 });
const actuation: fc.Arbitrary<Actuation> = fc.oneof(
  fc.integer({ min: 100, max: 3900 }).map((pointUm): Actuation => ({ mode: 'fixed', pointUm })),
  fc
    .tuple(
      fc.integer({ min: 100, max: 3900 }),
      fc.integer({ min: 50, max: 800 }),
      fc.integer({ min: 50, max: 800 }),
      fc.constantFrom('point' as const, 'top' as const),
    )
    .map(([pointUm, pressUm, releaseUm, reset]): Actuation => ({
      mode: 'reversal',
      pointUm,
      pressUm,
      releaseUm,
      reset,
    })),
);
/** A finger that jumps, creeps and trembles. */
const walk = fc
  .array(fc.tuple(um, fc.integer({ min: -60, max: 60 }), fc.integer({ min: 0, max: 30 })), { maxLength: 30 })
  .map((legs) =>
    legs.flatMap(([from, step, count]) =>
      Array.from({ length: count + 1 }, (_, n) => Math.max(0, Math.min(4000, from + step * n))),
    ),
  );
const LINES = ['A', 'down 0.7 to up 0.7 mm: Right, down 2.5 to up 2.4 mm: Shift, down 3.7 mm: Up', 'up 1.2 mm: X'];

test('samples that are passed over change nothing, and all others are seen', () => {
  fc.assert(
    fc.property(actuation, fc.constantFrom(...LINES), walk, (setting, line, depths) => {
      const program = compile(sketchProfile({ Base: { A: line } }, {}, { travel: { board: setting, keys: {} } }));
      const key = program.keyIndex.get('KeyA') ?? 0;
      const travel = new Travel(program);
      const [switches, counted] = [new Actuations(program), new CountedDepths(program)];
      const event = new StrokeEvent();
      for (const [n, depth] of depths.entries()) {
        let what = switches.sample(key, depth);
        if (program.planDepths[key]) what |= counted.sample(key, depth);
        let got = 0;
        if (!travel.isQuiet(key, depth)) {
          if (travel.isSimple(key)) got = travel.goesDown(key, depth) ? PRESS : RELEASE;
          else if (!travel.slides(key, depth) && travel.sample(key, depth, event)) got = event.what;
        }
        expect({ n, depth, what: got }).toEqual({ n, depth, what });
        if (what !== 0 && program.planDepths[key])
          expect([event.fromUm, event.toUm]).toEqual([counted.fromUm, counted.toUm]);
        expect(travel.isDown(key)).toBe(switches.isDown(key));
        if (setting.mode === 'reversal') expect(travel.stateOf(key)).toEqual(switches.stateOf(key));
      }
    }),
    { numRuns: runs(100) },
  );
});
