/** What is kept beside profiles: snapshots, and preferences. */
import 'fake-indexeddb/auto';
import { describe, expect, jest, test } from '@jest/globals';
import { beginShelf, fresh, one, rename, until } from '../../../tests/shelves';

beginShelf();

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
