/** The walk that an author wrote: put into a profile, and kept right when what its steps name gets other names. */
import { sameData } from '../reading';
import type { WalkEdit } from './edits';
import type { Profile, WrittenStep } from './schema';

/** A profile with that walk; of no step is none. */
export function withWalk(profile: Profile, walk: readonly WrittenStep[]): Profile {
  const { walk: _old, ...others } = profile;
  return walk.length === 0 ? others : { ...others, walk: [...walk] };
}

/** The edit that makes one walk of another: the stretch in which they differ. */
export function walkEdit(from: readonly WrittenStep[] = [], to: readonly WrittenStep[] = []): WalkEdit {
  const most = Math.min(from.length, to.length);
  let at = 0;
  while (at < most && sameData(from[at], to[at])) at++;
  let behind = 0;
  while (behind < most - at && sameData(from.at(-1 - behind), to.at(-1 - behind))) behind++;
  return { edit: 'walk', at, was: from.slice(at, from.length - behind), to: to.slice(at, to.length - behind) };
}

/** What a step names that the profile does not have any more: its layer by its id, keys by theirs. */
export function goneFrom(
  { layer, keys }: WrittenStep,
  { layers }: Pick<Profile, 'layers'>,
  board: { keys: readonly { id: string }[] },
): { layer?: string; keys: string[] } {
  const isGone = layer !== undefined && !layers.some(({ id }) => id === layer);
  return { ...(isGone && { layer }), keys: keys.filter((key) => !board.keys.some(({ id }) => id === key)) };
}
