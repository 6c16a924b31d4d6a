/** Runs a long record of fingers away from the page, and tells what happens piece by piece, so that nothing waits for it. */
import { compile, Engine, traceLines, type TraceLine } from '../core/engine';
import type { ReplayOrder, ReplayPiece } from './replayOrder';

const SAMPLES_A_PIECE = 4000;
const scope = self as unknown as DedicatedWorkerGlobalScope;

scope.onmessage = ({ data }: MessageEvent<ReplayOrder>) => {
  const { profile, board, samples, untilUs } = data;
  const program = compile(profile, board);
  let lines: TraceLine[] = [];
  const engine = new Engine(
    program,
    traceLines(program, (line) => lines.push(line)),
  );
  const post = (nextSample: number, isDone: boolean): void => {
    scope.postMessage({ lines, nextSample, isDone } satisfies ReplayPiece);
    lines = [];
  };
  samples.forEach(({ tUs, key, depthUm }, index) => {
    engine.feed(tUs, program.keyIndex.get(key) ?? 0, depthUm);
    if ((index + 1) % SAMPLES_A_PIECE === 0) post(index + 1, false);
  });
  engine.advance(untilUs);
  engine.letGo();
  post(samples.length, true);
};
