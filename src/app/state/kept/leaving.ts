/**
 * What is under way when a page is left. The store answers later than a page may live: a page that is closed, reloaded or hidden writes down, at
 * once and in the way that needs no answer, what the store does not have yet. The next start takes that over; everything in it has
 * an id or a revision, so that nothing is done twice, and nothing newer is overwritten. What is kept after all is forgotten here.
 */
import { nanoid } from 'nanoid';
import { z } from '../../../core/reading';

const PREFIX = 'underloom-leaving-';
const OWN = `${PREFIX}${nanoid(8)}`;

/** Says what of one kind is not kept yet; nothing when all is. */
type Part = () => readonly unknown[];

const parts = new Map<string, Part>();
let isWritten = false;

const journalSchema = z.record(z.string(), z.array(z.unknown()));

/** The browser's other storage, which may be forbidden. */
function storage(): Storage | undefined {
  try {
    return typeof localStorage === 'undefined' ? undefined : localStorage;
  } catch {
    return undefined;
  }
}

/** Registers what is written down when the page is left. @param name of the kind, under which it is taken over */
export const onLeaving = (name: string, part: Part): void => void parts.set(name, part);

const before = new Set<() => void>();

/** Has something done before anything is written down: what is in the making must not be missing. @returns how that ends */
export function beforeLeaving(call: () => void): () => void {
  before.add(call);
  return () => void before.delete(call);
}

/** Writes down what is under way. */
function writeDown(): void {
  for (const call of before) call();
  const found = [...parts].flatMap(([name, part]) => {
    const items = part();
    return items.length > 0 ? [[name, items] as const] : [];
  });
  if (found.length === 0) {
    forgetIfKept();
    return;
  }
  try {
    storage()?.setItem(OWN, JSON.stringify(Object.fromEntries(found)));
    isWritten = true;
  } catch {
    // There is no room for it there: what the store gets in time is what is kept.
  }
}

/** Something was kept: when all is, nothing need be taken over. */
export function forgetIfKept(): void {
  if (!isWritten || [...parts.values()].some((part) => part().length > 0)) return;
  storage()?.removeItem(OWN);
  isWritten = false;
}

/** What pages that are gone have left under way, of one kind, each with what takes it off the list. What cannot be read is left out. */
export function leftBehind<T>(name: string, schema: z.ZodType<T>): { item: T; done: () => void }[] {
  const store = storage();
  if (!store) return [];
  const keys = Array.from({ length: store.length }, (_, n) => store.key(n) ?? '').filter((key) =>
    key.startsWith(PREFIX),
  );
  return keys.flatMap((key) => {
    if (key === OWN) return [];
    const journal = read(store, key);
    return (journal[name] ?? []).flatMap((raw) => {
      const item = schema.safeParse(raw);
      return item.success ? [{ item: item.data, done: () => takeOff(store, key, name, raw) }] : [];
    });
  });
}

/** A page that lives on has kept what it wrote down by then, and has forgotten it. */
const LOOKS_AFTER_MS = 1500;
/** Calls back when another page was left with something under way. */
export function onLeftBehind(call: () => void): void {
  if (typeof document === 'undefined') return;
  globalThis.addEventListener('storage', ({ key, newValue }: StorageEvent) => {
    if (key?.startsWith(PREFIX) && newValue !== null) setTimeout(call, LOOKS_AFTER_MS);
  });
}

function read(store: Storage, key: string): Record<string, unknown[]> {
  try {
    return journalSchema.parse(JSON.parse(store.getItem(key) ?? '{}'));
  } catch {
    return {};
  }
}

function takeOff(store: Storage, key: string, name: string, raw: unknown): void {
  const journal = read(store, key);
  const wanted = JSON.stringify(raw);
  const left = (journal[name] ?? []).filter((one) => JSON.stringify(one) !== wanted);
  const { [name]: _done, ...others } = journal;
  const after = left.length > 0 ? { ...others, [name]: left } : others;
  if (Object.keys(after).length > 0) store.setItem(key, JSON.stringify(after));
  else store.removeItem(key);
}

if (typeof document !== 'undefined') {
  addEventListener('beforeunload', writeDown);
  addEventListener('pagehide', writeDown);
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') writeDown();
  });
}
