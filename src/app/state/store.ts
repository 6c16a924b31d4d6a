/**
 * What the browser keeps: profiles with the steps that led to them, in IndexedDB through Dexie. Nothing here
 * knows of pages or drawing. What is read back passes Zod like a file.
 *
 * A profile's row has a revision. Whoever writes says which revision it knows; when another window has written meanwhile, the
 * acts are applied to what is there now, inside the same transaction. So the store is what puts the acts of several windows in
 * one order, and none can overwrite another's. The steps stand in rows of their own, so that an edit writes one of them
 * and not five hundred.
 */
import {
  applyAct,
  isVariant,
  misfitOf,
  newDocument,
  printProblem,
  problemsOfZod,
  readProfile,
  refusalOf,
  rested,
  variantSchema,
  type Act,
  type Document,
  restingOn,
  rowOf,
  type Rested,
  unreadableRow,
  type Stored as Standing,
  type Step,
} from '../../core/profile';
import { listed, quoted, z } from '../../core/reading';
import { takeOutBesides, writeBesides, type Besides } from './besides';
import type { Applied, Stored as Kept, Written } from './kept/kind';
import { rowHead, settle, type There } from './kept/settle';
import { database, inTime, opened, OPENS_WITHIN_MS, rowsOfNewer, WRITES_WITHIN_MS, type StepRow } from './database';

const rowSchema = z.object({
  ...rowHead,
  first: z.int().min(0).catch(0),
  position: z.int().min(0).catch(0),
  profile: z.unknown(),
});
const stepHead = z.looseObject({ id: z.string(), what: z.string(), undo: z.looseObject({}), redo: z.looseObject({}) });

/** A profile as the store has it. `oldestRead` is the place of the first step of `document`: older ones, from `first` on, may not be read yet. */
export type Stored = Kept<Document> & { oldestRead: number; first: number };

/** A stored profile that this version cannot read; it stays as it is. */
export type UnreadableRow = { id: string; profile: unknown; reason: string };

const tail = (id: string, from: number): [[string, number], [string, number]] => [
  [id, from],
  [id, Number.MAX_SAFE_INTEGER],
];

const timelineOf = ({ past, future }: Document): readonly Step[] => [...past, ...future.toReversed()];

async function stepsFrom(id: string, first: number): Promise<Step[]> {
  const rows = await database.steps
    .where('[profile+place]')
    .between(...tail(id, first))
    .toArray();
  const steps: Step[] = [];
  for (const { place, step } of rows) {
    // A hole, or a step of another kind, ends what can be taken back.
    if (place !== first + steps.length || !stepHead.safeParse(step).success) break;
    steps.push(step as Step);
  }
  return steps;
}

/** What a row holds: a whole profile, or what one changes of another. */
function standingOf(data: unknown): Standing | { reason: string } {
  const isOfVariant = typeof data === 'object' && data !== null && 'restsOn' in data && !('layers' in data);
  if (isOfVariant) {
    const result = variantSchema.safeParse(data);
    if (result.success) return result.data;
    const [problem] = problemsOfZod(result.error);
    return { reason: problem ? printProblem(problem) : '' };
  }
  const result = readProfile(data);
  if ('profile' in result) return result.profile;
  const [first] = result.problems;
  return { reason: first ? printProblem(first) : '' };
}

/** A profile made whole, with those that it rests on, which are read now. */
async function wholeOf(data: unknown): Promise<Rested | { reason: string }> {
  const standing = standingOf(data);
  if ('reason' in standing) return standing;
  const below = new Map<string, Standing>();
  for (let one = standing; isVariant(one) && !below.has(one.restsOn);) {
    const { restsOn } = one;
    const row = await database.profiles.get(restsOn);
    if (!row) break;
    const found = standingOf(row.profile);
    if ('reason' in found) return { reason: `rests on what cannot be read: ${found.reason}` };
    below.set(restsOn, found);
    one = found;
  }
  const made = rested(standing, (id) => below.get(id));
  const misfit = 'profile' in made && isVariant(standing) ? misfitOf(made.profile) : undefined;
  return misfit ? { reason: printProblem(misfit) } : made;
}

