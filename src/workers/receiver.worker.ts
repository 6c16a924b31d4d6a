/** What a receiver sees of a score, and what would help: computed away from the page, since scores can be long. */
import { bringHosts } from '../core/hosts';
import { chanceByStretch, operations, remediesFor, seenBy } from '../core/macro';
import type { ReceiverAnswer, ReceiverOrder } from './receiverOrder';

const scope = self as unknown as DedicatedWorkerGlobalScope;
const post = (answer: ReceiverAnswer): void => scope.postMessage(answer);

async function answer({ score, hz, pollUs, stretches, host }: ReceiverOrder): Promise<void> {
  await bringHosts([host]);
  const seen = seenBy(score, hz, pollUs, host);
  post({ what: 'seen', seen });
  post({ what: 'curve', chances: chanceByStretch(score, hz, pollUs, stretches, operations.scale, host) });
  post({ what: 'remedies', remedies: remediesFor(score, hz, pollUs, host) });
}

scope.onmessage = ({ data }: MessageEvent<ReceiverOrder>) => {
  answer(data).catch((error: unknown) => reportError(error));
};
