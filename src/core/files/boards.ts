/** Files of boards: text in, a board out, or a sentence with place and reason. */
import { boardSchema, checkBoard, type Board } from '../board';
import { problemsOfZod, type Problem } from '../profile';
import { parseJson } from '../reading';
import { refuseNewer } from './newer';
import { unreadable } from './unreadable';

/** The version of board files that is read here: docs/formats/versions.md. */
const KNOWN_VERSION = 1;

/**
 * A board whose fields and values are right. Its keys may lie one upon another: then it can be put right on the boards bench, and no
 * profile can be made for it before.
 * @throws Unreadable naming the first problem and how many more there are
 */
export const parseBoardDraft = (text: string): Board => draftOf(parseJson(text), []);

function draftOf(data: unknown, place: readonly string[]): Board {
  refuseNewer(data, KNOWN_VERSION, place);
  const result = boardSchema.safeParse(data);
  if (result.success) return result.data;
  throw unreadable(problemsOfZod(result.error).map((problem) => ({ ...problem, path: [...place, ...problem.path] })));
}

/** A board that profiles can be made for. @throws Unreadable */
export const parseBoard = (text: string): Board => boardOf(parseJson(text));

/** What JSON says of a board that profiles can be made for, at a place of a file. @throws Unreadable */
export function boardOf(data: unknown, place: readonly string[] = []): Board {
  const board = draftOf(data, place);
  const wrong = checkBoard(board).flatMap(({ weight, places, message }): Problem[] =>
    weight === 'wrong' ? [{ path: [...place, 'keys', places[0] ?? 0], wrong: { is: 'value', said: message } }] : [],
  );
  if (wrong.length > 0) throw unreadable(wrong);
  return board;
}

/** A board as a file. */
export const writeBoard = (board: Board): string => `${JSON.stringify(board, null, 2)}\n`;
