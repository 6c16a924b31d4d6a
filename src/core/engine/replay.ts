/** Runs recorded fingers through the engine: piece by piece, in memory that does not grow with the length, or whole. */
import { Engine } from './engine';
import { outcomeLines, type OutcomeLine } from './out';
import type { Program } from './compile';
import type { Sample } from './sample';

/** How long the engine is advanced after the last sample, unless said otherwise. */
const SETTLE_MS = 10_000;

/** `why` adds decisions; `settleMs` is how long the engine runs on after the last sample. */
export type ReplayOptions = { why?: boolean; settleMs?: number };

/** So many lines are handed over together, about. */
const LINES_A_PIECE = 2000;
/** Between two samples the engine is advanced by this much at a time: however it is cut, the outcome is the same. */
const SLICE_US = 100_000;

/**
 * The outcome of samples in the order of their times, in pieces.
 * @throws RangeError when a sample names a key that the board lacks
 */
export function* replayed(
  program: Program,
  samples: Iterable<Sample>,
  options: ReplayOptions = {},
): Generator<OutcomeLine[], void> {
  let lines: OutcomeLine[] = [];
  const engine = new Engine(
    program,
    outcomeLines(program, (line) => lines.push(line), options.why ?? false),
  );
  const handOver = (): OutcomeLine[] => {
    const piece = lines;
    lines = [];
    return piece;
  };
  function* pass(untilUs: number): Generator<OutcomeLine[], void> {
    // Nothing happens before the next deadline, so that long waits are one step.
    while (engine.nextDeadlineUs <= untilUs) {
      engine.advance(Math.min(untilUs, Math.max(engine.nowUs, engine.nextDeadlineUs) + SLICE_US));
      if (lines.length >= LINES_A_PIECE) yield handOver();
    }
    engine.advance(untilUs);
  }
  for (const sample of samples) {
    if (engine.nextDeadlineUs <= sample.tUs) yield* pass(sample.tUs);
    engine.take(sample);
    if (lines.length >= LINES_A_PIECE) yield handOver();
  }
  yield* pass(engine.nowUs + (options.settleMs ?? SETTLE_MS) * 1000);
  if (lines.length > 0) yield handOver();
}

/** The outcome of samples in the order of their times, whole. @throws RangeError as `replayed` */
export const replay = (program: Program, samples: Iterable<Sample>, options: ReplayOptions = {}): OutcomeLine[] =>
  [...replayed(program, samples, options)].flat();
