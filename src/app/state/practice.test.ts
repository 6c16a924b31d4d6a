/** How practising went is counted once, whatever the store answers and whoever practises beside. */
import 'fake-indexeddb/auto';
import { afterEach, beforeAll, expect, jest, test } from '@jest/globals';
import type { Noted, PracticeBook as Book, practisedOf as readOf } from './practice';

let PracticeBook: typeof Book;
let practisedOf: typeof readOf;

// The database takes what stands for IndexedDB when it is loaded, so it is loaded after that.
beforeAll(async () => {
  ({ PracticeBook, practisedOf } = await import('./practice'));
});

const DAY = '2026-12-01';
const noted = (count: number, wrong = 0): Noted => ({
  token: '[',
  key: 'KeyU',
  count,
  wrong,
  sumMs: count * 300,
  strength: 0.5,
});

async function counted(profile: string): Promise<{ count: number; wrong: number }[]> {
  const { rows, problem } = await practisedOf(profile);
  expect(problem).toBe('');
  return rows.map(({ count, wrong }) => ({ count, wrong }));
}

afterEach(() => {
  jest.restoreAllMocks();
});

/** From now on the store is full. */
const fill = (): void =>
  void jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });

test('two who practise the same are both counted', async () => {
  const [one, other] = [new PracticeBook('both'), new PracticeBook('both')];
  await Promise.all([one.note(DAY, [noted(5)]), other.note(DAY, [noted(3, 1)]), one.note(DAY, [noted(2)])]);
  expect(await counted('both')).toEqual([{ count: 10, wrong: 1 }]);
});

test('what a full store refuses is said, and counted with what comes next', async () => {
  const book = new PracticeBook('full');
  fill();
  expect(await book.note(DAY, [noted(5, 2)])).toContain('room');
  expect(await book.note(DAY, [noted(4)])).toContain('room');
  jest.restoreAllMocks();
  expect(await book.note(DAY, [noted(1)])).toBeUndefined();
  expect(await counted('full')).toEqual([{ count: 10, wrong: 2 }]);
});

test('what the store has taken without saying so is sent again, and counts once', async () => {
  const book = new PracticeBook('late');
  const { default: Dexie } = await import('dexie');
  const real = Dexie.prototype.transaction as (...args: unknown[]) => PromiseLike<unknown>;
  const loseAnswer = async function (this: unknown, ...args: unknown[]): Promise<never> {
    await real.apply(this, args);
    throw new Error('the answer was lost');
  };
  jest.spyOn(Dexie.prototype, 'transaction').mockImplementation(loseAnswer as never);
  expect(await book.note(DAY, [noted(5)])).toContain('lost');
  expect(await book.note(DAY, [noted(2, 1)])).toContain('lost');
  expect(await counted('late')).toEqual([{ count: 7, wrong: 1 }]);
  jest.restoreAllMocks();
  // Somebody else comes between.
  expect(await new PracticeBook('late').note(DAY, [noted(3)])).toBeUndefined();
  expect(await book.note(DAY, [noted(1)])).toBeUndefined();
  expect(await counted('late')).toEqual([{ count: 11, wrong: 1 }]);
});
