/** Chains of presses as fingers do them, without haste: what a way says, as samples that the engine takes. */
import type { Board, KeyId } from '../board';
import type { Sample } from '../engine';
import type { GestureTiming } from '../profile';
import type { Way } from './reach';

/** A tap, and the time between two things that have nothing to do with each other, in ms. */
const TAP_MS = 30;

/** When keys go down and up, in µs from the beginning. */
export type Move = { tUs: number; key: KeyId; isDown: boolean };

/**
 * The moves of a chain, slow enough that every gesture is decided as meant.
 * @param timing the longest times that any gesture of the profile has
 */
export function movesOf({ steps }: Way, timing: GestureTiming): Move[] {
  const moves: Move[] = [];
  let tMs = 0;
  const put = (keys: readonly KeyId[], isDown: boolean): void => {
    for (const key of keys) moves.push({ tUs: tMs * 1000, key, isDown });
  };
  const longMs = timing.holdAfterMs + TAP_MS;
  const pauseMs = Math.max(timing.tapGapMs, timing.retapMs, timing.typingGuardMs) + TAP_MS;
  const held: (readonly KeyId[])[] = [];
  for (const { keys, presses, isLong, isHeld } of steps) {
    for (let n = 0; n < presses; n++) {
      put(keys, true);
      const isLast = n === presses - 1;
      tMs += isLast && (isLong || isHeld) ? longMs : TAP_MS;
      if (isLast && isHeld) held.push(keys);
      else {
        put(keys, false);
        tMs += isLast ? pauseMs : 5;
      }
    }
  }
  for (const keys of held.reverse()) {
    tMs += TAP_MS;
    put(keys, false);
  }
  return moves;
}

/** Moves as samples of full travel. */
export const samplesOfMoves = (moves: readonly Move[], { travelUm }: Board): Sample[] =>
  moves.map(({ tUs, key, isDown }) => ({ tUs, key, depthUm: isDown ? travelUm : 0 }));
