import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import {
  boardById,
  boardJsonSchema,
  BOARDS,
  boardSchema,
  extentOf,
  HARROW_64,
  middleOf,
  neighbourOf,
  rowOf,
  rowsOf,
  sameHand,
  TWILL_42,
  type Direction,
} from '.';

test('the published JSON Schema is the one of these sources; `npm run schema` writes it', () =>
  expect(JSON.parse(readFileSync('docs/formats/board.schema.json', 'utf8'))).toEqual(
    JSON.parse(JSON.stringify(boardJsonSchema())),
  ));

describe('bundled boards', () => {
  test.each(BOARDS.map((board) => [board.name, board] as const))('%s is a sound board file', (_name, board) => {
    expect(boardSchema.parse(JSON.parse(JSON.stringify(board)))).toEqual(board);
  });

  test('they have as many keys as their names say, and none lies on another', () => {
    expect([HARROW_64.keys.length, TWILL_42.keys.length]).toEqual([64, 42]);
    for (const board of BOARDS) {
      for (const a of board.keys) {
        for (const b of board.keys) {
          if (a === b || a.angle !== 0 || b.angle !== 0) continue;
          const apart =
            Math.abs(middleOf(a).x - middleOf(b).x) >= (a.w + b.w) / 2 - 1e-9 ||
            Math.abs(middleOf(a).y - middleOf(b).y) >= (a.h + b.h) / 2 - 1e-9;
          expect([a.id, b.id, apart]).toEqual([a.id, b.id, true]);
        }
      }
    }
  });

  test('every row of the Harrow is fifteen units wide; the A key lies where the model says', () => {
    for (const row of rowsOf(HARROW_64)) expect(row.reduce((sum, key) => sum + key.w, 0)).toBe(15);
    expect(HARROW_64.keys.find(({ id }) => id === 'KeyA')).toMatchObject({
      x: 1.75,
      y: 2,
      hand: 'left',
      finger: 'little',
    });
    expect(extentOf(HARROW_64)).toEqual({ width: 15, height: 5 });
  });

  test.each([
    ['KeyF', 'left', 'index'],
    ['KeyG', 'left', 'index'],
    ['KeyH', 'right', 'index'],
    ['KeyK', 'right', 'middle'],
    ['KeyP', 'right', 'little'],
    ['Space', 'either', 'thumb'],
    ['CapsLock', 'left', 'little'],
  ])('%s on the Harrow belongs to the %s %s', (id, hand, finger) =>
    expect(HARROW_64.keys.find((key) => key.id === id)).toMatchObject({ hand, finger }),
  );

  test('the Twill is the same in the mirror, and an ordinary keyboard plays every key of it', () => {
    const { width } = extentOf(TWILL_42);
    const codes = TWILL_42.keys.map((key) => key.code);
    expect(new Set(codes).size).toBe(42);
    for (const key of TWILL_42.keys.filter(({ hand }) => hand === 'left')) {
      const twin = TWILL_42.keys.find(
        (other) =>
          other.hand === 'right' &&
          Math.abs(other.y - key.y) < 1e-9 &&
          Math.abs(middleOf(other).x - (width - middleOf(key).x)) < 1e-6,
      );
      expect([key.id, twin?.finger]).toEqual([key.id, key.finger]);
    }
  });
});

describe('questions about places', () => {
  test.each<[string, Direction, string]>([
    ['KeyA', 'right', 'KeyS'],
    ['KeyA', 'left', 'CapsLock'],
    ['KeyA', 'up', 'KeyQ'],
    ['KeyF', 'down', 'KeyV'],
    ['KeyB', 'down', 'Space'],
    ['Escape', 'left', 'Escape'],
    ['Escape', 'up', 'Escape'],
    ['Space', 'right', 'AltRight'],
    ['Enter', 'up', 'Backslash'],
  ])('from %s one step %s is %s', (from, direction, to) => expect(neighbourOf(HARROW_64, from, direction)).toBe(to));

  test('every key can be reached with the arrows', () => {
    for (const board of BOARDS) {
      const reached = new Set([board.keys[0]!.id]);
      for (const id of reached)
        for (const direction of ['left', 'right', 'up', 'down'] as const)
          reached.add(neighbourOf(board, id, direction));
      expect([board.name, board.keys.filter(({ id }) => !reached.has(id)).map(({ id }) => id)]).toEqual([
        board.name,
        [],
      ]);
    }
  });

  test('a row of a staggered board is a row of its position ids', () => {
    expect(rowOf(TWILL_42, 'L2-3').map(({ id }) => id)).toEqual([
      'L2-1',
      'L2-2',
      'L2-3',
      'L2-4',
      'L2-5',
      'L2-6',
      'R2-1',
      'R2-2',
      'R2-3',
      'R2-4',
      'R2-5',
      'R2-6',
    ]);
    expect(rowsOf(TWILL_42)).toHaveLength(4);
  });

  test('keys for either hand are on no hand', () => {
    const key = (id: string) => HARROW_64.keys.find((candidate) => candidate.id === id)!;
    expect([
      sameHand(key('KeyA'), key('KeyF')),
      sameHand(key('KeyA'), key('KeyJ')),
      sameHand(key('Space'), key('Space')),
    ]).toEqual([true, false, false]);
  });

  test('a board file with two keys of one name is refused with the place', () => {
    const broken = { ...HARROW_64, keys: [HARROW_64.keys[0], HARROW_64.keys[0]] };
    expect(boardSchema.safeParse(broken).error?.issues[0]).toMatchObject({ path: ['keys', 1, 'id'] });
    expect(boardById('nowhere')).toBeUndefined();
  });
});
