import { expect, test } from '@jest/globals';
import { colorWords } from './colorWords';

test.each([
  ['#A63D40', 'madder'],
  ['#a63d40', 'madder'],
  ['#FF0000', 'red #FF0000'],
  ['#FF0020', 'red #FF0020'],
  ['#F08000', 'orange #F08000'],
  ['#C8A24A', 'yellow #C8A24A'],
  ['#E8E020', 'yellow #E8E020'],
  ['#20C040', 'green #20C040'],
  ['#10B0B0', 'turquoise #10B0B0'],
  ['#2040FF', 'blue #2040FF'],
  ['#8020E0', 'violet #8020E0'],
  ['#FF40A0', 'pink #FF40A0'],
  ['#FFFFFF', 'white #FFFFFF'],
  ['#808880', 'grey #808880'],
  ['#101010', 'nearly black #101010'],
])('%s is said as %s', (color, words) => expect(colorWords(color)).toBe(words));
