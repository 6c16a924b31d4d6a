/** What every lamp shows at a moment: which layer answers each key, which signs are lit, which keys wait for a decision. */
import { HOST_LAMPS } from '../codes';
import type { Standing } from '../engine';
import { DARK, type Color, type LampPlan } from './plan';

/** What is around it: it does not follow from fingers. */
export type Surroundings = {
  recording: boolean;
  /** Lamps that the host has lit, as bits by their places in `HOST_LAMPS`. */
  hostLamps: number;
  /** The slot in use, from 0. */
  slot: number;
};

/** All lamps by the keys' places: colours as `0xRRGGBB`, -1 where none is lit; and the keys that pulse. */
export type Shown = { colors: readonly number[]; pulsing: readonly number[] };

export const AT_REST: Standing = { layers: [0], hasLatches: false, capitals: false, waiting: [] };
export const ALONE: Surroundings = { recording: false, hostLamps: 0, slot: 0 };

/** What lamps show as the keyboard stands, with the keys that pulse. */
export const shownAt = (plan: LampPlan, standing: Standing, surroundings: Surroundings = ALONE): Shown => ({
  colors: Array.from(lampsAt(plan, standing, surroundings)),
  pulsing: plan.pulses ? standing.waiting : [],
});

/** The layer that answers a key, -1 when none does; a layer that lights only what it assigns hides what lies below it. */
function answerOf({ answers, only, keyCount }: LampPlan, layers: readonly number[], key: number): number {
  for (const layer of layers) {
    if (answers[layer * keyCount + key] === 1) return layer;
    if (only[layer] === 1) return -1;
  }
  return -1;
}

/**
 * The colour of each lamp, by the keys' places; `DARK` where none is lit. Brightness, movement and pulse are no part of it.
 * @param into the array to fill, as long as the board has keys
 */
export function lampsAt(
  plan: LampPlan,
  { layers, hasLatches, capitals }: Standing,
  { recording, hostLamps, slot }: Surroundings = ALONE,
  into: Int32Array = new Int32Array(plan.keyCount),
): Int32Array {
  for (let key = 0; key < plan.keyCount; key++) {
    const layer = answerOf(plan, layers, key);
    into[key] = layer < 0 ? DARK : (plan.colors[layer * plan.keyCount + key] as Color);
  }
  for (const { of, number, key, color } of plan.signs) {
    const isLit =
      (of === 'layer' && layers.includes(number)) ||
      (of === 'latch' && hasLatches) ||
      (of === 'capitals' && capitals) ||
      (of === 'recording' && recording) ||
      (of === 'lamp' && number < HOST_LAMPS.length && ((hostLamps >> number) & 1) === 1) ||
      (of === 'slot' && number === slot);
    if (isLit) into[key] = color;
  }
  return into;
}
