/** A mistake that can no more be made tells nothing: what it changes has to be there, once. */
import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { MUTANTS } from './list';

test.each(MUTANTS)('in $in: $mistake', ({ in: file, find, put }) => {
  expect(readFileSync(file, 'utf8').split(find)).toHaveLength(2);
  expect(put).not.toBe(find);
});
