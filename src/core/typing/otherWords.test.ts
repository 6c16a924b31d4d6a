import { expect, test } from '@jest/globals';
import { otherWords } from './otherWords';

test('words that come out otherwise stand beside each other, and all else is left out', () => {
  expect(otherWords('lower the [PageDown]ouse lights', 'lower the house lights')).toEqual([
    { was: '[PageDown]ouse', is: 'house' },
  ]);
  expect(otherWords('as it is', 'as it is')).toEqual([]);
  expect(otherWords('', 'a')).toEqual([{ was: '', is: 'a' }]);
});

test('words that ran into each other, or that come in addition, stand together', () => {
  expect(otherWords('the [Up]rain comes', 'the fade of rain comes')).toEqual([{ was: '[Up]rain', is: 'fade of rain' }]);
  expect(otherWords('the fadeof rain', 'the fade of rain')).toEqual([{ was: 'fadeof', is: 'fade of' }]);
});
