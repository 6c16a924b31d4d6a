/** Macros that lift modifiers: what goes up, and when it comes back. */
import { describe, expect, test } from '@jest/globals';
import type { MacroLines } from '../../macro';
import { macro, play } from '../../../../tests/making/playing';

describe('macros and modifiers', () => {
  const ON_A = { Base: { A: 'play M', D: 'Ctrl+E', F: 'latch Alt', G: 'Alt+Shift' } };
  test.each<[string, MacroLines, string, string]>([
    [
      'held modifiers stay down when nothing is said',
      { press: 'X:10' },
      '+LeftShift 0, +A 10, -A 11, -LeftShift 50',
      '0 +Shift, 10 +X, 20 -X, 50 -Shift',
    ],
    [
      'or go up before the first event and come back at the finish',
      { press: '5 X:10', liftModifiers: true },
      '+LeftShift 0, +A 10, -A 11, -LeftShift 50',
      '0 +Shift, 15 -Shift, 15 +X, 25 -X, 25 +Shift, 50 -Shift',
    ],
    [
      'one that was let go of meanwhile does not come back',
      { press: 'X:10', liftModifiers: true },
      '+LeftShift 0, +A 10, -A 11, -LeftShift 15',
      '0 +Shift, 10 -Shift, 10 +X, 20 -X',
    ],
    [
      'several go up last first and come back first first, latches among them',
      { press: 'X:10', liftModifiers: true },
      '+F 0, -F 1, +LeftShift 2, +A 10, -A 11, -LeftShift 50',
      '0 +Alt, 2 +Shift, 10 -Shift, 10 -Alt, 10 +X, 20 -X, 20 +Alt, 20 +Shift, 50 -Shift',
    ],
    [
      'a chord’s modifiers go up for good when the macro types a key',
      { press: 'X:10', liftModifiers: true },
      '+D 0, +A 10, -A 11, -D 50',
      '0 +Ctrl, 0 +E, 10 -Ctrl, 10 +X, 20 -X, 50 -E',
    ],
    [
      '... also without lifting',
      { press: 'X:10' },
      '+D 0, +A 10, -A 11, -D 50',
      '0 +Ctrl, 0 +E, 10 -Ctrl, 10 +X, 20 -X, 50 -E',
    ],
    [
      '... and come back when it only touches modifiers',
      { press: '+Meta 10 -Meta', liftModifiers: true },
      '+D 0, +A 10, -A 11, -D 50',
      '0 +Ctrl, 0 +E, 10 -Ctrl, 10 +Meta, 20 -Meta, 20 +Ctrl, 50 -E, 50 -Ctrl',
    ],
  ])('%s', (_what, parts, hand, outcome) => expect(play([macro('M', parts)], hand, ON_A)).toBe(outcome));

  test('once and capitals do not touch a macro, and wait for the next key', () => {
    const layers = { Base: { A: 'play M', D: 'once Shift', F: 'capitals' } };
    const M = macro('M', { press: 'X:5' });
    expect(play([M], '+D 0, -D 5, +A 10, -A 11, +J 30, -J 40', layers)).toBe(
      '10 +X, 15 -X, 30 +Shift, 30 +J, 40 -J, 40 -Shift',
    );
    expect(play([M], '+F 0, -F 5, +A 10, -A 11, +J 30, -J 40', layers)).toBe(
      '10 +X, 15 -X, 30 +Shift, 30 +J, 40 -J, 40 -Shift',
    );
  });

  test('a modifier that a macro holds is not lifted by another', () => {
    const M = macro('M', { press: '+Ctrl 100' });
    const N = macro('N', { press: 'X:10', liftModifiers: true });
    expect(play([M, N], '+LeftShift 0, +A 5, -A 6, +S 20, -S 21, -LeftShift 200')).toBe(
      '0 +Shift, 5 +Ctrl, 20 -Shift, 20 +X, 30 -X, 30 +Shift, 105 -Ctrl, 200 -Shift',
    );
  });
});

describe('several that lift', () => {
  test('what was lifted comes back when none of them plays any more', () => {
    const M = macro('M', { press: 'X:10', liftModifiers: true });
    const N = macro('N', { press: 'Y:30', liftModifiers: true });
    expect(play([M, N], '+LeftShift 0, +A 10, -A 11, +S 15, -S 16, -LeftShift 100')).toBe(
      '0 +Shift, 10 -Shift, 10 +X, 15 +Y, 20 -X, 45 -Y, 45 +Shift, 100 -Shift',
    );
  });

  test('of a modifier that a macro and a finger hold, the finger’s share is lifted', () => {
    const M = macro('M', { press: '+LeftShift 40 -LeftShift' });
    const N = macro('N', { press: 'Y:100', liftModifiers: true });
    expect(play([M, N], '+LeftShift 0, +A 10, -A 11, +S 20, -S 21, -LeftShift 200')).toBe(
      '0 +Shift, 20 +Y, 50 -Shift, 120 -Y, 120 +Shift, 200 -Shift',
    );
  });
});

describe('who lifted what', () => {
  const layers = { Base: { A: 'play M', S: 'play N', Caps: 'Ctrl' } };
  const long = macro('M', { press: 'X:10 200', liftModifiers: true });
  const short = macro('N', { press: 'Y:50', liftModifiers: true });

  test('a modifier that goes down after a run began comes back when the run that lifted it ends', () => {
    // M runs from 0 to 210 and lifts nothing; Ctrl goes down at 50; N lifts it from 100 to 150.
    expect(play([long, short], '+A 0, -A 5, +Caps 50, +S 100, -S 110, -Caps 400', layers)).toBe(
      '0 +X, 10 -X, 50 +Ctrl, 100 -Ctrl, 100 +Y, 150 -Y, 150 +Ctrl, 400 -Ctrl',
    );
  });

  test('one that both lifted comes back when neither runs any more', () => {
    expect(play([long, short], '+Caps 0, +A 10, -A 15, +S 100, -S 110, -Caps 400', layers)).toBe(
      '0 +Ctrl, 10 -Ctrl, 10 +X, 20 -X, 100 +Y, 150 -Y, 220 +Ctrl, 400 -Ctrl',
    );
  });

  test('one that went down between two runs comes back with the later, whichever ends first', () => {
    const longest = macro('N', { press: 'Y:300', liftModifiers: true });
    expect(play([long, longest], '+A 0, -A 5, +Caps 50, +S 100, -S 110, -Caps 600', layers)).toBe(
      '0 +X, 10 -X, 50 +Ctrl, 100 -Ctrl, 100 +Y, 400 -Y, 400 +Ctrl, 600 -Ctrl',
    );
  });
});

test('what a second run leaves of a key that is pressed stays when that key goes up', () => {
  const M = macro('M', { press: '+X 10', leavesHeld: true });
  const layers = { Base: { A: 'play M', D: 'X' } };
  // Left at 0; X pressed by its own key at 100; left again at 200; the key goes up at 300: what was left after it began stays.
  expect(play([M], '+A 0, -A 5, +D 100, +A 200, -A 205, -D 300', layers)).toBe('0 +X, 100 -X, 100 +X, 200 -X, 200 +X');
});
