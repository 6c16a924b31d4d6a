/**
 * Operations on scores. Each takes a score and gives a new one whose events stand in order of time; a selection is the places of
 * the events it is about, and all of them when it is left out. Times stay whole microseconds, not before 0, and the score is
 * never shorter than its last event.
 */
import type { Code } from '../codes';
import { hostLayout, strokesOf, type HostLayoutId } from '../hosts';
import { LIMITS, type Score, type ScoreEvent } from '../profile';
import { pressesOf } from './presses';

export type Places = ReadonlySet<number>;

/** Why an operation was not made: what it would make is more than any score holds. */
export type TooMuch = { tooMuch: string };
export const isTooMuch = (made: Score | TooMuch): made is TooMuch => 'tooMuch' in made;

const tooMany = (events: number): TooMuch => ({
  tooMuch: `That would be ${events} events; a score has ${LIMITS.scoreEvents} at most.`,
});

/** A score, unless it is longer than any score may be or has more events. */
function fitting(score: Score): Score | TooMuch {
  if (score.events.length > LIMITS.scoreEvents) return tooMany(score.events.length);
  return score.lengthUs > LIMITS.scoreUs.most
    ? { tooMuch: `That would last ${Math.round(score.lengthUs / 1_000_000)} s; a score is an hour long at most.` }
    : score;
}

/** A score's events in order of time (equal times keep their order) in a length that holds them all. */
export function tidy(events: readonly ScoreEvent[], lengthUs: number): Score {
  let isInOrder = true;
  let before = 0;
  const inside = events.map((event) => {
    const atUs = Math.max(0, Math.round(event.atUs));
    isInOrder &&= atUs >= before;
    before = atUs;
    return atUs === event.atUs ? event : { ...event, atUs };
  });
  if (!isInOrder) inside.sort((a, b) => a.atUs - b.atUs);
  return { lengthUs: Math.max(Math.round(lengthUs), inside.at(-1)?.atUs ?? 0), events: inside };
}

const includes = (places: Places | undefined, index: number): boolean => places === undefined || places.has(index);

/**
 * Gives each gap between an event and the next a new length; what comes later moves along. Only gaps between two selected
 * events that follow each other change. The first event and the time behind the last stay.
 */
function mapGaps(score: Score, places: Places | undefined, change: (gapUs: number) => number): Score {
  let moved = 0;
  let before = 0;
  const events = score.events.map((event, index) => {
    if (index > 0 && includes(places, index) && includes(places, index - 1)) {
      const gap = event.atUs - before;
      moved += Math.max(0, change(gap)) - gap;
    }
    before = event.atUs;
    return { ...event, atUs: event.atUs + moved };
  });
  return tidy(events, score.lengthUs + moved);
}

/** Every gap as long as the others. @param gapUs time in µs */
export const setGaps = (score: Score, gapUs: number, places?: Places): Score => mapGaps(score, places, () => gapUs);

/** No gap longer than this. @param mostUs time in µs */
export const capGaps = (score: Score, mostUs: number, places?: Places): Score =>
  mapGaps(score, places, (gap) => Math.min(gap, mostUs));

/** No gap shorter than this. @param leastUs time in µs */
export const widenGaps = (score: Score, leastUs: number, places?: Places): Score =>
  mapGaps(score, places, (gap) => Math.max(gap, leastUs));

/** As fast as the device can send it: one event a poll. @param pollUs the poll interval in µs */
export const removeGaps = (score: Score, pollUs: number, places?: Places): Score => setGaps(score, pollUs, places);

/** Faster or slower by a factor; with a selection, from its first event on. */
export function scale(score: Score, factor: number, places?: Places): Score {
  if (places) return mapGaps(score, places, (gap) => gap * factor);
  return tidy(
    score.events.map((event) => ({ ...event, atUs: event.atUs * factor })),
    score.lengthUs * factor,
  );
}

/** Every event at the nearest multiple of a step. @param stepUs time in µs */
export function quantise(score: Score, stepUs: number, places?: Places): Score {
  const snap = (us: number): number => Math.round(us / stepUs) * stepUs;
  return tidy(
    score.events.map((event, index) => (includes(places, index) ? { ...event, atUs: snap(event.atUs) } : event)),
    places ? score.lengthUs : Math.max(snap(score.lengthUs), ...score.events.slice(-1).map(({ atUs }) => snap(atUs))),
  );
}

/** No press shorter than this: its up, and what comes at or after it, moves later. @param leastUs time in µs */
export function shortestPress(score: Score, leastUs: number, places?: Places): Score {
  const ups = new Map<number, number>();
  for (const { down, up } of pressesOf(score).presses) if (up !== null && includes(places, down)) ups.set(up, down);
  const atUs: number[] = [];
  let moved = 0;
  score.events.forEach((event, index) => {
    const down = ups.get(index);
    if (down !== undefined) {
      const short = leastUs - (event.atUs + moved - (atUs[down] ?? 0));
      if (short > 0) moved += short;
    }
    atUs.push(event.atUs + moved);
  });
  return tidy(
    score.events.map((event, index) => ({ ...event, atUs: atUs[index] ?? event.atUs })),
    score.lengthUs + moved,
  );
}

