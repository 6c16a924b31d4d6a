/** Reads what a person brings away from the page: an archive may hold much, and a code takes a while to be spelled out. */
import { readIncoming, readIncomingText } from '../core/files';
import { bringHosts } from '../core/hosts';
import { Unreadable } from '../core/reading';
import type { BringInAnswer, BringInOrder } from './bringInOrder';

const scope = self as unknown as DedicatedWorkerGlobalScope;

async function read({ what, boards }: BringInOrder): Promise<BringInAnswer> {
  await bringHosts();
  try {
    return { items: typeof what === 'string' ? readIncomingText(what, boards) : readIncoming(what, boards) };
  } catch (error) {
    if (error instanceof Unreadable) return { reason: error.message };
    throw error;
  }
}

scope.onmessage = ({ data }: MessageEvent<BringInOrder>) => {
  read(data)
    .then((answer) => scope.postMessage(answer))
    .catch((error: unknown) => reportError(error));
};
