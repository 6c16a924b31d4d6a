/** What of a design a keyboard holds: what only people read is left out where a slot has no room for it. */
import type { Board } from '../board';
import { check, isSound, type Sound } from '../check';
import { isSameDesign, withWalk, type Profile } from '../profile';
import { encodeImage } from './encode';

/** What of a profile an image has not: nothing, the walk, or that and all names, labels and notes. */
export type LeftOut = 'nothing' | 'walk' | 'names';

/** The image of a sound profile with as much as there is room for. @param mostBytes how long it may be; without names it is as long as it is */
export function imageFor(sound: Sound, mostBytes = Infinity): { image: Uint8Array; leftOut: LeftOut } {
  const whole = encodeImage(sound);
  if (whole.length <= mostBytes) return { image: whole, leftOut: 'nothing' };
  const walkless = encodeImage(sound, { withoutWalk: true });
  if (sound.profile.walk && walkless.length <= mostBytes) return { image: walkless, leftOut: 'walk' };
  return { image: encodeImage(sound, { withoutNames: true }), leftOut: 'names' };
}

/**
 * How a slot holds a design: all of it, all but a walk for which it has no room, or another.
 * @param slotBytes how long an image may be there; left out, everything has room
 */
export function howHeld(
  held: Profile,
  profile: Profile,
  board: Board,
  slotBytes = Infinity,
): 'same' | 'withoutWalk' | 'other' {
  if (isSameDesign(held, profile)) return 'same';
  if (held.walk || !profile.walk || !isSameDesign(held, withWalk(profile, []))) return 'other';
  const sound = check(profile, board);
  return isSound(sound) && imageFor(sound, slotBytes).leftOut !== 'nothing' ? 'withoutWalk' : 'other';
}
