import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { SHOW_DESK } from '../../../demo';
import { parseScoreLine } from '../notation';
import type { Macro, Score, ScoreEvent } from '../profile';
import { BitReader, BitWriter } from './coder';
import { macroBytes, readMacros, writeMacros } from './scores';

const plain = { gapMs: 0, stop: 'now' as const, leavesHeld: false, liftModifiers: false };
const once = (onPress: Score): Macro => ({ id: 'm', name: 'M', ...plain, onPress, run: { kind: 'times', times: 1 } });

function bytesOf(macros: readonly Macro[]): Uint8Array {
  const out = new BitWriter();
  writeMacros(out, macros);
  return out.toBytes();
}
const read = (bytes: Uint8Array, mostEvents = 1000): Omit<Macro, 'id' | 'name'>[] =>
  readMacros(new BitReader(bytes, 0, bytes.length, { decisions: 1e6 }), 64, mostEvents);
const back = (score: Score): Score => read(bytesOf([once(score)]))[0]!.onPress!;

describe('scores', () => {
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
        code: fc.constantFrom('KeyA', 'ShiftLeft', 'F24', 'hid:0C:0123'),
      }),
      fc.record({ text: fc.string({ minLength: 1, maxLength: 9 }), gapMs: fc.nat(50) }),
      fc.record({
        wheel: fc.record({ dx: fc.integer({ min: -127, max: 127 }), dy: fc.integer({ min: -127, max: 127 }) }),
      }),
    );
    const score = fc
      .tuple(fc.array(fc.tuple(fc.nat(3_000_000), what), { maxLength: 40 }), fc.constantFrom(1, 100, 1000, 5000))
      .map(([steps, unit]): Score => {
        let atUs = 0;
        const events = steps.map(
          ([us, event]) => ({ atUs: (atUs += Math.floor(us / unit) * unit), ...event }) as ScoreEvent,
        );
        return { lengthUs: atUs + 5000, events };
      });
    fc.assert(fc.property(score, (made) => expect(back(made)).toEqual(made)));
  });

  test('a recorded event is less than two bytes', () => {
    let seed = 7;
    const random = (most: number): number => (seed = (seed * 48271) % 2147483647) % most;
    const keys = ['A', 'S', 'D', 'F', 'J', 'K', 'L', 'Space'];
    const words = Array.from(
      { length: 100 },
      () => `${keys[random(8)]}:${(40 + random(700) / 10).toFixed(1)} ${(30 + random(900) / 10).toFixed(1)}`,
    );
    const macro = once(parseScoreLine(words.join(' ')));
    expect(macroBytes(macro) / macro.onPress!.events.length).toBeLessThan(2);
  });

  test('what stands in many macros is stored once, and the same object again', () => {
    const macros = SHOW_DESK.macros.flatMap((macro) => [macro, macro, macro]);
    expect(bytesOf(macros).length - bytesOf(SHOW_DESK.macros).length).toBeLessThan(macros.length);
    const [one, two] = read(bytesOf(macros));
    expect(one!.onPress).toBe(two!.onPress);
  });
});

describe('macros', () => {
  const SCORES = [parseScoreLine('A:10'), parseScoreLine('B:10')];
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
  ])('%s', (_what, macro) => expect(read(bytesOf([{ id: 'm', name: 'M', ...macro }]))).toEqual([macro]));

  test('more events than the keyboard has room for, in one part or together, are refused before they are built', () => {
    const score = parseScoreLine('A:10 B:10 C:10');
    const twice: Macro = { ...once(score), onRelease: parseScoreLine('D:10') };
    expect(read(bytesOf([twice]), 8)).toHaveLength(1);
    expect(() => read(bytesOf([twice]), 7)).toThrow('where 1 is the most');
    expect(() => read(bytesOf([{ ...twice, onRelease: score }]), 11)).toThrow('more than 11 events');
  });
});
