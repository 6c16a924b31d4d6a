/**
 * The boards of this browser: those that ship with Underloom, and one's own. A change is shown at once and kept a moment later; the
 * page says where each is. Undo keeps the boards from before, as long as the page is open.
 */
import { useEffect } from 'react';
import { create } from 'zustand';
import { boardById, boardSchema, type Board } from '../../core/board';
import { z } from '../../core/reading';
import { BOARD_KIND, eraseBoard, loadBoards } from './boardStore';
import { onStoreGone, reasonOf } from './database';
import { newActId } from './ids';
import { Collection } from './kept/collection';
import type { Keeping } from './kept/kept';
import type { Stored } from './kept/kind';
import { leftBehind, onLeaving } from './kept/leaving';
import { foundBy, ownBoardNow } from './ownBoards';
import { useShelf } from './shelf';

const leftBoardSchema = z.object({ board: boardSchema, birth: z.string() });

/** A board of one's own, what it was before, and where it is. */
export type OwnBoard = {
  board: Board;
  past: readonly BoardStep[];
  future: readonly BoardStep[];
  keeping: Keeping;
};

/** What was drawn. Changes of one row, such as those of one drag, are one step. */
type BoardStep = { from: Board; to: Board; row?: string | undefined };
type Steps = { past: readonly BoardStep[]; future: readonly BoardStep[] };

type BoardsState = {
  status: 'loading' | 'ready';
  own: readonly OwnBoard[];
  unreadable: readonly { id: string; reason: string }[];
  load(): Promise<void>;
  /** Puts a new board among one's own. */
  add(board: Board): void;
  /** Shows a board that is written together with the profile that brought it; when that fails, it is written by itself. */
  addWith(board: Board, writing: Promise<unknown>): void;
  /** Resolves when everything that was drawn is kept, or is not. */
  whenKept(id: string): Promise<Keeping>;
  /** Changes a board; changes of one row are one step for undo. */
  draw(id: string, board: Board, row?: string): void;
  undo(id: string): void;
  redo(id: string): void;
  /** Takes a board away for good. @returns why not, when it stays; otherwise how it comes back */
  remove(id: string): Promise<{ because: string } | { putBack: () => void }>;
};

const MOST_STEPS = 300;
const TRY_AGAIN_MS = 5000;
const NONE: Steps = { past: [], future: [] };
/** New boards that are not kept are written down under this name when the page is left. */
const UNBORN = 'new boards';

const asNew = (board: Board): Stored<Board> => ({ document: board, changedAt: Date.now(), revision: 0 });

