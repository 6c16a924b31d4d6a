import { expect, jest, test } from '@jest/globals';
import { once, oncePer } from './oncePer';

test('what is made once is made when it is asked for first, and is the same thing then', () => {
  const make = jest.fn(() => ({ words: 3 }));
  const words = once(make);
  expect(make).not.toHaveBeenCalled();
  expect(words()).toBe(words());
  expect(make).toHaveBeenCalledTimes(1);
});

test('nothing is a thing, too', () => {
  const make = jest.fn(() => undefined);
  const nothing = once(make);
  expect([nothing(), nothing()]).toEqual([undefined, undefined]);
  expect(make).toHaveBeenCalledTimes(1);
});

test('what fails is tried again', () => {
  let isReady = false;
  const words = once(() => {
    if (!isReady) throw new Error('not yet');
    return 'words';
  });
  expect(words).toThrow('not yet');
  isReady = true;
  expect(words()).toBe('words');
});

test('once for each thing, and again for one that is equal', () => {
  const count = jest.fn(({ keys }: { keys: string[] }) => keys.length);
  const counted = oncePer(count);
  const layer = { keys: ['KeyA', 'KeyB'] };
  expect([counted(layer), counted(layer), counted({ ...layer })]).toEqual([2, 2, 2]);
  expect(count).toHaveBeenCalledTimes(2);
});