/** Time put in at a moment: what happens at or after it comes later. @param us time in µs; negative takes time out */
export const insertGap = (score: Score, atUs: number, us: number): Score =>
  tidy(
    score.events.map((event) => (event.atUs >= atUs ? { ...event, atUs: Math.max(atUs, event.atUs + us) } : event)),
    Math.max(0, score.lengthUs + us),
  );

/** The selected events played `times` times in all, one after the other; what comes later moves along. */
export function repeatPart(score: Score, times: number, gapUs: number, places?: Places): Score | TooMuch {
  const part = score.events.filter((_, index) => includes(places, index));
  // Counted before it is built: a long part many times over would fill the memory.
  const whole = score.events.length + part.length * (times - 1);
  if (whole > LIMITS.scoreEvents) return tooMany(whole);
  const [first] = part;
  const last = part.at(-1);
  if (!first || !last || times < 2) return score;
  const endUs = places ? last.atUs : score.lengthUs;
  const stepUs = endUs - first.atUs + gapUs;
  const addedUs = stepUs * (times - 1);
  const copies = Array.from({ length: times - 1 }, (_, n) =>
    part.map((event) => ({ ...event, atUs: event.atUs + stepUs * (n + 1) })),
  ).flat();
  const lastPlace = score.events.lastIndexOf(last);
  const before = score.events.slice(0, lastPlace + 1);
  const after = score.events.slice(lastPlace + 1).map((event) => ({ ...event, atUs: event.atUs + addedUs }));
  return fitting(tidy([...before, ...copies, ...after], score.lengthUs + addedUs));
}

/** Takes events out; time stays as it is. */
export const takeOut = (score: Score, places: Places): Score =>
  tidy(
    score.events.filter((_, index) => !places.has(index)),
    score.lengthUs,
  );

/**
 * Takes presses out whole: each selected event with the other edge of its press, and the time that they took. What is left moves up, so
 * that the gap before them leads to what came after. Where another key goes on meanwhile, time stays as it is.
 */
export function takeOutPresses(score: Score, places: Places): Score {
  const { presses } = pressesOf(score);
  const gone = new Set(places);
  for (const { down, up } of presses) if (up !== null && (gone.has(down) || gone.has(up))) gone.add(down).add(up);
  const { events } = score;
  const at = (place: number): number => events[place]?.atUs ?? score.lengthUs;
  /** The other edge of a press that has one; the down of one that stays open leads nowhere. */
  const partner = new Map(
    presses.flatMap(({ down, up }) => (up === null ? [] : [[down, up] as const, [up, down] as const])),
  );
  const staysOpen = new Set(presses.flatMap(({ down, upUs }) => (upUs === null ? [down] : [])));
  const left: ScoreEvent[] = [];
  let earlierUs = 0;
  /** How many presses that stay are down. */
  let held = 0;
  for (let place = 0; place < events.length; place++) {
    const event = events[place] as ScoreEvent;
    if (!gone.has(place)) {
      left.push({ ...event, atUs: event.atUs - earlierUs });
      const other = partner.get(place);
      if (other !== undefined) held += other > place ? 1 : -1;
      else if (staysOpen.has(place)) held++;
      continue;
    }
    const from = place;
    while (gone.has(place + 1)) place++;
    let isWhole = true;
    for (let inside = from; isWhole && inside <= place; inside++) {
      const other = partner.get(inside) ?? inside;
      isWhole = other >= from && other <= place;
    }
    if (!isWhole || held > 0) continue;
    // Behind the last one there is no gap to lead to: the one before it goes instead.
    earlierUs += place + 1 < events.length ? at(place + 1) - at(from) : at(place) - (from > 0 ? at(from - 1) : 0);
  }
  return tidy(left, Math.max(0, score.lengthUs - earlierUs));
}

/** Only the downs of what is selected, or only the ups; of a whole part without the time that what is gone took before or behind. */
export function keepEdges(score: Score, edge: 'down' | 'up', places?: Places): Score {
  const kept = score.events.filter(
    (event, index) => !includes(places, index) || !('edge' in event) || event.edge === edge,
  );
  const [first] = kept;
  const last = kept.at(-1);
  if (places || !first || !last) return tidy(kept, score.lengthUs);
  const leadUs = first.atUs - (score.events[0]?.atUs ?? 0);
  const restUs = (score.events.at(-1)?.atUs ?? 0) - last.atUs;
  return tidy(
    kept.map((event) => ({ ...event, atUs: event.atUs - leadUs })),
    score.lengthUs - leadUs - restUs,
  );
}

