/** Ways, exercises and loads are worked out away from the page: each looks at every key in every place that it can be in. */
import type { Board } from '../core/board';
import { mustBeSound, type Sound } from '../core/check';
import { readStrokes, writeStrokes } from '../core/files';
import { bringHosts } from '../core/hosts';
import { Unreadable } from '../core/reading';
import {
  exercisesOf,
  joinTakes,
  lighten,
  loadOfShortcuts,
  loadOfTake,
  loadOfText,
  tokensOf,
  walkOf,
  Ways,
  whereIs,
} from '../core/typing';
import type { PracticeAnswer, PracticeAnswers, PracticeOrder, TakeText } from './practiceOrder';

const scope = self as unknown as DedicatedWorkerGlobalScope;
const post = (answer: PracticeAnswer): void => scope.postMessage(answer);

function takeOf(board: Board, from: readonly TakeText[]): PracticeAnswers['takeOf'] {
  try {
    const { samples, meant } = joinTakes(
      from.map(({ strokes, meant }) => ({ samples: readStrokes(strokes, board), meant: tokensOf(meant).join('') })),
    );
    return { strokes: writeStrokes(samples), meant };
  } catch (error) {
    if (error instanceof Unreadable) return { why: error.message };
    throw error;
  }
}

/** What the fingers of a take did; where they cannot be played here, what its text would cost. */
function taken(sound: Sound, { strokes, text }: { strokes: string; text: string }): PracticeAnswers['taken'] {
  try {
    return { load: loadOfTake(readStrokes(strokes, sound.board), sound.board), lacking: [] };
  } catch (error) {
    if (error instanceof Unreadable) return loadOfText(sound, text);
    throw error;
  }
}

async function answerOf(order: PracticeOrder): Promise<PracticeAnswers[PracticeOrder['do']]> {
  if (order.do === 'takeOf') return takeOf(order.board, order.from);
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
      return taken(sound, order);
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