/** What rests on profiles stands under their ids. A row that cannot be read is nothing to rest on. */
async function rowsBelow(row: Standing): Promise<Map<string, Standing>> {
  const below = new Map<string, Standing>();
  for (let one = row; isVariant(one) && !below.has(one.restsOn);) {
    const found = await database.profiles.get(one.restsOn);
    const standing = found && standingOf(found.profile);
    if (!standing || 'reason' in standing) break;
    below.set(one.restsOn, standing);
    one = standing;
  }
  return below;
}

/** @throws Error when a row, or what rests on it, could not be read again once it is written */
async function checkRow(row: Standing, before: Standing | undefined): Promise<void> {
  const below = await rowsBelow(row);
  const reason = unreadableRow(row, (id) => below.get(id));
  if (reason !== undefined) throw new Error(`it could not be read again: ${reason}`);
  const isOther = before?.board !== row.board || isVariant(before) !== isVariant(row);
  if (!isOther && !(isVariant(row) && isVariant(before) && row.restsOn !== before.restsOn)) return;
  // Whatever rests on it rests on another kind of thing now.
  const rows = new Map<string, Standing>();
  for (const { profile } of await database.profiles.toArray()) {
    const standing = standingOf(profile);
    if (!('reason' in standing)) rows.set(standing.id, standing);
  }
  const old = new Map(rows);
  rows.set(row.id, row);
  for (const above of restingOn(row.id, [...rows.values()])) {
    const wasRead = unreadableRow(above, (id) => old.get(id)) === undefined;
    const problem = wasRead ? unreadableRow(above, (id) => rows.get(id)) : undefined;
    if (problem !== undefined)
      throw new Error(`${quoted(above.name)} rests on it, and could not be read any more: ${problem}`);
  }
}

type Reading = { ok: true; stored: Stored } | { ok: false; row: UnreadableRow };

/**
 * A row as a document; with its steps when `withSteps` says so, else with none, which are then read later.
 * @param known what was read of it before: at the same revision, the profile is that one
 */
async function read(raw: unknown, withSteps: boolean, known?: Stored): Promise<Reading> {
  const row = rowSchema.parse(raw);
  const isKnown = known !== undefined && known.revision > 0 && row.revision === known.revision;
  const result = isKnown ? known.document : await wholeOf(row.profile);
  if ('reason' in result) return { ok: false, row: { id: row.id, profile: row.profile, reason: result.reason } };
  const { changedAt, revision, first, position } = row;
  const steps = withSteps ? await stepsFrom(row.id, first) : [];
  const past = steps.slice(0, position - first);
  const whole = past.length === position - first;
  const document: Document = {
    ...result,
    past: withSteps && whole ? past : [],
    future: withSteps && whole ? steps.slice(position - first).toReversed() : [],
  };
  return {
    ok: true,
    stored: { document, changedAt, revision, oldestRead: withSteps && whole ? first : position, first },
  };
}

/** Reading checks everything; a long shelf leaves the page time to draw in between. */
const READS_FOR_MS = 8;
const ROWS_AT_ONCE = 10;

/**
 * All profiles, the last changed first, without their steps; and those that cannot be read.
 * @param first the one that somebody waits for: it is read before all others
 * @param taken called with it as soon as it is
 */
export async function loadShelf(
  first?: string,
  taken?: (stored: Stored) => void,
): Promise<{ stored: Stored[]; unreadable: UnreadableRow[] }> {
  await opened();
  const { profiles } = database;
  const stored: Stored[] = [];
  const unreadable: UnreadableRow[] = [];
  let sinceMs = performance.now();
  const take = async (row: unknown): Promise<void> => {
    const result = await read(row, false);
    if (result.ok) stored.push(result.stored);
    else unreadable.push(result.row);
    if (performance.now() - sinceMs < READS_FOR_MS) return;
    await new Promise((resolve) => setTimeout(resolve));
    sinceMs = performance.now();
  };
  if (first !== undefined) {
    const row = await inTime(profiles.get(first), OPENS_WITHIN_MS);
    if (row) await take(row);
    if (stored[0]) taken?.(stored[0]);
  }
  const ids = (await inTime(profiles.toCollection().primaryKeys(), OPENS_WITHIN_MS)).filter((id) => id !== first);
  while (ids.length > 0)
    for (const row of await inTime(profiles.bulkGet(ids.splice(0, ROWS_AT_ONCE)), OPENS_WITHIN_MS))
      if (row) await take(row);
  return { stored: stored.sort((a, b) => b.changedAt - a.changedAt), unreadable };
}

