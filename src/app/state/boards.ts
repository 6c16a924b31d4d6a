/**
 * The boards of this browser: those that ship with Underloom, and one's own. A change is shown at once and kept a moment later; the
 * page says where each is. Undo keeps the boards from before, as long as the page is open.
 */
import { useEffect } from 'react';
import { create } from 'zustand';
import { boardById, boardSchema, type Board } from '../../core/board';
import { z } from '../../core/reading';
import { sameData } from '../../core/profile';
import { eraseBoard, loadBoard, loadBoards, storeBoard, type StoredBoard } from './boardStore';
import { reasonOf } from './database';
import { forgetIfKept, leftBehind, onLeaving } from './leaving';
import { foundBy, ownBoardNow } from './ownBoards';
import { useShelf } from './shelf';

type BoardKeeping = { state: 'kept' | 'keeping' } | { state: 'notKept'; because: string };

/** A board of one's own, what it was before, and where it is. */
export type OwnBoard = {
  board: Board;
  past: readonly Board[];
  future: readonly Board[];
  keeping: BoardKeeping;
  /** Changes with one name, such as those of one drag, are one step. */
  row?: string;
};

type BoardsState = {
  status: 'loading' | 'ready';
  own: readonly OwnBoard[];
  unreadable: readonly { id: string; reason: string }[];
  load(): Promise<void>;
  /** Puts a new board among one's own. */
  add(board: Board): void;
  /** Shows a board that is written together with the profile that brought it; when that fails, it is written by itself. */
  addWith(board: Board, writing: Promise<{ state: string }>): void;
  /** Changes a board; changes of one row are one step for undo. */
  draw(id: string, board: Board, row?: string): void;
  undo(id: string): void;
  redo(id: string): void;
  /** Takes a board away for good. @returns why not, when it stays; otherwise how it comes back */
  remove(id: string): Promise<{ because: string } | { putBack: () => void }>;
};

/** What a page that was left wrote down: `leaving.ts`. */
const leftBoardSchema = z.object({ board: boardSchema, known: z.int() });

const MOST_STEPS = 300;
const KEEPS_AFTER_MS = 200;
const TRY_AGAIN_MS = 5000;

/** Which revision of each board this window knows to be stored. */
const revisions = new Map<string, number>();
const timers = new Map<string, ReturnType<typeof setTimeout>>();
const writing = new Set<string>();

const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('underloom-boards');
if (channel && 'unref' in channel) (channel as { unref(): void }).unref();

