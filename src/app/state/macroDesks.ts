/** What the macro bench looks at, for each profile: a macro, a part of it, and what is selected there. */
import { create } from 'zustand';
import type { Places } from '../../core/macro';

export type PartName = 'onPress' | 'repeat' | 'onRelease';
type Desk = { macro: string; part: PartName; places: Places };
type DeskState = { byProfile: ReadonlyMap<string, Desk>; set(profileId: string, to: Partial<Desk>): void };

export const NOTHING: Places = new Set();
export const EMPTY_DESK: Desk = { macro: '', part: 'onPress', places: NOTHING };

export const useDesks = create<DeskState>()((set) => ({
  byProfile: new Map(),
  set: (profileId, to) =>
    set(({ byProfile }) => ({
      byProfile: new Map(byProfile).set(profileId, { ...(byProfile.get(profileId) ?? EMPTY_DESK), ...to }),
    })),
}));

/** Looks at a macro the next time the bench is opened. */
export const lookAtMacro = (profileId: string, macro: string): void =>
  useDesks.getState().set(profileId, { macro, places: NOTHING });
