import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Score } from '../profile';
import { Unreadable } from '../reading';
import { countsOf, isTooMuch, operations as op, pressesOf, type TooMuch } from '.';
import { parseScoreLine, printScoreLine } from '../notation';

/** What an operation made, where it made something. */
const made = (score: Score | TooMuch): Score => {
  if (isTooMuch(score)) throw new Error(score.tooMuch);
  return score;
};

const score = (line: string): Score => parseScoreLine(line);
/** The places of events, for selections. */
const places = (...found: number[]): Set<number> => new Set(found);

describe('the line of a score', () => {
  test.each([
    '+Ctrl 40 +D 60 -D 20 -Ctrl',
    '"Scene 3" every 5 ms 100 +Esc',
    '"say \\"go\\"\\n" 5 wheel down 1 250',
    '0.001 +F13 0.5 -F13 1.25',
    '',
  ])('%s is printed as it was read', (line) => expect(printScoreLine(score(line))).toBe(line));

  test('a press is one word', () => expect(printScoreLine(score('A:80 120 A:80'))).toBe('+A 80 -A 120 +A 80 -A'));

  test.each([
    ['+A 20 Nonsense', 'Column 7: "Nonsense" is not +KEY, -KEY, KEY:MS, a time in ms, "text" or wheel up'],
    ['+Shft', 'Column 1: "Shft" is not a key such as Esc, A or F13'],
    ['5 "open', 'Column 3: a text ends with a quote'],
    ['wheel(0,500)', 'Column 1: the wheel turns 127 notches at most'],
    ['9999999', 'Column 1: a score is an hour long at most'],
  ])('%s', (line, message) => {
    expect(() => score(line)).toThrow(Unreadable);
    expect(() => score(line)).toThrow(message);
  });

  test('no score is changed by being written and read', () => {
    const event = fc.oneof(
      fc.record({
        wait: fc.nat(5000),
        edge: fc.constantFrom<'down' | 'up'>('down', 'up'),
        code: fc.constantFrom('KeyA', 'ShiftLeft', 'Minus', 'hid:0C:0123'),
      }),
      fc.record({ wait: fc.nat(5000), text: fc.string({ minLength: 1, maxLength: 8 }), gapMs: fc.nat(9) }),
    );
    fc.assert(
      fc.property(fc.array(event), fc.nat(9999), (steps, moreUs) => {
        let atUs = 0;
        const events = steps.map(({ wait, ...what }) => ({ atUs: (atUs += wait), ...what }));
        const made = { lengthUs: atUs + moreUs, events } as Score;
        expect(parseScoreLine(printScoreLine(made))).toEqual(made);
      }),
    );
  });
});

