/** Looks at takes away from the page: plays them under the settings of a grid, and says what went wrong. */
import { mustBeSound, type Sound } from '../core/check';
import type { Sample } from '../core/engine';
import { readStrokes } from '../core/files';
import { seeded } from '../core/hands';
import { bringHosts } from '../core/hosts';
import { Unreadable } from '../core/reading';
import { columnsOf, isMeasured, lookAt, sizeOf, sweep, threadsOf, Trial, tuningOf } from '../core/typing';
import { packed, type TuneAnswer, type TuneOrder } from './tuneOrder';

/** How sure a suggestion is, is drawn by lot: the same take always gets the same answer. */
const SEED = 26;

const scope = self as unknown as DedicatedWorkerGlobalScope;
const post = (answer: TuneAnswer): void => scope.postMessage(answer);

function look(sound: Sound, samples: readonly Sample[], meant: string): void {
  const looked = lookAt(sound, samples, meant);
  const trial = new Trial(sound, samples, meant);
  const { delayMeanUs, delay95Us } = trial.outcome(trial.now);
  const late = new Map<string, { presses: number; sumUs: number }>();
  for (let n = 0; n < trial.presses; n++) {
    const { key, delayUs } = trial.pressAt(n);
    const id = sound.program.keyIds[key];
    if (id === undefined) continue;
    const one = late.get(id) ?? { presses: 0, sumUs: 0 };
    late.set(id, { presses: one.presses + 1, sumUs: one.sumUs + delayUs });
  }
  post({
    what: 'looked',
    at: packed({
      looked,
      isMeasured: isMeasured(samples),
      threads: [...threadsOf(looked, columnsOf(samples, sound), sound)],
      delayMeanUs,
      delay95Us,
      lateness: [...late].map(([key, { presses, sumUs }]) => [key, presses, Math.round(sumUs / presses)]),
    }),
  });
}

async function work(order: TuneOrder): Promise<void> {
  await bringHosts([order.profile.hostLayout]);
  const sound = mustBeSound(order.profile, order.board);
  const samples = readStrokes(order.strokes, order.board);
  if (order.do === 'look') {
    look(sound, samples, order.meant);
    return;
  }
  const trial = new Trial(sound, samples, order.meant, order.scope);
  if (order.do === 'finish') {
    post({ what: 'tuned', tuning: tuningOf(trial, order.grid, order.swept, seeded(SEED)) });
    return;
  }
  const of = Math.ceil((sizeOf(order.grid) - order.part.from) / order.part.step);
  const steps = sweep(trial, order.grid, order.part);
  let step = steps.next();
  for (; !step.done; step = steps.next()) post({ what: 'progress', done: step.value, of });
  post({ what: 'swept', swept: step.value });
}

scope.onmessage = ({ data }: MessageEvent<TuneOrder>) => {
  work(data).catch((error: unknown) => {
    if (error instanceof Unreadable) post({ what: 'unreadable', why: error.message });
    else reportError(error);
  });
};
