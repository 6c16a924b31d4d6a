/** What the browser keeps: profiles and preferences, in IndexedDB through Dexie. What is read back passes Zod like a file. */
import Dexie, { type EntityTable } from 'dexie';
import { z } from 'zod';
import { readProfile, type Profile } from '../../core/profile';

type StoredProfile = { id: string; changedAt: number; profile: unknown };
type StoredPreference = { name: string; value: unknown };

const database = new Dexie('underloom') as Dexie & {
  profiles: EntityTable<StoredProfile, 'id'>;
  preferences: EntityTable<StoredPreference, 'name'>;
};
database.version(1).stores({ profiles: 'id, changedAt', preferences: 'name' });

// A page that is left while the database is being made is kept by some browsers for going back, half-way, and the next page
// could then never open it. A page that listens for its unloading is not kept.
if (typeof window !== 'undefined') window.addEventListener('unload', () => database.close());

/** A profile on the shelf and when it was last changed (ms since 1970). */
export type ShelfEntry = { profile: Profile; changedAt: number };

/** All profiles, the last changed first, and how many could not be read. */
export async function loadShelf(): Promise<{ entries: ShelfEntry[]; unreadable: StoredProfile[] }> {
  const stored = await database.profiles.orderBy('changedAt').reverse().toArray();
  const entries: ShelfEntry[] = [];
  const unreadable: StoredProfile[] = [];
  for (const row of stored) {
    const result = readProfile(row.profile);
    if ('profile' in result) entries.push({ profile: result.profile, changedAt: row.changedAt });
    else unreadable.push(row);
  }
  return { entries, unreadable };
}

export async function storeProfile({ profile, changedAt }: ShelfEntry): Promise<void> {
  await database.profiles.put({ id: profile.id, changedAt, profile });
}

export async function removeProfile(id: string): Promise<void> {
  await database.profiles.delete(id);
}

/** A preference, or the default when there is none or it is not what it should be. */
export async function loadPreference<T>(name: string, schema: z.ZodType<T>, otherwise: T): Promise<T> {
  const stored = await database.preferences.get(name);
  const result = schema.safeParse(stored?.value);
  return result.success ? result.data : otherwise;
}

export async function storePreference(name: string, value: unknown): Promise<void> {
  await database.preferences.put({ name, value });
}

export const flagSchema = z.boolean();
