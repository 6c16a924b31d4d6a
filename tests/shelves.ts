/** Windows over one store in Node, for the shelf's tests: what a window does to profiles, and how long until it is kept. */
import { afterAll, afterEach, beforeAll, jest } from '@jest/globals';
import type DexieOf from 'dexie';
import { HARROW_64 } from '../src/core/board';
import { plainProfile, type Assignment, type Edit, type Profile } from '../src/core/profile';
import type { useShelf as useShelfOf } from '../src/app/state/shelf';
import type { database as databaseOf } from '../src/app/state/database';
import type * as storeOf from '../src/app/state/store';
import { channelsNow, closeChannels } from './channels';
import { beginWindow } from './windows';

export type Window = { shelf: typeof useShelfOf; store: typeof storeOf; own: typeof databaseOf; rows: DexieOf };

/** A window of its own: the modules of the page anew, over the one store that all windows share. */
export async function openWindow(load = true): Promise<Window> {
  beginWindow();
  const store = await import('../src/app/state/store');
  const { useShelf } = await import('../src/app/state/shelf');
  const { database: own } = await import('../src/app/state/database');
  if (load) await useShelf.getState().load();
  // The database takes what stands for IndexedDB when it is loaded, so it is loaded after that.
  const { default: Dexie } = await import('dexie');
  const rows = await new Dexie('underloom').open();
  return { shelf: useShelf, store, own, rows };
}

export const rename = (name: string): Edit => ({ edit: 'describe', to: { name } });
export const letter = (code: string): Assignment => ({ does: { kind: 'act', action: { do: 'keys', codes: [code] } } });
export const assign = (key: string, code: string): Edit => ({ edit: 'assign', layer: 'base', key, to: letter(code) });

export const entryOf = ({ shelf }: Window, id: string) =>
  shelf.getState().entries.find(({ profile }) => profile.id === id);
export const nameOf = (window: Window, id: string): string | undefined => entryOf(window, id)?.profile.name;
export const keyOf = (window: Window, id: string, key: string) => entryOf(window, id)?.profile.layers[0]!.keys[key];
export const pastOf = (window: Window, id: string): string[] =>
  entryOf(window, id)?.document.past.map(({ what }) => what) ?? [];

/** Waits until something is so. */
export async function until(isSo: () => boolean | Promise<boolean>, what = 'it never came about'): Promise<void> {
  for (let n = 0; n < 6000; n++) {
    if (await isSo()) return;
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  throw new Error(what);
}
export const kept = (window: Window, id: string): Promise<void> =>
  until(() => entryOf(window, id)?.keeping.state === 'kept', 'it was never kept');

let count = 0;
export const fresh = (name = 'Plain'): Profile => plainProfile(HARROW_64, `p_${++count}`, name);

/** The window of a file. */
export let one: Window;
let own = 0;

/** Registers the window of a file, and its end. */
export function beginShelf(): void {
  beforeAll(async () => {
    one = await openWindow();
    own = channelsNow();
  });
  afterEach(() => {
    closeChannels(own);
    jest.restoreAllMocks();
  });
  afterAll(async () => {
    // What is still under way ends before the file does.
    await new Promise((resolve) => setTimeout(resolve, 300));
    closeChannels();
  });
}
