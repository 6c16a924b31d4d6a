/** Whether a keyboard holds a design: what only people read is left out where a slot has no room for it. */
import type { Board } from '../board';
import { check, isSound } from '../check';
import { isSameDesign, withWalk, type Profile } from '../profile';
import { encodeImage } from './encode';

/** @param slotBytes how long an image may be there; left out, everything has room */
export function isHeldAs(held: Profile, profile: Profile, board: Board, slotBytes = Infinity): boolean {
  if (isSameDesign(held, profile)) return true;
  if (held.walk || !profile.walk || !isSameDesign(held, withWalk(profile, []))) return false;
  const sound = check(profile, board);
  return isSound(sound) && encodeImage(sound).length > slotBytes;
}
