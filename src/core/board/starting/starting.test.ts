/** Starting boards: as many keys as such boards have, each where it lies, under the finger and with the code that it has. */
import { describe, expect, test } from '@jest/globals';
import { hasItsTurn } from '../../../../tests/runs';
import { shown } from '../../reading';
import {
  boardSchema,
  checkBoard,
  cornersOf,
  doOverlap,
  extentOf,
  FAMILIES,
  familyById,
  isBoardSound,
  outlineOf,
  rowsOf,
  startingBoard,
  type Board,
  type BoardKey,
  type Chosen,
} from '..';

const made = (id: string, chosen: Chosen = {}): Board => startingBoard(familyById(id)!, chosen);
const key = (board: Board, id: string): BoardKey => board.keys.find((one) => one.id === id)!;

/** Every board that the choices of a family give. */
function* everyBoard(): Generator<Board> {
  const range = (choice?: { least: number; most: number }): (number | undefined)[] =>
    choice ? Array.from({ length: choice.most - choice.least + 1 }, (_, n) => choice.least + n) : [undefined];
  for (const family of FAMILIES)
    for (const form of family.forms.length > 0 ? family.forms : [undefined])
      for (const rows of range(family.choices.rows))
        for (const columns of range(family.choices.columns))
          for (const thumbs of range(family.choices.thumbs))
            yield startingBoard(family, {
              ...(form && { form }),
              ...(rows !== undefined && { rows }),
              ...(columns !== undefined && { columns }),
              ...(thumbs !== undefined && { thumbs }),
            });
}

test('every one of them is a sound board: no key on another, no id and no code twice', () => {
  let count = 0;
  for (const board of everyBoard()) {
    // Of three one at a commit.
    if (!hasItsTurn(count++, 3)) continue;
    expect(boardSchema.parse(JSON.parse(JSON.stringify(board)))).toEqual(board);
    expect([board.id, checkBoard(board).filter(({ weight }) => weight === 'wrong')]).toEqual([board.id, []]);
    const codes = board.keys.flatMap(({ code }) => code ?? []);
    expect([board.id, new Set(codes).size]).toEqual([board.id, codes.length]);
  }
  expect(count).toBeGreaterThan(300);
});

test.each<[string, Chosen, number, number, number]>([
  ['full-size', { form: 'ansi' }, 104, 22.5, 6.25],
  ['full-size', { form: 'iso' }, 105, 22.5, 6.25],
  ['full-size', { form: 'jis' }, 109, 22.5, 6.25],
  ['no-number-pad', { form: 'ansi' }, 87, 18.25, 6.25],
  ['no-number-pad', { form: 'iso' }, 88, 18.25, 6.25],
  ['compact', { form: 'ansi' }, 84, 16, 6],
  ['sixty-five', { form: 'iso' }, 69, 16, 5],
  ['sixty', { form: 'ansi' }, 61, 15, 5],
  ['sixty', { form: 'iso' }, 62, 15, 5],
  ['number-pad', {}, 17, 4, 5],
  ['split-straight', { rows: 4, columns: 6, thumbs: 5 }, 58, 14, 5.25],
  ['grid', { rows: 4, columns: 12 }, 48, 12, 4],
  ['grid', { rows: 12, columns: 20 }, 240, 20, 12],
])('%s %j has %i keys on %f by %f units', (id, chosen, keys, width, height) => {
  const board = made(id, chosen);
  expect(board.keys).toHaveLength(keys);
  expect(extentOf(board)).toEqual({ width, height });
});

test.each(['ansi', 'iso', 'jis'] as const)('every row of the %s block is fifteen units wide', (form) => {
  const board = made('sixty', { form });
  for (const row of rowsOf({ ...board, keys: board.keys.filter(({ id }) => id !== 'Enter') }))
    expect(Math.max(...row.map(({ x, w }) => x + w))).toBeLessThanOrEqual(15);
  const area = board.keys.reduce((sum, { w, h, second }) => sum + w * h + (second ? 0.25 : 0), 0);
  expect(area).toBe(75);
});

describe('the Enter of ISO and JIS', () => {
  const board = made('sixty', { form: 'iso' });
  const enter = key(board, 'Enter');
  test('is wide above and narrow below', () => {
    expect(enter).toMatchObject({ x: 13.75, y: 1, w: 1.25, h: 2, second: { x: -0.25, y: 0, w: 1.5, h: 1 } });
    expect(cornersOf(enter).map((corners) => corners[0])).toEqual([
      { x: 13.75, y: 1 },
      { x: 13.5, y: 1 },
    ]);
  });
  test('is drawn as one outline', () =>
    expect(outlineOf(enter)).toEqual([
      [
        { x: -0.25, y: 0 },
        { x: 1.25, y: 0 },
        { x: 1.25, y: 2 },
        { x: 0, y: 2 },
        { x: 0, y: 1 },
        { x: -0.25, y: 1 },
      ],
    ]));
  test('leaves room for the key beside its narrow half, and for nothing beside the wide one', () => {
    expect(doOverlap(enter, key(board, 'Backslash'))).toBe(false);
    expect(doOverlap(enter, key(board, 'BracketRight'))).toBe(false);
    expect(doOverlap(enter, { ...key(board, 'BracketRight'), x: 12.75 })).toBe(true);
    expect(doOverlap(enter, { ...key(board, 'Backslash'), x: 12.9 })).toBe(true);
  });
});

