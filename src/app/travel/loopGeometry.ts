/** How a stroke plan is drawn: depth runs down, the left limb is the way down, the right limb the way up. */
import { placeOf, reachOf } from '../../core/plan';
import type { Crossing, Span } from '../../core/profile';

export const LOOP_WIDTH = 500;
export const LOOP_HEIGHT = 318;
const TOP = 20;
const DEEP = 210;
/** Middle of the outermost ribbon; each further part lies inside the one before. */
const LEFT = 164;
const RIGHT = LOOP_WIDTH - LEFT;
const LANE = 24;
/** What stays free around the middle, however many parts there are. */
const MIDDLE = 14;
const BEND = 14;
const LABEL_GAP = 14;

type LoopScale = {
  y(um: number): number;
  /** The middle of a part's ribbon on the limb of a place. */
  x(lane: number, placeUm: number): number;
  /** The ribbon of a part along the loop. */
  path(lane: number, fromUm: number, toUm: number): string;
  /** The place on the loop of a point of the drawing. */
  placeAt(x: number, y: number): number;
  ribbon: number;
};

export function loopScale(lanes: number, travelUm: number): LoopScale {
  const lane = Math.min(LANE, (LOOP_WIDTH / 2 - LEFT - MIDDLE) / Math.max(1, lanes - 1));
  const y = (um: number): number => TOP + (um / travelUm) * DEEP;
  const x = (n: number, placeUm: number): number => (placeUm <= travelUm ? LEFT + n * lane : RIGHT - n * lane);
  const yOf = (placeUm: number): number => y(placeUm <= travelUm ? placeUm : 2 * travelUm - placeUm);
  return {
    y,
    x,
    ribbon: lane * 0.62,
    path: (n, fromUm, toUm) => {
      if (toUm <= travelUm || fromUm >= travelUm) return `M${x(n, fromUm)} ${yOf(fromUm)}V${yOf(toUm)}`;
      const bottom = y(travelUm) + 22 + (lanes - 1 - n) * lane * 0.62;
      const [left, right] = [x(n, 0), x(n, 2 * travelUm)];
      return (
        `M${left} ${yOf(fromUm)}V${bottom - BEND}q0 ${BEND} ${BEND} ${BEND}` +
        `H${right - BEND}q${BEND} 0 ${BEND} ${-BEND}V${yOf(toUm)}`
      );
    },
    placeAt: (px, py) => {
      const um = Math.min(travelUm, Math.max(0, ((py - TOP) / DEEP) * travelUm));
      return px < LOOP_WIDTH / 2 ? um : 2 * travelUm - um;
    },
  };
}

/** One end of a part (or a mark), and where its figure stands in the margin, clear of the others. */
export type LoopHandle = {
  part: number;
  what: 'from' | 'to';
  crossing: Crossing;
  placeUm: number;
  x: number;
  y: number;
  labelY: number;
};

/** All ends of a plan as handles; the figures of each limb stand below each other. */
export function loopHandles(spans: readonly Span[], travelUm: number): LoopHandle[] {
  const scale = loopScale(spans.length, travelUm);
  const handles = spans.flatMap((span, part): LoopHandle[] => {
    const of = (what: 'from' | 'to', crossing: Crossing): LoopHandle => {
      const placeUm = placeOf(crossing, travelUm);
      const y = scale.y(crossing.atUm);
      return { part, what, crossing, placeUm, x: scale.x(part, placeUm), y, labelY: y };
    };
    return [of('from', span.from), ...(span.to ? [of('to', span.to)] : [])];
  });
  for (const going of ['down', 'up'] as const) {
    let least = -Infinity;
    for (const handle of handles.filter(({ crossing }) => crossing.going === going).sort((a, b) => a.y - b.y)) {
      handle.labelY = Math.max(handle.y, least);
      least = handle.labelY + LABEL_GAP;
    }
  }
  return handles;
}

/** What of the loop a part covers on a whole press. */
export const coverOf = (span: Span, travelUm: number): { fromUm: number; toUm: number } => reachOf(span, travelUm);

export const LABEL_LEFT = LEFT - 22;
export const LABEL_RIGHT = RIGHT + 22;
