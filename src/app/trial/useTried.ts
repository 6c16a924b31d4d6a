/** Moments that are tried on the trial bench: they are played, and are no part of the draft before they are taken. */
import { useMemo, useState } from 'react';
import type { Board } from '../../core/board';
import { applyEdit, timeKeys, type Edit, type PartialTiming, type Profile } from '../../core/profile';
import { keyTitle } from '../shared/keyNames';
import { useShelf } from '../state/shelf';

type OneTried = { layer: string; key: string; to: PartialTiming };

export type Tried = {
  /** The draft with what is tried. */
  profile: Profile;
  /** The keys whose moments are tried, in words; empty when nothing is. */
  what: string;
  attempt(layer: string, key: string, to: PartialTiming): void;
  /** Makes an edit in the draft; what is tried goes with it. */
  take(edit: Edit, what: string): void;
  /** What is tried goes into the draft. */
  takeAll(): void;
  leave(): void;
};

export function useTried(draft: Profile, board: Board): Tried {
  const [all, setAll] = useState<readonly OneTried[]>([]);
  const edit = useShelf((state) => state.edit);
  const notify = useShelf((state) => state.notify);
  const profile = useMemo(
    () =>
      all.reduce((made, { layer, key, to }) => {
        const timed = timeKeys(made, layer, [key], to);
        const applied = timed && applyEdit(made, timed);
        return applied?.ok ? applied.profile : made;
      }, draft),
    [all, draft],
  );
  const keys = [...new Set(all.map(({ key }) => key))].map((key) => keyTitle(board, draft, key));
  const make = (made: Edit, what: string): void => {
    const refused = edit(draft.id, made, what);
    if (refused !== undefined) notify(`Not changed: ${refused}`);
    else setAll([]);
  };
  return {
    profile,
    what: keys.join(', '),
    attempt: (layer, key, to) => {
      const before = all.find((one) => one.layer === layer && one.key === key)?.to;
      setAll([
        ...all.filter((one) => one.layer !== layer || one.key !== key),
        { layer, key, to: { ...before, ...to } },
      ]);
    },
    take: make,
    takeAll: () => {
      const edits = all.flatMap(({ layer, key, to }) => timeKeys(draft, layer, [key], to) ?? []);
      if (edits.length > 0) make({ edit: 'several', edits }, `the timing of ${keys.join(', ')}`);
    },
    leave: () => setAll([]),
  };
}