describe('hands, fingers and codes', () => {
  test.each<[string, Chosen, string, string, string, string]>([
    ['full-size', { form: 'iso' }, 'KeyF', 'left', 'index', 'KeyF'],
    ['full-size', { form: 'iso' }, 'KeyB', 'left', 'index', 'KeyB'],
    ['full-size', { form: 'iso' }, 'KeyY', 'right', 'index', 'KeyY'],
    ['full-size', { form: 'iso' }, 'IntlBackslash', 'left', 'little', 'IntlBackslash'],
    ['full-size', { form: 'iso' }, 'Digit6', 'right', 'index', 'Digit6'],
    ['full-size', { form: 'jis' }, 'NonConvert', 'left', 'thumb', 'NonConvert'],
    ['full-size', { form: 'jis' }, 'IntlRo', 'right', 'little', 'IntlRo'],
    ['full-size', {}, 'Space', 'either', 'thumb', 'Space'],
    ['full-size', {}, 'Numpad5', 'right', 'middle', 'Numpad5'],
    ['full-size', {}, 'ArrowLeft', 'right', 'index', 'ArrowLeft'],
    ['sixty-five', {}, 'Fn', 'left', 'little', 'ContextMenu'],
    ['split-staggered', { columns: 6 }, 'L1-1', 'left', 'little', 'Tab'],
    ['split-staggered', { columns: 6 }, 'L2-5', 'left', 'index', 'KeyF'],
    ['split-staggered', { columns: 6 }, 'R2-2', 'right', 'index', 'KeyJ'],
    ['split-staggered', { columns: 6 }, 'R2-6', 'right', 'little', 'Quote'],
    ['split-staggered', { columns: 5 }, 'L2-1', 'left', 'little', 'KeyA'],
    ['split-staggered', { columns: 7 }, 'L1-7', 'left', 'index', 'Home'],
    ['split-staggered', { rows: 4 }, 'L1-2', 'left', 'little', 'Digit1'],
    ['split-staggered', { thumbs: 3 }, 'L4-3', 'left', 'thumb', 'Space'],
    ['split-staggered', { thumbs: 3 }, 'R4-1', 'right', 'thumb', 'Enter'],
    ['grid', {}, 'K1-2', 'left', 'little', 'KeyQ'],
    ['grid', {}, 'K2-7', 'right', 'index', 'KeyH'],
    ['grid', {}, 'K4-6', 'left', 'thumb', 'Space'],
  ])('%s %j: %s is for the %s %s, and sends %s', (id, chosen, keyId, hand, finger, code) =>
    expect(key(made(id, chosen), keyId)).toMatchObject({ hand, finger, code }),
  );

  test('both halves of a split board are the same in the mirror', () => {
    const board = made('split-staggered', { rows: 4, columns: 7, thumbs: 4 });
    const { width } = extentOf({ ...board, keys: board.keys.map((one) => ({ ...one, angle: 0 })) });
    const left = board.keys.filter(({ hand }) => hand === 'left');
    for (const { x, y, finger, angle } of left)
      expect(board.keys).toContainEqual(
        expect.objectContaining({ hand: 'right', x: expect.closeTo(width - x - 1, 6), y, finger, angle: -angle || 0 }),
      );
  });
});

describe('what is wrong with a board', () => {
  const board = made('number-pad');
  const changed = (change: (keys: BoardKey[]) => void): Board => {
    const copy = structuredClone(board);
    change(copy.keys);
    return copy;
  };
  const says = (one: Board): string[] =>
    checkBoard(one).map(({ weight, keys, message }) => `${weight} ${keys[0]}: ${shown(message)}`);

  test('two keys one upon another, turned or not', () => {
    expect(says(changed((keys) => Object.assign(keys[1]!, { x: 0.5 })))).toEqual([
      'wrong NumpadDivide: lies on the key "NumLock"; move one of them',
    ]);
    expect(says(changed((keys) => Object.assign(keys[5]!, { angle: 45 })))[0]).toMatch(/^wrong Numpad8: lies on/);
    expect(isBoardSound(changed((keys) => Object.assign(keys[1]!, { x: 0.98 })))).toBe(true);
  });
  test('a code twice, but on one contact', () => {
    expect(says(changed((keys) => Object.assign(keys[2]!, { code: 'NumLock' })))).toEqual([
      'note NumpadMultiply: has the code of the key "NumLock", NumLock: an ordinary keyboard plays only one of them',
    ]);
    expect(says(changed((keys) => Object.assign(keys[2]!, { code: 'NumLock', contact: 'NumLock' })))).toEqual([
      'note NumpadMultiply: shares a switch with "NumLock": a profile gives both one binding',
    ]);
  });
  test('keys without a code', () =>
    expect(says(changed((keys) => keys.slice(0, 3).forEach((one) => delete one.code)))).toEqual([
      'note NumLock: and 2 more have no code: no key of an ordinary keyboard plays them on the trial bench',
    ]));
});
