/** Texts are read and written by a worker, one order after the other, so that the page never waits. */
import { doText, type TextAnswer, type TextOrder } from '../../core/notation';

export type TextReader = {
  /** Does what is ordered. @throws Error when it is stopped meanwhile */
  read(order: TextOrder): Promise<TextAnswer>;
  stop(): void;
};

/** Starts the worker, so that it is there when the first text has come. Where none can be had, the page does it. */
export function startReader(): TextReader {
  let worker: Worker | null = null;
  let answered: ((answer: TextAnswer) => void) | null = null;
  let failed: (() => void) | null = null;
  try {
    worker = new Worker(new URL('../../workers/text.worker.ts', import.meta.url), { type: 'module', name: 'text' });
    worker.onmessage = ({ data }: MessageEvent<TextAnswer>) => answered?.(data);
    worker.onerror = () => {
      worker = null;
      failed?.();
    };
  } catch {
    // Answered below.
  }
  return {
    read: (order) =>
      new Promise((resolve, reject) => {
        const here = (): void => {
          try {
            resolve(doText(order));
          } catch (error) {
            reject(error instanceof Error ? error : new Error(String(error)));
          }
        };
        answered = resolve;
        failed = here;
        if (worker) worker.postMessage(order);
        else here();
      }),
    stop: () => worker?.terminate(),
  };
}
