/** The texts of profiles as their persons wrote them, in the browser's database. */
import type { KeptText } from '../../core/notation';
import { z } from '../../core/reading';
import { database, inTime, opened, OPENS_WITHIN_MS, WRITES_WITHIN_MS } from './database';

/** A row of the table. */
export const textSchema = z.object({ text: z.string(), of: z.string().catch('') });

/** The text that is kept for a profile; undefined when none is. */
export async function loadText(id: string): Promise<KeptText | undefined> {
  await opened();
  const row = textSchema.safeParse(await inTime(database.texts.get(id), OPENS_WITHIN_MS));
  return row.success ? row.data : undefined;
}

/**
 * Keeps a profile's text, unless another window has kept another one than this window knows of.
 * @param known the text that this window knows to be kept; undefined when none is
 * @returns the text that is kept now: this one, or that of the other window
 */
export async function storeText(id: string, kept: KeptText, known: string | undefined): Promise<string> {
  const { text, of } = kept;
  await opened();
  const work = database.transaction('rw', database.texts, async () => {
    const row = await database.texts.get(id);
    if (typeof row?.text === 'string' && row.text !== known && row.text !== text) return row.text;
    await database.texts.put({ id, text, of });
    return text;
  });
  return inTime(work, WRITES_WITHIN_MS);
}
