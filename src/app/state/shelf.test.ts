/** The shelf: its first start, edits, two windows, and taking off. */
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, jest, test } from '@jest/globals';
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
