/**
 * What the engine promises, whatever the profile and whatever the fingers do. A run that breaks a promise prints the
 * profile's lines, its timing and a strokes file, so that `cli replay` shows it again; fast-check prints the seed.
 */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../tests/runs';
import { HARROW_64 } from '../board';
import { writeStrokes } from '../files';
import { mustBeSound } from '../check';
import { decodeImage, encodeImage } from '../image';
import type { Joint, Macro } from '../profile';
import { Engine } from './engine';
import { isDecisionLine, isEdgeLine, outcomeLines, traceLines, type OutcomeLine } from './out';
import { compile, type Program } from './compile';
import { replay } from './replay';
import type { Sample } from './sample';
import { sketchProfile, type SketchLayers } from '../../../tests/making/sketch';
import {
  chord,
  KEYS,
  LATCHED,
  LEFT,
  layers,
  timing,
  hand,
  travel,
  joints,
  lampLayers,
  type Run,
  run,
  profileOf,
  way,
} from '../../../tests/making/randomRuns';

const RUNS = runs(70);

/** Checks a promise on thousands of runs; a broken one comes with what is needed to see it again. */
function always(promise: (given: Run, program: Program) => void): void {
  fc.assert(
    fc.property(run, (given) => {
      try {
        promise(given, compile(profileOf(given)));
      } catch (error) {
        const again = `${JSON.stringify(profileOf(given))}\n${writeStrokes(given.samples)}`;
        throw new Error(`${error instanceof Error ? error.message : String(error)}\nto see it again:\n${again}`, {
          cause: error,
        });
      }
    }),
    { numRuns: RUNS },
  );
}

/** Whether nothing that a profile does outlasts its keys by more than some seconds: no latch, nothing that waits for the next key. */
const LASTING = /once|capitals|latch|flip|go |M[01]|move|turn/;
const passing: fc.Arbitrary<SketchLayers> = layers.map((made) =>
  Object.fromEntries(
    Object.entries(made).map(([name, lines]) => [
      name,
      Object.fromEntries(Object.entries(lines).filter(([, text]) => !LASTING.test(text))),
    ]),
  ),
);

const edgesOf = (lines: readonly OutcomeLine[]) => lines.filter(isEdgeLine);

