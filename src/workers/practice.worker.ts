/** Ways, exercises and loads are worked out away from the page: each looks at every key in every place that it can be in. */
import { mustBeSound } from '../core/check';
import { bringHosts } from '../core/hosts';
import { exercisesOf, lighten, loadOfShortcuts, loadOfTake, loadOfText, walkOf, Ways, whereIs } from '../core/typing';
import type { PracticeAnswer, PracticeAnswers, PracticeOrder } from './practiceOrder';

const scope = self as unknown as DedicatedWorkerGlobalScope;
const post = (answer: PracticeAnswer): void => scope.postMessage(answer);

async function answerOf(order: PracticeOrder): Promise<PracticeAnswers[PracticeOrder['do']]> {
  await bringHosts([order.profile.hostLayout]);
  const sound = mustBeSound(order.profile, order.board);
  switch (order.do) {
    case 'exercises':
      return exercisesOf(sound);
    case 'walk':
      return walkOf(sound, new Ways(sound));
    case 'where':
      return whereIs(sound, order.question);
    case 'load':
      return loadOfText(sound, order.text);
    case 'taken':
      return { load: loadOfTake(order.samples, order.board), lacking: [] };
    case 'shortcuts':
      return loadOfShortcuts(sound, order.list);
    case 'lighten': {
      const steps = lighten(sound, order.text, order.finger);
      let step = steps.next();
      for (; !step.done; step = steps.next()) post({ what: 'progress', share: step.value });
      return step.value;
    }
  }
}

scope.onmessage = ({ data }: MessageEvent<PracticeOrder>) => {
  answerOf(data)
    .then((answer) => post({ what: 'done', answer }))
    .catch((error: unknown) => reportError(error));
};
