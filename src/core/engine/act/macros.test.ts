import { beforeAll, describe, expect, test } from '@jest/globals';
import { bringHosts, type HostLayoutId } from '../../hosts';
import type { MacroLines } from '../../macro';
import type { Macro } from '../../profile';
import { Engine } from '../engine';
import { isEdgeLine, outcomeLines, type OutcomeLine } from '../out';
import { compile } from '../compile';
import { replay } from '../replay';
import { fingers, shortly, sketchProfile, type SketchLayers } from '../../../../tests/making/sketch';
import { macro, play, UNTIL_AGAIN, WHILE_HELD } from '../../../../tests/making/playing';

describe('a macro', () => {
  test.each<[string, MacroLines, string, string]>([
    [
      'plays its events at their times, from the moment of the press',
      { press: '+X 20 -X 30 Y:10' },
      '+A 100, -A 400',
      '100 +X, 120 -X, 150 +Y, 160 -Y',
    ],
    ['goes on when the key is up', { press: 'X:50' }, '+A 0, -A 10', '0 +X, 50 -X'],
    [
      'plays the repeated part as often as it says',
      { repeat: 'X:10 10', run: { kind: 'times', times: 3 } },
      '+A 0, -A 5',
      '0 +X, 10 -X, 20 +X, 30 -X, 40 +X, 50 -X',
    ],
    [
      'waits between passes, not after the last',
      { repeat: 'X:10', run: { kind: 'times', times: 2 }, gapMs: 50, release: 'Y:5' },
      '+A 0, -A 5',
      '0 +X, 10 -X, 60 +X, 70 -X, 70 +Y, 75 -Y',
    ],
    [
      'plays onPress first, then the passes, then onRelease when the key is up',
      { press: 'X:10', repeat: 'Y:10', release: 'Z:10' },
      '+A 0, -A 100',
      '0 +X, 10 -X, 10 +Y, 20 -Y, 100 +Z, 110 -Z',
    ],
    [
      'plays onRelease at once when the passes last longer than the press',
      { repeat: 'Y:10 90', release: 'Z:10' },
      '+A 0, -A 5',
      '0 +Y, 10 -Y, 100 +Z, 110 -Z',
    ],
    ['can consist of its release alone', { release: 'Z:10' }, '+A 0, -A 100', '100 +Z, 110 -Z'],
  ])('%s', (_what, parts, hand, outcome) => expect(play([macro('M', parts)], hand)).toBe(outcome));
});

describe('while held', () => {
  test.each<[string, MacroLines, string, string]>([
    [
      'repeats until the key is up, and cuts the pass',
      { repeat: 'X:10 10' },
      '+A 0, -A 25',
      '0 +X, 10 -X, 20 +X, 25 -X',
    ],
    ['or plays the pass out', { repeat: 'X:10 10', stop: 'finish' }, '+A 0, -A 25', '0 +X, 10 -X, 20 +X, 30 -X'],
    [
      'a cut lets go of what that pass pressed, last first; what came before stays until the end',
      { press: '+Z', repeat: '+X 5 +Y 95', release: '30 F1:5' },
      '+A 0, -A 50',
      '0 +Z, 0 +X, 5 +Y, 50 -Y, 50 -X, 80 +F1, 85 -F1, 85 -Z',
    ],
    [
      'a stop in a gap goes on at once',
      { repeat: 'X:10', gapMs: 100, release: 'Z:5' },
      '+A 0, -A 50',
      '0 +X, 10 -X, 50 +Z, 55 -Z',
    ],
    [
      'onPress is never cut, and no pass comes after a key that is up',
      { press: '+X 50 -X', repeat: 'Y:10' },
      '+A 0, -A 20',
      '0 +X, 50 -X',
    ],
    [
      'a pass that is due as the key comes up begins first, and is cut',
      { repeat: 'X:10 10' },
      '+A 0, -A 20',
      '0 +X, 10 -X, 20 +X, 20 -X',
    ],
  ])('%s', (_what, parts, hand, outcome) =>
    expect(play([macro('M', { ...WHILE_HELD, ...parts })], hand)).toBe(outcome),
  );
});

