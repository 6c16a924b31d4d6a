/** Which roles the board does not show, for each profile: how one looks at it, and no part of it. */
import { create } from 'zustand';

type HiddenRoles = {
  byProfile: ReadonlyMap<string, ReadonlySet<string>>;
  show(profileId: string, role: string, isShown: boolean): void;
};

export const useHiddenRoles = create<HiddenRoles>()((set) => ({
  byProfile: new Map(),
  show: (profileId, role, isShown) =>
    set(({ byProfile }) => {
      const hidden = new Set(byProfile.get(profileId));
      if (isShown) hidden.delete(role);
      else hidden.add(role);
      return { byProfile: new Map(byProfile).set(profileId, hidden) };
    }),
}));
