import { expect, test } from '@jest/globals';
import { sketchProfile } from '../../../tests/making/sketch';
import { strandingSlots } from './slotWays';

test('a profile without a key to change the slot strands whoever comes there by a key', () => {
  const leads = sketchProfile({ Base: { A: 'tap A, hold slot next' } });
  const plain = sketchProfile({ Base: {} });
  expect(strandingSlots([leads, plain, undefined, leads])).toEqual([1]);
  expect(strandingSlots([plain, plain])).toEqual([]);
  expect(strandingSlots([leads, undefined])).toEqual([]);
});
