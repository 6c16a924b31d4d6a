/** Changes to the parts of a stroke plan. Each gives a new list; what cannot be is left as it was. */
import { LIMITS, type Action, type Crossing, type Span } from '../profile';
import { crossingAt, placeOf } from './loop';

const replaced = (spans: readonly Span[], at: number, span: Span): Span[] =>
  spans.map((other, n) => (n === at ? span : other));

const isSame = (a: Crossing, b: Crossing): boolean => a.going === b.going && a.atUm === b.atUm;

/** Moves one end of a part, or the whole of it, to a place on the loop, snapped. An end never comes to its beginning. */
export function moveSpan(
  spans: readonly Span[],
  at: number,
  what: 'from' | 'to' | 'whole',
  placeUm: number,
  travelUm: number,
  stepUm?: number,
): Span[] {
  const span = spans[at];
  if (!span) return [...spans];
  const crossing = crossingAt(placeUm, travelUm, stepUm);
  if (what === 'to')
    return span.to && !isSame(crossing, span.from) ? replaced(spans, at, { ...span, to: crossing }) : [...spans];
  if (what === 'from' || !span.to) {
    if (span.to && isSame(crossing, span.to)) return [...spans];
    return replaced(spans, at, { ...span, from: crossing });
  }
  const lengthUm = placeOf(span.to, travelUm) - placeOf(span.from, travelUm);
  const first = LIMITS.depthUm.least;
  const last = 2 * travelUm - LIMITS.depthUm.least;
  const fromUm = Math.min(Math.max(placeOf(crossing, travelUm), first, first - lengthUm), last, last - lengthUm);
  const [from, to] = [crossingAt(fromUm, travelUm, stepUm), crossingAt(fromUm + lengthUm, travelUm, stepUm)];
  return isSame(from, to) ? [...spans] : replaced(spans, at, { ...span, from, to });
}

/** A held part from a little below the top to the same depth on the way back, or below the last when that is free. */
export function addSpan(spans: readonly Span[], isMark: boolean, action: Action, travelUm: number): Span[] {
  const deepest = Math.max(0, ...spans.filter(({ from }) => from.going === 'down').map(({ from }) => from.atUm));
  const wanted = deepest === 0 ? travelUm / 4 : (deepest + travelUm) / 2;
  const from = crossingAt(wanted, travelUm);
  return [...spans, { from, ...(!isMark && { to: { going: 'up' as const, atUm: from.atUm } }), action }];
}

export const removeSpan = (spans: readonly Span[], at: number): Span[] => spans.filter((_, n) => n !== at);

/** Lists a part earlier or later: at equal depths the order of the list is the order of events. */
export function reorderSpan(spans: readonly Span[], at: number, by: -1 | 1): Span[] {
  const list = [...spans];
  const [span] = list.splice(at, 1);
  if (span) list.splice(Math.min(Math.max(at + by, 0), list.length), 0, span);
  return list;
}

/** A held part becomes a mark at its beginning; a mark becomes held until it is passed on the way back. */
export function toggleMark(spans: readonly Span[], at: number): Span[] {
  const span = spans[at];
  if (!span) return [...spans];
  const { to, ...mark } = span;
  const back: Crossing = { going: span.from.going === 'down' ? 'up' : 'down', atUm: span.from.atUm };
  return replaced(spans, at, to ? mark : { ...span, to: back });
}
