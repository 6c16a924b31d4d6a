/**
 * How many samples of depth a second the engine takes in bulk: keys at rest, keys that move plainly, all keys of the board at
 * 8 kHz, and keys with a stroke plan. The floor walks the same samples and compares each with a depth, and does nothing else.
 */
import { HARROW_64 } from '../src/core/board';
import { compile, Engine, type Listener, type Program } from '../src/core/engine';
import { sketchProfile } from '../tests/making/sketch';
import { seeded } from '../src/core/hands';
import type { Actuation } from '../src/core/profile';

const SAMPLES = 4_000_000;
const ROUNDS = 5;
const RATE_HZ = 8000;

type Curve = { times: Float64Array; keys: Uint16Array; depths: Uint16Array };

/** The keys of the board one after the other, each with a depth of its own course. */
function curve(depthOf: (key: number, step: number) => number): Curve {
  const keys = HARROW_64.keys.length;
  const made: Curve = {
    times: new Float64Array(SAMPLES),
    keys: new Uint16Array(SAMPLES),
    depths: new Uint16Array(SAMPLES),
  };
  for (let n = 0; n < SAMPLES; n++) {
    const step = Math.floor(n / keys);
    made.times[n] = Math.floor((step * 1_000_000) / RATE_HZ);
    made.keys[n] = n % keys;
    made.depths[n] = depthOf(n % keys, step);
  }
  return made;
}

/** Up and down between two depths, in a quarter of a second each way, one key in five of the board at a time. */
const swing = (fromUm: number, toUm: number) => (key: number, step: number) => {
  const half = RATE_HZ / 4;
  if (key % 5 !== Math.floor(step / (2 * half)) % 5) return 0;
  const at = step % (2 * half);
  const share = at < half ? at / half : 2 - at / half;
  return Math.round(fromUm + (toUm - fromUm) * share);
};

let sink = 0;
const COUNTING: Listener = {
  edge: (_tUs, down, usage) => {
    sink += down ? usage : 1;
  },
};

function runEngine(program: Program, { times, keys, depths }: Curve): void {
  const engine = new Engine(program, COUNTING);
  for (let n = 0; n < times.length; n++) engine.feed(times[n] as number, keys[n] as number, depths[n] as number);
}

function runFloor({ times, keys, depths }: Curve): void {
  let last = 0;
  for (let n = 0; n < times.length; n++) {
    if ((depths[n] as number) >= 1500 && (times[n] as number) >= last) sink += keys[n] as number;
    last = times[n] as number;
  }
}

/** The best of several rounds, in samples a second. */
function best(run: () => void): number {
  let fastestMs = Infinity;
  for (let round = 0; round < ROUNDS; round++) {
    const startMs = performance.now();
    run();
    fastestMs = Math.min(fastestMs, performance.now() - startMs);
  }
  return SAMPLES / (fastestMs / 1000);
}

export function samplesBench(): void {
  const reversal: Actuation = { mode: 'reversal', pointUm: 500, pressUm: 150, releaseUm: 250, reset: 'top' };
  const fixed = compile(sketchProfile({ Base: {} }));
  const sensitive = compile(sketchProfile({ Base: {} }, {}, { travel: { board: reversal, keys: {} } }));
  const line = 'down 0.7 to up 0.7 mm: Right, down 2.5 to up 2.5 mm: Shift, down 3.7 mm: Up';
  const letters = Array.from('QWERTYUIOPASDFGHJKLZXCVBNM');
  const planned = compile(sketchProfile({ Base: Object.fromEntries(letters.map((letter) => [letter, line])) }));
  const random = seeded(5);
  const tremor = Array.from({ length: 4096 }, () => Math.round((random() - 0.5) * 60));

  const rest = curve(() => 0);
  const light = curve(swing(0, 1200));
  const full = curve(swing(0, 4000));
  const trembling = curve((key, step) => 2000 + (tremor[(key * 97 + step) % tremor.length] ?? 0));
  const floor = best(() => runFloor(full));
  const million = (figure: number): string => (figure / 1e6).toFixed(1).padStart(7);
  process.stdout.write(
    `${SAMPLES / 1e6} million samples of ${HARROW_64.keys.length} keys at ${RATE_HZ / 1000} kHz, best of ${ROUNDS}\n`,
  );
  process.stdout.write(`floor                         ${million(floor)} million samples/s\n`);
  if (sink === 0) throw new Error('nothing came out of the floor');
  for (const [name, program, samples] of [
    ['at rest', fixed, rest],
    ['moving, no edge', fixed, light],
    ['moving through the point', fixed, full],
    ['at rest, on reversal', sensitive, rest],
    ['moving, on reversal', sensitive, full],
    ['trembling, on reversal', sensitive, trembling],
    ['moving, stroke plans', planned, full],
    ['trembling, stroke plans', planned, trembling],
  ] as const) {
    global.gc?.();
    const before = process.memoryUsage().heapUsed;
    runEngine(program, samples);
    const grown = (process.memoryUsage().heapUsed - before) / SAMPLES;
    const speed = best(() => runEngine(program, samples));
    process.stdout.write(
      `${name.padEnd(28)}  ${million(speed)} million samples/s   1/${(floor / speed).toFixed(1)} of the floor   ${Math.max(0, grown).toFixed(3)} bytes a sample\n`,
    );
  }
}
