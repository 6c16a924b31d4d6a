import { describe, expect, test } from '@jest/globals';
import { edgeOf, fit, template } from './templates';

describe('a phrase with gaps', () => {
  test.each([
    ['go [back] to {layer}', 'go back to cues', { layer: 'cues' }],
    ['go [back] to {layer}', 'go to night cues', { layer: 'night cues' }],
    ['go [back] to {layer}', 'go cues', undefined],
    ['(turn|switch) {layer} on or off', 'switch cues on or off', { layer: 'cues' }],
    ['(turn|switch) {layer} on or off', 'turn cues on', undefined],
    ['(hold|hold down) {keys}', 'hold down shift', { keys: 'shift' }],
    ['{keys} after {time}', 'shift after 200 ms', { keys: 'shift', time: '200 ms' }],
    ['{keys} after {time}', 'shift after a while', undefined],
    ['scroll {way} [{n}]', 'scroll to left 3', { way: 'to left', n: '3' }],
    ['scroll {way} [{n}]', 'scroll up', { way: 'up', n: '' }],
    ['a+b? {keys}', 'a+b? esc', { keys: 'esc' }],
    ['a+b? {keys}', 'aab esc', undefined],
  ])('%s: %s', (phrase, said, gaps) => expect(fit(template(phrase), said)).toEqual(gaps));

  test('is not asked for its pattern by what cannot begin or end it', () => {
    const told = template('(turn|switch) {layer} on or off');
    const never = (): never => {
      throw new Error('asked');
    };
    expect(fit({ ...told, pattern: never }, 'go to cues')).toBeUndefined();
    expect(fit({ ...told, pattern: never }, 'turn cues on')).toBeUndefined();
  });
});

test.each([
  ['go [back] to {layer}', ['go'], undefined],
  ['[just|only] (once|one time)', ['just', 'only', 'once', 'one'], ['once', 'time']],
  ['[please] {layer}', undefined, undefined],
  ['(turn|switch) {layer} on [or off]', ['turn', 'switch'], ['off', 'on']],
] as const)('words at the ends of %s', (phrase, starts, ends) => {
  expect(edgeOf(phrase, 0)).toEqual(starts && new Set(starts));
  expect(edgeOf(phrase, -1)).toEqual(ends && new Set(ends));
});
