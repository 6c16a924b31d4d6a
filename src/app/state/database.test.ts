/** The database of every earlier version is opened by this one, and nothing in it is lost. */
import 'fake-indexeddb/auto';
import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { beginWindow } from '../../../tests/windows';
import { HARROW_64, familyById, startingBoard } from '../../core/board';
import { applyEdit, plainProfile } from '../../core/profile';

/** The tables of each version as its programs made them. They are history: what stands here is never changed. */
const VERSIONS: readonly Record<string, string>[] = [
  { profiles: 'id, changedAt', preferences: 'name' },
  { profiles: 'id', steps: '[profile+place]', preferences: 'name' },
  { profiles: 'id', steps: '[profile+place]', preferences: 'name', texts: 'id' },
  { profiles: 'id', steps: '[profile+place]', preferences: 'name', texts: 'id', boards: 'id' },
];

const before = plainProfile(HARROW_64, 'old', 'From before');
const board = { ...startingBoard(familyById('number-pad')!), id: 'own-old' };
const edit = { edit: 'describe', to: { name: 'From long before' } } as const;
const edited = applyEdit(before, edit);

test.each(VERSIONS.map((_, n) => [n + 1]))('version %d', async (version) => {
  beginWindow();
  const { default: Dexie } = await import('dexie');
  await Dexie.delete('underloom');
  const old = new Dexie('underloom');
  VERSIONS.slice(0, version).forEach((tables, n) => old.version(n + 1).stores(tables));
  await old.open();
  if (!edited.ok) throw new Error('the edit must fit');
  const hasSteps = version > 1;
  await old.table('profiles').put({
    id: 'old',
    changedAt: 5,
    profile: edited.profile,
    ...(hasSteps && { revision: 3, first: 0, position: 1, recent: [] }),
  });
  await old.table('preferences').put({ name: 'cloth', value: 'night' });
  if (hasSteps) {
    const step = { id: 's1', what: 'the name', undo: edited.inverse, redo: edit };
    await old.table('steps').put({ profile: 'old', place: 0, step });
  }
  if (version > 2) await old.table('texts').put({ id: 'old', text: '// mine\n', of: '' });
  if (version > 3) await old.table('boards').put({ id: board.id, revision: 1, changedAt: 5, board });
  old.close();

  const { loadShelf, loadWhole } = await import('./store');
  const { loadPreference } = await import('./preferenceStore');
  const { textKind } = await import('./textStore');
  const { loadBoards } = await import('./boardStore');
  const { loadSnapshots } = await import('./snapshots');
  const { z } = await import('../../core/reading');
  const { stored, unreadable } = await loadShelf();
  expect(unreadable).toEqual([]);
  expect(stored.map(({ document }) => document.profile)).toEqual([edited.profile]);
  expect((await loadWhole('old'))?.document.past.map(({ what }) => what)).toEqual(hasSteps ? ['the name'] : []);
  expect(await loadPreference('cloth', z.string(), '')).toBe('night');
  expect((await textKind(() => undefined).load('old'))?.document.text).toBe(version > 2 ? '// mine\n' : '');
  expect((await loadBoards()).stored.map(({ document }) => document)).toEqual(version > 3 ? [board] : []);
  expect(await loadSnapshots('old')).toEqual([]);
  const { database } = await import('./database');
  expect(database.verno).toBe(VERSIONS.length + 1);
  database.close();
});

describe('waiting for the store', () => {
  const never = new Promise<string>(() => undefined);

  afterEach(() => {
    jest.useRealTimers();
  });

  test('an answer that never comes is an error, after so long', async () => {
    const { inTime, reasonOf, whyNot } = await import('./database');
    jest.useFakeTimers();
    const waiting = inTime(never, 1600).catch((error: unknown) => error);
    await jest.advanceTimersByTimeAsync(1600);
    const error = await waiting;
    expect(reasonOf(error)).toBe('the browser’s store does not answer');
    expect(whyNot(error)).toBe('the browser’s store does not answer, so this is not certain');
    expect(whyNot(new Error('no room'))).toBe('no room');
  });

  test('time in which the page was busy does not count', async () => {
    const { inTime } = await import('./database');
    const busyUntil = performance.now() + 80;
    const answered = inTime(new Promise((resolve) => setTimeout(() => resolve('here'), 40)), 32);
    // The answer could have been heard at 40 ms, and the page hears nothing before 80.
    while (performance.now() < busyUntil);
    expect(await answered).toBe('here');
  });
});

test('a store of a newer version is read as far as it can be, and left alone', async () => {
  beginWindow();
  const { default: Dexie } = await import('dexie');
  await Dexie.delete('underloom');
  const newer = new Dexie('underloom');
  newer.version(VERSIONS.length + 2).stores({ profiles: 'id, weave', looms: 'id' });
  await newer.open();
  const row = { id: 'new', changedAt: 9, weave: 'twill', profile: { ...before, id: 'new', name: 'From tomorrow' } };
  await newer.table('profiles').put(row);
  await newer.table('profiles').put({ id: 'odd', profile: { format: 'underloom-profile', version: 2 } });
  newer.close();

  const { useShelf } = await import('./shelf');
  await useShelf.getState().load();
  const { entries, unreadable, storeProblem, status } = useShelf.getState();
  expect(entries.map(({ profile }) => profile.name)).toEqual(['From tomorrow']);
  expect(unreadable.map(({ id }) => id)).toEqual(['odd']);
  expect(status).toBe('ready');
  expect(storeProblem).toContain('a newer version of Underloom has written to this browser’s store');
  expect(useShelf.getState().edit('new', edit, 'the name')).toBeUndefined();
  expect(await useShelf.getState().whenKept('new')).toMatchObject({ state: 'notKept' });

  const again = await new Dexie('underloom').open();
  expect(again.verno).toBe(VERSIONS.length + 2);
  expect(again.tables.map(({ name }) => name)).toEqual(['looms', 'profiles']);
  expect(await again.table('profiles').get('new')).toEqual(row);
  again.close();
});
