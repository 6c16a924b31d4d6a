/** Edits to keys: one thing done to several of them, two that change places, a layer's keys put on another. */
import type { KeyId } from '../board';
import { together, type Edit } from './edits';
import { mergeSteps } from './steps';
import type { Action, Assignment, Binding, Gesture, LayerId, PartialTiming, Profile } from './schema';

const keysOn = (profile: Profile, layer: LayerId): Record<KeyId, Assignment> =>
  profile.layers.find((candidate) => candidate.id === layer)?.keys ?? {};

/** Does one thing to several keys of a layer; `change` gets what a key has now, and null makes it a pass. */
export function changeKeys(
  profile: Profile,
  layer: LayerId,
  keys: readonly KeyId[],
  change: (old: Assignment | undefined) => Assignment | null,
): Edit {
  const assigned = keysOn(profile, layer);
  return together(keys.map((key) => ({ edit: 'assign', layer, key, to: change(assigned[key]) })));
}

/**
 * Gives keys a binding. Their labels, roles and notes stay, and so does the timing of a gesture that stays a gesture; a pass
 * takes everything away.
 */
export function bindKeys(profile: Profile, layer: LayerId, keys: readonly KeyId[], does: Binding): Edit {
  return changeKeys(profile, layer, keys, (old) => {
    if (does.kind === 'pass') return null;
    const kept =
      does.kind === 'gesture' && old?.does.kind === 'gesture' && old.does.timing
        ? { ...does, timing: old.does.timing }
        : does;
    return { ...old, does: kept };
  });
}

/** A gesture with some figures of its own changed; `undefined` gives one back to the profile. */
function timed(gesture: Gesture, to: PartialTiming): Gesture {
  const own = Object.fromEntries(
    Object.entries({ ...gesture.timing, ...to }).filter(([, value]) => value !== undefined),
  ) as PartialTiming;
  const { timing: _replaced, ...steps } = gesture;
  return Object.keys(own).length > 0 ? { ...steps, timing: own } : steps;
}

/** Changes the own timing of the gestures among some keys of a layer; undefined when none of them is one. */
export function timeKeys(
  profile: Profile,
  layer: LayerId,
  keys: readonly KeyId[],
  to: PartialTiming,
): Edit | undefined {
  const assigned = keysOn(profile, layer);
  const edits = keys.flatMap((key): Edit[] => {
    const old = assigned[key];
    if (old?.does.kind !== 'gesture') return [];
    return [{ edit: 'assign', layer, key, to: { ...old, does: timed(old.does, to) } }];
  });
  return edits.length > 0 ? together(edits) : undefined;
}

/** Puts an action on one press of a key (steps count from 0), or takes it away. What is left of a gesture stays. */
export function putOnStep(
  profile: Profile,
  layer: LayerId,
  key: KeyId,
  step: number,
  what: 'tap' | 'hold',
  action: Action | null,
): Edit {
  return changeKeys(profile, layer, [key], (old) => {
    const does = mergeSteps(old?.does, step, what, action);
    return does.kind === 'pass' && !old?.label && !old?.note && !old?.role ? null : { ...old, does };
  });
}

/** Lets two keys change places on a layer. */
export function swapKeys(profile: Profile, layer: LayerId, a: KeyId, b: KeyId): Edit {
  const keys = keysOn(profile, layer);
  return {
    edit: 'several',
    edits: [
      { edit: 'assign', layer, key: a, to: keys[b] ?? null },
      { edit: 'assign', layer, key: b, to: keys[a] ?? null },
    ],
  };
}

/**
 * Copies what a layer assigns to another layer.
 * @param which `free` only fills keys that pass there; `all` replaces what they do
 * @param only the keys to copy; all of the layer's when left out
 */
export function copyLayerKeys(
  profile: Profile,
  from: LayerId,
  to: LayerId,
  which: 'free' | 'all',
  only?: readonly KeyId[],
): Edit {
  const there = keysOn(profile, to);
  const edits = Object.entries(keysOn(profile, from))
    .filter(([key, { does }]) => does.kind !== 'pass' && (only === undefined || only.includes(key)))
    .filter(([key]) => which === 'all' || (there[key]?.does.kind ?? 'pass') === 'pass')
    .map(([key, assignment]): Edit => ({ edit: 'assign', layer: to, key, to: assignment }));
  return { edit: 'several', edits };
}
