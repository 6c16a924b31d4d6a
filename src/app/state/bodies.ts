/** The bodies of the simulated keyboards: what can be seen of each, and hands on them. */
import { create } from 'zustand';
import type { Body, HandAct } from '../../core/device';
import { reachFor, type Hand } from './transports';

type BodiesState = {
  byBoard: ReadonlyMap<string, Body>;
  /** Reaches for a keyboard, once. */
  reach(boardId: string): Promise<void>;
  act(boardId: string, act: HandAct): void;
};

const hands = new Map<string, Promise<Hand>>();

export const useBodies = create<BodiesState>()((set, get) => ({
  byBoard: new Map(),

  async reach(boardId) {
    if (hands.has(boardId)) return;
    const hand = reachFor(boardId, (body) => {
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
