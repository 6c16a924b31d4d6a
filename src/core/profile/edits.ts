/**
 * Edits are values. Each says what to change in a profile; `applyEdit` makes the changed profile, `invertEdit` makes the
 * edit that takes it back. The same value feeds undo, comparison and applying one change to several profiles.
 */
import type { KeyId } from '../board';
import type { Assignment, GestureTiming, Layer, LayerId, Profile, Role } from './schema';

/** The fields of a profile that are set whole. */
export type ProfileFields = Pick<
  Profile,
  'name' | 'icon' | 'hostLayout' | 'joinedLayers' | 'joints' | 'macros' | 'travel'
>;

export type Edit =
  | { edit: 'assign'; layer: LayerId; key: KeyId; to: Assignment | null }
  | { edit: 'fields'; to: Partial<ProfileFields> }
  | { edit: 'timing'; to: Partial<GestureTiming> }
  | { edit: 'roles'; to: Role[] }
  | { edit: 'insertLayer'; at: number; layer: Layer }
  | { edit: 'removeLayer'; at: number }
  | { edit: 'moveLayer'; from: number; to: number }
  | { edit: 'describeLayer'; layer: LayerId; to: Partial<Pick<Layer, 'name' | 'dye'>> }
  | { edit: 'several'; edits: Edit[] };

/** An edit that names something the profile does not have. Nothing has been changed. */
export class EditError extends Error {}

function layerOrThrow(profile: Profile, id: LayerId): Layer {
  const layer = profile.layers.find((candidate) => candidate.id === id);
  if (!layer) throw new EditError(`There is no layer "${id}".`);
  return layer;
}

const withLayer = (profile: Profile, changed: Layer): Profile => ({
  ...profile,
  layers: profile.layers.map((layer) => (layer.id === changed.id ? changed : layer)),
});

const pick = <T extends object>(from: T, like: Partial<T>): Partial<T> =>
  Object.fromEntries(Object.keys(like).map((name) => [name, from[name as keyof T]])) as Partial<T>;

/**
 * The profile after an edit; the given one is not touched.
 * @throws EditError when the edit names a layer or place that is not there, or would leave no layer.
 */
export function applyEdit(profile: Profile, edit: Edit): Profile {
  switch (edit.edit) {
    case 'assign': {
      const layer = layerOrThrow(profile, edit.layer);
      const { [edit.key]: _replaced, ...others } = layer.keys;
      return withLayer(profile, { ...layer, keys: edit.to ? { ...others, [edit.key]: edit.to } : others });
    }
    case 'fields':
      return { ...profile, ...edit.to };
    case 'timing':
      return { ...profile, timing: { ...profile.timing, ...edit.to } };
    case 'roles':
      return { ...profile, roles: edit.to };
    case 'insertLayer':
      if (profile.layers.some((layer) => layer.id === edit.layer.id))
        throw new EditError(`There is a layer "${edit.layer.id}" already.`);
      return { ...profile, layers: profile.layers.toSpliced(edit.at, 0, edit.layer) };
    case 'removeLayer':
      if (!profile.layers[edit.at]) throw new EditError(`There is no layer number ${edit.at + 1}.`);
      if (profile.layers.length === 1) throw new EditError('A profile needs one layer at least.');
      return { ...profile, layers: profile.layers.toSpliced(edit.at, 1) };
    case 'moveLayer': {
      const layer = profile.layers[edit.from];
      if (!layer || edit.to < 0 || edit.to >= profile.layers.length)
        throw new EditError(`There is no layer number ${edit.from + 1} to move to ${edit.to + 1}.`);
      return { ...profile, layers: profile.layers.toSpliced(edit.from, 1).toSpliced(edit.to, 0, layer) };
    }
    case 'describeLayer':
      return withLayer(profile, { ...layerOrThrow(profile, edit.layer), ...edit.to });
    case 'several':
      return edit.edits.reduce(applyEdit, profile);
  }
}

/**
 * The edit that turns `applyEdit(profile, edit)` back into `profile`.
 * @throws EditError as `applyEdit` does.
 */
export function invertEdit(profile: Profile, edit: Edit): Edit {
  switch (edit.edit) {
    case 'assign':
      return { ...edit, to: layerOrThrow(profile, edit.layer).keys[edit.key] ?? null };
    case 'fields':
      return { edit: 'fields', to: pick<ProfileFields>(profile, edit.to) };
    case 'timing':
      return { edit: 'timing', to: pick<GestureTiming>(profile.timing, edit.to) };
    case 'roles':
      return { edit: 'roles', to: profile.roles };
    case 'insertLayer':
      return { edit: 'removeLayer', at: Math.min(edit.at, profile.layers.length) };
    case 'removeLayer': {
      const layer = profile.layers[edit.at];
      if (!layer) throw new EditError(`There is no layer number ${edit.at + 1}.`);
      return { edit: 'insertLayer', at: edit.at, layer };
    }
    case 'moveLayer':
      return { edit: 'moveLayer', from: edit.to, to: edit.from };
    case 'describeLayer':
      return { ...edit, to: pick<Pick<Layer, 'name' | 'dye'>>(layerOrThrow(profile, edit.layer), edit.to) };
    case 'several': {
      const inverses: Edit[] = [];
      let current = profile;
      for (const part of edit.edits) {
        inverses.unshift(invertEdit(current, part));
        current = applyEdit(current, part);
      }
      return { edit: 'several', edits: inverses };
    }
  }
}
