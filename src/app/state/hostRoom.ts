/** What the server tells of the host program of a keyboard, and the rules for it, which the server keeps. */
import { create } from 'zustand';
import type { HostState, Rule } from '../../core/hostSide';
import { openHostTalk, type HostTalk } from './hostTalk';

type Edit = (rules: readonly Rule[]) => readonly Rule[];

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
  /** Makes other rules of those that there are by then; they are shown when the server has kept them. One waits for the answer to the one before. */
  change(edit: Edit): void;
};

const MOST_SEEN = 8;

let talk: HostTalk | null = null;
/** Rules are on their way, and not answered yet. */
let isAsking = false;
/** What a hand has done meanwhile, before anything of it could be seen. */
let edits: Edit[] = [];

export const useHostRoom = create<HostRoomState>()((set, get) => ({
  boardId: null,
  rules: null,
  state: undefined,
  seen: [],
  problem: '',

  follow(boardId) {
    set({ boardId, rules: null, state: undefined, problem: '' });
    isAsking = false;
    edits = [];
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
        if (answer === undefined) return;
        isAsking = false;
        // What was done on rules that are not there does not go on.
        const [next, ...others] = answer === '' ? edits : [];
        edits = others;
        if (next) get().change(next);
      },
      lost: () => {
        if (isAsking)
          set({ problem: 'The server is gone; whether the rules were kept is told when it is there again.' });
        isAsking = false;
        edits = [];
        set({ state: undefined });
      },
    });
    talk = own;
    return () => {
      own.close();
      if (talk === own) talk = null;
    };
  },

  change(edit) {
    if (isAsking) {
      edits.push(edit);
      return;
    }
    const { rules: was } = get();
    if (!was || !talk?.say({ say: 'rules', was: [...was], rules: [...edit(was)] })) {
      set({ problem: 'The server is not there; the rules are as they were.' });
      return;
    }
    isAsking = true;
  },
}));