describe('until pressed again', () => {
  test.each<[string, MacroLines, string, string]>([
    [
      'goes on with the key up',
      { repeat: 'X:10 10' },
      '+A 0, -A 5, +A 45, -A 50',
      '0 +X, 10 -X, 20 +X, 30 -X, 40 +X, 45 -X',
    ],
    [
      'the second press plays nothing itself',
      { repeat: 'X:10 10', stop: 'finish' },
      '+A 0, -A 5, +A 25, -A 26',
      '0 +X, 10 -X, 20 +X, 30 -X',
    ],
    ['another key stops it too', { repeat: 'X:10 10' }, '+A 0, -A 5, +D 15, -D 16', '0 +X, 10 -X'],
    [
      'then it can begin anew',
      { repeat: 'X:10 90' },
      '+A 0, -A 1, +A 20, -A 21, +A 30, -A 31, +A 50, -A 51',
      '0 +X, 10 -X, 30 +X, 40 -X',
    ],
  ])('%s', (_what, parts, hand, outcome) =>
    expect(play([macro('M', { ...UNTIL_AGAIN, ...parts })], hand, { Base: { A: 'play M', D: 'play M' } })).toBe(
      outcome,
    ),
  );
});

describe('what a macro holds', () => {
  test.each<[string, MacroLines, string, string]>([
    ['is let go of when it finishes, last first', { press: '+X +Y 20' }, '+A 0, -A 5', '0 +X, 0 +Y, 20 -Y, 20 -X'],
    ['stays down only when it says so', { press: '+X 20', leavesHeld: true }, '+A 0, -A 5', '0 +X'],
    ['a second down strikes again', { press: '+X 10 +X 10 -X' }, '+A 0, -A 5', '0 +X, 10 -X, 10 +X, 20 -X'],
    ['an up of what nobody holds is nothing', { press: '-X 10 +Y 10 -Y' }, '+A 0, -A 5', '10 +Y, 20 -Y'],
    [
      'an up does not take what a finger holds',
      { press: '10 -X 10 +Y -Y' },
      '+X 0, +A 5, -A 6, -X 50',
      '0 +X, 25 +Y, 25 -Y, 50 -X',
    ],
    [
      'a finger on the same key strikes it again, and the key is up when both are',
      { press: '+X 50 -X' },
      '+A 0, -A 1, +X 20, -X 80',
      '0 +X, 20 -X, 20 +X, 80 -X',
    ],
    ['a press while it runs is ignored', { press: '+X 50 -X' }, '+A 0, -A 5, +A 20, -A 25', '0 +X, 50 -X'],
  ])('%s', (_what, parts, hand, outcome) => expect(play([macro('M', parts)], hand)).toBe(outcome));

  const LEAVES = macro('M', { press: '+X', leavesHeld: true });
  const LETS_GO = macro('N', { press: '-X' });
  test.each<[string, Macro[], string, SketchLayers | undefined, string]>([
    [
      'what is left can be let go of by another macro',
      [LEAVES, LETS_GO],
      '+A 0, -A 5, +S 50, -S 55',
      undefined,
      '0 +X, 50 -X',
    ],
    [
      'or taken back by pressing and releasing that key alone',
      [LEAVES],
      '+A 0, -A 5, +X 50, -X 60',
      undefined,
      '0 +X, 50 -X, 50 +X, 60 -X',
    ],
    [
      'but not by a press that was there before',
      [LEAVES],
      '+X 0, +A 10, -A 11, -X 60',
      undefined,
      '0 +X, 10 -X, 10 +X',
    ],
    [
      'left twice it is let go of once',
      [LEAVES, LETS_GO],
      '+A 0, -A 5, +A 20, -A 25, +S 50, -S 55',
      undefined,
      '0 +X, 20 -X, 20 +X, 50 -X',
    ],
    [
      'an up frees a latch',
      [LEAVES, LETS_GO],
      '+D 0, -D 5, +S 50, -S 55',
      { Base: { D: 'latch X', S: 'play N' } },
      '0 +X, 50 -X',
    ],
  ])('%s', (_what, macros, hand, layers, outcome) => expect(play(macros, hand, layers)).toBe(outcome));
});

