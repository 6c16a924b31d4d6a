/** The texts of profiles as their persons wrote them, in the browser's database. */
import { markOf, type KeptText } from '../../core/notation';
import type { Profile } from '../../core/profile';
import { z } from '../../core/reading';
import { textSchema } from './besides';
import { database, inTime, opened, OPENS_WITHIN_MS, WRITES_WITHIN_MS } from './database';
import type { Applied, Kind, Stored } from './kept/kind';
import { rowHead, settle } from './kept/settle';

/** A text takes the place of another: what was typed counts, whatever stood there; what only follows the profile gives way. */
export type TextAct = {
  id: string;
  text: string;
  over: string;
  isTyped: boolean;
  /** Of what it was when it was kept: what other windows are told. */
  kept?: { of: string; isTaken: boolean } | undefined;
};

const rowSchema = z.object({ ...rowHead, ...textSchema.shape, isTaken: z.boolean().catch(true) });

/** A text as it is kept; whether the profile of which it is was what it says, as far as it reads. */
export type TextDocument = KeptText & { isTaken: boolean };

/** What is kept for a profile for which nothing is. */
export const NO_TEXT: Stored<TextDocument> = {
  document: { text: '', of: '', isTaken: true },
  changedAt: 0,
  revision: 0,
};

function readRow(raw: unknown): Stored<TextDocument> | undefined {
  const { success, data } = rowSchema.safeParse(raw);
  return success
    ? {
        document: { text: data.text, of: data.of, isTaken: data.isTaken },
        changedAt: data.changedAt,
        revision: data.revision,
      }
    : undefined;
}

const NOT_KEPT = { of: '', isTaken: false };

const apply = (
  { text: there }: TextDocument,
  { text, over, isTyped, kept = NOT_KEPT }: TextAct,
): Applied<TextDocument> =>
  isTyped || there === over ? { ok: true, document: { text, ...kept } } : { ok: false, reason: 'another text is kept' };

async function load(id: string): Promise<Stored<TextDocument> | undefined> {
  await opened();
  return readRow(await inTime(database.texts.get(id), OPENS_WITHIN_MS));
}

/** @param beside the profile that a text stands beside, as it is now, and whether it is what the text says */
export const textKind = (
  beside: (id: string, text: string) => { profile: Profile; isTaken: boolean } | undefined,
): Kind<TextDocument, TextAct> => ({
  name: 'texts',
  act: z.object({
    id: z.string(),
    text: z.string(),
    over: z.string(),
    isTyped: z.boolean(),
    kept: z.object({ of: z.string(), isTaken: z.boolean() }).optional(),
  }),
  apply,
  joined: (last, next) => ({ ...next, over: last.over, isTyped: last.isTyped || next.isTyped }),
  load: async (id) => (await load(id)) ?? NO_TEXT,

  async write(id, known, acts, shown) {
    const now = beside(id, shown.text);
    await opened();
    const work = database.transaction('rw', database.texts, database.profiles, async () => {
      if ((await database.profiles.where('id').equals(id).count()) === 0)
        throw new Error('the profile that it is of is not kept');
      const row: unknown = await database.texts.get(id);
      const there = readRow(row);
      const recent = rowHead.recent.parse(there && (row as { recent?: unknown }).recent);
      const settled = settle(known, there && { ...there, recent }, acts, shown, apply);
      const { revision, applied, refused } = settled;
      // The mark says which profile it was of when it was kept.
      const isOwn = applied.length > 0 && now !== undefined;
      const kept = isOwn ? { of: markOf(now.profile), isTaken: now.isTaken } : undefined;
      const document = kept ? { ...settled.document, ...kept } : settled.document;
      const changedAt = Date.now();
      await database.texts.put({ id, ...document, revision, changedAt, recent: settled.recent });
      return { document, revision, changedAt, applied: applied.map((act) => ({ ...act, kept })), refused };
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