export const useBoards = create<BoardsState>()((set, get) => {
  const find = (id: string): OwnBoard | undefined => get().own.find(({ board }) => board.id === id);
  const change = (id: string, how: (own: OwnBoard) => OwnBoard): void =>
    set(({ own }) => ({ own: own.map((one) => (one.board.id === id ? how(one) : one)) }));

  /** Shows what another window has kept; what was drawn here is one undo away. */
  const adopt = ({ board, revision }: StoredBoard, isLost: boolean): void => {
    revisions.set(board.id, revision);
    const known = find(board.id);
    if (!known) set(({ own }) => ({ own: [{ board, past: [], future: [], keeping: { state: 'kept' } }, ...own] }));
    else
      change(board.id, (own) => ({
        board,
        past: [...own.past, own.board].slice(-MOST_STEPS),
        future: [],
        keeping: { state: 'kept' },
      }));
    if (isLost)
      useShelf
        .getState()
        .notify(
          `Another window has changed the board ${board.name}; that one is shown now. Undo brings back what was drawn here.`,
        );
  };

  const write = async (id: string): Promise<void> => {
    if (writing.has(id)) return;
    writing.add(id);
    try {
      for (let own = find(id); own; own = find(id)) {
        const wanted = own.board;
        const now = await storeBoard(wanted, revisions.get(id) ?? 0);
        if (now.board !== wanted) {
          adopt(now, true);
          break;
        }
        revisions.set(id, now.revision);
        channel?.postMessage({ id });
        if (find(id)?.board === wanted) {
          change(id, (one) => ({ ...one, keeping: { state: 'kept' } }));
          forgetIfKept();
          break;
        }
      }
    } catch (error) {
      const because = reasonOf(error);
      change(id, (one) => ({ ...one, keeping: { state: 'notKept', because } }));
      later(id, TRY_AGAIN_MS);
    } finally {
      writing.delete(id);
    }
  };
  const later = (id: string, ms: number): void => {
    clearTimeout(timers.get(id));
    timers.set(
      id,
      setTimeout(() => void write(id), ms),
    );
  };
  const show = (id: string, how: (own: OwnBoard) => OwnBoard): void => {
    change(id, (own) => ({
      ...how(own),
      keeping: own.keeping.state === 'notKept' ? own.keeping : { state: 'keeping' },
    }));
    later(id, KEEPS_AFTER_MS);
  };

  channel?.addEventListener('message', ({ data }: MessageEvent<unknown>) => {
    const id = typeof data === 'object' && data !== null && 'id' in data ? String(data.id) : '';
    void loadBoard(id)
      .then((stored) => {
        if (!stored) {
          // Taken away elsewhere; who draws on it here keeps it.
          if (find(id)?.keeping.state === 'kept')
            set(({ own }) => ({ own: own.filter(({ board }) => board.id !== id) }));
        } else if (find(id)?.keeping.state !== 'keeping' && stored.revision !== revisions.get(id)) adopt(stored, false);
      })
      .catch(() => undefined);
  });

  if (typeof window !== 'undefined' && typeof window.addEventListener === 'function') {
    window.addEventListener('pagehide', () => {
      for (const { board, keeping } of get().own) if (keeping.state !== 'kept') void write(board.id);
    });
    window.addEventListener('beforeunload', (event) => {
      if (get().own.some(({ keeping }) => keeping.state === 'notKept')) event.preventDefault();
    });
  }

  return {
    status: 'loading',
    own: [],
    unreadable: [],

    async load() {
      try {
        for (const { item, done } of leftBehind('boards', leftBoardSchema)) {
          // What another window has kept meanwhile stays.
          await storeBoard(item.board, item.known);
          done();
        }
        const { stored, unreadable } = await loadBoards();
        for (const { board, revision } of stored) revisions.set(board.id, revision);
        const known = get().own;
        const own = stored.flatMap(({ board }): OwnBoard[] =>
          known.some((one) => one.board.id === board.id)
            ? []
            : [{ board, past: [], future: [], keeping: { state: 'kept' } }],
        );
        set({ own: [...known, ...own], unreadable, status: 'ready' });
      } catch {
        // The shelf says that the store cannot be used, and tries again.
        set({ status: 'ready' });
        setTimeout(() => void get().load(), TRY_AGAIN_MS);
      }
    },

    add(board) {
      set(({ own }) => ({ own: [{ board, past: [], future: [], keeping: { state: 'keeping' } }, ...own] }));
      later(board.id, 0);
    },

    addWith(board, writing) {
      set(({ own }) => ({ own: [{ board, past: [], future: [], keeping: { state: 'keeping' } }, ...own] }));
      void writing.then(async ({ state }) => {
        const stored = state === 'kept' ? await loadBoard(board.id).catch(() => undefined) : undefined;
        if (!stored || !sameData(stored.board, board)) {
          later(board.id, 0);
          return;
        }
        revisions.set(board.id, stored.revision);
        channel?.postMessage({ id: board.id });
        if (find(board.id)?.board === board) change(board.id, (one) => ({ ...one, keeping: { state: 'kept' } }));
        else later(board.id, 0);
      });
    },

    draw(id, board, row) {
      show(id, (own) => {
        const isSameRow = row !== undefined && own.row === row;
        const { row: _row, ...rest } = own;
        return {
          ...rest,
          board,
          past: isSameRow ? own.past : [...own.past, own.board].slice(-MOST_STEPS),
          future: [],
          ...(row !== undefined && { row }),
        };
      });
    },

    undo(id) {
      const before = find(id)?.past.at(-1);
      if (!before) return;
      show(id, ({ board, past, future, keeping }) => ({
        board: before,
        past: past.slice(0, -1),
        future: [...future, board],
        keeping,
      }));
    },

    redo(id) {
      const next = find(id)?.future.at(-1);
      if (!next) return;
      show(id, ({ board, past, future, keeping }) => ({
        board: next,
        past: [...past, board],
        future: future.slice(0, -1),
        keeping,
      }));
    },

    async remove(id) {
      const own = find(id);
      if (!own) return { because: 'it is not there' };
      clearTimeout(timers.get(id));
      // It goes from the page first: a write that is under way finds nothing more to keep, and is over before it is erased.
      set((state) => ({ own: state.own.filter(({ board }) => board.id !== id) }));
      try {
        await eraseBoard(id);
      } catch (error) {
        set((state) => ({ own: [own, ...state.own] }));
        return { because: reasonOf(error) };
      }
      revisions.delete(id);
      channel?.postMessage({ id });
      return { putBack: () => get().add(own.board) };
    },
  };
});

/** Reads the boards when nobody has yet. Until they are here, a profile's board may be one that is not known yet. */
export function useBoardsReady(): boolean {
  const status = useBoards((state) => state.status);
  useEffect(() => {
    begun ??= useBoards.getState().load();
  }, []);
  return status === 'ready';
}
let begun: Promise<void> | undefined;

/** Resolves when one's own board is kept, or is not. */
export function whenBoardKept(id: string): Promise<BoardKeeping> {
  const now = (): BoardKeeping =>
    useBoards.getState().own.find(({ board }) => board.id === id)?.keeping ?? {
      state: 'notKept',
      because: 'it is not there any more',
    };
  return new Promise((resolve) => {
    const stop = useBoards.subscribe(() => look());
    const look = (): void => {
      if (now().state === 'keeping') return;
      stop();
      resolve(now());
    };
    look();
  });
}

onLeaving('boards', () =>
  useBoards
    .getState()
    .own.flatMap(({ board, keeping }) =>
      keeping.state === 'kept' ? [] : [{ board, known: revisions.get(board.id) ?? 0 }],
    ),
);

foundBy((id) => useBoards.getState().own.find(({ board }) => board.id === id)?.board);

/** A board by its id, one's own among them; undefined when it is not known here. */
export const useBoard = (id: string | undefined): Board | undefined => {
  const own = useBoards((state) => state.own.find(({ board }) => board.id === id)?.board);
  return id === undefined ? undefined : (boardById(id) ?? own);
};

/** The same, outside of drawing. */
export const boardNow = (id: string): Board | undefined => boardById(id) ?? ownBoardNow(id);
