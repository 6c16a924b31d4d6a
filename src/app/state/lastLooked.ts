/** The profile that was looked at last, and its bench: pages that belong to no bench keep it in their bar, and lead back to it. */
import { create } from 'zustand';

type LastLooked = { profileId: string; bench: string; look(profileId: string, bench: string): void };

export const useLastLooked = create<LastLooked>()((set, get) => ({
  profileId: '',
  bench: 'layout',
  look: (profileId, bench) => {
    if (get().profileId !== profileId || get().bench !== bench) set({ profileId, bench });
  },
}));
