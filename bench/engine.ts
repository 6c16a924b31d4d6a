/**
 * How many edges a second the engine takes in bulk replay without trace: plain typing, and typing on a board where every
 * letter is a tap and a hold. The floor walks the same events and looks each up in a table, and does nothing else.
 */
import { HARROW_64 } from '../src/core/board';
import { compile, Engine, type Listener, type Program } from '../src/core/engine';
import { sketchProfile } from '../tests/making/sketch';
import { seeded } from '../src/core/hands';

const EDGES = 1_000_000;
const ROUNDS = 15;
const LETTERS = Array.from('ABCDEFGHIJKLMNOPQRSTUVWXYZ');
const DOWN_UM = HARROW_64.travelUm;

type Typing = { times: Float64Array; keys: Uint16Array; depths: Uint16Array };

/** Letters in a row, each released before or shortly after the next goes down, as fast typists do. */
function type(program: Program, edges: number): Typing {
  const random = seeded(42);
  const typing: Typing = {
    times: new Float64Array(edges),
    keys: new Uint16Array(edges),
    depths: new Uint16Array(edges),
  };
  let t = 0;
  let held = -1;
  for (let n = 0; n < edges; n += 2) {
    const key = program.keyIndex.get(`Key${LETTERS[Math.floor(random() * 26)]}`) ?? 0;
    const next = key === held ? (key + 1) % 26 : key;
    t += 60_000 + Math.floor(random() * 80_000);
    const rolls = random() < 0.3 && held >= 0;
    const put = (at: number, tUs: number, which: number, depth: number): void => {
      typing.times[at] = tUs;
      typing.keys[at] = which;
      typing.depths[at] = depth;
    };
    if (rolls) {
      put(n, t, next, DOWN_UM);
      put(n + 1, t + 20_000, held, 0);
      t += 20_000;
      held = next;
    } else {
      if (held >= 0) put(n, t, held, 0);
      else put(n, t, next, 0);
      t += 30_000;
      put(n + 1, t, next, DOWN_UM);
      held = next;
    }
  }
  return typing;
}

let sink = 0;
const COUNTING: Listener = {
  edge: (_tUs, down, usage) => {
    sink += down ? usage : 1;
  },
};

function runEngine(program: Program, { times, keys, depths }: Typing): void {
  const engine = new Engine(program, COUNTING);
  for (let n = 0; n < times.length; n++) engine.feed(times[n] as number, keys[n] as number, depths[n] as number);
  engine.advance(engine.nowUs + 10_000_000);
}

function runFloor(program: Program, { times, keys, depths }: Typing): void {
  let last = 0;
  for (let n = 0; n < times.length; n++) {
    const binding = program.bindings[keys[n] as number];
    if (binding && (times[n] as number) >= last) sink += depths[n] as number;
    last = times[n] as number;
  }
}

/**
 * The best of several rounds of each of some runs, in ms; the best, because other programs only ever slow a round down. The runs
 * take turns, so that a machine that is slow for a while is slow for all of them.
 */
function best(runs: readonly (() => void)[]): number[] {
  const fastestMs = runs.map(() => Infinity);
  for (let round = 0; round < ROUNDS; round++) {
    runs.forEach((run, n) => {
      const startMs = performance.now();
      run();
      fastestMs[n] = Math.min(fastestMs[n] as number, performance.now() - startMs);
    });
  }
  return fastestMs;
}

const million = (figure: number): string => figure.toFixed(2).padStart(8);

export function engineBench(): void {
  const plain = compile(sketchProfile({ Base: {} }));
  const gestures = compile(
    sketchProfile({
      Base: Object.fromEntries(
        LETTERS.map((letter, n) => [letter, `tap ${letter}, hold ${['Ctrl', 'Shift', 'Alt', 'Meta'][n % 4]}`]),
      ),
    }),
  );
  const typing = type(plain, EDGES);
  const few = type(plain, EDGES / 10);
  const boards = [
    ['plain typing', plain],
    ['tap-hold typing', gestures],
  ] as const;
  const [floorMs = 0, ...timesMs] = best([
    () => runFloor(plain, typing),
    ...boards.flatMap(([, program]) => [() => runEngine(program, typing), () => runEngine(program, few)]),
  ]);
  process.stdout.write(`${EDGES / 1e6} million edges, best of ${ROUNDS} rounds\n`);
  process.stdout.write(`floor            ${million(EDGES / floorMs / 1000)} million edges/s\n`);
  boards.forEach(([name, program], n) => {
    const [allMs = 0, fewMs = 0] = timesMs.slice(n * 2);
    global.gc?.();
    const before = process.memoryUsage().heapUsed;
    runEngine(program, typing);
    const grownKb = (process.memoryUsage().heapUsed - before) / 1024;
    process.stdout.write(
      `${name.padEnd(16)} ${million(EDGES / allMs / 1000)} million edges/s   1/${(allMs / floorMs).toFixed(1)} of the floor   a tenth of the session: ${(allMs / 10 / fewMs).toFixed(2)} times as fast   heap ${grownKb.toFixed(0)} KB\n`,
    );
  });
  if (sink === 0) throw new Error('nothing was sent');
}