describe('several at once', () => {
  test('each has a clock of its own', () => {
    const M = macro('M', { repeat: 'X:10 10', run: { kind: 'times', times: 2 } });
    const N = macro('N', { press: '15 Y:10' });
    expect(play([M, N], '+A 0, +S 3, -A 4, -S 5')).toBe('0 +X, 10 -X, 18 +Y, 20 +X, 28 -Y, 30 -X');
  });

  test('both hold a key: it is up when the last lets go', () => {
    const M = macro('M', { press: '+X 50 -X' });
    const N = macro('N', { press: '+X 10 -X' });
    expect(play([M, N], '+A 0, -A 1, +S 20, -S 21')).toBe('0 +X, 20 -X, 20 +X, 50 -X');
  });

  test('typing goes on beside a macro', () => {
    expect(play([macro('M', { press: 'X:50' })], '+A 0, -A 1, +J 10, -J 20')).toBe('0 +X, 10 +J, 20 -J, 50 -X');
  });

  test('the wheel turns in a score', () =>
    expect(play([macro('M', { press: 'wheel(0,1) 10 wheel(0,-2)' })], '+A 0, -A 1')).toBe(
      '0 wheel 0 1, 10 wheel 0 -2',
    ));
});

describe('in gestures', () => {
  const layers = { Base: { A: 'tap play M, hold play N', S: 'S' } };
  const M = macro('M', { repeat: 'X:3 3', ...WHILE_HELD });
  const N = macro('N', { repeat: 'Y:30 30', ...WHILE_HELD });
  test('a tap holds its macro for as long as the tap is shown', () =>
    expect(play([M, N], '+A 0, -A 50', layers)).toBe('50 +X, 53 -X, 56 +X, 58 -X'));
  test('a hold holds it until the key is up', () =>
    expect(play([M, N], '+A 0, -A 270', layers)).toBe('200 +Y, 230 -Y, 260 +Y, 270 -Y'));
});

