/** The own boards that the browser keeps, each a row with a revision, so that no window overwrites what another has written. */
import { boardSchema, carryBoard, type Board } from '../../core/board';
import { printProblem, problemsOfZod } from '../../core/profile';
import { sameData, z } from '../../core/reading';
import { database, inTime, opened, OPENS_WITHIN_MS, WRITES_WITHIN_MS } from './database';
import type { Applied, Kind, Stored } from './kept/kind';
import { rowHead, settle } from './kept/settle';

/** What leads from one board to another: a drag, a name, a key taken out; or the way back. */
export type BoardAct = { id: string; from: Board; to: Board };

const boardRowSchema = z.object({ ...rowHead, board: z.unknown() });

function readBoardRow(raw: unknown): Stored<Board> | { id: string; reason: string } {
  const { id, revision, changedAt, board } = boardRowSchema.parse(raw);
  const result = boardSchema.safeParse(board);
  if (result.success) return { document: result.data, revision, changedAt };
  const [problem] = problemsOfZod(result.error);
  return { id, reason: problem ? printProblem(problem) : 'is not right' };
}

/** Every own board, the last changed first; and why others cannot be read. */
export async function loadBoards(): Promise<{ stored: Stored<Board>[]; unreadable: { id: string; reason: string }[] }> {
  await opened();
  const rows = (await inTime(database.boards.toArray(), OPENS_WITHIN_MS)).map(readBoardRow);
  return {
    stored: rows.flatMap((row) => ('document' in row ? row : [])).sort((a, b) => b.changedAt - a.changedAt),
    unreadable: rows.flatMap((row) => ('document' in row ? [] : row)),
  };
}

function apply(board: Board, { from, to }: BoardAct): Applied<Board> {
  const carried = carryBoard(from, to, board);
  return carried.ok ? { ok: true, document: carried.board } : carried;
}

export const BOARD_KIND: Kind<Board, BoardAct> = {
  name: 'boards',
  act: z.object({ id: z.string(), from: boardSchema, to: boardSchema }),
  apply,
  joined: (last, next) => ({ ...next, from: last.from }),

  async load(id) {
    await opened();
    const row = await inTime(database.boards.get(id), OPENS_WITHIN_MS);
    const read = row && readBoardRow(row);
    if (read && 'reason' in read) throw new Error(read.reason);
    return read;
  },

  async write(id, known, acts, shown) {
    await opened();
    const work = database.transaction('rw', database.boards, async () => {
      const row = await database.boards.get(id);
      const there = row && readBoardRow(row);
      if (there && 'reason' in there) throw new Error('what is stored under its id cannot be read');
      const recent = rowHead.recent.parse(row?.recent);
      const isBorn = known.birth === undefined || recent.includes(known.birth);
      if (there && !isBorn && !sameData(there.document, shown)) throw new Error('another board is stored under its id');
      // One that another window has taken away is there again: nobody draws on a board without wanting it.
      const now = settle(known, there && { ...there, recent }, acts, shown, apply);
      const { document, revision, applied, refused } = now;
      const changedAt = Date.now();
      await database.boards.put({ id, board: document, revision, changedAt, recent: now.recent });
      return { document, revision, changedAt, applied, refused };
    });
    return inTime(work, WRITES_WITHIN_MS);
  },

  async missing(id, acts) {
    await opened();
    const row = await inTime(database.boards.get(id), OPENS_WITHIN_MS);
    const recent = rowHead.recent.parse(row?.recent);
    return row ? acts.filter((act) => !recent.includes(act.id)) : [];
  },
};

export async function eraseBoard(id: string): Promise<void> {
  await opened();
  await inTime(database.boards.delete(id), WRITES_WITHIN_MS);
}
