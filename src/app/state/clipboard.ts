/** What was copied from a key, to be put on others: on any layer, in any profile. */
import { create } from 'zustand';
import type { Assignment } from '../../core/profile';

type Clipboard = { assignment: Assignment | null; from: string; copy(assignment: Assignment, from: string): void };

export const useClipboard = create<Clipboard>()((set) => ({
  assignment: null,
  from: '',
  copy: (assignment, from) => set({ assignment, from }),
}));
