/** Things done at the keyboard's times, however they come. */
import { expect, test } from '@jest/globals';
import { Punctual } from './punctual';

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

test('what comes in bursts is done in its order and none before its time, by the time of the first', async () => {
  const done: [n: number, atMs: number][] = [];
  const punctual = new Punctual();
  const beginMs = performance.now();
  // Ten things 5 ms apart, which come all at once, as after a pause.
  for (let n = 0; n < 10; n++) punctual.at(n * 5000, () => done.push([n, performance.now() - beginMs]));
  await wait(400);
  expect(done.map(([n]) => n)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9]);
  for (const [, atMs] of done.slice(1)) expect(atMs - (done[0]?.[1] ?? 0)).toBeGreaterThan(0);
  // The last came soonest for its time: everything lies as that one says, and is not done before.
  expect(done.at(-1)![1]).toBeGreaterThan(10);
});

test('what is forgotten is not done, and a keyboard that begins its time anew is followed', async () => {
  const done: string[] = [];
  const punctual = new Punctual();
  punctual.at(5_000_000, () => done.push('forgotten'));
  punctual.forget();
  punctual.at(90_000_000, () => done.push('before'));
  punctual.at(1000, () => done.push('after'));
  await wait(400);
  expect(done).toEqual(['before', 'after']);
});
