/** How keys went in practising. */
import { expect, test } from '@jest/globals';
import { progressByKey, slowness, SLOWEST_MS } from './keyProgress';

test('a key has the mean of all that ends on it, over days and things', () => {
  const progress = progressByKey([
    { key: 'KeyF', count: 3, wrong: 1, sumMs: 900 },
    { key: 'KeyJ', count: 1, wrong: 0, sumMs: 250 },
    { key: 'KeyF', count: 1, wrong: 2, sumMs: 1100 },
  ]);
  expect([...progress]).toEqual([
    ['KeyF', { count: 4, wrong: 3, meanMs: 500 }],
    ['KeyJ', { count: 1, wrong: 0, meanMs: 250 }],
  ]);
});

test('what is slower than the slowest is drawn as slow as that', () => {
  expect([0, SLOWEST_MS / 2, SLOWEST_MS, 60_000].map((meanMs) => slowness({ meanMs }))).toEqual([0, 0.5, 1, 1]);
});
