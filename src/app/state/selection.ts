/** What the person looks at: a layer and a key, for each profile. Benches share it, so that going between them loses nothing. */
import { create } from 'zustand';

/** `also`: the keys that an edit goes to besides the one that is looked at, in the order in which they were selected; it may be among them. */
export type Selected = { layer: string; key: string; also: readonly string[] };
type SelectionState = {
  byProfile: ReadonlyMap<string, Selected>;
  select(profileId: string, selected: Partial<Selected>): void;
};

const NOTHING: Selected = { layer: '', key: '', also: [] };

export const useSelection = create<SelectionState>()((set) => ({
  byProfile: new Map(),
  select: (profileId, selected) =>
    set(({ byProfile }) => ({
      byProfile: new Map(byProfile).set(profileId, { ...(byProfile.get(profileId) ?? NOTHING), ...selected }),
    })),
}));
