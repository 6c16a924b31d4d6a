/** Profiles that rest on others: what belongs together is written together, and can be read again. */
import 'fake-indexeddb/auto';
import { describe, expect, jest, test } from '@jest/globals';
import { familyById, startingBoard, TWILL_42 } from '../../core/board';
import { plainProfile, type Profile } from '../../core/profile';
import {
  assign,
  beginShelf,
  entryOf,
  fresh,
  kept,
  keyOf,
  one,
  openWindow,
  rename,
  until,
  type Window,
} from '../../../tests/shelves';

beginShelf();

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