describe('text', () => {
  const type = (line: string, hand: string, more: Record<string, string> = {}): string =>
    play([], hand, { Base: { A: line, ...more } });
  test.each<[string, string, string, string]>([
    [
      'all strokes of a character at its time',
      'type "a!"',
      '+A 5, -A 50',
      '5 +A, 5 -A, 5 +Shift, 5 +1, 5 -1, 5 -Shift',
    ],
    ['characters apart', 'type "ab" every 20 ms', '+A 0, -A 5', '0 +A, 0 -A, 20 +B, 20 -B'],
    [
      'held modifiers are lifted before the first and come back after the last',
      'type "ab" every 20 ms',
      '+LeftShift 0, +A 10, -A 15, -LeftShift 50',
      '0 +Shift, 10 -Shift, 10 +A, 10 -A, 30 +B, 30 -B, 30 +Shift, 50 -Shift',
    ],
    [
      'twice at the same time, each goes on',
      'type "ab" every 20 ms',
      '+A 0, -A 5, +A 10, -A 15',
      '0 +A, 0 -A, 10 +A, 10 -A, 20 +B, 20 -B, 30 +B, 30 -B',
    ],
  ])('%s', (_what, line, hand, outcome) => expect(type(line, hand)).toBe(outcome));

  test('a key that is down is struck again', () =>
    expect(type('type "j"', '+J 0, +A 10, -A 11, -J 20')).toBe('0 +J, 10 -J, 10 +J, 20 -J'));

  test('once is not used up by a text', () =>
    expect(type('type "a"', '+D 0, -D 1, +A 10, -A 11, +J 20, -J 30', { D: 'once Shift' })).toBe(
      '10 +A, 10 -A, 20 +Shift, 20 +J, 30 -J, 30 -Shift',
    ));

  test('a chord that is held loses its modifiers for good', () =>
    expect(type('type "a"', '+D 0, +A 10, -A 11, -D 30', { D: 'Ctrl+E' })).toBe(
      '0 +Ctrl, 0 +E, 10 -Ctrl, 10 +A, 10 -A, 30 -E',
    ));

  describe('on other hosts', () => {
    beforeAll(() => bringHosts());
    test.each<[string, HostLayoutId, string, string]>([
      ['a dead key is a stroke of its own', 'fr', 'type "ê"', '0 +[, 0 -[, 0 +E, 0 -E'],
      ['AltGr', 'de', 'type "@"', '0 +RightAlt, 0 +Q, 0 -Q, 0 -RightAlt'],
      ['the key that makes it there', 'fr', 'type "a"', '0 +Q, 0 -Q'],
      ['Shift around the letter of a dead key alone', 'fr', 'type "Ê"', '0 +[, 0 -[, 0 +Shift, 0 +E, 0 -E, 0 -Shift'],
    ])('%s', (_what, hostLayout, line, outcome) => {
      const profile = sketchProfile({ Base: { A: line } }, {}, { hostLayout });
      expect(shortly(replay(compile(profile), fingers('+A 0, -A 5'))).join(', ')).toBe(outcome);
    });
  });

  test.each<[string, string, string]>([
    [
      'Caps Lock is turned off before the text, and on again behind it',
      '+Caps 0, -Caps 5, +A 10, -A 15',
      '0 +CapsLock, 5 -CapsLock, 10 +CapsLock, 10 -CapsLock, 10 +A, 10 -A, 30 +B, 30 -B, 30 +CapsLock, 30 -CapsLock',
    ],
    [
      'it is left alone when it is off',
      '+Caps 0, -Caps 1, +Caps 2, -Caps 3, +A 10, -A 15',
      '0 +CapsLock, 1 -CapsLock, 2 +CapsLock, 3 -CapsLock, 10 +A, 10 -A, 30 +B, 30 -B',
    ],
    [
      'a Caps Lock that is held down is struck',
      '+Caps 0, +A 10, -A 15, -Caps 50',
      '0 +CapsLock, 10 -CapsLock, 10 +CapsLock, 10 +A, 10 -A, 30 +B, 30 -B, 30 -CapsLock, 30 +CapsLock, 50 -CapsLock',
    ],
    [
      'two texts at once turn it once',
      '+Caps 0, -Caps 1, +A 10, -A 11, +A 20, -A 21',
      '0 +CapsLock, 1 -CapsLock, 10 +CapsLock, 10 -CapsLock, 10 +A, 10 -A, 20 +A, 20 -A, 30 +B, 30 -B, 40 +B, 40 -B, 40 +CapsLock, 40 -CapsLock',
    ],
  ])('%s', (_what, hand, outcome) => expect(type('type "ab" every 20 ms', hand)).toBe(outcome));

  test('in a score it is not cut, nor ended by the length', () => {
    const M = macro('M', { repeat: '"ab"/20 5', ...WHILE_HELD });
    expect(play([M], '+A 0, -A 3')).toBe('0 +A, 0 -A, 20 +B, 20 -B');
  });

  test('it counts as typing for the typing guard', () => {
    const profile = sketchProfile({ Base: { A: 'type "x"', S: 'tap S, hold Ctrl' } }, { typingGuardMs: 100 });
    expect(shortly(replay(compile(profile), fingers('+A 0, -A 5, +S 50, -S 60'), { why: true }))).toContain(
      '50 S tap guard',
    );
  });
});

describe('in any case', () => {
  test('a change of profile cuts macros and texts, and leaves nothing down', () => {
    const profile = sketchProfile(
      { Base: { A: 'play M', S: 'play N', D: 'type "abc" every 50 ms' } },
      {},
      { macros: [macro('M', { press: '+X 500' }), macro('N', { press: '+Y', leavesHeld: true })] },
    );
    const program = compile(profile);
    const lines: OutcomeLine[] = [];
    const engine = new Engine(
      program,
      outcomeLines(program, (line) => lines.push(line), false),
    );
    for (const { tUs, key, depthUm } of fingers('+A 0, +S 10, +D 20'))
      engine.feed(tUs, program.keyIndex.get(key)!, depthUm);
    engine.advance(30_000);
    engine.letGo();
    engine.advance(5_000_000);
    expect(shortly(lines).join(', ')).toBe('0 +X, 10 +Y, 20 +A, 20 -A, 30 -X, 30 -Y');
    expect(engine.nextDeadlineUs).toBe(Infinity);
  });

  test('a pass that is played a thousand times does not drift', () => {
    const M = macro('M', { repeat: '+X 0.3 -X 0.777', run: { kind: 'times', times: 1000 } });
    const lines = replay(compile(sketchProfile({ Base: { A: 'play M' } }, {}, { macros: [M] })), fingers('+A 0, -A 1'));
    const downs = lines.filter(isEdgeLine).filter(({ edge }) => edge === 'down');
    expect([downs.length, downs.at(-1)?.t]).toEqual([1000, 999 * 1077]);
  });
});
