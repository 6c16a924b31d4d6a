/**
 * How lamps move: a share of 256 by which each is lit, from whole numbers alone, so that every keyboard moves alike. Movements are of our own
 * invention: *tide* goes slowly from left to right and back, *shuttle* lights every other row in turn, *echo* lights what is pressed and lets it fade.
 * What waits for a decision pulses, calmly, whatever the movement is.
 */
import type { LampMovement } from '../profile';
import { DARK, type Color, type LampPlan } from './plan';

/** All of a lamp's light. */
export const FULL = 256;

const TIDE_MS = 4000;
/** How much later the tide comes with each hundredth of a key unit. */
const TIDE_LAG_MS = 2;
const SHUTTLE_MS = 3000;
const ECHO_MS = 600;
const PULSE_MS = 1200;
/** The least light in each. */
const LEAST = { tide: 128, shuttle: 144, echo: 112, pulse: 96 } as const;

/** From 0 up to 256 and back, once a period. */
function swing(tMs: number, periodMs: number): number {
  const phase = ((tMs % periodMs) + periodMs) % periodMs;
  const half = periodMs / 2;
  return Math.floor((FULL * (phase < half ? phase : periodMs - phase)) / half);
}

const between = (least: number, share: number): number => least + Math.floor(((FULL - least) * share) / FULL);

/** How long it is since a key was pressed last, in ms; 0 while it is down, Infinity when it has not been. */
export type SincePress = (key: number) => number;

/** The share of 256 by which a key's lamp is lit, `tMs` after the movement began. */
export function shareAt(plan: LampPlan, movement: LampMovement, tMs: number, key: number, since: SincePress): number {
  switch (movement) {
    case 'still':
      return FULL;
    case 'tide':
      return between(LEAST.tide, swing(tMs - TIDE_LAG_MS * (plan.along[key] as number), TIDE_MS));
    case 'shuttle':
      return between(LEAST.shuttle, swing(tMs + ((plan.rows[key] as number) % 2) * (SHUTTLE_MS / 2), SHUTTLE_MS));
    case 'echo': {
      const ms = Math.min(ECHO_MS, since(key));
      return between(LEAST.echo, Math.floor((FULL * (ECHO_MS - ms)) / ECHO_MS));
    }
  }
}

/** The share of 256 by which the lamp of a key is lit that waits for a decision, so many ms after it began to wait. */
export const pulseAt = (tMs: number): number => between(LEAST.pulse, FULL - swing(tMs, PULSE_MS));

/** A colour at a brightness (`level` of `most`) and a share of 256; `DARK` stays dark, and so does what level 0 leaves. */
export function dimmed(color: Color, level: number, most: number, share: number = FULL): Color {
  if (color === DARK || level <= 0) return DARK;
  const part = (shift: number): number =>
    Math.floor((((color >> shift) & 0xff) * level * share) / (most * FULL)) << shift;
  return part(16) | part(8) | part(0);
}
