/** Edits to travel: how keys fire and let go. */
import type { KeyId } from '../board';
import { sameData } from '../reading';
import { together, type Edit } from './edits';
import type { Actuation, Profile } from './schema';

/** Gives keys a setting of their own; null, or one that is the board's, makes them do as the board does. */
export function setActuation(profile: Profile, keys: readonly KeyId[], to: Actuation | null): Edit {
  const own = to === null || sameData(to, profile.travel.board) ? null : to;
  return together(keys.map((key) => ({ edit: 'travel', key, to: own })));
}

/** Changes what all keys without a setting of their own do. Keys that had that very setting have none of their own any more. */
export const setBoardActuation = (profile: Profile, to: Actuation): Edit =>
  // The keys first: taken back, they are set apart from the board as it was.
  together([
    ...Object.entries(profile.travel.keys).flatMap(([key, own]): Edit[] =>
      sameData(own, to) ? [{ edit: 'travel', key, to: null }] : [],
    ),
    { edit: 'travel', key: null, to },
  ]);
