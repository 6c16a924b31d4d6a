/** What the server tells of the host program of a keyboard, and the rules for it, which the server keeps. */
import { create } from 'zustand';
import type { HostState, Rule } from '../../core/hostSide';
import { openHostTalk, type HostTalk } from './hostTalk';

type HostRoomState = {
  boardId: string | null;
  /** Null until the server has told; for ever where there is no server. */
  rules: readonly Rule[] | null;
  /** What the program says of itself; null when none is plugged in, undefined while that is not known: the server is gone, or has not told yet. */
  state: HostState | null | undefined;
  /** Programs that were seen in front, the last first. */
  seen: readonly string[];
  /** Why rules were not kept. */
  problem: string;
  /** Follows a keyboard's room until it is called back. */
  follow(boardId: string): () => void;
  /** Other rules; they are shown when the server has kept them. */
  change(rules: readonly Rule[]): void;
};

const MOST_SEEN = 8;

let talk: HostTalk | null = null;
/** Rules are on their way, and not answered yet. */
let isAsking = false;

export const useHostRoom = create<HostRoomState>()((set, get) => ({
  boardId: null,
  rules: null,
  state: undefined,
  seen: [],
  problem: '',

  follow(boardId) {
    set({ boardId, rules: null, state: undefined, problem: '' });
    const own = openHostTalk(boardId, {
      told: (message) => {
        if ('say' in message) return;
        const { rules, state, answer } = message;
        const program = state?.front?.program;
        const { seen } = get();
        set({
          rules,
          state,
          ...(program !== undefined && {
            seen: [program, ...seen.filter((one) => one !== program)].slice(0, MOST_SEEN),
          }),
          ...(answer !== undefined && { problem: answer }),
        });
        if (answer !== undefined) isAsking = false;
      },
      lost: () => {
        if (isAsking)
          set({ problem: 'The server is gone; whether the rules were kept is told when it is there again.' });
        isAsking = false;
        set({ state: undefined });
      },
    });
    talk = own;
    return () => {
      own.close();
      if (talk === own) talk = null;
    };
  },

  change(rules) {
    const { rules: was } = get();
    if (!was || !talk?.say({ say: 'rules', was: [...was], rules: [...rules] })) {
      set({ problem: 'The server is not there; the rules are as they were.' });
      return;
    }
    isAsking = true;
  },
}));
