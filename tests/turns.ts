/**
 * `test` for what is beside the main way of a view: of two that follow each other in a file one has its turn at a commit, and the other at the
 * next. The hunt has both, and so has who names the file (`npm test -- travel`).
 */
import { test as always } from '@jest/globals';
import { hasItsTurn } from './runs';

let place = 0;

export const test = (name: string, work: () => void | Promise<void>): void =>
  (hasItsTurn(place++) ? always : always.skip)(name, work);
