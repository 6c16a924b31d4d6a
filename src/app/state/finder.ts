/** Whether something is being looked for, what a key is to be made by it, and a line that was begun by a choice. */
import { create } from 'zustand';
import type { Put } from '../../core/find';

type FinderState = {
  isOpen: boolean;
  /** What is chosen for a key goes here, into the line that asked; without it, it goes onto the key at once. */
  onPut: ((put: Put) => void) | undefined;
  /** A line that is only begun, for the assign line to go on with. */
  begun: { line: string; own: readonly [from: number, to: number] } | undefined;
  open(onPut?: (put: Put) => void): void;
  close(): void;
  begin(line: string, own: readonly [from: number, to: number]): void;
  takeBegun(): void;
};

export const useFinder = create<FinderState>()((set) => ({
  isOpen: false,
  onPut: undefined,
  begun: undefined,
  open: (onPut) => set({ isOpen: true, onPut }),
  close: () => set({ isOpen: false, onPut: undefined }),
  begin: (line, own) => set({ begun: { line, own } }),
  takeBegun: () => set({ begun: undefined }),
}));
