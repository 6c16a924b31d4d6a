/** For whom a timing is: the whole profile, the keys of a finger, one key. Gestures outside keep what they have. */
import type { Board, KeyId } from '../board';
import { applyEdit, mergeTiming, timeKeys, together, type Edit, type GestureTiming, type Profile } from '../profile';
import type { Applies } from './sweep';
import { forAll } from './sweep';

export type Scope = { for: 'all' } | { for: 'keys'; keys: readonly KeyId[] };

export const ALL: Scope = { for: 'all' };

/** The keys of the same finger as one. */
export const fingerMates = (board: Board, key: KeyId): KeyId[] => {
  const own = board.keys.find(({ id }) => id === key);
  if (!own) return [];
  return board.keys.filter(({ hand, finger }) => hand === own.hand && finger === own.finger).map(({ id }) => id);
};

/** What of a timing is another than that of the profile. */
const ownOf = (timing: GestureTiming, profile: Profile): Partial<GestureTiming> =>
  Object.fromEntries(
    Object.entries(timing).filter(([field, value]) => profile.timing[field as keyof GestureTiming] !== value),
  ) as Partial<GestureTiming>;

/** The edit that gives a scope a timing; undefined when there is no gesture in it. */
export function timingEdit(profile: Profile, scope: Scope, timing: GestureTiming): Edit | undefined {
  if (scope.for === 'all') return { edit: 'timing', to: ownOf(timing, profile) };
  const edits = profile.layers.flatMap(({ id, keys }) => {
    const own = scope.keys.filter((key) => keys[key]?.does.kind === 'gesture');
    const edit = own.length > 0 ? timeKeys(profile, id, own, timing) : undefined;
    return edit ? [edit] : [];
  });
  return edits.length > 0 ? together(edits) : undefined;
}

/** A profile in which a scope has a timing. */
export function appliesTo(scope: Scope): Applies {
  if (scope.for === 'all') return forAll;
  return (profile, timing) => {
    const edit = timingEdit(profile, scope, timing);
    const done = edit && applyEdit(profile, edit);
    return done?.ok ? done.profile : profile;
  };
}

/** The timing that a scope has now: the profile's, with what the first gesture in it has of its own. */
export function timingNow(profile: Profile, scope: Scope): GestureTiming {
  if (scope.for === 'all') return profile.timing;
  for (const { keys } of profile.layers)
    for (const key of scope.keys) {
      const does = keys[key]?.does;
      if (does?.kind === 'gesture') return does.timing ? mergeTiming(profile.timing, does.timing) : profile.timing;
    }
  return profile.timing;
}

/** What of a profile a scope's timing decides: its gestures, without figures of their own. What a sweep asks which settings matter to. */
export function decidedBy(profile: Profile, scope: Scope): Profile {
  if (scope.for === 'all') return profile;
  return {
    ...profile,
    timing: timingNow(profile, scope),
    layers: profile.layers.map((layer) => ({
      ...layer,
      keys: Object.fromEntries(
        Object.entries(layer.keys).flatMap(([key, assignment]) => {
          const { does } = assignment;
          if (does.kind !== 'gesture' || !scope.keys.includes(key)) return [];
          return [[key, { ...assignment, does: { kind: 'gesture', steps: does.steps } }]];
        }),
      ),
    })),
  };
}
