/** How long a macro takes, from its figures alone. */
import type { Macro, Score } from '../profile';

type Duration = {
  /** From the press to the end, in µs, when the key is up before the passes are over; null when it goes on until it is stopped. */
  wholeUs: number | null;
  /** One pass and the gap behind it, in µs; 0 without a repeated part. */
  passUs: number;
  /** Events of one run; of one pass when it goes on until it is stopped. */
  events: number;
};

const lengthOf = (score: Score | undefined): number => score?.lengthUs ?? 0;
const eventsOf = (score: Score | undefined): number => score?.events.length ?? 0;

export function durationOf({ onPress, repeat, onRelease, run, gapMs }: Macro): Duration {
  const passUs = repeat ? repeat.lengthUs + gapMs * 1000 : 0;
  const around = lengthOf(onPress) + lengthOf(onRelease);
  const aroundEvents = eventsOf(onPress) + eventsOf(onRelease);
  if (!repeat) return { wholeUs: around, passUs, events: aroundEvents };
  if (run.kind !== 'times') return { wholeUs: null, passUs, events: aroundEvents + eventsOf(repeat) };
  return {
    wholeUs: around + run.times * passUs - gapMs * 1000,
    passUs,
    events: aroundEvents + run.times * eventsOf(repeat),
  };
}
