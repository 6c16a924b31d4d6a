import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs, seed } from '../../../tests/runs';
import { BOBBIN_21, HARROW_64 } from '../board';
import { parseLine, understand } from '../notation';
import { eachSaid, eachUnder, lineOfCells, rectangleOf, rectangleSaid } from '.';

const context = {
  layers: [
    { id: 'base', name: 'Base' },
    { id: 'cues', name: 'Cues' },
  ],
  macros: [{ id: 'm1', name: 'House lights down' }],
};
const lines = (line: string, count: number): string[] =>
  (eachSaid(line, count, context)?.parts ?? []).map((part) => part.line);
const misfit = (line: string, count: number): string | undefined => eachSaid(line, count, context)?.misfit;

test('what several keys are under a modifier: each stays what it is otherwise', () => {
  const bindings = ['A', 'tap B, hold Ctrl', 'C, under Alt D', 'none'].map((line) => {
    const parsed = parseLine(line, context);
    if (!parsed.ok) throw new Error(line);
    return parsed.binding;
  });
  const said = (line: string): string[] | undefined =>
    eachUnder(understand(line, context), bindings, context)?.parts.map((part) => part.line);
  expect(said('shift makes it f13')).toEqual([
    'A, under Shift F13',
    'tap B, under Shift F13, hold Ctrl',
    'C, under Alt D, under Shift F13',
    'under Shift F13',
  ]);
  expect([said('f13'), said('A, under Shift B')]).toEqual([undefined, undefined]);
});

describe('a part for each key', () => {
  test.each([
    ['7 8 9', 3, ['7', '8', '9']],
    ['7, 8, 9', 3, ['7', '8', '9']],
    ['F1 .. F4', 4, ['F1', 'F2', 'F3', 'F4']],
    ['F1..F4', 4, ['F1', 'F2', 'F3', 'F4']],
    ['1-3 F1-F2', 5, ['1', '2', '3', 'F1', 'F2']],
    ['a to c', 3, ['A', 'B', 'C']],
    ['Left Down Up Right', 4, ['Left', 'Down', 'Up', 'Right']],
    ['home page up page down end', 4, ['Home', 'PageUp', 'PageDown', 'End']],
    ['"()[]{}"', 6, ['Shift+9', 'Shift+0', '[', ']', 'Shift+[', 'Shift+]']],
    ['“12”', 2, ['1', '2']],
    ['tap A, hold Shift; tap S, hold Ctrl', 2, ['tap A, hold Shift', 'tap S, hold Ctrl']],
    ['while Cues; none; pass', 3, ['while Cues', 'none', 'pass']],
    ['copy; paste; volume up', 3, ['Ctrl+C', 'Ctrl+V', 'VolumeUp']],
    ['Ctrl+C Ctrl+V', 2, ['Ctrl+C', 'Ctrl+V']],
  ])('“%s” on %i keys', (line, count, parts) => {
    expect(lines(line, count)).toEqual(parts);
    expect(misfit(line, count)).toBe('');
  });

  test.each([
    ['7 8 9', 2, '3 parts for 2 keys: there is no key for 9.'],
    ['7 8 9', 5, '3 parts for 5 keys: the last 2 stay as they are.'],
    ['"abc"', 4, '3 parts for 4 keys: the last one stays as it is.'],
    ['"a€"', 2, 'No keys of this host make “€”.'],
    ['A; frobnicate', 2, 'Part 2, “frobnicate”, is not understood.'],
  ])('“%s” on %i keys does not fit', (line, count, sentence) => expect(misfit(line, count)).toBe(sentence));

  test.each(['Esc', 'tap Esc, hold Ctrl', 'volume up', 'type "7 8 9"', 'Ctrl+Alt+Delete', 'while Cues', '', 'A & B'])(
    '“%s” is one thing for all of them',
    (line) => expect(eachSaid(line, 4, context)).toBeUndefined(),
  );

  test('one key alone has no parts', () => expect(eachSaid('7 8 9', 1, context)).toBeUndefined());
});

describe('rectangles', () => {
  test('rows at line breaks, columns at tabs or spaces', () => {
    expect(rectangleSaid('7 8 9\n4 5 6\r\n1 2 3\n')).toEqual([
      ['7', '8', '9'],
      ['4', '5', '6'],
      ['1', '2', '3'],
    ]);
    expect(rectangleSaid('Page Up\t\tHome')).toEqual([['Page Up', '', 'Home']]);
  });

  test('a rectangle falls on the keys under it; what is beyond the board has none', () => {
    const cells = rectangleSaid('7 8 9\n4 5 6');
    expect(rectangleOf(HARROW_64, 'KeyU', cells)).toEqual([
      ['KeyU', 'KeyI', 'KeyO'],
      ['KeyJ', 'KeyK', 'KeyL'],
    ]);
    expect(rectangleOf(HARROW_64, 'Backspace', [['a', 'b', 'c']])[0]?.slice(1)).toContain(undefined);
  });

  test('no key is under two cells', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(HARROW_64, BOBBIN_21),
        fc.nat(20),
        fc.integer({ min: 1, max: 8 }),
        fc.integer({ min: 1, max: 5 }),
        (board, n, columns, rows) => {
          const from = board.keys[n % board.keys.length]!.id;
          const cells = Array.from({ length: rows }, () => Array.from({ length: columns }, () => 'a'));
          const keys = rectangleOf(board, from, cells)
            .flat()
            .filter((key) => key !== undefined);
          expect(new Set(keys).size).toBe(keys.length);
          expect(keys.length).toBeGreaterThan(0);
        },
      ),
      { numRuns: runs(60), seed: seed() },
    );
  });

  test.each([
    [['7', '8', '9'], '"789"'],
    [['"', '\\'], '"\\"\\\\"'],
    [['F1', 'Home'], 'F1; Home'],
  ])('the cells %j as one line', (cells, line) => {
    expect(lineOfCells(cells)).toBe(line);
    expect(eachSaid(line, cells.length, context)?.parts).toHaveLength(cells.length);
  });
});
