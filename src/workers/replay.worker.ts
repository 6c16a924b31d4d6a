/** Runs a long record of fingers away from the page, and tells what happens piece by piece, so that nothing waits for it. */
import { bringHosts } from '../core/hosts';
import { runRecord } from '../core/trial';
import { mustBeSound } from '../core/check';
import type { ReplayOrder } from './replayOrder';

const scope = self as unknown as DedicatedWorkerGlobalScope;

async function run({ profile, board, samples, lettings, untilUs }: ReplayOrder): Promise<void> {
  await bringHosts([profile.hostLayout]);
  for (const piece of runRecord(mustBeSound(profile, board), samples, lettings, untilUs)) scope.postMessage(piece);
}

scope.onmessage = ({ data }: MessageEvent<ReplayOrder>) => {
  run(data).catch((error: unknown) => reportError(error));
};
