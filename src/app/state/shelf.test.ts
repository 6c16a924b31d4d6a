import 'fake-indexeddb/auto';
import { beforeAll, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { HARROW_64 } from '../../core/board';
import { plainProfile, type Edit } from '../../core/profile';
import { z } from 'zod';

// The database takes what stands for IndexedDB when it is loaded, so it is loaded after that.
const { loadPreference, loadShelf, storePreference, storeProfile } = await import('./database');
const { newProfileId, useShelf } = await import('./shelf');

const shelf = () => useShelf.getState();
const nameOf = (id: string): string | undefined =>
  shelf().entries.find(({ profile }) => profile.id === id)?.profile.name;
const rename = (name: string): Edit => ({ edit: 'fields', to: { name } });

/** Waits until everything is written. */
async function written(): Promise<void> {
  for (let n = 0; n < 100 && shelf().saveState === 'saving'; n++)
    await new Promise((resolve) => setTimeout(resolve, 5));
}

beforeAll(() => shelf().load());

describe('the first start', () => {
  test('puts the demo on the shelf, and only the first', async () => {
    expect(shelf().status).toBe('ready');
    expect(shelf().firstStart).toBe(true);
    expect(shelf().entries.map(({ profile }) => profile.name)).toEqual(['Show desk', 'Prompt book']);
    expect((await loadShelf()).entries).toHaveLength(2);
    expect(await loadPreference('started', z.boolean(), false)).toBe(true);
  });
});

describe('edits', () => {
  let id = '';
  let now = 1_000_000;
  beforeEach(() => {
    id = newProfileId();
    shelf().add(plainProfile(HARROW_64, id, 'Plain'));
    jest.spyOn(Date, 'now').mockImplementation(() => now);
    now += 10_000;
  });

  test('are stored at once, and can be read back', async () => {
    shelf().edit(id, rename('Other'), 'the name');
    await written();
    const stored = (await loadShelf()).entries.find(({ profile }) => profile.id === id);
    expect(stored?.profile.name).toBe('Other');
    expect(shelf().saveState).toBe('saved');
  });

  test('can be undone and done again, step by step', () => {
    shelf().edit(id, rename('One'), 'first');
    shelf().edit(id, rename('Two'), 'second');
    expect(shelf().undo(id)).toBe('second');
    expect(nameOf(id)).toBe('One');
    expect(shelf().undo(id)).toBe('first');
    expect(nameOf(id)).toBe('Plain');
    expect(shelf().undo(id)).toBeUndefined();
    expect(shelf().redo(id)).toBe('first');
    expect(shelf().redo(id)).toBe('second');
    expect(shelf().redo(id)).toBeUndefined();
    expect(nameOf(id)).toBe('Two');
  });

  test('two edits of one name, each whole, are two steps however quick', () => {
    shelf().edit(id, rename('One'), 'the name');
    shelf().edit(id, rename('Two'), 'the name');
    shelf().undo(id);
    expect(nameOf(id)).toBe('One');
  });

  test('a new edit forgets what was undone', () => {
    shelf().edit(id, rename('One'), 'first');
    shelf().undo(id);
    shelf().edit(id, rename('Else'), 'other');
    expect(shelf().redo(id)).toBeUndefined();
  });

  test('of one thing in quick succession are one step: a drag, a word', () => {
    for (const name of ['O', 'On', 'One']) {
      shelf().edit(id, rename(name), 'the name', true);
      now += 200;
    }
    now += 5000;
    shelf().edit(id, rename('One more'), 'the name', true);
    shelf().undo(id);
    expect(nameOf(id)).toBe('One');
    shelf().undo(id);
    expect(nameOf(id)).toBe('Plain');
    shelf().redo(id);
    expect(nameOf(id)).toBe('One');
  });

  test('each profile has a history of its own', () => {
    const other = newProfileId();
    shelf().add(plainProfile(HARROW_64, other, 'Twin'));
    shelf().edit(id, rename('Mine'), 'mine');
    shelf().edit(other, rename('Theirs'), 'theirs');
    shelf().undo(id);
    expect([nameOf(id), nameOf(other)]).toEqual(['Plain', 'Theirs']);
  });
});

describe('profiles on the shelf', () => {
  test('one that is taken off can be put back, with everything in it', async () => {
    const id = newProfileId();
    shelf().add(plainProfile(HARROW_64, id, 'Fleeting'));
    await written();
    const putBack = shelf().remove(id);
    expect(nameOf(id)).toBeUndefined();
    putBack();
    await written();
    expect(nameOf(id)).toBe('Fleeting');
    expect((await loadShelf()).entries.some(({ profile }) => profile.id === id)).toBe(true);
  });

  test('one that this version cannot read is kept apart, not thrown away', async () => {
    await storeProfile({ profile: { id: 'odd', format: 'something else' } as never, changedAt: 1 });
    const { entries, unreadable } = await loadShelf();
    expect(entries.some(({ profile }) => profile.id === 'odd')).toBe(false);
    expect(unreadable.map(({ id }) => id)).toEqual(['odd']);
  });

  test('a preference that is not what it should be is the usual one', async () => {
    await storePreference('cloth', 17);
    expect(await loadPreference('cloth', z.enum(['linen', 'night']), 'linen')).toBe('linen');
  });
});
