import 'fake-indexeddb/auto';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, jest, test } from '@jest/globals';
import type DexieOf from 'dexie';
import { familyById, HARROW_64, startingBoard, TWILL_42 } from '../../core/board';
import { applyAct, plainProfile, printProblem, type Assignment, type Edit, type Profile } from '../../core/profile';
import type { useShelf as useShelfOf } from './shelf';
import type { database as databaseOf } from './database';
import type * as storeOf from './store';
import { channelsNow, closeChannels } from '../../../tests/channels';
import { beginWindow } from '../../../tests/windows';

type Window = { shelf: typeof useShelfOf; store: typeof storeOf; own: typeof databaseOf; rows: DexieOf };

/** A window of its own: the modules of the page anew, over the one store that all windows share. */
async function openWindow(load = true): Promise<Window> {
  beginWindow();
  const store = await import('./store');
  const { useShelf } = await import('./shelf');
  const { database: own } = await import('./database');
  if (load) await useShelf.getState().load();
  // The database takes what stands for IndexedDB when it is loaded, so it is loaded after that.
  const { default: Dexie } = await import('dexie');
  const rows = await new Dexie('underloom').open();
  return { shelf: useShelf, store, own, rows };
}

const rename = (name: string): Edit => ({ edit: 'describe', to: { name } });
const letter = (code: string): Assignment => ({ does: { kind: 'act', action: { do: 'keys', codes: [code] } } });
const assign = (key: string, code: string): Edit => ({ edit: 'assign', layer: 'base', key, to: letter(code) });

const entryOf = ({ shelf }: Window, id: string) => shelf.getState().entries.find(({ profile }) => profile.id === id);
const nameOf = (window: Window, id: string): string | undefined => entryOf(window, id)?.profile.name;
const keyOf = (window: Window, id: string, key: string) => entryOf(window, id)?.profile.layers[0]!.keys[key];
const pastOf = (window: Window, id: string): string[] =>
  entryOf(window, id)?.document.past.map(({ what }) => what) ?? [];

