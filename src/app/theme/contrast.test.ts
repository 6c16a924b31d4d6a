import { expect, test } from '@jest/globals';
import { contrastOf } from './contrast';

test.each([
  ['#000000', '#FFFFFF', 21],
  ['#FFFFFF', '#000000', 21],
  ['#A63D40', '#A63D40', 1],
  ['#767676', '#FFFFFF', 4.54],
  ['#FFFF00', '#FFFEFA', 1.06],
])('%s on %s', (a, b, ratio) => expect(contrastOf(a, b)).toBeCloseTo(ratio, 2));
