/** The least that has to change so that a receiver sees a score: slower, longer presses, or wider gaps. */
import type { HostLayoutId } from '../hosts';
import type { Score } from '../profile';
import { scale, shortestPress, widenGaps } from './operations';
import { seenBy } from './receivers';

/** How sure one wants to be. */
export const SURE = 0.999;

const STRETCH_STEP = 0.01;
const TIME_STEP_US = 100;

/** The first of rising figures that is enough; undefined when none is. */
function leastOf(from: number, to: number, step: number, isEnough: (value: number) => boolean): number | undefined {
  // Being enough is nearly monotone, and nothing below the first that is enough matters: look coarsely, then closely.
  const coarse = Math.max(step, Math.ceil((to - from) / step / 40) * step);
  let low = from;
  while (low <= to && !isEnough(low)) low += coarse;
  if (low > to && !isEnough((low = to))) return undefined;
  for (let value = Math.max(from, low - coarse + step); value < low; value += step) if (isEnough(value)) return value;
  return low;
}

export type Remedies = {
  /** The least factor of time; 1 when nothing has to change. */
  stretch: number | undefined;
  /** The shortest press that is always seen, in µs. */
  pressUs: number | undefined;
  /** The least time between any two events, in µs. */
  gapUs: number | undefined;
};

/**
 * The least changes after which the receiver sees, with the certainty of `SURE`: everything (stretch), every press (press), every order and
 * every press again (gap).
 */
export function remediesFor(score: Score, hz: number, pollUs: number, host: HostLayoutId = 'us'): Remedies {
  const intervalUs = 1_000_000 / hz;
  const most = Math.ceil(intervalUs / TIME_STEP_US) * TIME_STEP_US;
  const shortest = Math.min(
    ...seenBy(score, hz, pollUs, host).demands.map(({ fromUs, toUs }) => toUs - fromUs),
    intervalUs,
  );
  const longestStretch = shortest > 0 ? Math.ceil((intervalUs / shortest) * 100) / 100 + STRETCH_STEP : 1;
  const round = (factor: number): number => Math.round(factor * 100) / 100;
  const stretch = leastOf(
    1,
    Math.min(longestStretch, 100),
    STRETCH_STEP,
    (factor) => seenBy(scale(score, round(factor)), hz, pollUs, host).all >= SURE,
  );
  return {
    stretch: stretch === undefined ? undefined : round(stretch),
    pressUs: leastOf(0, most, TIME_STEP_US, (us) => seenBy(shortestPress(score, us), hz, pollUs, host).presses >= SURE),
    gapUs: leastOf(0, most, TIME_STEP_US, (us) => seenBy(widenGaps(score, us), hz, pollUs, host).pairs >= SURE),
  };
}