/** Waits until something is so. */
async function until(isSo: () => boolean | Promise<boolean>, what = 'it never came about'): Promise<void> {
  for (let n = 0; n < 6000; n++) {
    if (await isSo()) return;
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  throw new Error(what);
}
const kept = (window: Window, id: string): Promise<void> =>
  until(() => entryOf(window, id)?.keeping.state === 'kept', 'it was never kept');

let count = 0;
const fresh = (name = 'Plain'): Profile => plainProfile(HARROW_64, `p_${++count}`, name);

let one: Window;
let own = 0;
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

test('the first start puts the demo on the shelf, and only the first', async () => {
  await until(() => one.shelf.getState().entries.every(({ keeping }) => keeping.state === 'kept'));
  expect(one.shelf.getState().entries.map(({ profile }) => profile.name)).toEqual([
    'Show desk',
    'Prompt book',
    'Sound pad',
  ]);
  expect(one.shelf.getState().firstStart).toBe(true);
  const again = await openWindow();
  expect(again.shelf.getState().firstStart).toBe(false);
  expect(again.shelf.getState().entries.map(({ profile }) => profile.name)).toEqual([
    'Show desk',
    'Prompt book',
    'Sound pad',
  ]);
});

test('two windows that start at once have one demo, and what is done in either is kept', async () => {
  await one.rows.table('profiles').clear();
  await one.rows.table('preferences').clear();
  const windows = [await openWindow(false), await openWindow(false)] as const;
  // What one tells the other may come while the other is busy writing: it is a hint, and here none comes.
  const telling = jest.spyOn(BroadcastChannel.prototype, 'postMessage').mockImplementation(() => undefined);
  await Promise.all(windows.map(({ shelf }) => shelf.getState().load()));
  telling.mockRestore();
  for (const [n, window] of windows.entries()) {
    expect(window.shelf.getState().entries.map(({ keeping }) => keeping.state)).toEqual(['kept', 'kept', 'kept']);
    expect(window.shelf.getState().edit('demo-show-desk', assign('KeyB', `F${13 + n}`), `F${13 + n}`)).toBeUndefined();
    await kept(window, 'demo-show-desk');
  }
  for (const window of windows)
    await until(() => JSON.stringify(keyOf(window, 'demo-show-desk', 'KeyB'))?.includes('F14') ?? false);
});

describe('edits', () => {
  let profile: Profile;
  beforeEach(async () => {
    profile = fresh();
    await one.shelf.getState().add(profile);
  });

  test('are kept at once, with the steps that can be taken back after a reload', async () => {
    const { edit } = one.shelf.getState();
    edit(profile.id, rename('A'), 'first');
    edit(profile.id, assign('KeyA', 'F13'), 'second');
    edit(profile.id, rename('B'), 'third');
    one.shelf.getState().undo(profile.id);
    await kept(one, profile.id);

    const again = await openWindow();
    expect(nameOf(again, profile.id)).toBe('A');
    await again.shelf.getState().readHistory(profile.id);
    expect(pastOf(again, profile.id)).toEqual(['first', 'second']);
    expect(again.shelf.getState().redo(profile.id)).toEqual({ what: 'third' });
    expect(nameOf(again, profile.id)).toBe('B');
    for (const what of ['third', 'second', 'first']) expect(again.shelf.getState().undo(profile.id)).toEqual({ what });
    expect(entryOf(again, profile.id)?.profile).toEqual(profile);
    expect(again.shelf.getState().undo(profile.id)).toBeUndefined();
    await kept(again, profile.id);
  });

  test('made before the steps have been read are steps behind them', async () => {
    one.shelf.getState().edit(profile.id, rename('A'), 'first');
    await kept(one, profile.id);
    const again = await openWindow();
    again.shelf.getState().edit(profile.id, rename('B'), 'second');
    again.shelf.getState().edit(profile.id, rename('C'), 'third');
    await kept(again, profile.id);
    await again.shelf.getState().readHistory(profile.id);
    expect(pastOf(again, profile.id)).toEqual(['first', 'second', 'third']);
    expect((await openWindow()).shelf.getState().undo(profile.id)).toBeUndefined();
  });

  test('a new profile that would not load again does not come to the shelf', async () => {
    const half = { ...fresh(), name: `${'x'.repeat(54)}\uD83D` };
    expect(await one.shelf.getState().add(half)).toMatchObject({ state: 'notKept' });
    expect(entryOf(one, half.id)).toBeUndefined();
    expect(one.shelf.getState().notices.at(-1)?.text).toContain('was not put on the shelf');
  });

  test('that would not load again are refused, and nothing changes', () => {
    const before = entryOf(one, profile.id);
    expect(one.shelf.getState().edit(profile.id, rename(''), 'no name')).toContain('1 character is the least');
    expect(entryOf(one, profile.id)).toBe(before);
  });

  test('whatever their number, only the newest steps are kept, and they follow each other', async () => {
    for (let n = 0; n < 520; n++) one.shelf.getState().edit(profile.id, rename(`N${n}`), `s${n}`);
    await kept(one, profile.id);
    one.shelf.getState().edit(profile.id, rename('last'), 'last');
    await kept(one, profile.id);
    const again = await openWindow();
    await again.shelf.getState().readHistory(profile.id);
    expect([pastOf(again, profile.id).length, pastOf(again, profile.id)[0]]).toEqual([500, 's21']);
    const places = await one.rows
      .table('steps')
      .where('[profile+place]')
      .between([profile.id, 0], [profile.id, 9999])
      .count();
    expect(places).toBe(500);
  });
});

describe('two windows', () => {
  let two: Window;
  let profile: Profile;
  beforeEach(async () => {
    profile = fresh();
    await one.shelf.getState().add(profile);
    two = await openWindow();
    await two.shelf.getState().readHistory(profile.id);
  });

  test('edit different keys at the same time, and both lose nothing', async () => {
    for (const [n, key] of ['KeyA', 'KeyB', 'KeyC', 'KeyD', 'KeyE'].entries()) {
      one.shelf.getState().edit(profile.id, assign(key, `F${13 + n}`), `${key} here`);
      two.shelf.getState().edit(profile.id, assign(`Digit${n}`, `F${18 + n}`), `${n} there`);
      if (n === 2) await kept(one, profile.id);
    }
    await kept(one, profile.id);
    await kept(two, profile.id);
    for (const window of [one, two])
      for (const [n, key] of ['KeyA', 'KeyB', 'KeyC', 'KeyD', 'KeyE'].entries()) {
        await until(
          () => JSON.stringify(keyOf(window, profile.id, key))?.includes(`F${13 + n}`) ?? false,
          `${key} is lost`,
        );
        await until(
          () => JSON.stringify(keyOf(window, profile.id, `Digit${n}`))?.includes(`F${18 + n}`) ?? false,
          `${n} is lost`,
        );
      }
    await until(() => pastOf(one, profile.id).join() === pastOf(two, profile.id).join());
    expect(pastOf(one, profile.id)).toHaveLength(10);
    const third = await openWindow();
    expect(entryOf(third, profile.id)?.profile).toEqual(entryOf(one, profile.id)?.profile);
  });

  test('follow each other, also when steps are taken back', async () => {
    one.shelf.getState().edit(profile.id, rename('A'), 'first');
    await until(() => nameOf(two, profile.id) === 'A');
    two.shelf.getState().edit(profile.id, rename('B'), 'second');
    await until(() => nameOf(one, profile.id) === 'B');
    expect(one.shelf.getState().undo(profile.id)).toEqual({ what: 'second' });
    await until(() => nameOf(two, profile.id) === 'A');
    expect(two.shelf.getState().redo(profile.id)).toEqual({ what: 'second' });
    await until(() => nameOf(one, profile.id) === 'B');
    await Promise.all([kept(one, profile.id), kept(two, profile.id)]);
  });

  test('one that has missed what another did looks at the store, and does not take the next for all', async () => {
    await Promise.all([kept(one, profile.id), kept(two, profile.id)]);
    // Written by somebody who tells nobody.
    const silent = (await one.store.loadWhole(profile.id))!;
    const act = { act: 'edit', id: 'silent', edit: assign('KeyX', 'F20'), what: 'X' } as const;
    const done = applyAct(silent.document, act);
    if (!done.ok) throw new Error(printProblem(done.problem));
    await one.store.write(silent, [act], done.document);
    one.shelf.getState().edit(profile.id, assign('KeyY', 'F21'), 'Y');
    for (const window of [one, two])
      for (const [key, code] of [
        ['KeyX', 'F20'],
        ['KeyY', 'F21'],
      ] as const)
        await until(
          () => JSON.stringify(keyOf(window, profile.id, key))?.includes(code) ?? false,
          `${key} is lost in ${window === one ? 'one' : 'two'}`,
        );
  });

  test('an edit to something that the other has taken out is said, and nothing else is lost', async () => {
    const layer = { id: 'nav', name: 'Nav', dye: 'weld' as const, keys: {} };
    one.shelf.getState().edit(profile.id, { edit: 'insertLayer', at: 1, layer }, 'a layer');
    await until(() => entryOf(two, profile.id)?.profile.layers.length === 2);
    await kept(one, profile.id);
    one.shelf.getState().edit(profile.id, { edit: 'removeLayer', layer: 'nav' }, 'taking out Nav');
    two.shelf
      .getState()
      .edit(profile.id, { edit: 'assign', layer: 'nav', key: 'KeyH', to: letter('ArrowLeft') }, 'H on Nav');
    two.shelf.getState().edit(profile.id, assign('KeyB', 'F14'), 'B');
    await until(
      () =>
        two.shelf.getState().notices.length + one.shelf.getState().notices.length > 0 ||
        entryOf(one, profile.id)?.profile.layers.length === 1,
    );
    await Promise.all([kept(one, profile.id), kept(two, profile.id)]);
    await until(() => JSON.stringify(keyOf(one, profile.id, 'KeyB'))?.includes('F14') ?? false);
    await until(
      () => JSON.stringify(entryOf(one, profile.id)?.profile) === JSON.stringify(entryOf(two, profile.id)?.profile),
    );
  });

  test('one that is taken off in one window can be put back in the other, with its steps', async () => {
    one.shelf.getState().edit(profile.id, rename('A'), 'first');
    await until(() => nameOf(two, profile.id) === 'A');
    await kept(one, profile.id);
    expect((await one.shelf.getState().remove(profile.id)).ok).toBe(true);
    await until(() => two.shelf.getState().takenOffElsewhere.has(profile.id));
    two.shelf.getState().putBack(profile.id);
    await until(() => nameOf(one, profile.id) === 'A');
    expect(two.shelf.getState().undo(profile.id)).toEqual({ what: 'first' });
    await until(() => nameOf(one, profile.id) === 'Plain');
  });

  test('a new profile appears in the other window', async () => {
    const other = fresh('Another');
    await two.shelf.getState().add(other);
    await until(() => nameOf(one, other.id) === 'Another');
  });
});

describe('taking off', () => {
  test('and putting back loses neither the profile nor its steps', async () => {
    const profile = fresh();
    await one.shelf.getState().add(profile);
    one.shelf.getState().edit(profile.id, rename('A'), 'first');
    await kept(one, profile.id);
    const removed = await one.shelf.getState().remove(profile.id);
    expect(entryOf(one, profile.id)).toBeUndefined();
    expect((await openWindow()).shelf.getState().entries.some((entry) => entry.profile.id === profile.id)).toBe(false);
    expect(removed.ok && (await removed.putBack())).toEqual({ state: 'kept' });
    expect(one.shelf.getState().undo(profile.id)).toEqual({ what: 'first' });
  });

  test('that the store refuses leaves it where it is', async () => {
    const profile = fresh();
    await one.shelf.getState().add(profile);
    const stop = jest.spyOn(IDBObjectStore.prototype, 'delete').mockImplementation(() => {
      throw new DOMException('no', 'UnknownError');
    });
    expect(await one.shelf.getState().remove(profile.id)).toMatchObject({ ok: false });
    stop.mockRestore();
    expect(nameOf(one, profile.id)).toBe('Plain');
    one.shelf.getState().edit(profile.id, rename('Still here'), 'x');
    await kept(one, profile.id);
  });
});

describe('a store that fails', () => {
  const full = () =>
    jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });

  test('is said for the profile it is about, stays said, and is tried again until it succeeds', async () => {
    const [a, b] = [fresh('A'), fresh('B')];
    await Promise.all([a, b].map((profile) => one.shelf.getState().add(profile)));
    const refusing = full();
    one.shelf.getState().edit(a.id, rename('A2'), 'a name');
    await until(() => entryOf(one, a.id)?.keeping.state === 'notKept');
    expect(entryOf(one, a.id)?.keeping).toEqual({
      state: 'notKept',
      because: 'the browser has no more room for this page',
    });
    refusing.mockRestore();
    one.shelf.getState().edit(b.id, rename('B2'), 'a name');
    await kept(one, b.id);
    await kept(one, a.id);
    expect(nameOf(await openWindow(), a.id)).toBe('A2');
  });

  test('a new profile is told not to be kept, and is kept later', async () => {
    const refusing = full();
    const profile = fresh('New');
    expect(await one.shelf.getState().add(profile)).toMatchObject({ state: 'notKept' });
    one.shelf.getState().edit(profile.id, rename('Newer'), 'a name');
    refusing.mockRestore();
    one.shelf.getState().tryAgain();
    await kept(one, profile.id);
    expect(nameOf(await openWindow(), profile.id)).toBe('Newer');
  });

  test('an id that is taken in the store by something else is never overwritten', async () => {
    await one.rows.table('profiles').put({ id: 'taken', profile: { format: 'of the future' } });
    expect(await one.shelf.getState().isTaken('taken')).toBe(true);
    const profile = { ...fresh('Mine'), id: 'taken' };
    expect(await one.shelf.getState().add(profile)).toMatchObject({ state: 'notKept' });
    const there = { id: 'taken', profile: { format: 'of the future' } };
    expect(await one.rows.table('profiles').get('taken')).toEqual(there);
    // Nor does it go when mine is taken off.
    expect((await one.shelf.getState().remove('taken')).ok).toBe(true);
    expect(await one.rows.table('profiles').get('taken')).toEqual(there);
  });
});

