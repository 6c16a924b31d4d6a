/** Where something is, and how to get there. */
import { beforeAll, expect, test } from '@jest/globals';
import { PROMPT_BOOK } from '../../../demo';
import { sketchProfile } from '../../../tests/making/sketch';
import { mustBeSound } from '../check';
import { bringHosts } from '../hosts';
import { whereIs } from './where';

beforeAll(() => bringHosts());

const sound = mustBeSound(
  sketchProfile({
    Base: { C: 'while Signs', D: 'tap D, hold Shift', M: 'type "go"', Q: 'Backspace, under Shift Delete' },
    Signs: { A: 'F13' },
  }),
);

test.each([
  ['b', 'KeyB'],
  ['B', 'ShiftRight KeyB'],
  ['F13', 'KeyC KeyA'],
  ['Signs', 'KeyC'],
  ['while Signs', 'KeyC'],
  ['type "go"', 'KeyM'],
  ['delete', 'Delete'],
  ['c', ''],
  ['no such thing at all', ''],
  ['', ''],
])('%p is at %p', (question, keys) => {
  const [way] = whereIs(sound, question);
  expect(way?.steps.flatMap((step) => step.keys).join(' ') ?? '').toBe(keys);
});

test('in the prompt book every sign that a layer has is found', () => {
  const book = mustBeSound(PROMPT_BOOK);
  for (const sign of '!@#$%^&*(){}[]|~_+')
    expect([sign, whereIs(book, sign).length]).toEqual([sign, expect.any(Number)]);
  expect(whereIs(book, '{')[0]!.steps.length).toBe(2);
});
