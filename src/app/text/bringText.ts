/** The text of a profile, written or brought up to date and read, in a worker that begins while the bench is still being drawn. */
import type { TextAnswer, TextOrder } from '../../workers/textOrder';

/** A worker that waits for an order; one that fails before, fails the order that comes. */
type Ready = { worker: Worker; failed: Promise<never> };

function begin(): Ready {
  const worker = new Worker(new URL('../../workers/text.worker.ts', import.meta.url), { type: 'module', name: 'text' });
  const failed = new Promise<never>((_, reject) => {
    worker.onerror = ({ message }) => reject(new Error(message || 'the worker could not be started'));
  });
  // Nobody may have asked for anything yet.
  failed.catch(() => undefined);
  return { worker, failed };
}

let ready: Ready | null = null;

/** Starts the worker, so that it is there when the text that is kept has come. */
export function getReadyForText(): void {
  ready ??= begin();
}

/** @throws Error when the worker cannot be had */
export async function bringText(order: TextOrder): Promise<TextAnswer> {
  const { worker, failed } = ready ?? begin();
  ready = null;
  try {
    const answered = new Promise<TextAnswer>((resolve) => {
      worker.onmessage = ({ data }: MessageEvent<TextAnswer>) => resolve(data);
    });
    worker.postMessage(order);
    return await Promise.race([answered, failed]);
  } finally {
    worker.terminate();
  }
}
