/**
 * What the engine promises, whatever the profile and whatever the fingers do. A run that breaks a promise prints the
 * profile's lines, its timing and a strokes file, so that `cli replay` shows it again; fast-check prints the seed.
 */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { HARROW_64 } from '../board';
import { writeStrokes } from '../files';
import { mustBeSound } from '../check';
import { decodeImage, encodeImage } from '../image';
import type { Action, Actuation, Joint, Macro, PartialTiming, Profile, Score, ScoreEvent } from '../profile';
import { Engine } from './engine';
import { isDecisionLine, isEdgeLine, outcomeLines, type OutcomeLine } from './out';
import { compile, type Program } from './compile';
import { replay, type Sample } from './replay';
import { sketchProfile, type SketchLayers } from './sketch';

const KEYS = ['KeyA', 'KeyS', 'KeyJ', 'KeyK', 'Space', 'ShiftLeft'];
const RUNS = Number(process.env.PROMISE_RUNS ?? 800);

const chord = fc.constantFrom('A', 'B', 'Ctrl', 'Shift', 'Ctrl+B', 'Ctrl+Shift+1', 'Alt+C & D');
/** Latches have keys of their own, so that what they leave down can be told from what must not be. */
const LATCHED = ['KeyX', 'KeyY', 'MetaRight'];
/** So have macros that leave keys down, or go on until they are pressed again. */
const LEFT = ['F20', 'F21', 'ControlRight'];
const special = fc.constantFrom(
  'once Shift',
  'once Shift & once Shift',
  'once Ctrl+Alt',
  'once Alt',
  'capitals',
  'E for 30 ms',
  'Ctrl+E for 90 ms',
  'latch X',
  'latch Y+RightMeta',
  'button 1',
  'wheel up',
  'once Alt & F',
  'type "aB"',
  'type "xy" every 15 ms',
  'Shift & type "go" every 25 ms',
  'play M0',
  'play M1',
  'play M1 & Ctrl+G',
  'slot next',
  'C & slot 2 & D',
  'record',
);
const way = fc.constantFrom(
  'while Nav',
  'while Sym',
  'flip Nav',
  'go Sym',
  'go Base',
  'once Nav',
  'once Sym',
  'Ctrl & while Nav',
);
const action = fc.oneof(
  { weight: 3, arbitrary: chord },
  { weight: 1, arbitrary: way },
  { weight: 2, arbitrary: special },
);
const gesture = fc.oneof(
  fc.tuple(action, action).map(([tap, hold]) => `tap ${tap}, hold ${hold}`),
  fc.tuple(action, action).map(([tap, twice]) => `tap ${tap}, twice ${twice}`),
  fc.tuple(action, action, action).map(([tap, hold, twice]) => `tap ${tap}, hold ${hold}, twice hold ${twice}`),
  action.map((hold) => `hold ${hold}`),
  action.map((tap) => `tap ${tap}`),
);
/** Some depths are hardly ever reached: plans that are found and begin nothing. */
const crossing = fc
  .tuple(fc.constantFrom('down', 'up'), fc.constantFrom(0.3, 1, 1.5, 2, 3.5, 4))
  .map(([going, mm]) => `${going} ${mm}`);
const span = fc
  .tuple(crossing, fc.option(crossing), action)
  .map(([from, to, what]) => `${from}${to && to !== from ? ` to ${to}` : ''}: ${what}`);
const plan = fc.array(span, { minLength: 1, maxLength: 3 }).map((spans) => spans.join(', '));
const line = fc.oneof(
  { weight: 3, arbitrary: action },
  { weight: 3, arbitrary: gesture },
  { weight: 2, arbitrary: plan },
  { weight: 1, arbitrary: fc.constantFrom('pass', 'none') },
);
const layer = (most: number) => fc.dictionary(fc.constantFrom(...KEYS), line, { maxKeys: most });
const layers: fc.Arbitrary<SketchLayers> = fc.record({ Base: layer(6), Nav: layer(3), Sym: layer(3) });

/** Few round figures, so that deadlines and fingers often fall on the same microsecond. */
const timing: fc.Arbitrary<PartialTiming> = fc.record({
  holdAfterMs: fc.constantFrom(0, 20, 40, 100),
  tapGapMs: fc.constantFrom(0, 20, 50),
  retapMs: fc.constantFrom(0, 30, 60),
  typingGuardMs: fc.constantFrom(0, 0, 30),
  tapMs: fc.constantFrom(0, 8, 20),
  interrupt: fc.constantFrom('nested', 'any', 'wait'),
  otherHandOnly: fc.boolean(),
});

/**
 * Fingers that turn one key after the other, up to six down at once, with many ties: whole presses and lifts, half strokes,
 * small lifts and trembling.
 */
const depthUm = fc.constantFrom(
  0,
  0,
  0,
  HARROW_64.travelUm,
  HARROW_64.travelUm,
  200,
  900,
  1600,
  1700,
  2500,
  2600,
  3800,
);
const hand: fc.Arbitrary<Sample[]> = fc
  .array(fc.tuple(fc.constantFrom(...KEYS), depthUm, fc.constantFrom(0, 0, 1, 8, 10, 20, 20, 30, 40, 60, 100, 150)), {
    minLength: 2,
    maxLength: 40,
  })
  .map((turns) => {
    const at = new Map<string, number>();
    const samples: Sample[] = [];
    let tUs = 0;
    for (const [key, depth, waitMs] of turns) {
      tUs += waitMs * 1000;
      at.set(key, depth);
      samples.push({ tUs, key, depthUm: depth });
    }
    for (const [key, depth] of at) if (depth > 0) samples.push({ tUs: (tUs += 7000), key, depthUm: 0 });
    return samples;
  });

