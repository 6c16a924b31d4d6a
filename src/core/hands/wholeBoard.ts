/** Which settings a board has, finger by finger: keys of one finger with one setting fare alike. */
import type { Board, Finger, KeyId } from '../board';
import { sameData, type Actuation } from '../profile';

/** Settings under one finger. */
export type FingerSettings = { finger: Finger; settings: Actuation[] };

/** Every different setting of a board under every finger that has it, in the order of the keys. */
export function settingsOf(board: Board, actuationOf: (key: KeyId) => Actuation): FingerSettings[] {
  const groups: FingerSettings[] = [];
  for (const { id, finger } of board.keys) {
    const actuation = actuationOf(id);
    let group = groups.find((one) => one.finger === finger);
    if (!group) groups.push((group = { finger, settings: [] }));
    if (!group.settings.some((one) => sameData(one, actuation))) group.settings.push(actuation);
  }
  return groups;
}
