/** The walk that an author wrote: put into a profile, and kept right when what its steps name gets other names. */
import type { LinesEdit } from './edits';
import type { Profile, WrittenStep } from './schema';
import { linesEdit, withLines } from './writtenLines';

/** A profile with that walk; of no step is none. */
export const withWalk = (profile: Profile, walk: readonly WrittenStep[]): Profile => withLines(profile, 'walk', walk);

/** The edit that makes one walk of another: the stretch in which they differ. */
export const walkEdit = (from: readonly WrittenStep[] = [], to: readonly WrittenStep[] = []): LinesEdit<'walk'> =>
  linesEdit('walk', from, to);

/** What a step names that the profile does not have any more: its layer by its id, keys by theirs. */
export function goneFrom(
  { layer, keys }: WrittenStep,
  { layers }: Pick<Profile, 'layers'>,
  board: { keys: readonly { id: string }[] },
): { layer?: string; keys: string[] } {
  const isGone = layer !== undefined && !layers.some(({ id }) => id === layer);
  return { ...(isGone && { layer }), keys: keys.filter((key) => !board.keys.some(({ id }) => id === key)) };
}
