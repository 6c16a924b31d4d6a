/** The word of the house that somebody asked for; absent when nobody does. */
import { create } from 'zustand';

type WordAsked = { word: string | undefined; ask(word: string | undefined): void };

export const useWordAsked = create<WordAsked>()((set) => ({
  word: undefined,
  ask: (word) => set({ word }),
}));