describe('a store that cannot be had', () => {
  const real = globalThis.indexedDB;
  const put = async (found: IDBFactory): Promise<void> => {
    globalThis.indexedDB = found;
    (await import('dexie')).default.dependencies.indexedDB = found;
  };
  afterEach(() => put(real));
  const refusing = (name: string) => ({
    open: () => {
      throw new DOMException(name, name);
    },
  });

  test.each([
    ['has no room', refusing('QuotaExceededError'), 'the browser has no more room for this page'],
    ['is not allowed', refusing('SecurityError'), 'the browser does not let this page keep anything'],
    ['is not there at all', undefined, 'the browser does not let this page keep anything'],
  ])('one that %s: there is the demo to work with, and nothing is called kept', async (_what, broken, reason) => {
    jest.resetModules();
    await put(broken as unknown as IDBFactory);
    const { useShelf } = await import('./shelf');
    await useShelf.getState().load();
    const { storeProblem, entries, edit } = useShelf.getState();
    expect([storeProblem, entries.length]).toEqual([reason, 3]);
    const { id } = entries[0]!;
    expect(edit(id, rename('A'), 'a name')).toBeUndefined();
    expect(await useShelf.getState().whenKept(id)).toEqual({ state: 'notKept', because: reason });
    expect(useShelf.getState().entries.find((entry) => entry.id === id)?.profile.name).toBe('A');
  });
});