/** The profiles of a store that a newer version has made, as far as they can be read; their steps are left where they are. */
export async function loadNewer(): Promise<{ stored: Stored[]; unreadable: UnreadableRow[] }> {
  const stored: Stored[] = [];
  const unreadable: UnreadableRow[] = [];
  for (const raw of await rowsOfNewer('profiles')) {
    const row = rowSchema.safeParse(raw);
    if (!row.success) continue;
    const { id, profile, changedAt } = row.data;
    const result = standingOf(profile);
    if ('reason' in result) unreadable.push({ id, profile, reason: result.reason });
    else if (isVariant(result)) unreadable.push({ id, profile, reason: 'rests on another, in a store that is newer' });
    else stored.push({ document: newDocument(result), changedAt, revision: 0, oldestRead: 0, first: 0 });
  }
  return { stored: stored.sort((a, b) => b.changedAt - a.changedAt), unreadable };
}

/**
 * One profile with its steps; undefined when it is not there.
 * @param known what was read of it before: at the same revision only the steps are read
 * @throws Error when it cannot be read
 */
export async function loadWhole(id: string, known?: Stored): Promise<Stored | undefined> {
  await opened();
  const loading = database.transaction('r', database.profiles, database.steps, async () => {
    const row = await database.profiles.get(id);
    const result = row && (await read(row, true, known));
    if (result && !result.ok) throw new Error(result.row.reason);
    return result?.stored;
  });
  return inTime(loading, OPENS_WITHIN_MS);
}

/** Writes what differs between the steps that are there and those that should be. */
async function writeSteps(id: string, before: Stored | null, after: Stored): Promise<void> {
  const old = before ? timelineOf(before.document) : [];
  const oldPlace = before?.oldestRead ?? 0;
  const timeline = timelineOf(after.document);
  const changed = timeline.flatMap((step, n): StepRow[] => {
    const place = after.oldestRead + n;
    return old[place - oldPlace] === step ? [] : [{ profile: id, place, step }];
  });
  if (changed.length > 0) await database.steps.bulkPut(changed);
  await database.steps
    .where('[profile+place]')
    .between(...tail(id, after.oldestRead + timeline.length))
    .delete();
  if (before && after.first > before.first)
    await database.steps.where('[profile+place]').between([id, 0], [id, after.first], true, false).delete();
}

/** Where the steps of a document lie after acts: those that were forgotten at the front move the oldest on. */
function placed(
  before: Pick<Stored, 'document' | 'oldestRead' | 'first'>,
  document: Document,
): Pick<Stored, 'oldestRead' | 'first'> {
  const old = timelineOf(before.document);
  const [oldest] = timelineOf(document);
  const at = oldest ? old.findIndex(({ id }) => id === oldest.id) : -1;
  // Nothing in common: new steps take the places of those that were taken back, behind the ones that are not read yet.
  return at > 0
    ? { oldestRead: before.oldestRead + at, first: before.oldestRead + at }
    : { oldestRead: before.oldestRead, first: before.first };
}

/** What an act makes of a profile. */
export function applyToDocument(document: Document, act: Act): Applied<Document> {
  const result = applyAct(document, act);
  return result.ok ? result : { ok: false, reason: refusalOf(result.problem) };
}

/**
 * Puts acts on a profile, in the one order that all windows share.
 * @param known what this window knows to be stored
 * @param shown the document with the acts on it, as this window shows it
 * @param besides what comes along with a new one
 * @throws Error when the store refuses, or what would be written could not be read again; then nothing is written
 */
