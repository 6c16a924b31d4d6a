/** Whether something is being looked for, what a key is to be made by it, and a line that was begun by a choice. */
import { create } from 'zustand';
import type { Put } from '../../core/find';

/** A line that is begun: what of it is one's own to say, and the key that it is for, when that is not the one that is looked at. */
type Begun = { line: string; own: readonly [from: number, to: number]; key?: string };

type FinderState = {
  isOpen: boolean;
  /** What is chosen for a key goes here, into the line that asked; without it, it goes onto the key at once. */
  onPut: ((put: Put) => void) | undefined;
  /** A line that is only begun, for the assign line to go on with. */
  begun: Begun | undefined;
  open(onPut?: (put: Put) => void): void;
  close(): void;
  begin(begun: Begun): void;
  takeBegun(): void;
};

export const useFinder = create<FinderState>()((set) => ({
  isOpen: false,
  onPut: undefined,
  begun: undefined,
  open: (onPut) => set({ isOpen: true, onPut }),
  close: () => set({ isOpen: false, onPut: undefined }),
  begin: (begun) => set({ begun }),
  takeBegun: () => set({ begun: undefined }),
}));
