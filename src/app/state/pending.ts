/** What a line that is not taken yet would make of keys: it is shown on their caps before it counts. */
import { create } from 'zustand';
import type { KeyId } from '../../core/board';
import type { Binding } from '../../core/profile';

type PendingState = {
  profileId: string;
  layer: string;
  bindings: ReadonlyMap<KeyId, Binding>;
  show(profileId: string, layer: string, bindings: ReadonlyMap<KeyId, Binding>): void;
};

const NONE: ReadonlyMap<KeyId, Binding> = new Map();

export const usePending = create<PendingState>()((set, get) => ({
  profileId: '',
  layer: '',
  bindings: NONE,
  show: (profileId, layer, bindings) => {
    if (bindings.size === 0 && get().bindings.size === 0) return;
    set({ profileId, layer, bindings: bindings.size === 0 ? NONE : bindings });
  },
}));

/** What is pending on a layer of a profile. */
export const usePendingOn = (profileId: string, layer: string): ReadonlyMap<KeyId, Binding> =>
  usePending((state) => (state.profileId === profileId && state.layer === layer ? state.bindings : NONE));
