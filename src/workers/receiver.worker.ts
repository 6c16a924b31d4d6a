/** What a receiver sees of a score, and what would help: computed away from the page, since scores can be long. */
import { chanceByStretch, operations, remediesFor, seenBy } from '../core/macro';
import type { ReceiverAnswer, ReceiverOrder } from './receiverOrder';

const scope = self as unknown as DedicatedWorkerGlobalScope;
const post = (answer: ReceiverAnswer): void => scope.postMessage(answer);

scope.onmessage = ({ data }: MessageEvent<ReceiverOrder>) => {
  const { score, hz, pollUs, stretches } = data;
  const seen = seenBy(score, hz, pollUs);
  post({ what: 'seen', seen });
  post({ what: 'curve', chances: chanceByStretch(score, hz, pollUs, stretches, operations.scale) });
  post({ what: 'remedies', remedies: remediesFor(score, hz, pollUs) });
};
