/** Recorded fingers that are too many to run between two frames: a worker runs them, and can be stopped. */
import type { Sound } from '../../core/check';
import type { Sample } from '../../core/engine';
import { type RecordPiece } from '../../core/trial';
import type { ReplayOrder } from '../../workers/replayOrder';

/** More samples than this are run in the worker. */
export const MOST_AT_ONCE = 20_000;

export type LongRun = { stop(): void };

/**
 * Starts a run. Pieces come in order; after `stop` no more come.
 * @param lettings when everything was let go of, in µs, rising
 * @param take a piece of what happened, and whether it is the last
 * @param failed what went wrong, in words
 */
export function startLongRun(
  { profile, board }: Sound,
  samples: readonly Sample[],
  lettings: readonly number[],
  untilUs: number,
  take: (piece: RecordPiece) => void,
  failed: (reason: string) => void,
): LongRun {
  const worker = new Worker(new URL('../../workers/replay.worker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<RecordPiece>) => {
    take(data);
    if (data.isDone) worker.terminate();
  };
  worker.onerror = (event) => {
    failed(event.message);
    worker.terminate();
  };
  worker.postMessage({ profile, board, samples, lettings, untilUs } satisfies ReplayOrder);
  return { stop: () => worker.terminate() };
}
