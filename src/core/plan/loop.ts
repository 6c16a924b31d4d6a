/**
 * One press as a loop: 0 at the top, on the way down; the travel at the bottom; twice the travel at the top again. Every
 * crossing of a stroke plan has one place on it, and on a whole press the places are met in order.
 */
import type { Board } from '../board';
import { endIsReached, LIMITS, turnedBack, type Crossing, type Span } from '../profile';

/** What depths are measured in, in µm, on a board that does not say. */
const RESOLUTION_UM = 10;

/** What depths are measured in on a board, in µm. */
export const resolutionOf = ({ device }: Pick<Board, 'device'>): number => device.travelStepUm ?? RESOLUTION_UM;

/** A depth as it can be measured, in steps of so many µm. */
export const snappedUm = (um: number, stepUm = RESOLUTION_UM): number => Math.round(um / stepUm) * stepUm;

/** The place of a crossing on the loop, in µm. */
export const placeOf = ({ going, atUm }: Crossing, travelUm: number): number =>
  going === 'down' ? atUm : 2 * travelUm - atUm;

/** The crossing at a place of the loop, snapped to what can be measured and crossed. */
export function crossingAt(placeUm: number, travelUm: number, stepUm = RESOLUTION_UM): Crossing {
  const isDown = placeUm <= travelUm;
  const depth = isDown ? placeUm : 2 * travelUm - placeUm;
  return {
    going: isDown ? 'down' : 'up',
    atUm: Math.min(travelUm, Math.max(LIMITS.depthUm.least, snappedUm(depth, stepUm))),
  };
}

/** Where a part of a plan is on one whole press, in places of the loop; a mark begins and ends at one place. */
type Reach = { fromUm: number; toUm: number; endsBy: 'mark' | 'its end' | 'turning back' | 'rest' };

export function reachOf(span: Span, travelUm: number): Reach {
  const fromUm = placeOf(span.from, travelUm);
  if (!span.to) return { fromUm, toUm: fromUm, endsBy: 'mark' };
  const ownUm = placeOf(span.to, travelUm);
  if (endIsReached(span) && ownUm > fromUm) return { fromUm, toUm: ownUm, endsBy: 'its end' };
  if (span.from.going === 'down')
    return { fromUm, toUm: placeOf(turnedBack(span.from), travelUm), endsBy: 'turning back' };
  return { fromUm, toUm: 2 * travelUm, endsBy: 'rest' };
}

/** A stretch of the loop. */
export type Stretch = { fromUm: number; toUm: number };

/** Where, on a whole press, nothing is held between the first held part and the last. */
export function gapsOf(spans: readonly Span[], travelUm: number): Stretch[] {
  const reaches = spans
    .filter(({ to }) => to)
    .map((span) => reachOf(span, travelUm))
    .sort((a, b) => a.fromUm - b.fromUm);
  const gaps: Stretch[] = [];
  let heldUm = reaches[0]?.toUm ?? 0;
  for (const { fromUm, toUm } of reaches) {
    if (fromUm > heldUm) gaps.push({ fromUm: heldUm, toUm: fromUm });
    heldUm = Math.max(heldUm, toUm);
  }
  return gaps;
}
