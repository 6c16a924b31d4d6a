/**
 * What a program sees that does not get every event, but looks at the keys f times a second. When it first looks is unknown:
 * its phase is uniform over one interval T = 1/f.
 *
 * Something is seen when it lasts while the program looks. So every demand is a span of time in which a look must fall:
 *
 *     a press is seen            between its down and its up
 *     two downs are told apart   between the first and the second
 *     a press again is noticed   between the up of a key and its next down
 *
 * A span of length L < T is missed for the phases that fall into no place of it: an arc of T - L on the circle of phases. Each
 * demand alone is met with probability min(1, L / T); all of them together with one minus the union of their arcs over T. Both are
 * exact, no chance is involved.
 */
import type { Code } from '../codes';
import { codesOfStroke, hostLayout, strokesOf, type HostLayoutId } from '../hosts';
import type { Macro, Score } from '../profile';
import { partsOf } from './held';
import { closeOpen } from './operations';
import { openKeys } from './presses';

/** A usage edge as the receiver's computer gets it. */
type Arrival = { tUs: number; down: boolean; code: Code; event: number };

/** One demand on the receiver: a look between two moments, and how likely one falls there. */
export type Demand = {
  what: 'press' | 'order' | 'again';
  /** The key pressed; for `order` the second one, after `before`. */
  code: Code;
  before?: Code;
  fromUs: number;
  toUs: number;
  chance: number;
  /** Places in the score of the events at its two ends. */
  events: readonly [number, number];
};

export type Seen = { demands: Demand[]; presses: number; pairs: number; all: number };

/**
 * The edges of a score as reports bring them: one edge a report, one report a poll at most.
 * @param pollUs the poll interval in µs
 */
export function arrivalsOf(score: Score, pollUs: number, host: HostLayoutId = 'us'): Arrival[] {
  const layout = hostLayout(host);
  const edges = score.events.flatMap((event, index): Arrival[] => {
    if ('code' in event) return [{ tUs: event.atUs, down: event.edge === 'down', code: event.code, event: index }];
    if (!('text' in event)) return [];
    return [...event.text].flatMap((character, n) => {
      const tUs = event.atUs + n * event.gapMs * 1000;
      return (strokesOf(layout, character) ?? []).flatMap((stroke) => {
        const codes = codesOfStroke(stroke);
        return [
          ...codes.map((code) => ({ tUs, down: true, code, event: index })),
          ...codes.toReversed().map((code) => ({ tUs, down: false, code, event: index })),
        ];
      });
    });
  });
  edges.sort((a, b) => a.tUs - b.tUs);
  let freeUs = -Infinity;
  return edges.map((edge) => {
    const tUs = Math.max(edge.tUs, freeUs);
    freeUs = tUs + pollUs;
    return { ...edge, tUs };
  });
}

/**
 * A part of a macro as it reaches the computer: the macro lets go of what is still down when it finishes, so a last part that
 * leaves a key open ends with its release, and the press is as short as that. What a macro leaves held has no end to look for.
 */
export function asHeard(macro: Macro, part: 'onPress' | 'repeat' | 'onRelease'): Score | undefined {
  const parts = partsOf(macro);
  const score = macro[part];
  if (!score || macro.leavesHeld || parts.at(-1)?.name !== part) return score;
  return openKeys(score).length > 0 ? closeOpen(score) : score;
}

/** Every span in which the receiver has to look, in the order in which they end. */
function demandsOf(arrivals: readonly Arrival[], intervalUs: number): Demand[] {
  const demands: Demand[] = [];
  const down = new Map<Code, Arrival>();
  const up = new Map<Code, Arrival>();
  let lastDown: Arrival | null = null;
  const demand = (what: Demand['what'], from: Arrival, to: Arrival, before?: Code): void => {
    const chance = Math.min(1, (to.tUs - from.tUs) / intervalUs);
    const events = [from.event, to.event] as const;
    const spoken = what === 'order' ? to.code : from.code;
    demands.push({
      what,
      code: spoken,
      ...(before !== undefined && { before }),
      fromUs: from.tUs,
      toUs: to.tUs,
      chance,
      events,
    });
  };
  for (const arrival of arrivals) {
    const { code } = arrival;
    if (arrival.down) {
      const released = up.get(code);
      if (released) demand('again', released, arrival);
      if (lastDown && lastDown.code !== code) demand('order', lastDown, arrival, lastDown.code);
      down.set(code, arrival);
      lastDown = arrival;
    } else {
      const pressed = down.get(code);
      if (pressed) demand('press', pressed, arrival);
      down.delete(code);
      up.set(code, arrival);
    }
  }
  return demands;
}

/** How likely all demands are met together: what is left of the circle of phases when every arc of misses is taken out. */
function chanceOfAll(demands: readonly Demand[], intervalUs: number): number {
  // An arc of misses begins where the span ends and is as long as what the span lacks to a whole interval.
  const arcs: [number, number][] = [];
  for (const { fromUs, toUs } of demands) {
    const missing = intervalUs - (toUs - fromUs);
    if (missing <= 0) continue;
    const start = ((toUs % intervalUs) + intervalUs) % intervalUs;
    if (start + missing <= intervalUs) arcs.push([start, start + missing]);
    else arcs.push([start, intervalUs], [0, start + missing - intervalUs]);
  }
  arcs.sort((a, b) => a[0] - b[0]);
  let covered = 0;
  let reached = 0;
  for (const [from, to] of arcs) {
    if (to <= reached) continue;
    covered += to - Math.max(from, reached);
    reached = to;
  }
  return Math.max(0, 1 - covered / intervalUs);
}

/**
 * What a receiver that looks `hz` times a second sees of a score.
 * @param pollUs the device's poll interval in µs
 */
export function seenBy(score: Score, hz: number, pollUs: number, host: HostLayoutId = 'us'): Seen {
  const intervalUs = 1_000_000 / hz;
  const demands = demandsOf(arrivalsOf(score, pollUs, host), intervalUs);
  const of = (wanted: (demand: Demand) => boolean): number => chanceOfAll(demands.filter(wanted), intervalUs);
  return {
    demands,
    presses: of(({ what }) => what === 'press'),
    pairs: of(({ what }) => what !== 'press'),
    all: of(() => true),
  };
}

/** How likely all arrives when the score is stretched, for a chart. */
export const chanceByStretch = (
  score: Score,
  hz: number,
  pollUs: number,
  stretches: readonly number[],
  stretched: (score: Score, factor: number) => Score,
  host: HostLayoutId = 'us',
): number[] => stretches.map((factor) => seenBy(stretched(score, factor), hz, pollUs, host).all);
