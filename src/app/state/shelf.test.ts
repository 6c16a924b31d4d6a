import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { applyAct, printProblem, type Profile } from '../../core/profile';
import {
  assign,
  beginShelf,
  entryOf,
  fresh,
  kept,
  keyOf,
  letter,
  nameOf,
  one,
  openWindow,
  pastOf,
  rename,
  until,
  type Window,
} from '../../../tests/shelves';

beginShelf();

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
