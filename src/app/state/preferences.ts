/** How this person likes the page to look. */
import { create } from 'zustand';
import { z } from '../../core/reading';
import { layCloth, onForcedChange, type Cloth } from '../theme/cloth';
import { loadPreference, storePreference } from './preferenceStore';

const clothSchema = z.enum(['linen', 'night']);

type Preferences = {
  cloth: Cloth;
  /** Grows whenever the colours on the page have changed, by us or by the system: what draws by itself draws anew. */
  laid: number;
  load(): Promise<void>;
  setCloth(cloth: Cloth): void;
};

export const usePreferences = create<Preferences>()((set, get) => {
  const lay = (cloth: Cloth): void => {
    layCloth(cloth);
    set(({ laid }) => ({ cloth, laid: laid + 1 }));
  };
  return {
    cloth: 'linen',
    laid: 0,
    async load() {
      const usual: Cloth = matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'linen';
      // The first paint waits for nothing: the usual cloth lies there until the store has answered.
      lay(usual);
      onForcedChange(() => lay(get().cloth));
      lay(await loadPreference('cloth', clothSchema, usual).catch(() => usual));
    },
    setCloth(cloth) {
      lay(cloth);
      // A cloth that is not kept is no loss; what is not kept of profiles is said.
      storePreference('cloth', cloth).catch(() => undefined);
    },
  };
});
