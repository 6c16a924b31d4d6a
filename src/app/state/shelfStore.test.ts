/** The store beneath the shelf: one that fails, one that cannot be had, and what other versions have left in it. */
import 'fake-indexeddb/auto';
import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { beginShelf, entryOf, fresh, kept, nameOf, one, openWindow, rename, until } from '../../../tests/shelves';

beginShelf();

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
