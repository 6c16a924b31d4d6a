/**
 * How profiles were: snapshots that a person has named, and those that are kept by themselves, before the first change of a sitting and before every large step. They
 * stand in rows of their own, so that an edit never waits for them; one that cannot be kept is said by whoever asked for it.
 */
import { readProfile, sameData, type Profile } from '../../core/profile';
import { z } from '../../core/reading';
import { database, inTime, opened, OPENS_WITHIN_MS, WRITES_WITHIN_MS } from './database';
import { newActId } from './ids';

type SnapshotKind = 'named' | 'auto';
/** `atMs` counts from 1970. */
export type KeptSnapshot = { id: string; name: string; atMs: number; kind: SnapshotKind; profile: Profile };

/** So many are kept by themselves for each profile; a named one stays until it is taken out. */
const MOST_AUTO = 30;
/** Another one is kept by itself after so much work, in ms. */
const AUTO_AFTER_MS = 15 * 60_000;

const rowSchema = z.object({
  id: z.string(),
  name: z.string().max(200).catch(''),
  at: z.number().catch(0),
  place: z.number().catch(0),
  kind: z.enum(['named', 'auto']).catch('auto'),
  content: z.unknown(),
});

/** By the order in which they were kept; those that older versions wrote have only their clock's time, and come before. */
const byPlace = (a: { place?: number; at: number }, b: { place?: number; at: number }): number =>
  (a.place ?? 0) - (b.place ?? 0) || a.at - b.at;

function readRow(raw: unknown): KeptSnapshot[] {
  const row = rowSchema.safeParse(raw);
  const read = row.success ? readProfile(row.data.content) : undefined;
  if (!row.success || !read || !('profile' in read)) return [];
  const { id, name, at, kind } = row.data;
  return [{ id, name, atMs: at, kind, profile: read.profile }];
}

/** The snapshots of a profile, the newest first. What another version wrote and this one cannot read is not shown, and stays. */
export async function loadSnapshots(profileId: string): Promise<KeptSnapshot[]> {
  await opened();
  const rows = await inTime(database.snapshots.where('profile').equals(profileId).toArray(), OPENS_WITHIN_MS);
  return rows.sort(byPlace).toReversed().flatMap(readRow);
}

/** Keeps how a profile is now. Of those that are kept by themselves the oldest go. @throws Error when the browser's store refuses */
export async function keepSnapshot(profile: Profile, name: string, kind: SnapshotKind): Promise<void> {
  await opened();
  const work = database.transaction('rw', database.snapshots, async () => {
    const rows = (await database.snapshots.where('profile').equals(profile.id).toArray()).sort(byPlace).toReversed();
    const autos = rows.filter((row) => row.kind === 'auto');
    if (kind === 'auto' && autos[0] && sameData(autos[0].content, profile)) return;
    const place = (rows[0]?.place ?? 0) + 1;
    const row = { id: newActId(), profile: profile.id, at: Date.now(), place, name, kind, content: profile };
    await database.snapshots.add(row);
    if (kind === 'auto') await database.snapshots.bulkDelete(autos.slice(MOST_AUTO - 1).map(({ id }) => id));
  });
  await inTime(work, WRITES_WITHIN_MS);
}

/** A snapshot that comes from elsewhere. */
export type ForeignSnapshot = { name: string; atMs: number; profile: Profile };

/** Puts snapshots beside a profile, but for those that are there already; the newest comes first. Inside a transaction over the table. */
export async function addSnapshots(profileId: string, snapshots: readonly ForeignSnapshot[]): Promise<void> {
  const there = await database.snapshots.where('profile').equals(profileId).toArray();
  const rows = snapshots.map(({ name, atMs, profile }) => ({ name, at: atMs, content: { ...profile, id: profileId } }));
  const isNew = (row: (typeof rows)[number]): boolean =>
    !there.some((one) => one.at === row.at && one.name === row.name && sameData(one.content, row.content));
  const fresh = rows.filter(isNew);
  const before = Math.max(0, ...there.map(({ place = 0 }) => place));
  await database.snapshots.bulkAdd(
    fresh.map((row, n) => ({
      ...row,
      id: newActId(),
      profile: profileId,
      place: before + fresh.length - n,
      kind: 'named',
    })),
  );
}

/** Puts snapshots from elsewhere beside a profile that is there. @throws Error when the browser's store refuses */
export async function keepForeignSnapshots(profileId: string, snapshots: readonly ForeignSnapshot[]): Promise<void> {
  await opened();
  await inTime(
    database.transaction('rw', database.snapshots, () => addSnapshots(profileId, snapshots)),
    WRITES_WITHIN_MS,
  );
}

/** Takes a snapshot out for good. @throws Error when the browser's store refuses */
export async function eraseSnapshot(id: string): Promise<void> {
  await opened();
  await inTime(database.snapshots.delete(id), WRITES_WITHIN_MS);
}

const lastKept = new Map<string, number>();

/** Before an edit: keeps how the profile was, when nothing of it was kept in this sitting for a while. */
export function beforeEdit(profile: Profile): void {
  const now = performance.now();
  if (now - (lastKept.get(profile.id) ?? -Infinity) < AUTO_AFTER_MS) return;
  lastKept.set(profile.id, now);
  // The edit itself is kept and can be taken back; a snapshot that the store has no room for is no loss to be told in the middle of work.
  keepSnapshot(profile, '', 'auto').catch(() => undefined);
}

/** Before a large step, which is named: keeps how the profile was. */
export function beforeLargeStep(profile: Profile, what: string): void {
  lastKept.set(profile.id, performance.now());
  keepSnapshot(profile, `before ${what}`.slice(0, 60), 'auto').catch(() => undefined);
}