describe('what is in the store already', () => {
  test('rows of the first version, and rows without a date, are on the shelf', async () => {
    const [old, undated] = [fresh('Old'), fresh('Undated')];
    await one.rows.table('profiles').bulkPut([
      { id: old.id, changedAt: 5, profile: old },
      { id: undated.id, profile: undated },
    ]);
    const window = await openWindow();
    expect([nameOf(window, old.id), nameOf(window, undated.id)]).toEqual(['Old', 'Undated']);
    window.shelf.getState().edit(undated.id, rename('Dated'), 'a name');
    await kept(window, undated.id);
  });

  test('what cannot be read stays, with its reason, until it is taken off', async () => {
    await one.rows.table('profiles').put({ id: 'broken', profile: { ...fresh(), layers: [] } });
    const window = await openWindow();
    const row = window.shelf.getState().unreadable.find(({ id }) => id === 'broken');
    expect(row?.reason).toBe('layers: has no layer; there is one at the least');
    expect(await window.shelf.getState().removeUnreadable('broken')).toBeUndefined();
    expect(await window.rows.table('profiles').get('broken')).toBeUndefined();
  });

  test('steps that another version wrote are not taken back, and say so', async () => {
    const profile = fresh();
    await one.shelf.getState().add(profile);
    one.shelf.getState().edit(profile.id, rename('A'), 'first');
    await kept(one, profile.id);
    const steps = one.rows.table('steps');
    const row = await steps.where('[profile+place]').between([profile.id, 0], [profile.id, 9]).first();
    await steps.put({ ...row, step: { ...row.step, undo: { edit: 'explode' } } });
    const window = await openWindow();
    await window.shelf.getState().readHistory(profile.id);
    expect(window.shelf.getState().undo(profile.id)).toEqual({ refused: expect.stringContaining('another version') });
    expect(nameOf(window, profile.id)).toBe('A');
  });
});

