/** A text of one's own is there again, on every part of the practice bench and in the next window. */
import 'fake-indexeddb/auto';
import { afterEach, expect, jest, test } from '@jest/globals';
import { leave, noted } from '../../../tests/making/leavable';
import { beginWindow } from '../../../tests/windows';
import type { useOwnWords } from './ownWords';

type Store = typeof useOwnWords;
const aWindow = async (): Promise<Store> => {
  beginWindow();
  return (await import('./ownWords')).useOwnWords;
};
const until = async (is: () => boolean): Promise<void> => {
  while (!is()) await new Promise((resolve) => setTimeout(resolve, 5));
};
/** Waits until another window finds it. */
async function found(words: string, kind: 'text' | 'shortcuts' = 'text'): Promise<void> {
  for (;;) {
    const other = await aWindow();
    await other.getState().read();
    if (other.getState().words[kind] === words) return;
  }
}

afterEach(() => {
  jest.restoreAllMocks();
});

test('what was written last is found by the next window, however fast it was written', async () => {
  const one = await aWindow();
  await one.getState().read();
  expect(one.getState().words.text).toBeUndefined();
  const text = 'Lower the house lights, slowly.';
  for (let n = 1; n <= text.length; n++) one.getState().write('text', text.slice(0, n));
  await found(text);
  // An emptied field is empty the next time.
  one.getState().write('text', '');
  await found('');
});

test('what is written before the store has answered stays', async () => {
  const first = await aWindow();
  first.getState().write('text', 'kept before');
  await found('kept before');
  const one = await aWindow();
  const reading = one.getState().read();
  one.getState().write('text', 'written at once');
  await reading;
  expect(one.getState().words.text).toBe('written at once');
  await found('written at once');
});

test('a store that refuses is said, and what was written stays; the next letter tries again', async () => {
  const one = await aWindow();
  await one.getState().read();
  jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  one.getState().write('text', 'no room');
  await until(() => one.getState().problem !== '');
  expect(one.getState()).toMatchObject({ words: { text: 'no room' }, problem: expect.stringContaining('room') });
  jest.restoreAllMocks();
  one.getState().write('text', 'no room!');
  await until(() => one.getState().problem === '');
  await found('no room!');
});

test('a page that is left before the store has anything has written it down; what was written later elsewhere stays', async () => {
  const one = await aWindow();
  await one.getState().read();
  const never = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('the page is gone', 'AbortError');
  });
  one.getState().write('shortcuts', '[Ctrl+Y] 7');
  leave();
  await until(() => one.getState().problem !== '');
  never.mockRestore();
  expect(noted.size).toBe(1);
  const written = [...noted];
  noted.clear();
  for (const [key, value] of written) noted.set(`${key}-gone`, value);

  const next = await aWindow();
  await next.getState().read();
  expect(next.getState().words.shortcuts).toBe('[Ctrl+Y] 7');
  expect(noted.size).toBe(0);

  next.getState().write('shortcuts', '[Ctrl+Z] 9');
  await found('[Ctrl+Z] 9', 'shortcuts');
  for (const [key, value] of written) noted.set(`${key}-older`, value);
  await found('[Ctrl+Z] 9', 'shortcuts');
  expect(noted.size).toBe(0);
});

test('a clock that has gone back makes nothing older', async () => {
  const one = await aWindow();
  await one.getState().read();
  one.getState().write('text', 'by the right clock');
  await found('by the right clock');
  jest.spyOn(Date, 'now').mockReturnValue(1000);
  const next = await aWindow();
  await next.getState().read();
  jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('the page is gone', 'AbortError');
  });
  next.getState().write('text', 'by the wrong one');
  leave();
  await until(() => next.getState().problem !== '');
  jest.restoreAllMocks();
  const written = [...noted];
  noted.clear();
  for (const [key, value] of written) noted.set(`${key}-gone`, value);
  await found('by the wrong one');
});
