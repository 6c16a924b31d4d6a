/** Files of boards: text in, a board out, or a sentence with place and reason. */
import { boardSchema, checkBoard, type Board } from '../board';
import { problemsOfZod, type Problem } from '../profile';
import { parseJson } from '../reading';
import { unreadable } from './unreadable';

/**
 * A board whose fields and values are right. Its keys may lie one upon another: then it can be put right on the boards bench, and no
 * profile can be made for it before.
 * @throws Unreadable naming the first problem and how many more there are
 */
export function parseBoardDraft(text: string): Board {
  const result = boardSchema.safeParse(parseJson(text));
  if (result.success) return result.data;
  throw unreadable(problemsOfZod(result.error));
}

/** A board that profiles can be made for. @throws Unreadable */
export function parseBoard(text: string): Board {
  const board = parseBoardDraft(text);
  const wrong = checkBoard(board).flatMap(({ weight, places, message }): Problem[] =>
    weight === 'wrong' ? [{ path: ['keys', places[0] ?? 0], message }] : [],
  );
  if (wrong.length > 0) throw unreadable(wrong);
  return board;
}

/** A board as a file. */
export const writeBoard = (board: Board): string => `${JSON.stringify(board, null, 2)}\n`;