describe('a profile that rests on another', () => {
  const keyAt = (window: Window, id: string, key: string): string => JSON.stringify(keyOf(window, id, key)?.does);
  const rowOf = async ({ rows }: Window, id: string) =>
    (await rows.table('profiles').get(id)) as { profile: Record<string, unknown> };

  /** A base, and a variant of it that has a key of its own. */
  async function withVariant(): Promise<{ base: string; variant: string }> {
    const base = fresh('Base');
    await one.shelf.getState().add(base);
    const variant = { ...base, id: `v_${base.id}`, name: 'Variant', restsOn: base.id };
    await one.shelf.getState().add(variant);
    expect(one.shelf.getState().edit(variant.id, assign('KeyA', 'F13'), 'A')).toBeUndefined();
    await kept(one, variant.id);
    return { base: base.id, variant: variant.id };
  }

  test('stores no copy, follows its base at once, in this window and the other, and after a reload', async () => {
    const { base, variant } = await withVariant();
    const { profile } = await rowOf(one, variant);
    expect(profile).not.toHaveProperty('layers');
    expect(profile.changes).toHaveLength(1);
    const two = await openWindow();
    one.shelf.getState().edit(base, assign('KeyB', 'F14'), 'B');
    expect(keyAt(one, variant, 'KeyB')).toContain('F14');
    expect(keyAt(one, variant, 'KeyA')).toContain('F13');
    await until(() => keyAt(two, variant, 'KeyB').includes('F14'));
    await kept(one, base);
    const three = await openWindow();
    expect([keyAt(three, variant, 'KeyA'), keyAt(three, variant, 'KeyB')]).toEqual([
      expect.stringContaining('F13'),
      expect.stringContaining('F14'),
    ]);
    // Undo in the base takes it back in the variant, too.
    one.shelf.getState().undo(base);
    expect(keyAt(one, variant, 'KeyB')).toContain('KeyB');
    await kept(one, base);
  });

  test('a clash is told, also after a reload, until somebody decides', async () => {
    const { base, variant } = await withVariant();
    one.shelf.getState().edit(base, assign('KeyA', 'F20'), 'A');
    await kept(one, base);
    expect(keyAt(one, variant, 'KeyA')).toContain('F13');
    expect(entryOf(one, variant)?.document.clashes).toMatchObject([{ kind: 'both', change: { at: { key: 'KeyA' } } }]);
    expect(entryOf(await openWindow(), variant)?.document.clashes).toHaveLength(1);
    one.shelf.getState().resolveClash(variant, 'key base/KeyA');
    await kept(one, variant);
    expect(entryOf(one, variant)?.document.clashes).toEqual([]);
    const later = await openWindow();
    expect(entryOf(later, variant)?.document.clashes).toEqual([]);
    expect(keyAt(later, variant, 'KeyA')).toContain('F13');
  });

  test('is made whole in one step, which can be taken back', async () => {
    const { base, variant } = await withVariant();
    one.shelf.getState().edit(variant, { edit: 'rest', on: null }, 'made whole');
    one.shelf.getState().edit(base, assign('KeyC', 'F15'), 'C');
    expect(keyAt(one, variant, 'KeyC')).toContain('KeyC');
    await kept(one, variant);
    expect((await rowOf(one, variant)).profile).toHaveProperty('layers');
    one.shelf.getState().undo(variant);
    expect(entryOf(one, variant)?.profile.restsOn).toBe(base);
    expect(keyAt(one, variant, 'KeyA')).toContain('F13');
    await kept(one, variant);
    expect((await rowOf(one, variant)).profile).not.toHaveProperty('layers');
  });

  test('on another board stands by itself, and loads again', async () => {
    const { base, variant } = await withVariant();
    const { movedToBoard } = await import('../../core/probe');
    const { HARROW_64: harrow, TWILL_42: twill } = await import('../../core/board');
    const { profile } = movedToBoard(entryOf(one, variant)!.profile, harrow, twill, `t_${base}`, 'On the Twill');
    expect(profile).not.toHaveProperty('restsOn');
    // However it came about: what rests on a profile for another board is written whole.
    const odd = { ...profile, id: `o_${base}`, restsOn: base };
    await one.shelf.getState().add(odd);
    one.shelf.getState().edit(base, assign('KeyC', 'F15'), 'C');
    await kept(one, base);
    await kept(one, odd.id);
    expect(entryOf(await openWindow(), odd.id)?.profile).toEqual(odd);
  });

  test('keeps its base on the shelf; one whose base is gone, and a circle, are not guessed at, and stay as they are', async () => {
    const { base, variant } = await withVariant();
    expect(await one.shelf.getState().remove(base)).toEqual({ ok: false, because: 'Variant rests on it' });
    await kept(one, base);
    const { profile } = await rowOf(one, variant);
    const row = (id: string, restsOn: string) => ({ ...profile, id, restsOn });
    for (const [id, on] of [
      ['lost', 'nowhere'],
      ['round', 'trip'],
      ['trip', 'round'],
    ] as const)
      await one.rows
        .table('profiles')
        .put({ id, changedAt: 1, revision: 1, first: 0, position: 0, recent: [], profile: row(id, on) });
    const two = await openWindow();
    const found = two.shelf.getState().unreadable.filter(({ id }) => /^(lost|round|trip)/.test(id));
    expect(found.map(({ id, reason }) => [id, reason]).sort()).toEqual([
      ['lost', 'rests on the profile "nowhere", which is not here'],
      ['round', 'a circle: "round" rests on "trip" rests on "round"'],
      ['trip', 'a circle: "trip" rests on "round" rests on "trip"'],
    ]);
    for (const id of ['lost', 'round', 'trip']) await two.shelf.getState().removeUnreadable(id);
  });
});

