/** What was done to profiles in pages that are gone, and that the store does not have: written down when they were left, done at the next start. */
import { boardSchema, type Board } from '../../core/board';
import { actSchema, readProfile, type Profile } from '../../core/profile';
import { z } from '../../core/reading';
import type { Keeper, Keeping } from './keeper';
import { leftBehind, onLeaving } from './leaving';
import { ownBoardNow } from './ownBoards';
import { isThere, notDone } from './store';

/** What a page that was left wrote down: `leaving.ts`. */
const leftActsSchema = z.object({ id: z.string(), acts: z.array(actSchema).max(1000) });
const leftProfileSchema = z.object({
  profile: z.unknown().transform((data, context): Profile => {
    const read = readProfile(data);
    if ('profile' in read) return read.profile;
    context.addIssue('is no profile');
    return z.NEVER;
  }),
  birth: z.string(),
  board: boardSchema.optional(),
});

/** Writes down, when the page is left, what is under way. */
export function writeDownWhenLeaving(keepers: ReadonlyMap<string, Keeper>): void {
  onLeaving('acts', () =>
    [...keepers].flatMap(([id, { isNew, underWay }]) =>
      isNew || underWay.length === 0 ? [] : [{ id, acts: underWay }],
    ),
  );
  onLeaving('profiles', () =>
    [...keepers.values()].flatMap(({ isNew, kept: { document }, birth }) =>
      isNew ? [{ profile: document.profile, birth, board: ownBoardNow(document.profile.board) }] : [],
    ),
  );
}

/**
 * What it returns takes over what was left behind; resolves when that is kept, or is not.
 * @param addNew puts a new profile on the shelf
 */
export function takingOver(
  keepers: ReadonlyMap<string, Keeper>,
  addNew: (profile: Profile, birth: string, board: Board | undefined) => Promise<Keeping>,
): () => Promise<void> {
  /** Does what pages that are gone had no time to have kept. */
  const takeOverNow = async (): Promise<void> => {
    for (const { item, done } of leftBehind('profiles', leftProfileSchema)) {
      const { profile, birth, board } = item;
      // It may have come to the store in the end, and then may have been changed since.
      if (keepers.has(profile.id)) continue;
      if ((await isThere(profile.id)) || (await addNew(profile, birth, board)).state === 'kept') done();
    }
    for (const { item, done } of leftBehind('acts', leftActsSchema)) {
      const keeper = keepers.get(item.id);
      if (keeper) {
        const missing = await notDone(item.id, item.acts);
        await keeper.readHistory();
        for (const act of missing) if (!keeper.underWay.some(({ id }) => id === act.id)) keeper.act(act);
        if ((await keeper.write()).state !== 'kept') continue;
      }
      done();
    }
  };
  /** One after the other, so that nothing is done twice. */
  let taking: Promise<void> = Promise.resolve();
  return () => (taking = taking.catch(() => undefined).then(takeOverNow));
}
