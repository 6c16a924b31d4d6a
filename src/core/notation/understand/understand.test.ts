import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../../tests/runs';
import { parseLine, understand } from '..';
import { PHRASES } from '../../../../tests/phrases';

const context = {
  layers: [
    { id: 'base', name: 'Base' },
    { id: 'cues', name: 'Cues' },
    { id: 'rig', name: 'Rig' },
    { id: 'l2', name: 'Layer 2' },
  ],
  macros: [
    { id: 'm1', name: 'House lights down' },
    { id: 'm2', name: 'Thunder roll' },
  ],
};

const linesOf = (phrase: string): string[] => {
  const understood = understand(phrase, context);
  return understood.ok ? understood.readings.map(({ line }) => line) : [];
};
const failed = (phrase: string) => {
  const understood = understand(phrase, context);
  if (understood.ok) throw new Error(`was understood as ${understood.readings[0]?.line}`);
  return understood;
};

describe.each(Object.entries(PHRASES))('%s', (_category, phrases) => {
  test.each(phrases)('“%s” is %s', (phrase, line) => {
    expect(linesOf(phrase)[0] ?? '').toBe(line);
  });
});

test.each(['alt, then shift', 'when held for 250 ms ctrl, when tapped x', 'press a then b'])(
  '“%s” is not what a shorter way to say it would be',
  (phrase) => expect(linesOf(phrase)).toEqual([]),
);

test.each([
  ['Backspace', 'shift makes it delete', 'Backspace, under Shift Delete'],
  ['Backspace, under Shift Delete', 'ctrl makes it f6', 'Backspace, under Shift Delete, under Ctrl F6'],
  ['Backspace, under Shift Delete', 'with shift held it is home', 'Backspace, under Shift Home'],
  ['tap A, hold Ctrl', 'b with shift held', 'tap A, under Shift B, hold Ctrl'],
  ['none', 'delete with shift held', 'under Shift Delete'],
])('of a key that is “%s”, “%s” makes “%s”', (is, phrase, line) => {
  const now = parseLine(is, context);
  const understood = understand(phrase, { ...context, ...(now.ok && { now: now.binding }) });
  expect(understood.ok && understood.readings[0]?.line).toBe(line);
});

describe('two readings', () => {
  test.each([
    ['copy', ['Ctrl+C', 'Copy']],
    ['delete with shift', ['Shift+Delete', 'under Shift Delete']],
    ['Copy', ['Copy', 'Ctrl+C']],
    ['redo', ['Ctrl+Y', 'Ctrl+Shift+Z']],
    ['print', ['PrintScreen', 'Ctrl+P']],
    ['refresh', ['F5', 'BrowserRefresh']],
    ['type go and press enter', ['type "go\\n"', 'type "go and press enter"']],
    ['type go every 20 ms', ['type "go" every 20 ms', 'type "go every 20 ms"']],
  ])('“%s” may be %j, the likelier first', (phrase, lines) => expect(linesOf(phrase)).toEqual(lines));

  test('an exact line is what it says, whatever its words mean elsewhere', () => {
    for (const line of ['tap Esc, hold Ctrl', 'Copy', 'once Cues', 'type "copy"', 'play Thunder roll', 'hid:07:00A4'])
      expect(linesOf(line)[0]).toBe(line);
  });

  test('every reading is a line that can be read back to the same binding', () => {
    for (const [phrase] of Object.values(PHRASES).flat()) {
      const understood = understand(phrase, context);
      if (!understood.ok) continue;
      for (const { line, binding } of understood.readings)
        expect(parseLine(line, context)).toEqual({ ok: true, binding });
    }
  });

  test('a word that was taken for another is told', () => {
    const understood = understand('scrol down', context);
    expect(understood.ok && understood.readings[0]?.slips).toEqual([{ typed: 'scrol', taken: 'scroll' }]);
  });
});

describe('what is not understood', () => {
  test.each([
    ['frobnicate', '“frobnicate” is not known here.'],
    ['ctrl zorp', '“zorp” is not known here.'],
    ['go to Numbers', 'There is no layer “Numbers” in this profile yet.'],
    ['ctrl k then ctrl c', 'Several presses one after another are a macro'],
    ['double click', 'Several presses one after another are a macro'],
    ['button 9', 'from 1 to 8'],
    ['Ctrl+Ctrl', 'in this chord already'],
    ['A for 700 s', 'A key can be held for 1 ms to 600 s'],
  ])('“%s”: %s', (phrase, sentence) => {
    const { error } = failed(phrase);
    expect(error).toContain(sentence);
    expect(error).not.toMatch(/Expected|, ,/);
  });

  test.each([
    ['escap key please now', 'Esc'],
    ['volume higher and higher', 'VolumeUp'],
    ['house lights', 'play House lights down'],
  ])('“%s” is near to %s', (phrase, near) => expect(failed(phrase).nearest).toContain(near));

  test.each([
    'make coffee',
    'I want a pony',
    'turn it into gold',
    'could you please',
    'I want it to be',
    'change it',
    'show me',
    'set this to',
    'what is this',
    'repeat the last key',
  ])('chat alone means nothing: “%s”', (phrase) => expect(linesOf(phrase)).toEqual([]));

  test('there are three nearest lines at the most, and each can be read', () => {
    for (const phrase of ['frobnicate', 'the quick brown fox', 'ctrl zorp', 'louderer please thing'])
      for (const line of failed(phrase).nearest) expect([line, parseLine(line, context).ok]).toEqual([line, true]);
    expect(failed('ctrl zorp').nearest.length).toBeLessThanOrEqual(3);
  });

  test('the words that mean something are marked', () => {
    const { known, at } = failed('ctrl zorp');
    expect(known).toEqual([{ from: 0, to: 4 }]);
    expect(at).toEqual({ from: 5, to: 9 });
  });

  test.each([
    ['while Numbers', { what: 'layer', name: 'Numbers' }],
    ['tap Esc, hold while Numbers', { what: 'layer', name: 'Numbers' }],
    ['switch to layer Numbers', { what: 'layer', name: 'Numbers' }],
    ['play Finale', { what: 'macro', name: 'Finale' }],
  ])('“%s” names what is not there', (phrase, missing) => expect(failed(phrase).missing).toEqual(missing));
});

test('no line, however odd, throws or takes long', () => {
  const word = fc.constantFrom(
    'tap',
    'hold',
    ',',
    'ctrl',
    'and',
    '"',
    'when',
    'held',
    '/',
    'x',
    'twice',
    '\u202e',
    '😀',
    '',
    '9',
    'while',
    'cues',
    '(',
    '#',
  );
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string({ maxLength: 600 }),
        fc.array(word, { maxLength: 60 }).map((words) => words.join(' ')),
      ),
      (line) => {
        const understood = understand(line, context);
        expect(understood.ok ? understood.readings.length : understood.error.length).toBeGreaterThan(0);
      },
    ),
    { numRuns: runs(200) },
  );
});