describe('what belongs together', () => {
  const board = { ...startingBoard(familyById('number-pad')!), id: 'own-pad' };
  const besides = (profile: Profile) => ({
    board,
    tags: ['tour'],
    snapshots: [{ name: 'before', atMs: 7, profile: { ...profile, name: 'Before' } }],
    text: { text: '// mine\n', of: '' },
  });

  test('comes to the store in one piece, and leaves it in one; putting back brings all of it', async () => {
    const profile = plainProfile(board, 'together', 'Together');
    expect(await one.shelf.getState().add(profile, undefined, besides(profile))).toEqual({ state: 'kept' });
    const beside = async (): Promise<unknown[]> => [
      await one.rows.table('tags').get('together'),
      await one.rows.table('snapshots').where('profile').equals('together').count(),
      (await one.rows.table('texts').get('together'))?.text,
      await one.rows.table('steps').where('[profile+place]').between(['together', 0], ['together', 99]).count(),
    ];
    expect((await one.rows.table('boards').get('own-pad'))?.board).toEqual(board);
    one.shelf.getState().edit('together', rename('Changed'), 'the name');
    await kept(one, 'together');
    await until(async () => (await beside())[1] === 2);
    const whole = await beside();
    expect(whole).toEqual([{ id: 'together', tags: ['tour'] }, 2, '// mine\n', 1]);
    const removed = await one.shelf.getState().remove('together');
    if (!removed.ok) throw new Error(removed.because);
    expect(await beside()).toEqual([undefined, 0, undefined, 0]);
    expect(await removed.putBack()).toEqual({ state: 'kept' });
    expect(await beside()).toEqual(whole);
  });

  test('is not kept when a part of it cannot be', async () => {
    const profile = plainProfile(board, 'halves', 'Halves');
    const failing = jest
      .spyOn(one.own.tags, 'put')
      .mockRejectedValue(new DOMException('no room', 'QuotaExceededError'));
    const keeping = await one.shelf.getState().add(profile, undefined, besides(profile));
    expect(keeping).toEqual({ state: 'notKept', because: 'the browser has no more room for this page' });
    expect(await one.rows.table('profiles').get('halves')).toBeUndefined();
    expect(await one.rows.table('snapshots').where('profile').equals('halves').count()).toBe(0);
    failing.mockRestore();
    one.shelf.getState().tryAgain();
    await kept(one, 'halves');
    expect((await one.rows.table('tags').get('halves'))?.tags).toEqual(['tour']);
  });

  test('what rests on a profile is asked of the store: one that this page has not made whole keeps its base', async () => {
    const base = fresh('Base');
    await one.shelf.getState().add(base);
    const other = await openWindow();
    await other.shelf.getState().add({ ...base, id: 'unseen', name: 'Unseen', restsOn: base.id });
    // This window has not heard of it.
    one.shelf.setState(({ entries }) => ({ entries: entries.filter(({ profile }) => profile.id !== 'unseen') }));
    const removed = await one.shelf.getState().remove(base.id);
    expect(removed).toEqual({ ok: false, because: 'Unseen rests on it' });
    expect(await one.rows.table('profiles').get(base.id)).toBeDefined();
  });
});

