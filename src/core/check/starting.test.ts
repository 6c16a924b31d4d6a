/** Starting layouts are sound on every board that they are offered for. */
import { expect, test } from '@jest/globals';
import { BOARDS, FAMILIES, startingBoard, type Board } from '../board';
import { canPad, canWrite, padProfile, plainProfile, writingProfile } from '../profile';
import { check, isSound } from '.';

const boards: Board[] = [...BOARDS, ...FAMILIES.map((family) => startingBoard(family))];
const problemsOf = (made: ReturnType<typeof plainProfile>, board: Board): unknown => {
  const checked = check(made, board);
  return isSound(checked) ? [] : checked.problems;
};

test.each(boards.map((board) => [board.name, board] as const))('%s', (_name, board) => {
  expect(problemsOf(plainProfile(board, 'p', 'Plain'), board)).toEqual([]);
  if (canWrite(board)) expect(problemsOf(writingProfile(board, 'p', 'Writing'), board)).toEqual([]);
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
