/** The bodies of the simulated keyboards: what can be seen of each, and hands on them. */
import { create } from 'zustand';
import type { Board } from '../../core/board';
import type { Body, HandAct } from '../../core/device';
import { reachFor, type Hand } from './transports';

type BodiesState = {
  byBoard: ReadonlyMap<string, Body>;
  /** Reaches for a keyboard, once. */
  reach(board: Board): Promise<void>;
  act(boardId: string, act: HandAct): void;
};

const hands = new Map<string, Promise<Hand>>();

export const useBodies = create<BodiesState>()((set, get) => ({
  byBoard: new Map(),

  async reach(board) {
    const boardId = board.id;
    if (hands.has(boardId)) return;
    const hand = reachFor(board, (body) => {
      const byBoard = new Map(get().byBoard);
      if (body) byBoard.set(boardId, body);
      else byBoard.delete(boardId);
      set({ byBoard });
    });
    hands.set(boardId, hand);
    await hand;
  },

  act(boardId, act) {
    void hands.get(boardId)?.then((hand) => hand.act(act));
  },
}));

export const useBody = (boardId: string): Body | undefined => useBodies((state) => state.byBoard.get(boardId));
