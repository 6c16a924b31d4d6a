/** How this person likes the page to look. */
import { create } from 'zustand';
import { z } from '../../core/reading';
import { layCloth, onForcedChange, type Cloth } from '../theme/cloth';
import { loadPreference, storePreference } from './store';

const clothSchema = z.enum(['linen', 'night']);

type Preferences = { cloth: Cloth; load(): Promise<void>; setCloth(cloth: Cloth): void };

export const usePreferences = create<Preferences>()((set, get) => ({
  cloth: 'linen',
  async load() {
    const usual: Cloth = matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'linen';
    // The first paint waits for nothing: the usual cloth lies there until the store has answered.
    layCloth(usual);
    onForcedChange(() => layCloth(get().cloth));
    set({ cloth: usual });
    const cloth = await loadPreference('cloth', clothSchema, usual).catch(() => usual);
    layCloth(cloth);
    set({ cloth });
  },
  setCloth(cloth) {
    layCloth(cloth);
    set({ cloth });
    // A cloth that is not kept is no loss; what is not kept of profiles is said.
    storePreference('cloth', cloth).catch(() => undefined);
  },
}));
