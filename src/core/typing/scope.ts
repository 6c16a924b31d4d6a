/** For whom a setting is: the whole profile, the keys of a finger, one key. Gestures and keys outside keep what they have. */
import type { Board, KeyId } from '../board';
import {
  actuationOf,
  applyEdit,
  mergeTiming,
  sameData,
  setActuation,
  setBoardActuation,
  timeKeys,
  together,
  type Edit,
  type GestureTiming,
  type Profile,
} from '../profile';
import type { Setting } from './grid';

export type Scope = { for: 'all' } | { for: 'keys'; keys: readonly KeyId[] };

export const ALL: Scope = { for: 'all' };

/** Where settings are put: a profile with one. */
export type Applies = (profile: Profile, setting: Setting) => Profile;

/** The timing and the travel of the whole profile; gestures and keys with figures of their own keep those. */
export const forAll: Applies = (profile, { timing, travel }) => ({
  ...profile,
  timing,
  travel: sameData(travel, profile.travel.board) ? profile.travel : { ...profile.travel, board: travel },
});

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

function timingEdits(profile: Profile, scope: Scope, timing: GestureTiming): Edit[] {
  if (scope.for === 'all') {
    const to = ownOf(timing, profile);
    return Object.keys(to).length > 0 ? [{ edit: 'timing', to }] : [];
  }
  return profile.layers.flatMap(({ id, keys }) => {
    const own = scope.keys.filter((key) => keys[key]?.does.kind === 'gesture');
    const edit = own.length > 0 ? timeKeys(profile, id, own, timing) : undefined;
    return edit ? [edit] : [];
  });
}

function travelEdits(profile: Profile, scope: Scope, { travel }: Setting): Edit[] {
  if (sameData(travel, settingNow(profile, scope).travel)) return [];
  return [scope.for === 'all' ? setBoardActuation(profile, travel) : setActuation(profile, scope.keys, travel)];
}

/** The edit that gives a scope a setting; undefined when nothing in it can have one, or has another. */
export function settingEdit(profile: Profile, scope: Scope, setting: Setting): Edit | undefined {
  const edits = [...timingEdits(profile, scope, setting.timing), ...travelEdits(profile, scope, setting)];
  return edits.length > 0 ? together(edits) : undefined;
}

/** A profile in which a scope has a setting. */
export function appliesTo(scope: Scope): Applies {
  if (scope.for === 'all') return forAll;
  return (profile, setting) => {
    const edit = settingEdit(profile, scope, setting);
    const done = edit && applyEdit(profile, edit);
    return done?.ok ? done.profile : profile;
  };
}

/** What a scope has now: the profile's timing, with what the first gesture in it has of its own; how deep its first key fires. */
export const settingNow = (profile: Profile, scope: Scope): Setting => ({
  timing: timingNow(profile, scope),
  travel:
    scope.for === 'keys' && scope.keys[0] !== undefined ? actuationOf(profile, scope.keys[0]) : profile.travel.board,
});

function timingNow(profile: Profile, scope: Scope): GestureTiming {
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