export async function write(
  known: Stored,
  acts: readonly Act[],
  shown: Document,
  besides?: Besides,
): Promise<Written<Stored, Act>> {
  await opened();
  const { id } = known.document.profile;
  const { profiles, steps, boards, tags, snapshots, texts } = database;
  const tables = besides ? [profiles, steps, boards, tags, snapshots, texts] : [profiles, steps];
  const work = database.transaction('rw', tables, async (): Promise<Written<Stored, Act>> => {
    const row = await database.profiles.get(id);
    // What was never there, or the browser has lost: what this window shows is all there is.
    let before: Stored | null = row ? known : null;
    let there: There<Document> | undefined;
    if (row) {
      const isKnown = known.revision > 0 && row.revision === known.revision;
      const found = isKnown ? null : await read(row, true);
      if (found && !found.ok) throw new Error('what is stored under its id cannot be read; save it as a file');
      if (found) before = found.stored;
      const { document, revision } = before ?? known;
      there = { document, revision, recent: rowHead.recent.parse(row.recent) };
      if (known.birth !== undefined && !there.recent.includes(known.birth))
        throw new Error('another profile is stored under its id; duplicate this one, or save it as a file');
    }
    const { document, revision, recent, applied, refused } = settle(known, there, acts, shown, applyToDocument);
    const places = before ? placed(before, document) : { oldestRead: 0, first: 0 };
    const after: Stored = { document, changedAt: Date.now(), revision, ...places };
    const written = rowOf(document);
    await checkRow(written, before ? rowOf(before.document) : undefined);
    if (besides) await writeBesides(id, besides);
    await writeSteps(id, before, after);
    await database.profiles.put({
      id,
      changedAt: after.changedAt,
      revision,
      first: after.first,
      position: after.oldestRead + document.past.length,
      recent,
      profile: written,
    });
    return { ...after, applied, refused };
  });
  return inTime(work, WRITES_WITHIN_MS);
}

/** Those of some acts that the store does not have: of the last few hundred it knows which were done. */
export async function notDone(id: string, acts: readonly Act[]): Promise<Act[]> {
  await opened();
  const row = await inTime(database.profiles.get(id), OPENS_WITHIN_MS);
  const recent = rowHead.recent.parse(row?.recent);
  return row ? acts.filter((act) => !recent.includes(act.id)) : [];
}

/** Whether something is stored under an id, readable or not. */
export async function isThere(id: string): Promise<boolean> {
  await opened();
  return (await inTime(database.profiles.where('id').equals(id).count(), WRITES_WITHIN_MS)) > 0;
}

/** Names of those whose rows rest on a profile, whether they can be read or not. */
async function namesResting(id: string): Promise<string[]> {
  const names: string[] = [];
  for (const { id: own, profile } of await database.profiles.toArray()) {
    const row = restingSchema.safeParse(profile);
    if (own !== id && row.success && row.data.restsOn === id && row.data.layers === undefined)
      names.push(row.data.name);
  }
  return names;
}
const restingSchema = z.looseObject({
  restsOn: z.string(),
  name: z.string().catch('one that cannot be read'),
  layers: z.unknown().optional(),
});

/**
 * Takes a profile out of the store, with its steps and everything that is beside it.
 * @param birth of one that was never known to be written: what is there under its id may be something else, and then stays
 * @returns what was beside it, so that it can be put back
 * @throws Error when the store refuses, or something rests on it; then everything stays
 */
export async function erase(id: string, birth?: string): Promise<Besides> {
  await opened();
  const { profiles, steps, tags, snapshots, texts } = database;
  const work = database.transaction('rw', [profiles, steps, tags, snapshots, texts], async (): Promise<Besides> => {
    const row = birth === undefined ? undefined : await profiles.get(id);
    if (row && birth !== undefined && !rowHead.recent.parse(row.recent).includes(birth)) return {};
    const resting = await namesResting(id);
    if (resting.length > 0) throw new Error(`${listed(resting)} ${resting.length > 1 ? 'rest' : 'rests'} on it`);
    const besides = await takeOutBesides(id);
    await profiles.delete(id);
    await steps
      .where('[profile+place]')
      .between(...tail(id, 0))
      .delete();
    return besides;
  });
  return inTime(work, WRITES_WITHIN_MS);
}