/** Lets go of what is still down at the end, last down first. */
export function closeOpen(score: Score): Score {
  const open = pressesOf(score).presses.filter(({ upUs }) => upUs === null);
  const ups = open.toReversed().map(({ code }): ScoreEvent => ({ atUs: score.lengthUs, edge: 'up', code }));
  return tidy([...score.events, ...ups], score.lengthUs);
}

/** Takes out ups of keys that are not down. */
export const takeOutStrayUps = (score: Score): Score => takeOut(score, new Set(pressesOf(score).strayUps));

/** One key in place of another. */
export const transpose = (score: Score, from: Code, to: Code, places?: Places): Score =>
  tidy(
    score.events.map((event, index) =>
      includes(places, index) && 'code' in event && event.code === from ? { ...event, code: to } : event,
    ),
    score.lengthUs,
  );

/** Without the time before the first event and behind the last. */
export function trim(score: Score): Score {
  const fromUs = score.events[0]?.atUs ?? 0;
  const events = score.events.map((event) => ({ ...event, atUs: event.atUs - fromUs }));
  return tidy(events, events.at(-1)?.atUs ?? 0);
}

/** One score after another. @param gapUs time between them in µs */
export const join = (first: Score, second: Score, gapUs: number): Score => {
  const fromUs = first.lengthUs + gapUs;
  return tidy(
    [...first.events, ...second.events.map((event) => ({ ...event, atUs: event.atUs + fromUs }))],
    fromUs + second.lengthUs,
  );
};

/** Moves events in time, all by the same; none goes before 0. The score grows when it has to. */
export function move(score: Score, places: Places, byUs: number): Score {
  const earliest = score.events.find((_, index) => places.has(index))?.atUs ?? 0;
  const by = Math.max(byUs, -earliest);
  return tidy(
    score.events.map((event, index) => (places.has(index) ? { ...event, atUs: event.atUs + by } : event)),
    score.lengthUs,
  );
}

/** Puts events in, among those that are there. */
export const putIn = (score: Score, events: readonly ScoreEvent[]): Score =>
  tidy([...score.events, ...events], score.lengthUs);

/** Copies of the selected events, moved to begin at a time. */
export function copyTo(score: Score, places: Places, atUs: number): Score {
  const part = score.events.filter((_, index) => places.has(index));
  const firstUs = part[0]?.atUs ?? 0;
  return putIn(
    score,
    part.map((event) => ({ ...event, atUs: atUs + event.atUs - firstUs })),
  );
}

/**
 * Texts written out as presses, one after the other, so that they can be stretched like any; what comes later moves along.
 * @param pressUs how long each key is down, in µs
 * @param gapUs time between one event and the next otherwise, in µs
 */
export function spellOut(score: Score, pressUs: number, gapUs: number, host: HostLayoutId = 'us'): Score | TooMuch {
  // A character is two events at the least.
  const least = score.events.reduce((sum, event) => sum + ('text' in event ? 2 * event.text.length : 1), 0);
  if (least > 4 * LIMITS.scoreEvents) return tooMany(least);
  const layout = hostLayout(host);
  const events: ScoreEvent[] = [];
  let moved = 0;
  for (const event of score.events) {
    if (!('text' in event)) {
      events.push({ ...event, atUs: event.atUs + moved });
      continue;
    }
    for (const character of event.text) {
      const put = (edge: 'down' | 'up', code: Code, thenUs: number): void => {
        events.push({ atUs: event.atUs + moved, edge, code });
        moved += thenUs;
      };
      for (const { modifiers, code } of strokesOf(layout, character) ?? []) {
        for (const modifier of modifiers) put('down', modifier, gapUs);
        put('down', code, pressUs);
        put('up', code, gapUs);
        for (const modifier of modifiers.toReversed()) put('up', modifier, gapUs);
      }
    }
  }
  return fitting(tidy(events, score.lengthUs + moved));
}

/** What can be written at the end of a score, one after the other. Times in µs. */
export type Step =
  | { step: 'press'; code: Code; us: number }
  | { step: 'down' | 'up'; code: Code }
  | { step: 'wait'; us: number }
  | { step: 'text'; text: string; gapMs: number };

/** The score with a step more at its end. */
export function addStep(score: Score, step: Step): Score {
  const atUs = score.lengthUs;
  switch (step.step) {
    case 'press': {
      const { code, us } = step;
      return tidy([...score.events, { atUs, edge: 'down', code }, { atUs: atUs + us, edge: 'up', code }], atUs + us);
    }
    case 'down':
    case 'up':
      return tidy([...score.events, { atUs, edge: step.step, code: step.code }], atUs);
    case 'wait':
      return tidy(score.events, atUs + step.us);
    case 'text':
      return tidy([...score.events, { atUs, text: step.text, gapMs: step.gapMs }], atUs);
  }
}

/** Another length; events behind it make it longer. */
export const setLength = (score: Score, lengthUs: number): Score => tidy(score.events, Math.max(0, lengthUs));
