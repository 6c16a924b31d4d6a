/** Something is worked out once, away from the page. */
import type { PracticeAnswer, PracticeAnswers, PracticeOrder } from '../../workers/practiceOrder';

/** @returns undefined when it could not be worked out */
export function askWorker<K extends PracticeOrder['do']>(
  order: Extract<PracticeOrder, { do: K }>,
): Promise<PracticeAnswers[K] | undefined> {
  return new Promise((resolve) => {
    const worker = new Worker(new URL('../../workers/practice.worker.ts', import.meta.url), { type: 'module' });
    const end = (answer: PracticeAnswers[K] | undefined): void => {
      worker.terminate();
      resolve(answer);
    };
    worker.onmessage = ({ data }: MessageEvent<PracticeAnswer<K>>) => {
      if (data.what === 'done') end(data.answer);
    };
    worker.onerror = () => end(undefined);
    worker.postMessage(order);
  });
}
