/** The own boards that the browser keeps, each a row with a revision, so that no window overwrites what another has written. */
import { boardSchema, type Board } from '../../core/board';
import { printProblem, problemsOfZod } from '../../core/profile';
import { z } from '../../core/reading';
import { database, inTime, opened, OPENS_WITHIN_MS, WRITES_WITHIN_MS } from './database';

/** A board as the store has it; `revision` counts the writes. */
export type StoredBoard = { board: Board; revision: number; changedAt: number };

const boardRowSchema = z.object({
  id: z.string(),
  revision: z.int().min(0).catch(0),
  changedAt: z.number().catch(0),
  board: z.unknown(),
});

function readBoardRow(raw: unknown): StoredBoard | { id: string; reason: string } {
  const { id, revision, changedAt, board } = boardRowSchema.parse(raw);
  const result = boardSchema.safeParse(board);
  if (result.success) return { board: result.data, revision, changedAt };
  const [problem] = problemsOfZod(result.error);
  return { id, reason: problem ? printProblem(problem) : 'is not right' };
}

/** Every own board, the last changed first; and why others cannot be read. */
export async function loadBoards(): Promise<{ stored: StoredBoard[]; unreadable: { id: string; reason: string }[] }> {
  await opened();
  const rows = (await inTime(database.boards.toArray(), OPENS_WITHIN_MS)).map(readBoardRow);
  return {
    stored: rows.flatMap((row) => ('board' in row ? row : [])).sort((a, b) => b.changedAt - a.changedAt),
    unreadable: rows.flatMap((row) => ('board' in row ? [] : row)),
  };
}

/** One own board; undefined when it is not there, or cannot be read. */
export async function loadBoard(id: string): Promise<StoredBoard | undefined> {
  await opened();
  const row = await inTime(database.boards.get(id), OPENS_WITHIN_MS);
  const read = row && readBoardRow(row);
  return read && 'board' in read ? read : undefined;
}

/**
 * Keeps an own board, unless another window has kept another one than this window knows of.
 * @param known the revision that this window knows; 0 for a new one
 * @returns what is kept now: this one, or that of the other window
 */
export async function storeBoard(board: Board, known: number): Promise<StoredBoard> {
  await opened();
  const work = database.transaction('rw', database.boards, async (): Promise<StoredBoard> => {
    const row = await database.boards.get(board.id);
    const there = row && readBoardRow(row);
    if (there && !('board' in there)) throw new Error('what is stored under its id cannot be read');
    if (there && there.revision !== known) return there;
    // One that another window has taken away is there again: nobody draws on a board without wanting it.
    const stored = { board, revision: known + 1, changedAt: Date.now() };
    await database.boards.put({ id: board.id, ...stored });
    return stored;
  });
  return inTime(work, WRITES_WITHIN_MS);
}

export async function eraseBoard(id: string): Promise<void> {
  await opened();
  await inTime(database.boards.delete(id), WRITES_WITHIN_MS);
}