/** Some keys fire and let go on small movements. */
const travel: fc.Arbitrary<Profile['travel']> = fc.record({
  board: fc.constant<Actuation>({ mode: 'fixed', pointUm: 1500 }),
  keys: fc.dictionary(
    fc.constantFrom(...KEYS),
    fc.constantFrom<Actuation>(
      { mode: 'fixed', pointUm: 250 },
      { mode: 'fixed', pointUm: 3000, releaseUm: 100 },
      { mode: 'reversal', pointUm: 500, pressUm: 100, releaseUm: 100, reset: 'top' },
      { mode: 'reversal', pointUm: 1000, pressUm: 300, releaseUm: 200, reset: 'point' },
    ),
    { maxKeys: 3 },
  ),
});

const joint = fc.record({
  keys: fc.uniqueArray(fc.constantFrom(...KEYS), { minLength: 2, maxLength: 3 }),
  withinMs: fc.constantFrom(10, 20, 40),
  action: fc.constantFrom<Action>(
    { do: 'keys', codes: ['Escape'] },
    { do: 'keys', codes: ['ControlLeft', 'KeyG'] },
    { do: 'layer', how: 'while', layer: 'nav' },
    { do: 'once', codes: ['ShiftLeft'] },
    { do: 'text', text: 'ab', gapMs: 20 },
  ),
});
const joints: fc.Arbitrary<Joint[]> = fc
  .uniqueArray(joint, { maxLength: 3, selector: ({ keys }) => keys.toSorted().join() })
  .map((found) => found.map((one, n) => ({ ...one, id: `j${n}` })));

/** Short scores whose events fall together with each other, and with the fingers. */
const score = (codes: readonly string[]): fc.Arbitrary<Score> =>
  fc
    .array(
      fc.tuple(
        fc.constantFrom(0, 0, 5, 10, 20, 40),
        fc.oneof(
          { weight: 5, arbitrary: fc.tuple(fc.constantFrom('down', 'up'), fc.constantFrom(...codes)) },
          { weight: 1, arbitrary: fc.constant('text') },
        ),
      ),
      { maxLength: 6 },
    )
    .chain((steps) => {
      let atUs = 0;
      const events = steps.map(([waitMs, what]): ScoreEvent => {
        atUs += waitMs * 1000;
        return what === 'text'
          ? { atUs, text: 'go', gapMs: 5 }
          : { atUs, edge: what[0] as 'down' | 'up', code: what[1] as string };
      });
      return fc.constantFrom(40_000, 60_000).map((moreUs) => ({ lengthUs: atUs + moreUs, events }));
    });
const macro = (n: number): fc.Arbitrary<Macro> =>
  fc
    .record({
      leavesHeld: fc.boolean(),
      run: fc.constantFrom<Macro['run']>(
        { kind: 'times', times: 2 },
        { kind: 'whileHeld' },
        { kind: 'untilPressedAgain' },
      ),
    })
    .chain(({ leavesHeld, run }) => {
      const own = score(leavesHeld || run.kind === 'untilPressedAgain' ? LEFT : ['KeyA', 'KeyB', 'F20', 'ShiftLeft']);
      return fc.record(
        {
          id: fc.constant(`m${n}`),
          name: fc.constant(`M${n}`),
          onPress: own,
          repeat: own,
          onRelease: own,
          run: fc.constant(run),
          gapMs: fc.constantFrom(0, 10, 20),
          stop: fc.constantFrom('now', 'finish'),
          leavesHeld: fc.constant(leavesHeld),
          liftModifiers: fc.boolean(),
        },
        { requiredKeys: ['id', 'name', 'run', 'gapMs', 'stop', 'leavesHeld', 'liftModifiers'] },
      ) as fc.Arbitrary<Macro>;
    });
const macros: fc.Arbitrary<Macro[]> = fc.tuple(macro(0), macro(1));

type Run = {
  layers: SketchLayers;
  timing: PartialTiming;
  joints: Joint[];
  macros: Macro[];
  travel: Profile['travel'];
  samples: Sample[];
};
const run: fc.Arbitrary<Run> = fc.record({
  layers,
  timing,
  joints: fc.oneof(fc.constant<Joint[]>([]), joints),
  macros,
  travel,
  samples: hand,
});

const profileOf = ({ layers: lines, timing: figures, joints: together, macros: played, travel: depths }: Run) =>
  sketchProfile(lines, figures, { joints: together, macros: played, travel: depths });

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
const LASTING = /once|capitals|latch|flip|go |M[01]/;
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

  test('cutting the input into calls, with time let pass between them, changes nothing', () => {
    always(({ samples }, program) => {
      const lines: OutcomeLine[] = [];
      const engine = new Engine(
        program,
        outcomeLines(program, (line) => lines.push(line), true),
      );
      for (const { tUs, key, depthUm } of samples) {
        for (const before of [20_000, 8_000, 1, 0]) engine.advance(Math.max(engine.nowUs, tUs - before));
        engine.feed(tUs, program.keyIndex.get(key) ?? 0, depthUm);
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

  test('every gesture that was begun is decided once', () => {
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
      });
      for (const { tUs, key, depthUm } of samples) engine.feed(tUs, program.keyIndex.get(key) ?? 0, depthUm);
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
        for (const { tUs, key, depthUm } of samples) engine.feed(fromUs + tUs, program.keyIndex.get(key) ?? 0, depthUm);
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
      for (const { tUs, key, depthUm } of samples) engine.feed(tUs, program.keyIndex.get(key) ?? 0, depthUm);
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
      samples.forEach(({ tUs, key, depthUm }, index) => {
        engine.feed(tUs, program.keyIndex.get(key) ?? 0, depthUm);
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