export const useBoards = create<BoardsState>()((set, get) => {
  /** What can be taken back of each board, as long as the page is open. */
  const steps = new Map<string, Steps>();
  /** What was drawn here last and could not be carried over to what another window has drawn. */
  const lost = new Map<string, Board>();
  const { notify } = useShelf.getState();

  const boards = new Collection(BOARD_KIND, {
    show: (entries) =>
      set({
        own: entries.map(({ id, document, keeping }) => ({ board: document, keeping, ...(steps.get(id) ?? NONE) })),
      }),
    changed(id) {
      const [drawn, board] = [lost.get(id), boards.document(id)];
      if (!drawn || !board) return;
      lost.delete(id);
      remember(id, ({ past }) => ({ past: [...past, { from: drawn, to: board }], future: [] }));
    },
    refused(id, { to }, reason) {
      lost.set(id, to);
      notify(
        `Another window has changed the board ${to.name}: ${reason}. What that window has drawn is shown now. Undo brings back what was drawn here.`,
      );
    },
    unknown: () => void get().load(),
  });

  const remember = (id: string, how: (steps: Steps) => Steps): void => {
    const { past, future } = how(steps.get(id) ?? NONE);
    steps.set(id, { past: past.slice(-MOST_STEPS), future });
    set(({ own }) => ({ own: own.map((one) => (one.board.id === id ? { ...one, ...steps.get(id) } : one)) }));
  };
  const act = (id: string, from: Board, to: Board): string | undefined =>
    boards.get(id)?.act({ id: newActId(), from, to });

  /** One after the other: what is read may have been read before something came. */
  let loading: Promise<void> = Promise.resolve();
  const loadNow = async (): Promise<void> => {
    try {
      const { stored, unreadable } = await loadBoards();
      for (const one of stored.toReversed()) boards.take(one.document.id, one);
      set({ unreadable, status: 'ready' });
      for (const { item, done } of leftBehind(UNBORN, leftBoardSchema)) {
        const { board, birth } = item;
        const here = boards.get(board.id);
        if (here) {
          if (!here.isNew) done();
          continue;
        }
        // It may have come to the store in the end, even after this page has read the boards.
        const found = await BOARD_KIND.load(board.id);
        if (found) boards.take(board.id, found);
        if (found || (await boards.add(board.id, asNew(board), { birth })).state === 'kept') done();
      }
      await boards.takeOver();
    } catch {
      // The shelf says that the store cannot be used, and tries again.
      set({ status: 'ready' });
      setTimeout(() => void get().load(), TRY_AGAIN_MS);
    }
  };

  onLeaving(UNBORN, () => boards.unborn.map(({ document, birth }) => ({ board: document, birth })));
  onStoreGone(() => setTimeout(() => boards.makeSure(), 200));

  if (typeof window !== 'undefined' && typeof window.addEventListener === 'function')
    window.addEventListener('beforeunload', (event) => {
      if (get().own.some(({ keeping }) => keeping.state === 'notKept')) event.preventDefault();
    });

  return {
    status: 'loading',
    own: [],
    unreadable: [],

    load: () => (loading = loading.then(loadNow)),

    add: (board) => void boards.add(board.id, asNew(board)),
    addWith: (board, writing) => void boards.add(board.id, asNew(board), { after: writing.catch(() => undefined) }),

    whenKept: (id) => boards.whenKept(id),

    draw(id, board, row) {
      const from = boards.document(id);
      if (!from || act(id, from, board) !== undefined) return;
      remember(id, ({ past }) => {
        const last = past.at(-1);
        const isSameRow = row !== undefined && last?.row === row;
        return {
          past: isSameRow ? [...past.slice(0, -1), { ...last, to: board }] : [...past, { from, to: board, row }],
          future: [],
        };
      });
    },

    undo(id) {
      const step = steps.get(id)?.past.at(-1);
      if (!step) return;
      const reason = act(id, step.to, step.from);
      if (reason === undefined)
        remember(id, ({ past, future }) => ({
          past: past.slice(0, -1),
          future: [...future, { ...step, row: undefined }],
        }));
      else notify(`Not taken back: ${reason}, in another window.`);
    },

    redo(id) {
      const step = steps.get(id)?.future.at(-1);
      if (!step) return;
      const reason = act(id, step.from, step.to);
      if (reason === undefined)
        remember(id, ({ past, future }) => ({ past: [...past, step], future: future.slice(0, -1) }));
      else notify(`Not done again: ${reason}, in another window.`);
    },

    async remove(id) {
      const board = boards.document(id);
      if (!board) return { because: 'it is not there' };
      try {
        await boards.remove(id, () => eraseBoard(id));
      } catch (error) {
        return { because: reasonOf(error) };
      }
      return { putBack: () => get().add(board) };
    },
  };
});

/** Reads the boards when nobody has yet. Until they are here, a profile's board may be one that is not known yet. */
export function useBoardsReady(): boolean {
  const status = useBoards((state) => state.status);
  useEffect(() => void readOnce(), []);
  return status === 'ready';
}
let begun: Promise<void> | undefined;
const readOnce = (): Promise<void> => (begun ??= useBoards.getState().load());

/** Resolves when one's own board is kept, or is not. */
export const whenBoardKept = (id: string): Promise<Keeping> => useBoards.getState().whenKept(id);

foundBy((id) => useBoards.getState().own.find(({ board }) => board.id === id)?.board, readOnce);

/** A board by its id, one's own among them; undefined when it is not known here. */
export const useBoard = (id: string | undefined): Board | undefined => {
  const own = useBoards((state) => state.own.find(({ board }) => board.id === id)?.board);
  return id === undefined ? undefined : (boardById(id) ?? own);
};

/** The same, outside of drawing. */
export const boardNow = (id: string): Board | undefined => boardById(id) ?? ownBoardNow(id);
