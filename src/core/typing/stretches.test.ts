/** What settings have in common is played once: whatever the profile, the fingers and the order of the settings, each comes to what it comes to alone. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { LETTERS_AND_SIGNS } from '../../../tests/making/texts';
import { KEYS, profileOf, run, timing } from '../../../tests/making/randomRuns';
import { sketchProfile, type SketchLayers } from '../../../tests/making/sketch';
import { runs } from '../../../tests/runs';
import { mustBeSound, type Sound } from '../check';
import type { Program, Sample } from '../engine';
import { seeded } from '../hands';
import { bringHosts, type HostLayoutId } from '../hosts';
import { mergeTiming, type PartialTiming } from '../profile';
import { FIELDS, type Setting } from './grid';
import { fingersOf, Take } from './playing';
import type { Scope } from './scope';
import { Stretches } from './stretches';
import { Trial } from './sweep';
import { typed } from './typist';

beforeAll(() => bringHosts());

/** Presses that overlap, in short words with all keys up behind each; often at the same time, or as far apart as a timing says. */
const gapMs = fc.constantFrom(0, 8, 20, 30, 40, 60, 100);
const word = fc.array(fc.tuple(fc.constantFrom(...KEYS), gapMs), { minLength: 1, maxLength: 4 });
const fingers = fc
  .array(fc.tuple(word, fc.constantFrom(8, 30, 60, 300)), { minLength: 2, maxLength: 12 })
  .map((words) => {
    let tUs = 0;
    const samples: Sample[] = [];
    for (const [turns, restMs] of words) {
      const down = new Set<string>();
      const turn = (key: string, waitMs: number): void => {
        tUs += waitMs * 1000;
        const isDown = !down.delete(key);
        if (isDown) down.add(key);
        samples.push({ tUs, key, depthUm: isDown ? 4000 : 0 });
      };
      for (const [key, waitMs] of turns) turn(key, waitMs);
      for (const key of [...down]) turn(key, 20);
      tUs += restMs * 1000;
    }
    return samples;
  });
const PLAN = /\b(down|up) \d/;
const profile = fc
  .tuple(
    run,
    fc.constantFrom('Backspace', 'tap Backspace, hold A', 'tap A, hold while Nav', '='),
    fc.constantFrom<HostLayoutId>('us', 'de'),
  )
  .map(([given, line, hostLayout]) => {
    const { Base, ...others } = withoutPlans(given.layers);
    return { ...profileOf({ ...given, layers: { Base: { ...Base, J: line }, ...others } }), hostLayout };
  });

/** What engines can tell of when they are at rest. */
const withoutPlans = (given: SketchLayers): SketchLayers =>
  Object.fromEntries(
    Object.entries(given).map(([layer, keys]) => [
      layer,
      Object.fromEntries(
        Object.entries(keys).map(([key, line]) => [key, PLAN.test(line) ? 'tap B, hold Shift' : line]),
      ),
    ]),
  );
const scope: fc.Arbitrary<Scope> = fc.constantFrom<Scope>({ for: 'all' }, { for: 'keys', keys: ['KeyA', 'KeyJ'] });

const settingsOf = ({ profile: { timing: now, travel } }: Sound, timings: readonly PartialTiming[]): Setting[] =>
  timings.map((one) => ({ timing: mergeTiming(now, one), travel: travel.board }));

/** Settings that have much in common: one after the other differs in a field or two. */
const timings = fc
  .array(fc.tuple(timing, fc.subarray(FIELDS.slice(), { minLength: 1, maxLength: 2 })), { minLength: 2, maxLength: 14 })
  .map((list) =>
    list.reduce<PartialTiming[]>((found, [one, fields]) => {
      const own = Object.fromEntries(fields.map((field) => [field, one[field]]));
      return [...found, { ...(found.at(-1) ?? one), ...own }];
    }, []),
  );

describe('settings of one take', () => {
  test('come to what each comes to alone, in any order', () => {
    fc.assert(
      fc.property(profile, fingers, scope, timings, (given, samples, of, list) => {
        const sound = mustBeSound(given);
        const trial = new Trial(sound, samples, 'a line', of);
        const take = new Take(fingersOf(samples, sound.program), sound.program, sound.profile.hostLayout);
        const under = (setting: Setting): Program => trial.under(setting).program;
        const stretches = Stretches.of(take, trial.now, under, 1);
        for (const setting of settingsOf(sound, [...list, ...list])) {
          if (!stretches?.isFor(under(setting), setting)) continue;
          stretches.play(setting, () => under(setting));
          const { tokens, delays } = stretches;
          const together = [
            [...tokens.values.subarray(0, tokens.length)],
            [...delays.values.subarray(0, delays.length)],
          ];
          take.play(under(setting));
          const { arrivals, presses } = take;
          const alone = [
            [...arrivals.tokens.subarray(0, arrivals.length)],
            [...presses.delays.subarray(0, presses.length)],
          ];
          expect(together).toEqual(alone);
        }
      }),
      { numRuns: runs(40) },
    );
  });

  const homeRow = (): Sound =>
    mustBeSound(sketchProfile({ Base: { A: 'tap A, hold Shift', S: 'tap S, hold Ctrl', Backspace: 'Backspace' } }));

  test('are not cut within a µs, in which a key may go down twice', () => {
    const sound = mustBeSound(sketchProfile({ Base: {} }));
    const depths = [4000, 0, 4000, 0, 4000, 0];
    const samples = depths.map((depthUm, n) => ({ tUs: n < 3 ? 0 : n * 20_000, key: 'KeyS', depthUm }));
    const take = new Take(fingersOf(samples, sound.program), sound.program, 'us');
    take.play(sound.program);
    const alone = [take.arrivals.length, take.presses.length];
    const [now] = settingsOf(sound, [{}]);
    const stretches = Stretches.of(take, now!, () => sound.program, 1);
    stretches?.play(now!, () => sound.program);
    expect([stretches?.tokens.length, stretches?.delays.length]).toEqual(alone);
  });

  test('are not played where they decide the same', () => {
    const sound = homeRow();
    const samples = typed(LETTERS_AND_SIGNS.slice(0, 400), sound, seeded(3));
    const take = new Take(fingersOf(samples, sound.program), sound.program, 'us');
    const [now] = settingsOf(sound, [{}]);
    const stretches = Stretches.of(take, now!, () => sound.program);
    stretches?.play(now!, () => sound.program);
    const came = stretches?.tokens.values.slice(0, stretches.tokens.length);
    expect(came?.length).toBeGreaterThan(380);
    // No key is held nearly so long, and no two presses of one key are so far apart.
    const [longer] = settingsOf(sound, [{ tapGapMs: 1 }]);
    stretches?.play(longer!, () => {
      throw new Error('it was played again');
    });
    expect(stretches?.tokens.values.slice(0, stretches.tokens.length)).toEqual(came);
  });
});