describe('what is kept can be read', () => {
  test('a base does not become one for another board while something rests on it', async () => {
    const base = fresh('Under');
    await one.shelf.getState().add(base);
    await one.shelf.getState().add({ ...base, id: `${base.id}v`, name: 'Over', restsOn: base.id });
    const to = { ...plainProfile(TWILL_42, base.id, 'Another'), id: base.id };
    expect(one.shelf.getState().edit(base.id, { edit: 'whole', to }, 'the file')).toBe(
      'Over rests on it, for the same board. Make that whole first.',
    );
    const { write, loadWhole } = one.store;
    const stored = (await loadWhole(base.id))!;
    const shown = { ...stored.document, profile: to };
    await expect(write(stored, [], shown)).rejects.toThrow('"Over" rests on it, and could not be read any more');
  });

  test('whoever writes, a row that could not be read again is not written', async () => {
    const profile = fresh('Unread');
    await one.shelf.getState().add(profile);
    const stored = (await one.store.loadWhole(profile.id))!;
    const shown = { ...stored.document, profile: { ...profile, layers: [] } };
    await expect(one.store.write(stored, [], shown)).rejects.toThrow('it could not be read again: layers');
    expect((await one.store.loadWhole(profile.id))?.document.profile).toEqual(profile);
  });

  test('as many as may rest on one another, and no more', async () => {
    let below = fresh('Ground');
    const ground = below.id;
    await one.shelf.getState().add(below);
    const said: string[] = [];
    for (let n = 1; n <= 9; n++) {
      below = { ...below, id: `${ground}-${n}`, name: `Floor ${n}`, restsOn: below.id };
      const keeping = await one.shelf.getState().add(below);
      said.push(keeping.state === 'notKept' ? keeping.because : keeping.state);
    }
    expect(said).toEqual([
      ...Array<string>(8).fill('kept'),
      'it would not load again: more than 8 profiles rest on one another',
    ]);
    const again = await openWindow();
    expect(again.shelf.getState().unreadable.filter(({ id }) => id.startsWith(ground))).toEqual([]);
  });
});

