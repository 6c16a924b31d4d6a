/** Starting layouts are sound on every board that they are offered for. */
import { expect, test } from '@jest/globals';
import { BOARDS, BOBBIN_21, FAMILIES, HARROW_64, startingBoard, type Board } from '../board';
import { canDouble, canPad, canWrite, doubledProfile, padProfile, plainProfile, writingProfile } from '../profile';
import { replay } from '../engine';
import { shortly } from '../../../tests/making/sketch';
import { check, isSound, mustBeSound } from '.';

const boards: Board[] = [...BOARDS, ...FAMILIES.map((family) => startingBoard(family))];
const problemsOf = (made: ReturnType<typeof plainProfile>, board: Board): unknown => {
  const checked = check(made, board);
  return isSound(checked) ? [] : checked.problems;
};

test.each(boards.map((board) => [board.name, board] as const))('%s', (_name, board) => {
  expect(problemsOf(plainProfile(board, 'p', 'Plain'), board)).toEqual([]);
  if (canWrite(board)) expect(problemsOf(writingProfile(board, 'p', 'Writing'), board)).toEqual([]);
  if (canDouble(board)) expect(problemsOf(doubledProfile(board, 'd', 'Doubled'), board)).toEqual([]);
  if (canPad(board)) expect(problemsOf(padProfile(board, 'p', 'Pad'), board)).toEqual([]);
});

test('writing is offered where there are letters and a space, a pad where there are few keys', () => {
  expect(BOARDS.map((board) => [board.name, canWrite(board), canPad(board)])).toEqual([
    ['Harrow 64', true, false],
    ['Twill 42', true, false],
    ['Bobbin 21', false, true],
  ]);
});

test('no two keys of a pad send the same', () => {
  const board = BOARDS[2]!;
  const sent = Object.values(padProfile(board, 'p', 'Pad').layers[0]!.keys).map((one) => JSON.stringify(one.does));
  expect(new Set(sent).size).toBe(sent.length);
  expect(sent.length).toBe(board.keys.filter(({ contact }) => contact === undefined).length);
});

test('Num Lock chooses between two sets of the keys of a number pad', () => {
  const doubled = doubledProfile(BOBBIN_21, 'd', 'Doubled');
  const sent = (lit: number): string =>
    shortly(
      replay(mustBeSound(doubled, BOBBIN_21).program, [
        { tUs: 0, key: 'lamp:NumLock', depthUm: lit },
        { tUs: 1000, key: 'Numpad7', depthUm: 3600 },
        { tUs: 9000, key: 'Numpad7', depthUm: 0 },
      ]),
    ).join(', ');
  expect([sent(1), sent(0)]).toEqual(['1 +Numpad7, 9 -Numpad7', '1 +F18, 9 -F18']);
  expect(canDouble(HARROW_64)).toBe(false);
});