describe('promises', () => {
  test('everything released and ten seconds gone by, nothing is down but latches and what macros leave or go on with', () => {
    always(({ samples }, program) => {
      const down = new Set<string>();
      for (const { edge, code } of edgesOf(replay(program, samples))) {
        if (edge === 'down') down.add(code);
        else down.delete(code);
      }
      expect([...down].filter((code) => ![...LATCHED, ...LEFT].includes(code))).toEqual([]);
    });
  });

  test('ups match downs, and times never go back', () => {
    always(({ samples }, program) => {
      const down = new Set<string>();
      let earlier = 0;
      for (const line of replay(program, samples, { why: true })) {
        expect(line.t).toBeGreaterThanOrEqual(earlier);
        earlier = line.t;
        if (!isEdgeLine(line)) continue;
        expect([line, down.has(line.code)]).toEqual([line, line.edge === 'up']);
        if (line.edge === 'down') down.add(line.code);
        else down.delete(line.code);
      }
    });
  });

  test('who listens, and joint presses of keys that nobody touches, change nothing', () => {
    always((given, program) => {
      const { samples } = given;
      const profile = profileOf(given);
      const edges = edgesOf(replay(program, samples));
      const heard: OutcomeLine[] = [];
      const engine = new Engine(
        program,
        traceLines(program, (line) => 'edge' in line && heard.push(line)),
      );
      for (const sample of samples) engine.take(sample);
      for (let n = 0; n < 100; n++) engine.advance(engine.nowUs + 100_000);
      expect(heard).toEqual(edges);
      const untouched = HARROW_64.keys.filter(({ id }) => !samples.some(({ key }) => key === id)).slice(-2);
      const idle: Joint = {
        id: 'idle',
        keys: untouched.map(({ id }) => id),
        withinMs: 40,
        action: { do: 'keys', codes: ['F24'] },
      };
      expect(edgesOf(replay(compile({ ...profile, joints: [...profile.joints, idle] }), samples))).toEqual(edges);
    });
  });

  test('cutting the input into calls, with time let pass between them, changes nothing', () => {
    always(({ samples }, program) => {
      const lines: OutcomeLine[] = [];
      const engine = new Engine(
        program,
        outcomeLines(program, (line) => lines.push(line), true),
      );
      for (const sample of samples) {
        const { tUs } = sample;
        for (const before of [20_000, 8_000, 1, 0]) engine.advance(Math.max(engine.nowUs, tUs - before));
        engine.take(sample);
        engine.advance(tUs);
      }
      for (let n = 0; n < 100; n++) engine.advance(engine.nowUs + 100_000);
      expect(lines).toEqual(replay(program, samples, { why: true }));
    });
  });

  test('with nothing to decide, an edge has the time of its finger', () => {
    const simple = fc.oneof(chord, way, fc.constantFrom('once Shift', 'capitals', 'latch X', 'button 1'));
    const plain = fc.record({
      Base: fc.dictionary(fc.constantFrom(...KEYS), simple),
      Nav: fc.dictionary(fc.constantFrom(...KEYS), simple),
      Sym: fc.constant({}),
    });
    fc.assert(
      fc.property(plain, hand, (lines, samples) => {
        const times = new Set(samples.map(({ tUs }) => tUs));
        for (const { t } of edgesOf(replay(compile(sketchProfile(lines)), samples))) expect(times.has(t)).toBe(true);
      }),
      { numRuns: RUNS },
    );
  });

  test('every gesture that was begun is decided once, or dropped where another slot is chosen', () => {
    always(({ samples }, program) => {
      let pending = 0;
      let decided = 0;
      const engine = new Engine(program, {
        edge: () => undefined,
        pending: (_t, _key, _layer, step) => (pending = step),
        decision: (_t, _why, _key, _layer, step) => {
          decided++;
          expect(step).toBeGreaterThanOrEqual(pending === 0 ? 1 : pending);
          pending = 0;
        },
        slot: () => (pending = 0),
      });
      for (const sample of samples) engine.take(sample);
      engine.advance(engine.nowUs + 10_000_000);
      expect(pending).toBe(0);
      expect(decided).toBe(replay(program, samples, { why: true }).filter(isDecisionLine).length);
    });
  });

  describe('everything released and ten seconds gone by, the keys do what they do at the very first', () => {
    const forgetful = (made: fc.Arbitrary<SketchLayers>): fc.Arbitrary<Run> =>
      fc.record({
        layers: made,
        timing,
        joints: fc.oneof(
          fc.constant<Joint[]>([]),
          joints.map((all) => all.filter(({ action: does }) => does.do !== 'once')),
        ),
        macros: fc.constant<Macro[]>([]),
        travel,
        lampLayers,
        samples: hand,
      });

    function startsAfresh(given: Run, again: readonly Sample[]): void {
      const program = compile(profileOf(given));
      const lines: OutcomeLine[] = [];
      const engine = new Engine(
        program,
        outcomeLines(program, (line) => lines.push(line), true),
      );
      const play = (samples: readonly Sample[], fromUs: number): void => {
        for (const sample of samples) engine.take({ ...sample, tUs: fromUs + sample.tUs });
        engine.advance(engine.nowUs + 10_000_000);
      };
      play(given.samples, 0);
      lines.length = 0;
      const fromUs = engine.nowUs;
      play(again, fromUs);
      const shown = `${JSON.stringify(profileOf(given))}\n${writeStrokes(given.samples)}\nthen\n${writeStrokes(again)}`;
      expect([shown, lines.map((line) => ({ ...line, t: line.t - fromUs }))]).toEqual([
        shown,
        replay(program, again, { why: true }),
      ]);
    }

    test('whatever is played then', () =>
      fc.assert(fc.property(forgetful(passing), hand, startsAfresh), { numRuns: RUNS }));

    test('also keys that were something else than the plan that they have on another layer', () => {
      // Every key has a plan on Nav; there they are pressed afterwards, one by one.
      const twofold = passing.map((made) => ({
        ...made,
        Base: { ...made.Base, Space: 'while Nav' },
        Nav: Object.fromEntries(KEYS.filter((key) => key !== 'Space').map((key) => [key, 'down 3 mm: F13'])),
      }));
      const onNav: Sample[] = [{ tUs: 0, key: 'Space', depthUm: HARROW_64.travelUm }];
      KEYS.filter((key) => key !== 'Space').forEach((key, n) => {
        onNav.push({ tUs: 200_000 * (n + 1), key, depthUm: HARROW_64.travelUm });
        onNav.push({ tUs: 200_000 * (n + 1) + 50_000, key, depthUm: 0 });
      });
      onNav.push({ tUs: 2_000_000, key: 'Space', depthUm: 0 });
      fc.assert(
        fc.property(forgetful(twofold), (given) => startsAfresh(given, onNav)),
        { numRuns: RUNS },
      );
    });
  });

  test('presses come out of the queue in the order they went in', () => {
    always(({ samples }, program) => {
      let latestUs = 0;
      const seen = new Set<string>();
      const engine = new Engine(program, {
        edge: () => undefined,
        begin: (_t, key, _layer, pressedUs) => {
          // Macros, texts and the later spans of a stroke begin more for a press that came out before.
          if (seen.has(`${key} ${pressedUs}`)) return;
          seen.add(`${key} ${pressedUs}`);
          expect(pressedUs).toBeGreaterThanOrEqual(latestUs);
          latestUs = pressedUs;
        },
      });
      for (const sample of samples) engine.take(sample);
      engine.advance(engine.nowUs + 10_000_000);
    });
  });

  test('letting go of everything at any moment leaves nothing down and nothing pending', () => {
    always(({ samples }, program) => {
      const down = new Set<string>();
      const engine = new Engine(
        program,
        outcomeLines(
          program,
          (line) => isEdgeLine(line) && (line.edge === 'down' ? down.add(line.code) : down.delete(line.code)),
          false,
        ),
      );
      samples.forEach((sample, index) => {
        engine.take(sample);
        if (index % 5 !== 4) return;
        engine.letGo();
        expect([...down]).toEqual([]);
        expect(engine.nextDeadlineUs).toBe(Infinity);
      });
    });
  });

  test('what is stored in the keyboard runs as the profile does', () => {
    always((given, program) => {
      const stored = decodeImage(encodeImage(mustBeSound(profileOf(given)))).program;
      expect(replay(stored, given.samples, { why: true })).toEqual(replay(program, given.samples, { why: true }));
    });
  });
});
