/** Which profiles of a keyboard leave no key to change the slot: who goes there with a key does not come back with one. */
import { allActions, type Profile } from '../profile';

/** Whether some key or joint press of a profile changes the slot. */
const changesSlot = (profile: Profile): boolean => allActions(profile).some(({ action }) => action.do === 'slot');

/**
 * The profiles that strand a person: no key of theirs changes the slot, while a key of another one leads away from where it is.
 * @param stored what is in the slots, `undefined` for none
 * @returns the slots, from 0
 */
export function strandingSlots(stored: readonly (Profile | undefined)[]): number[] {
  const leads = stored.some((profile) => profile !== undefined && changesSlot(profile));
  return leads ? stored.flatMap((profile, slot) => (profile && !changesSlot(profile) ? [slot] : [])) : [];
}
