/** Edits to travel: how keys fire and let go. */
import type { KeyId } from '../board';
import type { Edit } from './edits';
import { sameData } from './compare';
import type { Actuation, Profile } from './schema';

/** Gives keys a setting of their own; null, or one that is the board's, makes them do as the board does. */
export function setActuation(profile: Profile, keys: readonly KeyId[], to: Actuation | null): Edit {
  const isBoards = to === null || sameData(to, profile.travel.board);
  const others = Object.entries(profile.travel.keys).filter(([key]) => !keys.includes(key));
  const own = isBoards ? [] : keys.map((key): [KeyId, Actuation] => [key, to]);
  return { edit: 'fields', to: { travel: { ...profile.travel, keys: Object.fromEntries([...others, ...own]) } } };
}

/** Changes what all keys without a setting of their own do. */
export const setBoardActuation = (profile: Profile, to: Actuation): Edit => ({
  edit: 'fields',
  to: { travel: { ...profile.travel, board: to } },
});
