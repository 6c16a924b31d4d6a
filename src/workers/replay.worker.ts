/** Runs a long record of fingers away from the page, and tells what happens piece by piece, so that nothing waits for it. */
import { runRecord } from '../core/trial';
import { mustBeSound } from '../core/check';
import type { ReplayOrder } from './replayOrder';

const scope = self as unknown as DedicatedWorkerGlobalScope;

scope.onmessage = ({ data }: MessageEvent<ReplayOrder>) => {
  const { profile, board, samples, lettings, untilUs } = data;
  for (const piece of runRecord(mustBeSound(profile, board), samples, lettings, untilUs)) scope.postMessage(piece);
};
