/** How far somebody is in a text, however wrong it comes out: the stretch of what was meant that is nearest to what has come. */
import { align, type Aligned, distance } from './distance';

/** So far ahead or behind of as many tokens as have come. */
const LOOKS = 8;
/** Only the end of what has come is looked at anew; what lies further back is settled. */
const WINDOW = 120;

export type Followed = {
  /** How many tokens of what was meant are behind the cursor. */
  at: number;
  /** The last of what was meant and came, beside each other; places count from the beginning. */
  steps: Aligned[];
};

/**
 * @param settled what was found a while ago: so many tokens of both sides need not be looked at again
 */
export function follow(
  meant: Int32Array,
  came: Int32Array,
  settled: { meant: number; came: number } = { meant: 0, came: 0 },
): Followed {
  const rest = came.subarray(settled.came);
  let best = { at: settled.meant, changes: Infinity };
  for (let ahead = 0; ahead <= LOOKS; ahead++)
    for (const length of ahead === 0 ? [rest.length] : [rest.length - ahead, rest.length + ahead]) {
      const at = settled.meant + length;
      if (length < 0 || at > meant.length) continue;
      const changes = distance(meant.subarray(settled.meant, at), rest);
      if (changes < best.changes) best = { at, changes };
    }
  const steps = align(meant.slice(settled.meant, best.at), rest).map((step) => ({
    ...step,
    meant: step.meant + settled.meant,
    ...('came' in step && { came: step.came + settled.came }),
  })) as Aligned[];
  return { at: best.at, steps };
}

/** A place up to which both sides agree, well behind the end: from there on it goes on. */
export function settledAfter(
  steps: readonly Aligned[],
  before: { meant: number; came: number },
): { meant: number; came: number } {
  if (steps.length < WINDOW) return before;
  for (let n = steps.length - WINDOW / 2; n > 3; n--) {
    const last = steps.slice(n - 3, n + 1);
    const step = steps[n];
    if (step?.is === 'same' && last.every(({ is }) => is === 'same')) return { meant: step.meant, came: step.came };
  }
  return before;
}
