/**
 * A hand that is not perfect, as force on one key, in grams:
 *
 *     force = weight + drift + tremor + slips          depth = (force - top) / spring, between rest and the bottom
 *
 * *Drift* is the hand settling and shifting, about once in two seconds; *tremor* the trembling that every hand has, 8 to
 * 12 Hz; a *slip* a short push by chance, as when one reaches for another key. docs/travel.md explains the figures.
 */
import type { Finger } from '../board';
import { normal, seeded } from './random';
import { Sway, type SwayShape } from './sway';

/** How often the hand is looked at, in Hz: twenty times a period of the tremor. */
export const SAMPLE_HZ = 200;
/** Drift is slow: it is worked out every so many samples, with a straight line between. */
const DRIFT_EVERY = 10;

/** The spring of a switch: what it takes to move at all, and at the bottom, in grams. */
const SPRING = { topG: 35, bottomG: 65 } as const;

export type Hand = {
  /** What lies on the key on average, in grams. */
  weightG: number;
  drift: SwayShape;
  tremor: SwayShape;
  /** Short pushes: how many an hour, how strong on average (exponentially distributed), how long. */
  slips: { perHour: number; meanG: number; ms: number };
};

export const DRIFT: SwayShape = { deviation: 5, hz: 0.5, damping: 0.7 };
export const TREMOR: SwayShape = { deviation: 2, hz: 10, damping: 0.2 };
const SLIPS = { perHour: 2, meanG: 8, ms: 120 } as const;

/** How a hand lies on the keys: what one finger of it weighs, in grams. */
export const RESTING_WEIGHTS = { light: 12, usual: 16, heavy: 22 } as const;
export type RestingWeight = keyof typeof RESTING_WEIGHTS;

/** Fingers weigh differently: the index finger is the measure. */
const FINGER_SHARES: Readonly<Record<Finger, number>> = {
  thumb: 1.2,
  index: 1,
  middle: 1,
  ring: 0.9,
  little: 0.8,
};

export const restingHand = (weight: RestingWeight, finger: Finger): Hand => ({
  weightG: RESTING_WEIGHTS[weight] * FINGER_SHARES[finger],
  drift: DRIFT,
  tremor: TREMOR,
  slips: SLIPS,
});

/** A finger that holds a key down, not right to the bottom: near three quarters of the travel. */
export const HOLDING_HAND: Hand = {
  weightG: SPRING.topG + 0.72 * (SPRING.bottomG - SPRING.topG),
  drift: { ...DRIFT, deviation: 0.45, hz: 0.3 },
  tremor: { ...TREMOR, deviation: 0.2 },
  slips: { perHour: 0, meanG: 0, ms: 0 },
};

/** The depth at which a force and the spring are even, in µm. */
export function depthOfForce(forceG: number, travelUm: number): number {
  const share = (forceG - SPRING.topG) / (SPRING.bottomG - SPRING.topG);
  return share <= 0 ? 0 : share >= 1 ? travelUm : Math.round(share * travelUm);
}

/** The force it takes to press a key to a depth, in grams. */
export const forceOfDepth = (depthUm: number, travelUm: number): number =>
  SPRING.topG + (depthUm / travelUm) * (SPRING.bottomG - SPRING.topG);

/** The depths of one key under a hand, one for each 1/SAMPLE_HZ of a second; the same for the same seed. */
export function depthsOf(hand: Hand, travelUm: number, seed: number): () => number {
  const random = seeded(seed);
  const chance = normal(random);
  const drift = new Sway(hand.drift, DRIFT_EVERY / SAMPLE_HZ, chance);
  const tremor = new Sway(hand.tremor, 1 / SAMPLE_HZ, chance);
  const slipChance = hand.slips.perHour / 3600 / SAMPLE_HZ;
  const slipSamples = Math.max(1, Math.round((hand.slips.ms / 1000) * SAMPLE_HZ));
  let slipG = 0;
  let slipAt = slipSamples;
  let sample = 0;
  let driftG = drift.next();
  let nextDriftG = drift.next();
  return () => {
    if (sample === DRIFT_EVERY) {
      sample = 0;
      driftG = nextDriftG;
      nextDriftG = drift.next();
    }
    const drifted = driftG + ((nextDriftG - driftG) * sample++) / DRIFT_EVERY;
    if (slipAt < slipSamples) slipAt++;
    else if (random() < slipChance) {
      slipG = -hand.slips.meanG * Math.log(1 - random());
      slipAt = 0;
    }
    const push = slipAt < slipSamples ? slipG * Math.sin((Math.PI * slipAt) / slipSamples) : 0;
    return depthOfForce(hand.weightG + drifted + tremor.next() + push, travelUm);
  };
}
