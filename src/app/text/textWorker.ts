/** Texts are read and written by a worker, one order after the other, so that the page never waits. */
import { doText, type TextAnswer, type TextOrder } from '../../core/notation';

export type TextReader = {
  /** Does what is ordered, one order after the other. One that is stopped meanwhile is never answered. */
  read(order: TextOrder): Promise<TextAnswer>;
  stop(): void;
};

const newWorker = (): Worker =>
  new Worker(new URL('../../workers/text.worker.ts', import.meta.url), { type: 'module', name: 'text' });

/** The worker of the first text: it starts when the bench is fetched, and not when that is drawn. One that fails is asked for again then. */
let first: Worker | undefined;
try {
  first = newWorker();
  first.onerror = () => (first = undefined);
} catch {
  // None can be had.
}

/** Starts the worker, so that it is there when the first text has come. Where none can be had, the page does it. */
export function startReader(): TextReader {
  let worker: Worker | null = null;
  /** Orders that are not answered yet; the worker answers them in their order. */
  const waiting: { order: TextOrder; resolve: (answer: TextAnswer) => void; reject: (error: unknown) => void }[] = [];
  const doHere = (): void => {
    for (const { order, resolve, reject } of waiting.splice(0))
      try {
        resolve(doText(order));
      } catch (error) {
        reject(error);
      }
  };
  try {
    worker = first ?? newWorker();
    first = undefined;
    worker.onmessage = ({ data }: MessageEvent<TextAnswer>) => waiting.shift()?.resolve(data);
    worker.onerror = () => {
      worker = null;
      doHere();
    };
  } catch {
    // None can be had.
  }
  return {
    read: (order) =>
      new Promise((resolve, reject) => {
        waiting.push({ order, resolve, reject });
        if (worker) worker.postMessage(order);
        else doHere();
      }),
    stop: () => worker?.terminate(),
  };
}
