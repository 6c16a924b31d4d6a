/** A score as presses: bars from down to up, with what never comes up, and ups that nothing went down for. */
import type { Code } from '../codes';
import { oncePer, type Score } from '../profile';

/** One press. Indices are places in the score's events; `upUs` and `up` are null when it never comes up. */
export type Press = { code: Code; downUs: number; upUs: number | null; down: number; up: number | null };

export type Presses = {
  presses: Press[];
  /** Ups of keys that are not down, by place. */
  strayUps: number[];
  /** Texts and turns of the wheel, by place. */
  others: number[];
};

/** The presses of a score in the order they go down. A second down of a key that is down ends the press before it there. */
export function pressesOf(score: Score): Presses {
  const open = new Map<Code, Press>();
  const presses: Press[] = [];
  const strayUps: number[] = [];
  const others: number[] = [];
  score.events.forEach((event, index) => {
    if (!('code' in event)) {
      others.push(index);
      return;
    }
    const { code, atUs } = event;
    const before = open.get(code);
    if (event.edge === 'down') {
      if (before) before.upUs = atUs;
      const press: Press = { code, downUs: atUs, upUs: null, down: index, up: null };
      open.set(code, press);
      presses.push(press);
    } else if (before) {
      before.upUs = atUs;
      before.up = index;
      open.delete(code);
    } else {
      strayUps.push(index);
    }
  });
  return { presses, strayUps, others };
}

/** How many presses and releases a score has, and how long it is. */
export const countsOf = oncePer((score: Score) => {
  const keys = score.events.filter((event) => 'code' in event);
  const presses = keys.filter(({ edge }) => edge === 'down').length;
  return { events: score.events.length, presses, releases: keys.length - presses, lengthUs: score.lengthUs };
});

/** The keys of a score in the order they first appear. */
export const keysOf = (score: Score): Code[] => [
  ...new Set(score.events.flatMap((event) => ('code' in event ? [event.code] : []))),
];

/** The keys that are down when the score is over, in the order they went down. */
export const openKeys = (score: Score): Code[] =>
  pressesOf(score).presses.flatMap(({ code, upUs }) => (upUs === null ? [code] : []));
