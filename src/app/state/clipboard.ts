/** What was copied from a key or from one of its presses, to be put on others: on any layer, in any profile. */
import { create } from 'zustand';
import type { Action, Assignment } from '../../core/profile';

type Clipboard = {
  /** The first of what was copied. */
  assignment: Assignment | null;
  /** All of it, in the order of the keys that it was copied from. */
  all: readonly Assignment[];
  from: string;
  /** What it was called on the system's clipboard: whatever else lies there is something else. */
  text: string;
  copy(assignment: Assignment, from: string): void;
  copyAll(all: readonly Assignment[], from: string, text: string): void;
};

export const useClipboard = create<Clipboard>()((set) => ({
  assignment: null,
  all: [],
  from: '',
  text: '',
  copy: (assignment, from) => set({ assignment, all: [assignment], from, text: '' }),
  copyAll: (all, from, text) => set({ assignment: all[0] ?? null, all, from, text }),
}));

/** The one action that was copied, which can stand on a single press; undefined when there is more to it. */
export const copiedAction = (assignment: Assignment | null): Action | undefined =>
  assignment?.does.kind === 'act' ? assignment.does.action : undefined;
