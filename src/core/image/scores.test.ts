import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { SHOW_DESK } from '../../../demo';
import { parseScoreLine } from '../macro';
import type { Macro, Score, ScoreEvent } from '../profile';
import { Unreadable } from '../reading';
import { ByteReader, ByteWriter } from './bytes';
import { macroBytes, readMacro, readScore, scoreBytes, writeMacro } from './scores';

const back = (score: Score): Score => readScore(new ByteReader(scoreBytes(score)));

describe('scores as bytes', () => {
  test.each([
    '+A 80 -A',
    '+Ctrl 40 +D 60 -D 20 -Ctrl',
    '+A 10 +A 10 -A 10 -A',
    '-A 5 -A 5 +A',
    '"Scene 3"/5 100 wheel(-3,127) 20 +hid:0C:0123 5 -hid:0C:0123',
    '0.001 +F13 0.5 -F13 1.25',
    '500',
    '',
  ])('%s comes back the same', (line) => expect(back(parseScoreLine(line))).toEqual(parseScoreLine(line)));

  test('whatever is in them', () => {
    const what = fc.oneof(
      fc.record({
        edge: fc.constantFrom<'down' | 'up'>('down', 'up'),
        code: fc.constantFrom('KeyA', 'ShiftLeft', 'F24', 'hid:09:0001'),
      }),
      fc.record({ text: fc.string({ minLength: 1, maxLength: 9 }), gapMs: fc.nat(50) }),
      fc.record({
        wheel: fc.record({ dx: fc.integer({ min: -127, max: 127 }), dy: fc.integer({ min: -127, max: 127 }) }),
      }),
    );
    const score = fc
      .tuple(fc.array(fc.tuple(fc.nat(3_000_000), what), { maxLength: 40 }), fc.boolean())
      .map(([steps, coarse]): Score => {
        const unit = coarse ? 100 : 1;
        let atUs = 0;
        const events = steps.map(
          ([us, event]) => ({ atUs: (atUs += Math.floor(us / unit) * unit), ...event }) as ScoreEvent,
        );
        return { lengthUs: atUs + 700, events };
      });
    fc.assert(fc.property(score, (made) => expect(back(made)).toEqual(made)));
  });

  test('a recorded event is mostly two bytes', () => {
    let seed = 7;
    const random = (most: number): number => (seed = (seed * 48271) % 2147483647) % most;
    const keys = ['A', 'S', 'D', 'F', 'J', 'K', 'L', 'Space'];
    const words = Array.from(
      { length: 100 },
      () => `${keys[random(8)]}:${(40 + random(700) / 10).toFixed(1)} ${(30 + random(900) / 10).toFixed(1)}`,
    );
    const score = parseScoreLine(words.join(' '));
    expect(scoreBytes(score).length / score.events.length).toBeLessThan(2.2);
  });

  test('the length of what the demo plays is what the list of macros says', () => {
    const [macro] = SHOW_DESK.macros;
    const out = new ByteWriter();
    writeMacro(out, macro!, () => 0);
    expect(macroBytes(macro!)).toBe(out.length + scoreBytes(macro!.onPress!).length);
  });

  test.each<[string, number[], string]>([
    ['an event without an entry', [0, 10, 1, 5], 'an event of a score without entries'],
    ['an entry of an unknown kind', [2, 0xf5, 0, 0], 'an entry of the unknown kind 245'],
    ['more events than bytes', [2, 4, 10, 200, 1], 'ends too early'],
  ])('%s is refused', (_what, bytes, message) => {
    expect(() => readScore(new ByteReader(Uint8Array.from(bytes)))).toThrow(Unreadable);
    expect(() => readScore(new ByteReader(Uint8Array.from(bytes)))).toThrow(message);
  });
});

describe('macros as bytes', () => {
  const SCORES = [parseScoreLine('A:10'), parseScoreLine('B:10')];
  const plain = { gapMs: 0, stop: 'now' as const, leavesHeld: false, liftModifiers: false };
  test.each<[string, Omit<Macro, 'id' | 'name'>]>([
    ['one part', { ...plain, onPress: SCORES[0]!, run: { kind: 'times', times: 1 } }],
    [
      'all parts',
      {
        ...plain,
        onPress: SCORES[0]!,
        repeat: SCORES[1]!,
        onRelease: SCORES[0]!,
        run: { kind: 'times', times: 17 },
        gapMs: 250,
      },
    ],
    ['while held', { ...plain, repeat: SCORES[1]!, run: { kind: 'whileHeld' }, stop: 'finish', leavesHeld: true }],
    ['until pressed again', { ...plain, repeat: SCORES[1]!, run: { kind: 'untilPressedAgain' }, liftModifiers: true }],
    ['nothing', { ...plain, run: { kind: 'times', times: 100_000 } }],
  ])('%s', (_what, macro) => {
    const out = new ByteWriter();
    writeMacro(out, { id: 'm', name: 'M', ...macro }, (score) => SCORES.indexOf(score));
    expect(readMacro(new ByteReader(out.toBytes()), SCORES)).toEqual(macro);
  });

  test('a score that is not there, and a way of repeating that is none', () => {
    expect(() => readMacro(new ByteReader(Uint8Array.from([1, 1, 0, 9])), SCORES)).toThrow(
      'a reference to a score that is not there',
    );
    expect(() => readMacro(new ByteReader(Uint8Array.from([24, 0])), SCORES)).toThrow('an unknown way of repeating');
  });
});
