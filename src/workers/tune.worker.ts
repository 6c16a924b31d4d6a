/** Looks at takes away from the page: plays them under the settings of a grid, and says what went wrong. */
import { mustBeSound, type Sound } from '../core/check';
import { seeded } from '../core/hands';
import { bringHosts } from '../core/hosts';
import { columnsOf, lookAt, sizeOf, sweep, threadsOf, Trial, tuningOf } from '../core/typing';
import type { TakeOrder, TuneAnswer, TuneOrder } from './tuneOrder';

/** How sure a suggestion is, is drawn by lot: the same take always gets the same answer. */
const SEED = 26;

const scope = self as unknown as DedicatedWorkerGlobalScope;
const post = (answer: TuneAnswer): void => scope.postMessage(answer);

function look(sound: Sound, { samples, meant }: TakeOrder): void {
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
    at: {
      looked,
      threads: [...threadsOf(looked, columnsOf(samples, sound), sound)],
      delayMeanUs,
      delay95Us,
      lateness: [...late].map(([key, { presses, sumUs }]) => [key, presses, Math.round(sumUs / presses)]),
    },
  });
}

async function work(order: TuneOrder): Promise<void> {
  await bringHosts([order.profile.hostLayout]);
  const sound = mustBeSound(order.profile, order.board);
  if (order.do === 'look') {
    look(sound, order);
    return;
  }
  const trial = new Trial(sound, order.samples, order.meant, order.scope);
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
  work(data).catch((error: unknown) => reportError(error));
};
