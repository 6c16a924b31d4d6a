/** What was copied from a key or from one of its presses, to be put on others: on any layer, in any profile. */
import { create } from 'zustand';
import type { Action, Assignment } from '../../core/profile';

type Clipboard = {
  /** What was copied, in the order of the keys that it was copied from. */
  all: readonly Assignment[];
  from: string;
  /** What it was called on the system's clipboard: whatever else lies there is something else. */
  text: string;
  copy(all: readonly Assignment[], from: string, text: string): void;
};

export const useClipboard = create<Clipboard>()((set) => ({
  all: [],
  from: '',
  text: '',
  copy: (all, from, text) => set({ all, from, text }),
}));

/** The one action that was copied, which can stand on a single press; undefined when there is more to it. */
export function copiedAction(all: readonly Assignment[]): Action | undefined {
  const [first, ...more] = all;
  return more.length === 0 && first?.does.kind === 'act' ? first.does.action : undefined;
}
