import { describe, expect, test } from '@jest/globals';
import type { Macro } from '../profile';
import { durationOf, heldBy, leftDownBy, macroFromLines, macroSentences, sayTime } from '.';

const macro = macroFromLines;

describe('what a macro says of itself', () => {
  test.each<[Macro, string[]]>([
    [macro({}), ['It plays nothing yet.']],
    [macro({ press: 'A:80 120 B:80' }), ['Pressed, it plays 2 presses and 2 releases in 280 ms.']],
    [
      macro({ repeat: 'A:80 1920', run: { kind: 'times', times: 17 }, gapMs: 20 }),
      ['Pressed, it plays 1 press and 1 release in 2.00 s, 17 times, with 20 ms between.'],
    ],
    [
      macro({ press: 'A:10', repeat: 'B:10 "x"', release: 'C:10', run: { kind: 'whileHeld' } }),
      [
        'Pressed, it plays 1 press and 1 release in 10 ms.',
        'Then, as long as the key is held, it plays 1 press, 1 release and the text “x” in 10 ms again and again.',
        'Stopped, it breaks off at once, and lets go of what that round pressed.',
        'When the key is up and that is over, it plays 1 press and 1 release in 10 ms.',
      ],
    ],
    [
      macro({ repeat: 'B:10 10', run: { kind: 'untilPressedAgain' }, stop: 'finish', liftModifiers: true }),
      [
        'Pressed, it plays 1 press and 1 release in 20 ms again and again, until it is pressed again.',
        'Stopped, it plays the round it is in to its end.',
        'Modifiers that you hold go up before its first event and come back at its end.',
      ],
    ],
    [
      macro({ press: '+L 5 +K 5', leavesHeld: true }),
      ['Pressed, it plays 2 presses in 10 ms.', 'When it is over, L and K stay down.'],
    ],
    [
      macro({ press: '+L 10', release: '-K 5' }),
      [
        'Pressed, it plays 1 press in 10 ms.',
        'When the key is up and that is over, it plays 1 release in 5 ms.',
        'What it holds at its end, L, is let go of then.',
        'It lets go of K if a macro or a latch left that down.',
      ],
    ],
  ])('%#', (made, sentences) => expect(macroSentences(made)).toEqual(sentences));

  test('a text is said with the time that its letters take, a long one by its beginning', () => {
    const typed = { lengthUs: 0, events: [{ atUs: 0, text: 'Scene 3', gapMs: 40 }] };
    expect(macroSentences({ ...macro({}), onPress: typed })[0]).toBe('Pressed, it plays the text “Scene 3” in 240 ms.');
    const long = { lengthUs: 0, events: [{ atUs: 0, text: 'la'.repeat(100), gapMs: 0 }] };
    expect(macroSentences({ ...macro({}), onPress: long })[0]).toContain('…” in 0 ms');
  });

  test('what is pressed in one part and let go of in another is held by none', () => {
    const both = macro({ press: '+L 5', release: '-L', leavesHeld: true });
    expect([heldBy(both), leftDownBy(both)]).toEqual([{ open: [], letsGo: [] }, []]);
  });

  test('times as people say them', () =>
    expect([80_000, 80_500, 1_900_000].map(sayTime)).toEqual(['80 ms', '80.5 ms', '1.90 s']));
});

test.each<[string, Parameters<typeof macroFromLines>[0], number | null]>([
  ['a text goes on for as long as its letters take', { press: '"abc"/100 50' }, 200],
  ['the passes, and no gap behind the last', { repeat: 'A:80 20', run: { kind: 'times', times: 3 }, gapMs: 10 }, 320],
  ['a text at the end of the last pass', { repeat: '"ab"/500 100', run: { kind: 'times', times: 2 } }, 600],
  ['what is played at the release comes last', { press: 'A:50', release: 'B:70' }, 120],
  ['what goes on until it is stopped has no end', { repeat: 'A:80', run: { kind: 'whileHeld' } }, null],
])('how long it takes: %s', (_what, lines, ms) => {
  const { wholeUs } = durationOf(macroFromLines(lines));
  expect(wholeUs).toBe(ms === null ? null : ms * 1000);
});

test.each(['"Scene 3"/50 100', 'A:80 120 "go"/30', '+Ctrl 30 K:40 -Ctrl'])(
  'the sentence and the figure say one time: %s',
  (press) => {
    const made = macroFromLines({ press });
    expect(macroSentences(made)[0]).toContain(`in ${sayTime(durationOf(made).wholeUs ?? 0)}`);
  },
);
