/** How much room a profile takes in a keyboard: images are made for it, which of a large profile takes longer than a frame. */
import { bringHosts } from '../core/hosts';
import { measuresOf } from '../core/image';
import type { RoomAnswer, RoomOrder } from './roomOrder';

const scope = self as unknown as DedicatedWorkerGlobalScope;

async function answer({ profile, board, slotBytes }: RoomOrder): Promise<void> {
  await bringHosts([profile.hostLayout]);
  scope.postMessage(measuresOf(profile, board, slotBytes) satisfies RoomAnswer);
}

scope.onmessage = ({ data }: MessageEvent<RoomOrder>) => {
  answer(data).catch((error: unknown) => reportError(error));
};
