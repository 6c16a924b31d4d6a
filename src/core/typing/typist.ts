/**
 * A typist made of numbers: what fingers do when somebody writes a text on a profile. Presses last, overlap, roll and linger with known means and
 * spreads, so that what a sweep finds can be held against what is known. docs/typing.md has the model; no person types quite like it.
 */
import type { KeyId } from '../board';
import type { Sound } from '../check';
import type { Sample } from '../engine';
import { normal } from '../hands';
import { samplesOfMoves, type Move } from './performing';
import type { Way } from './reach';
import { tokensOf } from './tokens';
import { Ways } from './ways';

/** A time in ms: its mean, and how far it spreads (one standard deviation). */
type Spread = { mean: number; spread: number };

export type Typist = {
  /** How long a key is down that is tapped. */
  tap: Spread;
  /** From one press to the next. */
  gap: Spread;
  /** From the press of a key that is held to the press within. */
  lead: Spread;
  /** From the release within to that of the key that is held; less than 0 is the wrong way round. */
  tail: Spread;
  /** How many of a hundred taps linger, and how long those are down. */
  lingers: number;
  lingering: Spread;
};

export const USUAL_TYPIST: Typist = {
  tap: { mean: 95, spread: 22 },
  gap: { mean: 135, spread: 45 },
  lead: { mean: 170, spread: 45 },
  tail: { mean: 45, spread: 30 },
  lingers: 2,
  lingering: { mean: 230, spread: 40 },
};

/** No press is shorter, and no two of one key are nearer, in ms. */
const LEAST_MS = 12;
/** How long a key is held whose hold is what is meant, in ms. */
const LONG_MS = 420;

/**
 * What a typist's fingers do for a text.
 * @param text as `replay --text` prints it
 * @param chance 0 to 1, from outside
 * @throws RangeError when no key of the profile makes some of it
 */
export function typed(text: string, sound: Sound, chance: () => number, typist: Typist = USUAL_TYPIST): Sample[] {
  const bell = normal(chance);
  const draw = ({ mean, spread }: Spread): number => mean + spread * bell();
  const moves: Move[] = [];
  const upUs = new Map<KeyId, number>();
  let nextUs = 200_000;
  const us = (ms: number): number => Math.round(ms * 1000);
  /** A key goes down not before it is up, and up not before it is down. */
  const down = (keys: readonly KeyId[], atUs: number): number => {
    const free = Math.max(atUs, ...keys.map((key) => (upUs.get(key) ?? 0) + us(LEAST_MS)));
    for (const key of keys) moves.push({ tUs: free, key, isDown: true });
    return free;
  };
  const up = (keys: readonly KeyId[], atUs: number): void => {
    for (const key of keys) {
      moves.push({ tUs: atUs, key, isDown: false });
      upUs.set(key, atUs);
    }
  };
  const ways = new Ways(sound);
  const chains = tokensOf(text).flatMap((token): readonly Way[] => {
    const found = ways.to(token);
    if (!found) throw new RangeError(`no key of the profile makes ${token}`);
    return found;
  });
  for (const { steps } of chains) {
    let atUs = nextUs;
    let lastUpUs = atUs;
    const held: { keys: readonly KeyId[]; downUs: number }[] = [];
    for (const { keys, presses, isLong, isHeld } of steps) {
      for (let n = 0; n < presses; n++) {
        const downUs = down(keys, atUs);
        if (isHeld && n === presses - 1) {
          held.push({ keys, downUs });
          atUs = downUs + us(Math.max(LEAST_MS, draw(typist.lead)));
          continue;
        }
        const isLinger = chance() * 100 < typist.lingers;
        const forMs = isLong ? LONG_MS : Math.max(LEAST_MS, draw(isLinger ? typist.lingering : typist.tap));
        lastUpUs = downUs + us(forMs);
        up(keys, lastUpUs);
        atUs = downUs + us(Math.max(LEAST_MS, draw(typist.gap)));
      }
    }
    let freeUs = atUs;
    for (const { keys, downUs } of held.reverse()) {
      const endUs = Math.max(downUs + us(LEAST_MS), lastUpUs + us(draw(typist.tail)));
      up(keys, endUs);
      freeUs = Math.max(freeUs, endUs + us(LEAST_MS));
    }
    nextUs = freeUs;
  }
  // Of two moves at one time an up goes first.
  moves.sort((a, b) => a.tUs - b.tUs || Number(a.isDown) - Number(b.isDown));
  return samplesOfMoves(moves, sound.board);
}
