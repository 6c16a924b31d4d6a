/**
 * Nothing is allocated per event once warm: what a board types all day must not wake the garbage collector. The test counts what
 * the heap grows by, with no collection in between, after enough presses for every record and every function to be warm. No function is put
 * into its caller meanwhile, which would hide numbers that are allocated on their way; whether it is done hangs on the machine's mood. Times
 * stay below half an hour: larger numbers are allocated by the language when they are handed to a function, as to `feed`.
 */
import { afterAll, describe, expect, test } from '@jest/globals';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import type { Joint } from '../profile';
import { compile } from './compile';
import { Engine } from './engine';
import { fingers, sketchProfile, type SketchLayers } from '../../../tests/making/sketch';

setFlagsFromString('--expose-gc');
setFlagsFromString('--no-turbo-inlining');
afterAll(() => setFlagsFromString('--turbo-inlining'));
const collect = runInNewContext('gc') as () => void;

/** A session has an engine of its own: some rounds make its records warm, the others count. */
const WARM_ROUNDS = 400;
const ROUNDS = 300;
/** The first sessions also make the functions warm, so that the least of many is what counts. */
const SESSIONS = 200;
/** Less than a number that is allocated on its way, once in every fourth event. */
const MOST_BYTES_AN_EVENT = 4;

const JOINTS: Joint[] = [
  { id: 'j', keys: ['KeyA', 'KeyS'], withinMs: 40, action: { do: 'keys', codes: ['ControlLeft', 'Escape'] } },
  { id: 'k', keys: ['KeyD', 'KeyF', 'KeyG'], withinMs: 40, action: { do: 'layer', how: 'while', layer: 'nav' } },
];

/** What is played again and again, and the hand that plays it. */
const CASES: [string, SketchLayers, string, Joint[]?][] = [
  ['plain keys', { Base: { A: 'Ctrl+B' } }, '+A 0, +S 10, -A 20, -S 30, +D 40, -D 50'],
  [
    'gestures',
    { Base: { J: 'tap J, hold Ctrl, twice K', K: 'tap K, hold while Nav' }, Nav: { H: 'Left' } },
    '+J 0, -J 20, +J 40, -J 60, +K 100, +H 120, -H 130, -K 160, +J 300, +A 310, -A 320, -J 900',
  ],
  [
    'joint presses',
    { Base: {}, Nav: {} },
    '+A 0, +S 10, -A 20, -S 30, +D 100, +F 110, -D 120, -F 130, +D 200, +F 205, +G 210, -D 300, -F 310, -G 320',
    JOINTS,
  ],
  [
    'layers and modifiers for the next key',
    { Base: { Space: 'once Nav', O: 'once Alt', C: 'capitals', P: 'Ctrl+1' }, Nav: { A: 'flip Nav' } },
    '+Space 0, -Space 10, +A 20, -A 30, +Space 40, -Space 50, +A 60, -A 70, +O 80, -O 90, +C 100, -C 110, +B 120, -B 130, +P 140, +B 145, -P 150, -B 160',
  ],
  [
    'latches',
    { Base: { L: 'latch Shift+Ctrl', M: 'latch X' } },
    '+L 0, -L 10, +M 20, -M 30, +A 40, -A 50, +L 60, -L 70, +M 80, -M 90',
  ],
  [
    'what a key is under modifiers',
    { Base: { Q: 'Backspace, under Shift Delete', O: 'once Shift' } },
    '+Shift 0, +Q 10, +A 20, -Q 30, -A 40, -Shift 50, +O 60, -O 70, +Q 80, -Q 90',
  ],
  [
    'movement while held',
    { Base: { Q: 'move left & Y', W: 'turn down at 500', E: 'move up right at 900 from 1 to 4 mm' } },
    '+Q 0, +W 1, -Q 4, -W 5, E@2 10, E@3.5 12, E@0 14, +A 20, -A 21, +B 22, -B 23',
  ],
  [
    'stroke plans',
    { Base: { A: 'down 0.6 to up 0.5 mm: Ctrl+W, down 2 to up 2.5 mm: E, down 3 mm: R', J: 'tap J, hold Ctrl' } },
    'A@1 0, A@2.2 10, A@3.5 20, A@1 30, A@0 40, +J 100, A@1 110, A@3 120, A@0 130, -J 140',
  ],
  [
    'texts',
    { Base: { T: 'Shift & type "aB" every 5 ms' } },
    '+T 0, -T 5, +B 20, -B 25, +T 40, -T 45, +B 60, -B 65, +T 80, -T 85',
  ],
];

describe('nothing is allocated for an event, once warm', () => {
  test.each(CASES)('%s', (_name, layers, hand, joints = []) => {
    const program = compile(sketchProfile(layers, { interrupt: 'nested', tapMs: 8 }, { joints }));
    const samples = fingers(hand);
    const times = Float64Array.from(samples, ({ tUs }) => tUs);
    const keys = Uint16Array.from(samples, ({ key }) => program.keyIndex.get(key) ?? 0);
    const depths = Uint16Array.from(samples, ({ depthUm }) => depthUm);
    let edges = 0;
    const listener = { edge: () => edges++ };
    const play = (engine: Engine, rounds: number): void => {
      for (let round = 0; round < rounds; round++) {
        const fromUs = engine.nowUs + 100_000;
        for (let n = 0; n < times.length; n++)
          engine.feed(fromUs + (times[n] as number), keys[n] as number, depths[n] as number);
      }
    };
    /** What the heap grows by in one session, in bytes an event. */
    const growth = (): number => {
      const engine = new Engine(program, listener);
      play(engine, WARM_ROUNDS);
      collect();
      const before = process.memoryUsage().heapUsed;
      play(engine, ROUNDS);
      return (process.memoryUsage().heapUsed - before) / (ROUNDS * samples.length);
    };
    let least = growth();
    for (let session = 1; session < SESSIONS && least >= MOST_BYTES_AN_EVENT; session++)
      least = Math.min(least, growth());
    expect(edges).toBeGreaterThan(ROUNDS);
    expect(least).toBeLessThan(MOST_BYTES_AN_EVENT);
  });
});
