/** The first minutes of somebody new: three steps done by hand. They come by themselves once, and again only when they are asked for. */
import { create } from 'zustand';

type FirstMinutes = { isOn: boolean; begin(): void; leave(): void };

export const useFirstMinutes = create<FirstMinutes>()((set) => ({
  isOn: false,
  begin: () => set({ isOn: true }),
  leave: () => set({ isOn: false }),
}));
