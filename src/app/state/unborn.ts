/** New profiles that a page which is gone had no time to have kept: written down when it was left, put on the shelf at the next start. */
import { boardSchema, type Board } from '../../core/board';
import { readProfile, type Profile } from '../../core/profile';
import { z } from '../../core/reading';
import type { Keeping } from './kept/kept';
import { leftBehind, onLeaving } from './kept/leaving';
import { ownBoardNow } from './ownBoards';
import type { Profiles } from './resting';
import { loadWhole } from './store';

const NAME = 'new profiles';

const leftSchema = z.object({
  profile: z.unknown().transform((data, context): Profile => {
    const read = readProfile(data);
    if ('profile' in read) return read.profile;
    context.addIssue('is no profile');
    return z.NEVER;
  }),
  birth: z.string(),
  board: boardSchema.optional(),
});

/** Writes down, when the page is left, what is new and not kept. */
export const writeDownUnborn = (profiles: Profiles): void =>
  onLeaving(NAME, () =>
    profiles.unborn.map(({ document: { profile }, birth }) => ({
      profile,
      birth,
      board: ownBoardNow(profile.board),
    })),
  );

/**
 * Takes over what was left behind; resolves when that is kept, or is not.
 * @param addNew puts a new profile on the shelf
 */
export async function takeOverUnborn(
  profiles: Profiles,
  addNew: (profile: Profile, birth: string, board: Board | undefined) => Promise<Keeping>,
): Promise<void> {
  for (const { item, done } of leftBehind(NAME, leftSchema)) {
    const { profile, birth, board } = item;
    // It may have come to the store in the end, and then may have been changed since.
    const here = profiles.get(profile.id);
    if (here) {
      if (!here.isNew) done();
      continue;
    }
    // It may even have come after this page has read the shelf.
    const stored = await loadWhole(profile.id);
    if (stored) profiles.take(profile.id, stored);
    if (stored || (await addNew(profile, birth, board)).state === 'kept') done();
  }
}
