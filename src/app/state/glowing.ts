/** Whether benches draw the board as it glows, in this window. */
import { create } from 'zustand';

type Glowing = { isOn: boolean; turn: () => void };

export const useGlowing = create<Glowing>((set) => ({
  isOn: false,
  turn: () => set(({ isOn }) => ({ isOn: !isOn })),
}));
