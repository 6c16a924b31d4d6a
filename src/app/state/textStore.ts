/** The texts of profiles as their persons wrote them, in the browser's database. */
import { markOf, type KeptText } from '../../core/notation';
import type { Profile } from '../../core/profile';
import { z } from '../../core/reading';
import { database, inTime, opened, OPENS_WITHIN_MS, WRITES_WITHIN_MS } from './database';
import type { Applied, Kind, Stored } from './kept/kind';
import { rowHead, settle } from './kept/settle';

/** A text takes the place of another: what was typed counts, whatever stood there; what only follows the profile gives way. */
export type TextAct = { id: string; text: string; over: string; isTyped: boolean };

/** A row of the table. */
export const textSchema = z.object({ text: z.string(), of: z.string().catch('') });
const rowSchema = z.object({ ...rowHead, ...textSchema.shape });

/** What is kept for a profile for which nothing is. */
export const NO_TEXT: Stored<KeptText> = { document: { text: '', of: '' }, changedAt: 0, revision: 0 };

function readRow(raw: unknown): Stored<KeptText> | undefined {
  const { success, data } = rowSchema.safeParse(raw);
  return success
    ? { document: { text: data.text, of: data.of }, changedAt: data.changedAt, revision: data.revision }
    : undefined;
}

const apply = ({ text: there }: KeptText, { text, over, isTyped }: TextAct): Applied<KeptText> =>
  isTyped || there === over ? { ok: true, document: { text, of: '' } } : { ok: false, reason: 'another text is kept' };

async function load(id: string): Promise<Stored<KeptText> | undefined> {
  await opened();
  return readRow(await inTime(database.texts.get(id), OPENS_WITHIN_MS));
}

/** @param profileNow the profile that a text stands beside, as it is now */
export const textKind = (profileNow: (id: string) => Profile | undefined): Kind<KeptText, TextAct> => ({
  name: 'texts',
  act: z.object({ id: z.string(), text: z.string(), over: z.string(), isTyped: z.boolean() }),
  apply,
  joined: (last, next) => ({ ...next, over: last.over, isTyped: last.isTyped || next.isTyped }),
  load: async (id) => (await load(id)) ?? NO_TEXT,

  async write(id, known, acts, shown) {
    const profile = profileNow(id);
    await opened();
    const work = database.transaction('rw', database.texts, database.profiles, async () => {
      if ((await database.profiles.where('id').equals(id).count()) === 0)
        throw new Error('the profile that it is of is not kept');
      const row: unknown = await database.texts.get(id);
      const there = readRow(row);
      const recent = rowHead.recent.parse(there && (row as { recent?: unknown }).recent);
      const now = settle(
        known,
        there && { document: () => there.document, revision: there.revision, recent },
        acts,
        shown,
        apply,
      );
      const { revision, applied, refused } = now;
      // The mark says which profile it was of when it was kept.
      const isOwn = applied.length > 0 && profile !== undefined;
      const document = isOwn ? { ...now.document, of: markOf(profile) } : now.document;
      const changedAt = Date.now();
      await database.texts.put({ id, ...document, revision, changedAt, recent: now.recent });
      return { document, revision, changedAt, applied, refused };
    });
    return inTime(work, WRITES_WITHIN_MS);
  },

  // What another window has kept since stays.
  async missing(id, acts, known) {
    await opened();
    const row: unknown = await inTime(database.texts.get(id), OPENS_WITHIN_MS);
    const { revision = 0, recent = [] } = rowSchema.safeParse(row).data ?? {};
    return revision === known ? acts.filter((act) => !recent.includes(act.id)) : [];
  },
});