describe('operations', () => {
  const THREE = '+A 30 -A 70 +B 50 -B 90 +C 10 -C 40';
  test.each<[string, Score | TooMuch, string]>([
    ['all gaps the same', op.setGaps(score(THREE), 100_000), '+A 100 -A 100 +B 100 -B 100 +C 100 -C 40'],
    [
      'only between what is selected',
      op.setGaps(score(THREE), 5000, places(2, 3)),
      '+A 30 -A 70 +B 5 -B 90 +C 10 -C 40',
    ],
    ['no gap longer', op.capGaps(score(THREE), 60_000), '+A 30 -A 60 +B 50 -B 60 +C 10 -C 40'],
    ['no gap shorter', op.widenGaps(score(THREE), 60_000), '+A 60 -A 70 +B 60 -B 90 +C 60 -C 40'],
    ['as fast as the device sends', op.removeGaps(score(THREE), 1000), '+A 1 -A 1 +B 1 -B 1 +C 1 -C 40'],
    ['twice as slow', op.scale(score(THREE), 2), '+A 60 -A 140 +B 100 -B 180 +C 20 -C 80'],
    ['a part twice as slow', op.scale(score(THREE), 2, places(4, 5)), '+A 30 -A 70 +B 50 -B 90 +C 20 -C 40'],
    ['on a grid', op.quantise(score('3 +A 28 -A 9'), 10_000), '+A 30 -A 10'],
    ['no press shorter', op.shortestPress(score(THREE), 40_000), '+A 40 -A 70 +B 50 -B 90 +C 40 -C 40'],
    ['... also when presses overlap', op.shortestPress(score('+A 10 +B 10 -A 10 -B'), 50_000), '+A 10 +B 40 -A 10 -B'],
    ['time put in', op.insertGap(score(THREE), 100_000, 25_000), '+A 30 -A 95 +B 50 -B 90 +C 10 -C 40'],
    ['time taken out', op.insertGap(score(THREE), 100_000, -25_000), '+A 30 -A 70 +B 25 -B 90 +C 10 -C 40'],
    [
      'a part three times',
      op.repeatPart(score('+A 10 -A 30 +B 5 -B'), 3, 20_000, places(0, 1)),
      '+A 10 -A 20 +A 10 -A 20 +A 10 -A 30 +B 5 -B',
    ],
    ['the whole twice, its length between', op.repeatPart(score('+A 10 -A 30'), 2, 0), '+A 10 -A 30 +A 10 -A 30'],
    ['presses only', op.keepEdges(score('+A 10 -A 5 +B 5 -B'), 'down'), '+A 15 +B'],
    ['releases only', op.keepEdges(score('+A 10 -A 5 +B 5 -B'), 'up'), '-A 10 -B'],
    [
      'releases only, behind a wait that was there',
      op.keepEdges(score('100 +A 10 -A 5 +B 5 -B 30'), 'up'),
      '100 -A 10 -B 30',
    ],
    [
      'a press by its down',
      op.takeOutPresses(score('+A 10 -A 5 +B 20 -B 7 +C 10 -C'), new Set([2])),
      '+A 10 -A 5 +C 10 -C',
    ],
    [
      'a press by its up',
      op.takeOutPresses(score('+A 10 -A 5 +B 20 -B 7 +C 10 -C'), new Set([3])),
      '+A 10 -A 5 +C 10 -C',
    ],
    ['the first press', op.takeOutPresses(score('30 +A 10 -A 5 +B 20 -B'), new Set([0])), '30 +B 20 -B'],
    ['the last press', op.takeOutPresses(score('+A 10 -A 5 +B 20 -B 9'), new Set([2])), '+A 10 -A 9'],
    ['the only press', op.takeOutPresses(score('5 +A 10 -A'), new Set([0])), ''],
    ['a press under another', op.takeOutPresses(score('+Ctrl 10 +A 10 -A 10 -Ctrl'), new Set([1])), '+Ctrl 30 -Ctrl'],
    [
      'a press around another',
      op.takeOutPresses(score('+Ctrl 10 +A 10 -A 10 -Ctrl 5 +B'), new Set([0])),
      '10 +A 10 -A 15 +B',
    ],
    ['a press that stays open', op.takeOutPresses(score('+A 10 +B 10 -B'), new Set([0])), '+B 10 -B'],
    [
      'what is open is closed at the end, last first',
      op.closeOpen(score('+A 5 +B 5 +C 5 -C 10')),
      '+A 5 +B 5 +C 5 -C 10 -B -A',
    ],
    ['ups of nothing are taken out', op.takeOutStrayUps(score('-A 5 +B 5 -B 5 -B')), '5 +B 5 -B 5'],
    ['another key', op.transpose(score('+A 5 +B 5 -A'), 'KeyA', 'KeyX'), '+X 5 +B 5 -X'],
    ['without silence around it', op.trim(score('100 +A 5 -A 200')), '+A 5 -A'],
    ['one after another', op.join(score('+A 5 -A 5'), score('+B 5 -B'), 10_000), '+A 5 -A 15 +B 5 -B'],
    ['a slip taken out', op.takeOut(score(THREE), places(2, 3)), '+A 30 -A 210 +C 10 -C 40'],
    ['moved', op.move(score('+A 10 -A 10 +B 10'), places(0, 1), 15_000), '15 +A 5 +B 5 -A 5'],
    ['moved no further than the beginning', op.move(score('5 +A 10 -A'), places(0, 1), -50_000), '+A 10 -A 5'],
    ['copied to a time', op.copyTo(score('+A 10 -A 10'), places(0, 1), 50_000), '+A 10 -A 40 +A 10 -A'],
    [
      'written step by step',
      [
        { step: 'down' as const, code: 'ControlLeft' },
        { step: 'press' as const, code: 'KeyD', us: 60_000 },
        { step: 'wait' as const, us: 40_000 },
        { step: 'up' as const, code: 'ControlLeft' },
        { step: 'text' as const, text: 'go', gapMs: 5 },
      ].reduce<Score>(op.addStep, score('')),
      '+Ctrl +D 60 -D 40 -Ctrl "go" every 5 ms',
    ],
    [
      'a text as presses',
      op.spellOut(score('5 "aB" 10 +C 5 -C'), 20_000, 10_000),
      '5 +A 20 -A 10 +Shift 10 +B 20 -B 10 -Shift 20 +C 5 -C',
    ],
    ['longer', op.setLength(score('+A 10 -A'), 50_000), '+A 10 -A 40'],
    ['never shorter than its events', op.setLength(score('+A 10 -A'), 5), '+A 10 -A'],
  ])('%s', (_what, after, line) => expect(printScoreLine(made(after))).toBe(line));

  test('every other press of as many as a score may have is taken out, with its time', () => {
    const events = Array.from({ length: 25_000 }, (_, n) => [
      { atUs: n * 40, edge: 'down' as const, code: 'KeyA' as const },
      { atUs: n * 40 + 10, edge: 'up' as const, code: 'KeyA' as const },
      { atUs: n * 40 + 20, edge: 'down' as const, code: 'KeyB' as const },
      { atUs: n * 40 + 30, edge: 'up' as const, code: 'KeyB' as const },
    ]).flat();
    const seconds = new Set(events.flatMap(({ code }, place) => (code === 'KeyB' ? [place] : [])));
    const after = op.takeOutPresses({ lengthUs: 1_000_000, events }, seconds);
    expect([after.events.length, after.events.at(-1)?.atUs]).toEqual([50_000, 24_999 * 20 + 10]);
  });

  test('a part repeated 17 times more is 17 presses and 17 releases more', () => {
    const once = score('+A 10 -A 30 +B 5 -B');
    expect(countsOf(made(op.repeatPart(once, 17, 20_000, places(0, 1))))).toMatchObject({
      presses: 18,
      releases: 18,
      events: 36,
    });
  });

  test('whatever is done, events stand in order inside the score', () => {
    const line = fc.array(fc.tuple(fc.nat(80), fc.constantFrom('+A', '-A', '+B', '-B', '"x"')), {
      minLength: 1,
      maxLength: 12,
    });
    const doing = fc.constantFrom<(made: Score, us: number, of: Set<number> | undefined) => Score>(
      op.setGaps,
      op.capGaps,
      op.widenGaps,
      op.shortestPress,
      (made, us, of) => op.quantise(made, us + 1, of),
      (made, us, of) => op.scale(made, us / 30_000, of),
      (score, us, of) => made(op.repeatPart(score, 3, us, of)),
      (made, us) => op.insertGap(made, us, -us),
      (made, us, of) => op.move(made, of ?? new Set([0]), us - 40_000),
    );
    fc.assert(
      fc.property(
        line,
        doing,
        fc.nat(90_000),
        fc.option(fc.uniqueArray(fc.nat(11), { minLength: 1 }), { nil: undefined }),
        (steps, act, us, chosen) => {
          const made = score(steps.map(([ms, what]) => `${ms} ${what}`).join(' '));
          const inside = chosen?.filter((place) => place < made.events.length);
          const { events, lengthUs } = act(made, us, inside && inside.length > 0 ? new Set(inside) : undefined);
          const times = events.map(({ atUs }) => atUs);
          expect(times).toEqual(times.toSorted((a, b) => a - b));
          expect(times.every((at) => Number.isInteger(at) && at >= 0 && at <= lengthUs)).toBe(true);
        },
      ),
    );
  });
});

test('presses, strays and what is open', () => {
  const { presses, strayUps, others } = pressesOf(score('-A 5 +B 10 +B 10 -B +C "x"'));
  expect(presses.map(({ code, downUs, upUs }) => [code, downUs / 1000, upUs === null ? null : upUs / 1000])).toEqual([
    ['KeyB', 5, 15],
    ['KeyB', 15, 25],
    ['KeyC', 25, null],
  ]);
  expect([strayUps, others]).toEqual([[0], [5]]);
});
