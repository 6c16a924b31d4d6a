/** Writes bundles away from the page: each archive is packed and read again before it is handed over, which takes a while. */
import { BundleWriter } from '../core/files';
import { bringHosts } from '../core/hosts';
import { Unreadable } from '../core/reading';
import type { BundleAnswer, BundleOrder } from './bundleOrder';

const scope = self as unknown as DedicatedWorkerGlobalScope;
let writer = new BundleWriter();

async function answerTo(order: BundleOrder): Promise<BundleAnswer> {
  try {
    if ('begin' in order) {
      await bringHosts();
      writer = new BundleWriter(order.begin.boards);
      return { archives: [] };
    }
    const archives = 'add' in order ? writer.add(order.add, order.bases) : writer.end();
    return { archives: [...archives].map((bytes) => new Uint8Array(bytes)) };
  } catch (error) {
    if (error instanceof Unreadable) return { reason: error.message };
    throw error;
  }
}

// One after the other, in the order in which they were said.
let before: Promise<unknown> = Promise.resolve();
scope.onmessage = ({ data }: MessageEvent<BundleOrder>) => {
  before = before
    .then(() => answerTo(data))
    .then((answer) => scope.postMessage(answer))
    .catch((error: unknown) => reportError(error));
};
