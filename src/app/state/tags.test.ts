/** Tags: kept as they are meant, read back, and told when they cannot be kept. */
import 'fake-indexeddb/auto';
import { afterEach, beforeAll, expect, jest, test } from '@jest/globals';
import type { database as databaseOf } from './database';
import type { tidyTags as tidyOf, useTags as useOf } from './tags';

let database: typeof databaseOf;
let tidyTags: typeof tidyOf;
let useTags: typeof useOf;

// The database takes what stands for IndexedDB when it is loaded, so it is loaded after that.
beforeAll(async () => {
  ({ database } = await import('./database'));
  ({ tidyTags, useTags } = await import('./tags'));
});

afterEach(() => {
  jest.restoreAllMocks();
});

test.each<[string[], string[]]>([
  [['tour'], ['tour']],
  [[' tour ', 'tour'], ['tour']],
  [['two   words'], ['two words']],
  [['', ' '], []],
  [['x'.repeat(50)], ['x'.repeat(30)]],
  [Array.from({ length: 20 }, (_, n) => `t${n}`), Array.from({ length: 12 }, (_, n) => `t${n}`)],
])('%j', (given, kept) => expect(tidyTags(given)).toEqual(kept));

test('what is given is kept and read back', async () => {
  expect(await useTags.getState().put('p1', ['tour', ' winter '])).toBeUndefined();
  useTags.setState({ byProfile: new Map() });
  await useTags.getState().load();
  expect(useTags.getState().byProfile.get('p1')).toEqual(['tour', 'winter']);
});

test('a row of another kind is left alone, and the others are read', async () => {
  await database.tags.put({ id: 'odd', tags: 'none' } as never);
  await useTags.getState().load();
  expect([...useTags.getState().byProfile.keys()]).toEqual(['p1']);
  expect(await database.tags.get('odd')).toEqual({ id: 'odd', tags: 'none' });
});

test('a store that refuses: what was shown before is shown again, with the reason', async () => {
  jest.spyOn(database.tags, 'put').mockRejectedValue(Object.assign(new Error('full'), { name: 'QuotaExceededError' }));
  expect(await useTags.getState().put('p1', ['lost'])).toContain('no more room');
  expect(useTags.getState().byProfile.get('p1')).toEqual(['tour', 'winter']);
});
