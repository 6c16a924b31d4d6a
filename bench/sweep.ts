/**
 * How many settings a second a sweep tries on an hour of typing (20 000 presses, every letter a gesture), and how many the engine alone would run of the
 * same fingers: the rest is what arrives, how far it is from what was meant, and how long it took.
 */
import { availableParallelism } from 'node:os';
import { mustBeSound } from '../src/core/check';
import { Engine } from '../src/core/engine';
import { seeded } from '../src/core/hands';
import { bringHosts } from '../src/core/hosts';
import { settingAt, sizeOf, sweep, Trial, typed, usualGrid } from '../src/core/typing';
import { fingersOf } from '../src/core/typing/playing';
import { sketchProfile } from '../tests/making/sketch';
import { LETTERS_AND_SIGNS } from '../tests/making/texts';

const PRESSES = 20_000;
const LETTERS = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
const HOLDS = ['Ctrl', 'Shift', 'Alt', 'Meta'];

export async function sweepBench(): Promise<void> {
  await bringHosts();
  const sound = mustBeSound(
    sketchProfile({
      Base: Object.fromEntries(LETTERS.map((letter, n) => [letter, `tap ${letter}, hold ${HOLDS[n % 4]}`])),
    }),
  );
  const text = LETTERS_AND_SIGNS.repeat(Math.ceil(PRESSES / LETTERS_AND_SIGNS.length)).slice(0, PRESSES);
  const samples = typed(text, sound, seeded(26));
  const trial = new Trial(sound, samples, text);
  const usual = usualGrid(sound.profile);
  const all = sizeOf(usual);
  const part = { from: 3, step: 7 };
  // Each time all of it anew: what one setting tells of the next is found in it.
  const run = (): number => {
    const startMs = performance.now();
    const steps = sweep(new Trial(sound, samples, text), usual);
    let step = steps.next();
    while (!step.done) step = steps.next();
    return (performance.now() - startMs) / step.value.misfires.length;
  };
  const fingers = fingersOf(samples, sound.program);
  let edges = 0;
  const engineAlone = (): number => {
    const count = 20;
    const startMs = performance.now();
    for (let n = 0; n < count; n++) {
      const { program } = trial.under(settingAt(usual, part.from + n * part.step, trial.now));
      const engine = new Engine(program, { edge: () => void edges++ });
      const { times, keys, depths } = fingers;
      for (let at = 0; at < times.length; at++)
        engine.feed(times[at] as number, keys[at] as number, depths[at] as number);
      engine.advance(engine.nowUs + 10_000_000);
    }
    return (performance.now() - startMs) / count;
  };
  run();
  engineAlone();
  const [sweptMs, engineMs] = [Math.min(run(), run()), Math.min(engineAlone(), engineAlone())];
  if (edges === 0) throw new Error('nothing was sent');
  const cores = Math.min(2, availableParallelism());
  const rate = (ms: number): string => (1000 / ms).toFixed(0).padStart(5);
  process.stdout.write(`${samples.length / 2} presses, a grid of ${all} settings\n`);
  process.stdout.write(
    `sweep         ${rate(sweptMs)} settings/s on one core: 1000 take ${sweptMs.toFixed(1)} s, ${(sweptMs / cores).toFixed(1)} s on ${cores}\n`,
  );
  process.stdout.write(
    `engine alone  ${rate(engineMs)} settings/s; the sweep runs at 1/${(sweptMs / engineMs).toFixed(2)} of it\n`,
  );
}
