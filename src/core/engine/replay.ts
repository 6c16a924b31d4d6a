/** Runs a recorded finger through the engine, whole. */
import { Engine } from './engine';
import { outcomeLines, type OutcomeLine } from './outcome';
import type { Program } from './program';

/** What one finger did at one moment: the depth of one key, in µm, at a time in µs. */
export type Sample = { tUs: number; key: string; depthUm: number };

/** How long the engine is advanced after the last sample, unless said otherwise. */
export const SETTLE_MS = 10_000;

/**
 * The outcome of samples in the order of their times.
 * @param options `why` adds decisions; `settleMs` is how long the engine runs on after the last sample
 * @throws RangeError when a sample names a key that the board lacks
 */
export function replay(
  program: Program,
  samples: Iterable<Sample>,
  options: { why?: boolean; settleMs?: number } = {},
): OutcomeLine[] {
  const lines: OutcomeLine[] = [];
  const engine = new Engine(
    program,
    outcomeLines(program, (line) => lines.push(line), options.why ?? false),
  );
  for (const { tUs, key, depthUm } of samples) {
    const index = program.keyIndex.get(key);
    if (index === undefined) throw new RangeError(`the board has no key "${key}"`);
    engine.feed(tUs, index, depthUm);
  }
  engine.advance(engine.nowUs + (options.settleMs ?? SETTLE_MS) * 1000);
  return lines;
}
