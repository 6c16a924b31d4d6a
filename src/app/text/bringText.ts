/** The text of a profile, written or brought up to date and read, in a worker that begins while the bench is still being drawn. */
import type { TextAnswer, TextOrder } from '../../workers/textOrder';

const begin = (): Worker =>
  new Worker(new URL('../../workers/text.worker.ts', import.meta.url), { type: 'module', name: 'text' });

/** One that waits for an order. */
let ready: Worker | null = null;

/** Starts the worker, so that it is there when the text that is kept has come. */
export function getReadyForText(): void {
  ready ??= begin();
}

/** @throws Error when the worker cannot be had */
export async function bringText(order: TextOrder): Promise<TextAnswer> {
  getReadyForText();
  const worker = ready as Worker;
  ready = null;
  try {
    return await new Promise<TextAnswer>((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<TextAnswer>) => resolve(data);
      worker.onerror = (event) => reject(new Error(event.message));
      worker.postMessage(order);
    });
  } finally {
    worker.terminate();
  }
}
