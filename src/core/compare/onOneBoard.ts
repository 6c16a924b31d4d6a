/** Profiles of different boards, compared on one of them: what lies under the same code, or else the same finger, is one key. */
import type { Board, KeyId } from '../board';
import { keyMapOf, movedToBoard } from '../probe';
import type { Profile } from '../profile';

export type OnOneBoard = {
  /** The other's profile, in the keys of mine. */
  profile: Profile;
  /** Keys of my board that none of the other's comes to, and keys of the other's that come to none of mine. */
  alone: { mine: KeyId[]; theirs: KeyId[] };
};

/** The profile of another board, brought onto mine by the boards' map. */
export function onOneBoard(theirs: Profile, from: Board, to: Board): OnOneBoard {
  const map = keyMapOf(from, to);
  const met = new Set([...map.values()].map((target) => target.to));
  const ownContacts = (board: Board): KeyId[] =>
    board.keys.flatMap(({ id, contact }) => (contact === undefined ? [id] : []));
  return {
    profile: movedToBoard(theirs, from, to, theirs.id, theirs.name, map).profile,
    alone: {
      mine: ownContacts(to).filter((key) => !met.has(key)),
      theirs: ownContacts(from).filter((key) => !map.has(key)),
    },
  };
}
