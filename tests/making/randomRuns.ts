/**
 * Random profiles and random fingers for the engine's promises: everything that a key can do, in few keys and round figures, so that
 * deadlines, crossings and fingers often fall on the same microsecond.
 */
import fc from 'fast-check';
import { HARROW_64 } from '../../src/core/board';
import type {
  Action,
  Actuation,
  Joint,
  Macro,
  PartialTiming,
  Profile,
  Score,
  ScoreEvent,
} from '../../src/core/profile';
import type { Sample } from '../../src/core/engine/sample';
import { sketchProfile, type SketchLayers } from './sketch';

export const KEYS = ['KeyA', 'KeyS', 'KeyJ', 'KeyK', 'Space', 'ShiftLeft'];

/** What the host says comes between what fingers do. */
const LAMPS = ['lamp:NumLock', 'lamp:CapsLock'];

export const chord = fc.constantFrom('A', 'B', 'Ctrl', 'Shift', 'Ctrl+B', 'Ctrl+Shift+1', 'Alt+C & D');
/** Latches have keys of their own, so that what they leave down can be told from what must not be. */
export const LATCHED = ['KeyX', 'KeyY', 'MetaRight'];
/** So have macros that leave keys down, or go on until they are pressed again. */
export const LEFT = ['F20', 'F21', 'ControlRight'];
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
  'move left at 100',
  'Ctrl & turn up right at 50 from 0.5 to 3 mm',
  'F, under Shift G',
  'F, under Ctrl Shift, under Shift+Alt once Ctrl, under Alt H & I',
  'under Shift while Nav, under Ctrl type "aB" every 15 ms',
  'capitals & [J, under Ctrl play M0, under Shift E for 30 ms]',
  'slot next',
  'C & slot 2 & D',
  'record',
);
export const way = fc.constantFrom(
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
export const layers: fc.Arbitrary<SketchLayers> = fc.record({ Base: layer(6), Nav: layer(3), Sym: layer(3) });

/** Few round figures, so that deadlines and fingers often fall on the same microsecond. */
export const timing: fc.Arbitrary<PartialTiming> = fc.record({
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
export const hand: fc.Arbitrary<Sample[]> = fc
  .array(
    fc.tuple(
      fc.constantFrom(...KEYS, ...KEYS, ...LAMPS),
      depthUm,
      fc.constantFrom(0, 0, 1, 8, 10, 20, 20, 30, 40, 60, 100, 150),
    ),
    {
      minLength: 2,
      maxLength: 40,
    },
  )
  .map((turns) => {
    const at = new Map<string, number>();
    const samples: Sample[] = [];
    let tUs = 0;
    for (const [key, depth, waitMs] of turns) {
      tUs += waitMs * 1000;
      const depthUm = LAMPS.includes(key) ? Math.min(depth, 1) : depth;
      at.set(key, depthUm);
      samples.push({ tUs, key, depthUm });
    }
    for (const [key, depth] of at) if (depth > 0) samples.push({ tUs: (tUs += 7000), key, depthUm: 0 });
    return samples;
  });

/** Some keys fire and let go on small movements. */
export const travel: fc.Arbitrary<Profile['travel']> = fc.record({
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
export const joints: fc.Arbitrary<Joint[]> = fc
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

export type Run = {
  layers: SketchLayers;
  timing: PartialTiming;
  joints: Joint[];
  macros: Macro[];
  travel: Profile['travel'];
  lampLayers: Profile['lampLayers'];
  samples: Sample[];
};
export const lampLayers = fc.constantFrom<Profile['lampLayers'][]>(
  [],
  [{ lamp: 'NumLock', lit: true, shows: 'nav' }],
  [
    { lamp: 'CapsLock', lit: false, shows: 'sym' },
    { lamp: 'NumLock', lit: true, shows: 'nav' },
  ],
);
export const run: fc.Arbitrary<Run> = fc.record({
  layers,
  timing,
  joints: fc.oneof(fc.constant<Joint[]>([]), joints),
  macros,
  travel,
  lampLayers,
  samples: hand,
});

export const profileOf = ({
  layers: lines,
  timing: figures,
  joints: together,
  macros: played,
  travel: depths,
  lampLayers: shown,
}: Run) => sketchProfile(lines, figures, { joints: together, macros: played, travel: depths, lampLayers: shown });
