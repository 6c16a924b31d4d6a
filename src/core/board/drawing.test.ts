/** Drawing a board: each change, what refuses it, and that whatever comes of it can be written and read again. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../tests/runs';
import {
  addKey,
  boardSchema,
  familyById,
  fingersByColumn,
  HARROW_64,
  inReadingOrder,
  keysByFinger,
  mirrorHalf,
  moveKeys,
  pressIn,
  renameKey,
  setBoard,
  setKeys,
  snapMove,
  spaceEvenly,
  startingBoard,
  stretchKeys,
  takeOut,
  turnKeys,
  TWILL_42,
  type Board,
  type BoardKey,
  type Drawn,
} from '.';

const PAD = startingBoard(familyById('number-pad')!);
const drawn = (result: Drawn): Board => {
  if ('refused' in result) throw new Error(result.refused);
  return result.board;
};
const key = (board: Board, id: string): BoardKey => board.keys.find((one) => one.id === id)!;
const refusal = (result: object): string | undefined => ('refused' in result ? String(result.refused) : undefined);

describe('one key or several', () => {
  test('move, stretch and turn', () => {
    const moved = drawn(moveKeys(PAD, ['Numpad7', 'Numpad8'], 0.25, 0.5));
    expect(key(moved, 'Numpad7')).toMatchObject({ x: 0.25, y: 1.5 });
    expect(key(moved, 'Numpad9')).toMatchObject({ x: 2, y: 1 });
    expect(key(drawn(stretchKeys(PAD, ['Numpad0'], 0.25, 0)), 'Numpad0').w).toBe(2.25);
    expect(key(drawn(stretchKeys(PAD, ['Numpad0'], -9, 0)), 'Numpad0').w).toBe(0.25);
    expect(key(drawn(turnKeys(PAD, ['Numpad0'], 200)), 'Numpad0').angle).toBe(-160);
  });

  test('what is moved out over the edge takes the others along: no place is negative', () => {
    const moved = drawn(moveKeys(PAD, ['Numpad7'], -1.25, 0));
    expect(key(moved, 'Numpad7').x).toBe(0);
    expect(key(moved, 'Numpad8').x).toBe(2.25);
    expect(refusal(moveKeys(PAD, ['Numpad7'], 90, 0))).toContain('60 units');
  });

  test('sides catch on those of the neighbours, otherwise on the grid', () => {
    const apart = drawn(moveKeys(PAD, ['NumLock'], 5.1, 0.07));
    expect(snapMove(apart, ['NumLock'], -1.05, 0)).toEqual({ dx: -1.1, dy: -0.07 });
    expect(snapMove(PAD, ['NumLock'], 20.13, 20.4)).toEqual({ dx: 20.25, dy: 20.5 });
  });

  test('add and take out', () => {
    const added = addKey(PAD, 'Numpad0');
    expect('id' in added && key(added.board, added.id)).toEqual({
      id: 'K18',
      x: 2,
      y: 4,
      w: 1,
      h: 1,
      angle: 0,
      hand: 'right',
      finger: 'thumb',
    });
    expect(drawn(takeOut(PAD, ['NumLock', 'Numpad0'])).keys).toHaveLength(15);
    expect(
      refusal(
        takeOut(
          PAD,
          PAD.keys.map(({ id }) => id),
        ),
      ),
    ).toContain('at least one key');
    const full = startingBoard(familyById('grid')!, { rows: 12, columns: 20 });
    let board = full;
    for (let n = 0; n < 10; n++) board = drawn(addKey(board));
    expect(refusal(addKey(board))).toContain('250 keys');
  });

  test('a contact goes with its key', () => {
    const shared = drawn(setKeys(PAD, ['NumpadSubtract'], { contact: 'NumpadAdd' }));
    expect(boardSchema.safeParse(shared).success).toBe(true);
    expect(key(shared, 'NumpadSubtract').contact).toBe('NumpadAdd');
    expect(refusal(setKeys(shared, ['NumLock'], { contact: 'NumpadSubtract' }))).toContain('contact');
    expect(refusal(setKeys(shared, ['NumpadAdd'], { contact: 'NumLock' }))).toContain('shares the switch');
    expect(key(drawn(takeOut(shared, ['NumpadAdd'])), 'NumpadSubtract').contact).toBeUndefined();
    expect(key(drawn(renameKey(shared, 'NumpadAdd', 'Plus')), 'NumpadSubtract').contact).toBe('Plus');
  });

  test.each([
    ['a code that is none', setKeys(PAD, ['NumLock'], { code: 'KeyAA' }), 'is no code'],
    ['a key of no size', setKeys(PAD, ['NumLock'], { w: 0 }), 'between 0.25 and 15'],
    ['a place that is no number', setKeys(PAD, ['NumLock'], { x: NaN }), 'must be a number'],
    ['a name twice', renameKey(PAD, 'NumLock', 'Numpad1'), 'Another key is named'],
    ['a name that is none', renameKey(PAD, 'NumLock', 'a b'), 'must be letters'],
    ['two keys to space', spaceEvenly(PAD, ['Numpad1', 'Numpad2']), 'three keys'],
    ['a half that is not there', mirrorHalf(PAD, 'left'), 'No key is for the left hand'],
    ['no layers', setBoard(PAD, { device: { ...PAD.device, layers: 0 } }), 'device.layers'],
    ['no name', setBoard(PAD, { name: '  ' }), 'name'],
  ])('%s is refused with a sentence', (_what, result, words) => expect(refusal(result)).toContain(words));
});

test('keys between the outer two are spaced evenly', () => {
  const crooked = drawn(setKeys(PAD, ['Numpad8'], { x: 1.4 }));
  const wide = drawn(setKeys(crooked, ['Numpad9'], { x: 3 }));
  const even = drawn(spaceEvenly(wide, ['Numpad7', 'Numpad8', 'Numpad9']));
  expect(['Numpad7', 'Numpad8', 'Numpad9'].map((id) => key(even, id).x)).toEqual([0, 1.5, 3]);
});

describe('halves and fingers', () => {
  const left = startingBoard(familyById('split-staggered')!, { rows: 4, columns: 6, thumbs: 3 });
  test('a half in the mirror is the other half, and keeps its names and codes', () => {
    const broken = drawn(moveKeys(left, ['R2-2', 'R3-3'], 0.25, 0.25));
    expect(drawn(mirrorHalf(broken, 'left')).keys.toSorted((a, b) => a.id.localeCompare(b.id))).toEqual(
      left.keys.toSorted((a, b) => a.id.localeCompare(b.id)),
    );
  });
  test('where the other half is empty, it is made beside', () => {
    const half = drawn(
      takeOut(
        left,
        left.keys.filter(({ hand }) => hand === 'right').map(({ id }) => id),
      ),
    );
    const whole = drawn(mirrorHalf(half, 'left'));
    expect(whole.keys).toHaveLength(left.keys.length);
    expect(key(whole, 'R1-1')).toMatchObject({ hand: 'right', finger: 'index' });
    expect(key(whole, 'R1-1').code).toBeUndefined();
  });

  test.each([
    ['a split board', TWILL_42],
    ['one with four rows', left],
  ])('fingers by column are those that %s has', (_what, board) => {
    const blank = {
      ...board,
      keys: board.keys.map((one) => ({ ...one, hand: 'either' as const, finger: 'thumb' as const })),
    };
    const set = drawn(fingersByColumn(blank));
    for (const { id, hand, finger } of board.keys) expect([id, key(set, id)]).toMatchObject([id, { hand, finger }]);
  });

  test('what lies under each finger', () =>
    expect(keysByFinger(PAD)).toEqual({ little: 3, ring: 5, middle: 4, index: 4, thumb: 1 }));
});

test('keys are pressed in row by row, and a code may be given twice', () => {
  expect(inReadingOrder(HARROW_64).slice(0, 3)).toEqual(['Escape', 'Digit1', 'Digit2']);
  expect(key(drawn(pressIn(PAD, 'Numpad1', 'KeyA')), 'Numpad1').code).toBe('KeyA');
});

test('whatever is done to a board, it can be written and read again', () => {
  const ids = fc.subarray(
    PAD.keys.map(({ id }) => id),
    { minLength: 1, maxLength: 4 },
  );
  const by = fc.double({ min: -70, max: 70, noNaN: true });
  const step = fc.oneof(
    fc.tuple(ids, by, by).map(
      ([some, x, y]) =>
        (board: Board) =>
          moveKeys(board, some, x, y),
    ),
    fc.tuple(ids, by, by).map(
      ([some, x, y]) =>
        (board: Board) =>
          stretchKeys(board, some, x, y),
    ),
    fc.tuple(ids, by).map(
      ([some, x]) =>
        (board: Board) =>
          turnKeys(board, some, x * 10),
    ),
    ids.map((some) => (board: Board) => takeOut(board, some)),
    ids.map((some) => (board: Board) => spaceEvenly(board, some)),
    ids.map((some) => (board: Board) => addKey(board, some[0])),
    fc.constantFrom('left' as const, 'right' as const).map((hand) => (board: Board) => mirrorHalf(board, hand)),
    fc.constant(fingersByColumn),
    fc.tuple(ids, ids).map(
      ([[a = ''], [b = '']]) =>
        (board: Board) =>
          setKeys(board, [a], { contact: b }),
    ),
    fc.tuple(ids, fc.string({ maxLength: 5 })).map(
      ([[a = ''], name]) =>
        (board: Board) =>
          renameKey(board, a, name),
    ),
  );
  fc.assert(
    fc.property(fc.array(step, { maxLength: 25 }), (steps) => {
      let board = PAD;
      for (const one of steps) {
        const result = one(board);
        if ('board' in result) ({ board } = result);
        const read = boardSchema.safeParse(JSON.parse(JSON.stringify(board)));
        expect(read.error?.issues ?? []).toEqual([]);
      }
    }),
    { numRuns: runs(100) },
  );
});
