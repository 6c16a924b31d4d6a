/** A long record of fingers, run again piece by piece: what they did, and when everything was let go of, in the order of time. */
import type { Sound } from '../check';
import { Engine, traceLines, type Sample, type TraceLine } from '../engine';

/** A piece of what happened: the samples it covers end before `nextSample`. */
export type RecordPiece = { lines: TraceLine[]; nextSample: number; isDone: boolean };

/**
 * @param lettings when everything was let go of, in µs, rising
 * @param untilUs how long the engine runs on
 * @param samplesAPiece how many samples a piece covers
 */
export function* runRecord(
  { program }: Sound,
  samples: readonly Sample[],
  lettings: readonly number[],
  untilUs: number,
  samplesAPiece = 4000,
): Generator<RecordPiece, void> {
  let lines: TraceLine[] = [];
  const engine = new Engine(
    program,
    traceLines(program, (line) => lines.push(line)),
  );
  const piece = (nextSample: number, isDone: boolean): RecordPiece => {
    const made = { lines, nextSample, isDone };
    lines = [];
    return made;
  };
  let letting = 0;
  const letGoBefore = (tUs: number): void => {
    for (; letting < lettings.length && (lettings[letting] as number) <= tUs; letting++) {
      engine.advance(Math.max(engine.nowUs, lettings[letting] as number));
      engine.letGo();
    }
  };
  for (const [index, sample] of samples.entries()) {
    letGoBefore(sample.tUs);
    engine.take({ ...sample, tUs: Math.max(sample.tUs, engine.nowUs) });
    if ((index + 1) % samplesAPiece === 0) yield piece(index + 1, false);
  }
  letGoBefore(Infinity);
  engine.advance(Math.max(engine.nowUs, untilUs));
  engine.letGo();
  yield piece(samples.length, true);
}
