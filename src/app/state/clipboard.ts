/** What was copied from a key or from one of its presses, to be put on others: on any layer, in any profile. */
import { create } from 'zustand';
import type { Action, Assignment } from '../../core/profile';

type Clipboard = { assignment: Assignment | null; from: string; copy(assignment: Assignment, from: string): void };

export const useClipboard = create<Clipboard>()((set) => ({
  assignment: null,
  from: '',
  copy: (assignment, from) => set({ assignment, from }),
}));

/** The one action that was copied, which can stand on a single press; undefined when there is more to it. */
export const copiedAction = (assignment: Assignment | null): Action | undefined =>
  assignment?.does.kind === 'act' ? assignment.does.action : undefined;
