/**
 * Where things lie in the drawn score: lanes by key, bars by press, and what is under the pointer. Nothing here draws.
 */
import { hostLayout, legendOnHost, type HostLayoutId } from '../../core/hosts';
import { pressesOf, type Places } from '../../core/macro';
import type { Score } from '../../core/profile';

export const LABELS = 74;
export const RULER = 22;
/** How near to an end of a bar the pointer takes that end, in px. */
const EDGE_PX = 5;
const MARK_PX = 7;

/** One thing in a lane: a press with its two ends, or a mark for a text, the wheel or an up of nothing. */
export type ScoreBar = {
  lane: number;
  fromUs: number;
  /** Null while it is open. */
  toUs: number | null;
  kind: 'press' | 'text' | 'wheel' | 'stray';
  label: string;
  /** Places of its events: one for a mark or an open press, else two. */
  places: readonly number[];
};

export type ScorePlan = { lanes: string[]; bars: ScoreBar[]; lengthUs: number };

/** The lanes and bars of a score; texts and the wheel have lanes of their own, below. */
export function planScore(score: Score, host: HostLayoutId = 'us'): ScorePlan {
  const lanes: string[] = [];
  const laneOf = new Map<string, number>();
  const lane = (name: string): number => {
    const known = laneOf.get(name);
    if (known !== undefined) return known;
    laneOf.set(name, lanes.length);
    lanes.push(name);
    return lanes.length - 1;
  };
  // A long score has few keys: what one is called is asked once.
  const laneOfCode = new Map<string, number>();
  const codeLane = (code: string): number => {
    const known = laneOfCode.get(code) ?? lane(legendOnHost(hostLayout(host), code));
    laneOfCode.set(code, known);
    return known;
  };
  const { presses, strayUps } = pressesOf(score);
  for (const event of score.events) if ('code' in event) codeLane(event.code);
  const bars = presses.map(({ code, downUs, upUs, down, up }): ScoreBar => {
    const places = up === null ? [down] : [down, up];
    return { lane: codeLane(code), fromUs: downUs, toUs: upUs, kind: 'press', label: '', places };
  });
  for (const place of strayUps) {
    const event = score.events[place];
    if (event && 'code' in event)
      bars.push({
        lane: codeLane(event.code),
        fromUs: event.atUs,
        toUs: event.atUs,
        kind: 'stray',
        label: '↑',
        places: [place],
      });
  }
  score.events.forEach((event, place) => {
    if ('text' in event) {
      const toUs = event.atUs + Math.max(0, [...event.text].length - 1) * event.gapMs * 1000;
      bars.push({
        lane: lane('types'),
        fromUs: event.atUs,
        toUs,
        kind: 'text',
        label: `“${event.text.replaceAll('\n', '⏎')}”`,
        places: [place],
      });
    } else if ('wheel' in event) {
      const { dx, dy } = event.wheel;
      const label = `${dy > 0 ? '▲' : dy < 0 ? '▼' : ''}${dx > 0 ? '▶' : dx < 0 ? '◀' : ''}`;
      bars.push({ lane: lane('wheel'), fromUs: event.atUs, toUs: event.atUs, kind: 'wheel', label, places: [place] });
    }
  });
  return { lanes, bars, lengthUs: score.lengthUs };
}

/** What part of time is shown, and how large. */
export type ScoreView = { fromUs: number; usPerPx: number; width: number; laneHeight: number };

export const xOf = (us: number, { fromUs, usPerPx }: ScoreView): number => LABELS + (us - fromUs) / usPerPx;
export const usAt = (x: number, { fromUs, usPerPx }: ScoreView): number => fromUs + (x - LABELS) * usPerPx;
export const laneTop = (lane: number, { laneHeight }: ScoreView): number => RULER + lane * laneHeight;

type Hit = { bar: ScoreBar; end: 'from' | 'to' | 'whole' };

/** What lies under a point; the last drawn wins. */
export function hitAt(plan: ScorePlan, view: ScoreView, x: number, y: number): Hit | null {
  const lane = Math.floor((y - RULER) / view.laneHeight);
  for (let n = plan.bars.length - 1; n >= 0; n--) {
    const bar = plan.bars[n];
    if (bar?.lane !== lane) continue;
    const left = xOf(bar.fromUs, view);
    const isMark = bar.kind !== 'press' && bar.toUs === bar.fromUs;
    const right = isMark ? left + MARK_PX : xOf(bar.toUs ?? plan.lengthUs, view);
    if (x < left - EDGE_PX || x > Math.max(right, left + 3) + EDGE_PX) continue;
    if (bar.kind !== 'press') return { bar, end: 'whole' };
    if (bar.toUs !== null && Math.abs(x - right) <= EDGE_PX && right - left > 3 * EDGE_PX) return { bar, end: 'to' };
    if (Math.abs(x - left) <= EDGE_PX && right - left > 3 * EDGE_PX) return { bar, end: 'from' };
    if (bar.toUs !== null && x > right) return { bar, end: 'to' };
    return { bar, end: 'whole' };
  }
  return null;
}

/** The events of the bars that a rectangle of time and lanes touches. */
export function placesWithin(
  plan: ScorePlan,
  fromUs: number,
  toUs: number,
  firstLane: number,
  lastLane: number,
): Set<number> {
  const [from, to] = fromUs <= toUs ? [fromUs, toUs] : [toUs, fromUs];
  const [first, last] = firstLane <= lastLane ? [firstLane, lastLane] : [lastLane, firstLane];
  const inside = plan.bars.filter(
    (bar) => bar.lane >= first && bar.lane <= last && bar.fromUs <= to && (bar.toUs ?? plan.lengthUs) >= from,
  );
  return new Set(inside.flatMap(({ places }) => places));
}

/** The bar after (or before) the selected ones in order of time; the first when nothing is selected. */
export function nextBar(plan: ScorePlan, places: Places, step: 1 | -1): ScoreBar | undefined {
  const inOrder = plan.bars.toSorted((a, b) => a.fromUs - b.fromUs || a.lane - b.lane);
  const chosen = inOrder.flatMap((bar, index) => (bar.places.some((place) => places.has(place)) ? [index] : []));
  if (chosen.length === 0) return step > 0 ? inOrder[0] : inOrder.at(-1);
  const at = step > 0 ? (chosen.at(-1) ?? 0) : (chosen[0] ?? 0);
  return inOrder[Math.min(inOrder.length - 1, Math.max(0, at + step))];
}

/** A time moved onto a grid, or onto the nearest of other events when it is near one. */
export function snapTo(us: number, stepUs: number, others: readonly number[], nearUs: number): number {
  const nearest = others.reduce((best, other) => (Math.abs(other - us) < Math.abs(best - us) ? other : best), Infinity);
  if (Math.abs(nearest - us) <= nearUs) return nearest;
  return stepUs > 0 ? Math.round(us / stepUs) * stepUs : Math.round(us);
}

/** Ticks of the ruler: a round step that leaves room for the figures. */
export function tickStepUs(usPerPx: number, leastPx = 70): number {
  const wanted = usPerPx * leastPx;
  const power = 10 ** Math.floor(Math.log10(wanted));
  return [1, 2, 5, 10].map((factor) => factor * power).find((step) => step >= wanted) ?? 10 * power;
}