describe('snapshots', () => {
  test('one is kept by itself before the first change of a sitting; named ones are kept until they are taken out', async () => {
    const { keepSnapshot, loadSnapshots, eraseSnapshot } = await import('./snapshots');
    const profile = fresh('Kept');
    await one.shelf.getState().add(profile);
    one.shelf.getState().edit(profile.id, rename('Changed'), 'the name');
    one.shelf.getState().edit(profile.id, rename('Changed again'), 'the name');
    await until(async () => (await loadSnapshots(profile.id)).length === 1);
    await keepSnapshot({ ...profile, name: 'By name' }, 'opening night', 'named');
    const found = await loadSnapshots(profile.id);
    expect(found.map(({ name, kind, profile: { name: of } }) => [name, kind, of]).sort()).toEqual([
      ['', 'auto', 'Kept'],
      ['opening night', 'named', 'By name'],
    ]);
    for (let n = 0; n < 40; n++) await keepSnapshot({ ...profile, name: `Auto ${n}` }, '', 'auto');
    const many = await loadSnapshots(profile.id);
    expect(many.filter(({ kind }) => kind === 'auto')).toHaveLength(30);
    expect(many.filter(({ kind }) => kind === 'named')).toHaveLength(1);
    for (const { id } of many) await eraseSnapshot(id);
    expect(await loadSnapshots(profile.id)).toEqual([]);
  });

  test('a clock that is wrong for one sitting neither ends the history nor turns it about', async () => {
    const { beforeEdit, beforeLargeStep, keepSnapshot, loadSnapshots } = await import('./snapshots');
    const profile = fresh('By the clock');
    const namesNow = async (): Promise<string[]> =>
      (await loadSnapshots(profile.id)).map(({ profile: { name } }) => name);
    const clock = jest.spyOn(Date, 'now').mockReturnValue(Date.parse('2099-01-01'));
    for (let n = 0; n < 32; n++) await keepSnapshot({ ...profile, name: `In the future ${n}` }, '', 'auto');
    clock.mockReturnValue(Date.parse('2026-06-01'));
    beforeEdit({ ...profile, name: 'Back at last' });
    await until(async () => (await namesNow())[0] === 'Back at last');
    beforeLargeStep({ ...profile, name: 'One' }, 'a file took its place');
    await until(async () => (await namesNow())[0] === 'One');
    beforeLargeStep({ ...profile, name: 'Two' }, 'another file took its place');
    await until(async () => (await namesNow())[0] === 'Two');
    expect((await namesNow()).slice(0, 4)).toEqual(['Two', 'One', 'Back at last', 'In the future 31']);
    expect(await namesNow()).toHaveLength(30);
  });
});

test('preferences are read back, or fall back to the default', async () => {
  const { z } = await import('../../core/reading');
  const { loadPreference, storePreference } = await import('./preferenceStore');
  await storePreference('cloth', 'night');
  expect(await loadPreference('cloth', z.enum(['linen', 'night']), 'linen')).toBe('night');
  expect(await loadPreference('cloth', z.number(), 4)).toBe(4);
});
