/** How this person likes the page to look. */
import { create } from 'zustand';
import { z } from 'zod';
import { layCloth, type Cloth } from '../theme/cloth';
import { loadPreference, storePreference } from './database';

const clothSchema = z.enum(['linen', 'night']);

type Preferences = { cloth: Cloth; load(): Promise<void>; setCloth(cloth: Cloth): void };

export const usePreferences = create<Preferences>()((set) => ({
  cloth: 'linen',
  async load() {
    const usual: Cloth = matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'linen';
    const cloth = await loadPreference('cloth', clothSchema, usual).catch(() => usual);
    layCloth(cloth);
    set({ cloth });
  },
  setCloth(cloth) {
    layCloth(cloth);
    set({ cloth });
    void storePreference('cloth', cloth);
  },
}));
