/**
 * The browser's database: its tables, how it is opened, and what is said when it does not answer. What stands in the tables is the business
 * of `store.ts` (profiles) and of the stores beside it.
 */
import { z } from '../../core/reading';
import Dexie, { type EntityTable, type Table } from 'dexie';

/** Rows as they are written; what is read may be anything. Steps of the past have places from `first` to before `position`. */
type ProfileRow = {
  id: string;
  changedAt: number;
  revision: number;
  first: number;
  position: number;
  /** The last acts that were applied, so that none is applied twice. */
  recent: string[];
  profile: unknown;
};
export type StepRow = { profile: string; place: number; step: unknown };
/** The text of a profile as its person wrote it, with comments and order; what it says is the profile's business. */
type TextRow = {
  id: string;
  text: string;
  of: string;
  isTaken?: boolean;
  changedAt?: number;
  revision?: number;
  recent?: string[];
};
/** A board of one's own. Whoever writes says which revision it knows, so that no window overwrites another's. */
type BoardRow = { id: string; revision: number; changedAt: number; board: unknown; recent?: string[] };
/** How a profile was at some time: kept by name, or by itself before something large. `profile` is whose it is. */
export type SnapshotRow = {
  id: string;
  profile: string;
  /** When it was made, in ms since 1970, as a person reads it: clocks are wrong at times, so the order is `place`'s. */
  at: number;
  /** Counts the snapshots of a profile; older versions wrote none. */
  place?: number;
  name: string;
  kind: string;
  content: unknown;
};
/** What a person calls a profile by, besides its name. */
type TagsRow = { id: string; tags: string[] };
type StoredPreference = { name: string; value: unknown };

// What is said to be kept is on the disk: the browser answers only when it has flushed (IndexedDB 3.0, section 2.7.1).
export const database = new Dexie('underloom', { chromeTransactionDurability: 'strict' }) as Dexie & {
  profiles: EntityTable<ProfileRow, 'id'>;
  steps: Table<StepRow, [string, number]>;
  preferences: EntityTable<StoredPreference, 'name'>;
  texts: EntityTable<TextRow, 'id'>;
  boards: EntityTable<BoardRow, 'id'>;
  snapshots: EntityTable<SnapshotRow, 'id'>;
  tags: EntityTable<TagsRow, 'id'>;
};
database.version(1).stores({ profiles: 'id, changedAt', preferences: 'name' });
database.version(2).stores({ profiles: 'id', steps: '[profile+place]', preferences: 'name' });
const TABLES = { profiles: 'id', steps: '[profile+place]', preferences: 'name', texts: 'id' };
database.version(3).stores(TABLES);
database.version(4).stores({ ...TABLES, boards: 'id' });
const OWN_VERSION = 5;
database.version(OWN_VERSION).stores({ ...TABLES, boards: 'id', snapshots: 'id, profile', tags: 'id' });

// A page that is left while the database is being made is kept by some browsers for going back, half-way, and the next page
// could then never open it. A page that listens for its unloading is not kept.
if (typeof window !== 'undefined') window.addEventListener('unload', () => database.close());

/** What the other side of a request may be: an answer that never comes is an error as well. */
class NoAnswer extends Error {}

/** How long the browser may take to open its store, and to write to it, in ms. */
export const OPENS_WITHIN_MS = 5000;
export const WRITES_WITHIN_MS = 12_000;
/** The waiting is done in so many parts. */
const PARTS = 16;
/**
 * The answer, or an error when there is none in time. What comes later is not looked at. Time in which the page was busy, and could not
 * have heard an answer, does not count: it is one of the parts of the waiting, however long it was.
 */
export function inTime<T>(work: PromiseLike<T>, withinMs: number): Promise<T> {
  return new Promise((resolve, reject) => {
    let left = PARTS;
    const look = (): void => {
      if (--left > 0) timer = setTimeout(look, withinMs / PARTS);
      else reject(new NoAnswer('the browser’s store does not answer'));
    };
    let timer = setTimeout(look, withinMs / PARTS);
    work.then(
      (value) => {
        clearTimeout(timer);
        resolve(value);
      },
      (error: unknown) => {
        clearTimeout(timer);
        reject(error as Error);
      },
    );
  });
}

/** An error of whatever origin: the library wraps those of the browser. */
const errorSchema = z.object({ name: z.string(), message: z.string() });

/** Why the store refused, as the end of “not kept: …”. */
export function reasonOf(error: unknown): string {
  const { inner } = z.object({ inner: errorSchema }).safeParse(error).data ?? { inner: error };
  const { name, message } = errorSchema.safeParse(inner).data ?? { name: '', message: '' };
  switch (name) {
    case 'QuotaExceededError':
      return 'the browser has no more room for this page';
    case 'MissingAPIError':
    case 'SecurityError':
    case 'InvalidStateError':
      return 'the browser does not let this page keep anything';
    case 'VersionError':
      return 'a newer version of this page has changed the store; load the page again';
    case 'DatabaseClosedError':
      return 'the browser has closed its store';
    default:
      return message !== '' ? message.slice(0, 120) : 'the browser’s store fails';
  }
}

/** Why what is tried once only was refused, as the end of a sentence that says so: an answer that never came is no refusal yet. */
export const whyNot = (error: unknown): string =>
  error instanceof NoAnswer ? `${reasonOf(error)}, so this is not certain` : reasonOf(error);

/** The store is one that a newer version of this page has made: it is read as far as it can be, and nothing is written. */
export class NewerStore extends Error {
  constructor() {
    super(
      'a newer version of Underloom has written to this browser’s store, and this one leaves it alone; load the page again',
    );
  }
}

/** The library counts versions in tens. */
const TENS = 10;

/**
 * Looks at the version before anything is opened: opening would raise it, and what is not known here would be lost.
 * @throws NewerStore
 */
async function refuseNewer(): Promise<void> {
  if (typeof indexedDB === 'undefined' || typeof indexedDB.databases !== 'function') return;
  // A browser that does not say so here says why when it opens the store.
  const all = await inTime(indexedDB.databases(), OPENS_WITHIN_MS).catch(() => []);
  const { version = 0 } = all.find(({ name }) => name === database.name) ?? {};
  if (version >= (OWN_VERSION + 1) * TENS) throw new NewerStore();
}

/** Opens the store when it is not open; a store that was closed is opened anew. @throws NewerStore */
export async function opened(): Promise<void> {
  if (database.isOpen()) return;
  await refuseNewer();
  await inTime(database.open(), OPENS_WITHIN_MS);
}

/** Rows of a table of a store that is newer, read without opening it for writing. */
export async function rowsOfNewer(table: string): Promise<unknown[]> {
  const reading = new Dexie(database.name);
  try {
    await inTime(reading.open(), OPENS_WITHIN_MS);
    return await inTime(
      reading.transaction('r', table, () => reading.table(table).toArray()),
      OPENS_WITHIN_MS,
    );
  } finally {
    reading.close();
  }
}

/** Calls back when the browser, or another window, takes the store away. */
export function onStoreGone(gone: () => void): void {
  database.on('close', gone);
  database.on('versionchange', () => {
    database.close();
    gone();
  });
}
