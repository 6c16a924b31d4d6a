/** What stands beside a profile in the store, and comes and goes with it in one transaction: its board, tags, snapshots and text. */
import type { Board } from '../../core/board';
import type { KeptText } from '../../core/notation';
import { z } from '../../core/reading';
import { database, type SnapshotRow } from './database';
import { addSnapshots, type ForeignSnapshot } from './snapshots';

/** What comes to the store together with a new profile, or goes with one that is taken off: in one transaction, so that no part is without the others. */
export type Besides = {
  /** An own board that the profile is for; one that is there already stays as it is. */
  board?: Board | undefined;
  tags?: readonly string[] | undefined;
  /** The newest first. */
  snapshots?: readonly ForeignSnapshot[] | undefined;
  /** Snapshots as the store had them. */
  rows?: readonly SnapshotRow[] | undefined;
  text?: KeptText | undefined;
};

/** Writes what comes with a new profile, inside its transaction. */
export async function writeBesides(
  id: string,
  { board, tags, snapshots = [], rows = [], text }: Besides,
): Promise<void> {
  if (board && !(await database.boards.get(board.id)))
    await database.boards.put({ id: board.id, board, revision: 1, changedAt: Date.now() });
  if (tags && tags.length > 0) await database.tags.put({ id, tags: [...tags] });
  if (snapshots.length > 0) await addSnapshots(id, snapshots);
  if (rows.length > 0) await database.snapshots.bulkPut([...rows]);
  if (text) await database.texts.put({ id, ...text });
}

/** What a text's row says of it. */
export const textSchema = z.object({ text: z.string(), of: z.string().catch('') });
const tagsSchema = z.object({ tags: z.array(z.string()) });

/** Takes out what stands beside a profile, inside the transaction that takes it off; the board stays. @returns what was there, so that it can be put back */
export async function takeOutBesides(id: string): Promise<Besides> {
  const { tags, snapshots, texts } = database;
  const besides: Besides = {
    text: textSchema.safeParse(await texts.get(id)).data,
    tags: tagsSchema.safeParse(await tags.get(id)).data?.tags,
    rows: await snapshots.where('profile').equals(id).toArray(),
  };
  await texts.delete(id);
  await tags.delete(id);
  await snapshots.where('profile').equals(id).delete();
  return besides;
}
