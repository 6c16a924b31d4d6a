/** How long a macro takes, from its figures alone. */
import type { Macro, Score } from '../profile';

type Duration = {
  /** From the press until the last letter is out, in µs, when the key is up before the passes are over; null when it goes on until it is stopped. */
  wholeUs: number | null;
  /** One pass and the gap behind it, in µs; 0 without a repeated part. */
  passUs: number;
  /** Events of one run; of one pass when it goes on until it is stopped. */
  events: number;
};

/** When the last thing of a score is over, in µs: a text goes on for as long as its letters take. */
export const overUs = ({ events, lengthUs }: Score): number =>
  events.reduce(
    (most, event) =>
      'text' in event ? Math.max(most, event.atUs + ([...event.text].length - 1) * event.gapMs * 1000) : most,
    lengthUs,
  );

const lengthOf = (score: Score | undefined): number => score?.lengthUs ?? 0;
const eventsOf = (score: Score | undefined): number => score?.events.length ?? 0;

export function durationOf({ onPress, repeat, onRelease, run, gapMs }: Macro): Duration {
  const passUs = repeat ? repeat.lengthUs + gapMs * 1000 : 0;
  const aroundEvents = eventsOf(onPress) + eventsOf(onRelease);
  const times = repeat && run.kind === 'times' ? run.times : 0;
  /** When each part begins and is over: one goes on beside the next where its text is longer than itself. */
  const lastPassUs = lengthOf(onPress) + Math.max(0, times - 1) * passUs;
  const passesUs = times === 0 ? 0 : times * passUs - gapMs * 1000;
  const wholeUs = Math.max(
    onPress ? overUs(onPress) : 0,
    repeat && times > 0 ? lastPassUs + overUs(repeat) : 0,
    onRelease ? lengthOf(onPress) + passesUs + overUs(onRelease) : 0,
  );
  if (!repeat) return { wholeUs, passUs, events: aroundEvents };
  if (run.kind !== 'times') return { wholeUs: null, passUs, events: aroundEvents + eventsOf(repeat) };
  return {
    wholeUs,
    passUs,
    events: aroundEvents + run.times * eventsOf(repeat),
  };
}
