/** What a person prefers, in the browser's database. */
import { z } from '../../core/reading';
import { database, inTime, opened, OPENS_WITHIN_MS, WRITES_WITHIN_MS } from './database';

/** A preference, or the default when there is none or it is not what it should be. */
export async function loadPreference<T>(name: string, schema: z.ZodType<T>, otherwise: T): Promise<T> {
  await opened();
  const stored = await inTime(database.preferences.get(name), OPENS_WITHIN_MS);
  const result = schema.safeParse(stored?.value);
  return result.success ? result.data : otherwise;
}

export async function storePreference(name: string, value: unknown): Promise<void> {
  await opened();
  await inTime(database.preferences.put({ name, value }), WRITES_WITHIN_MS);
}

export const flagSchema = z.boolean();
