/** Edits to whole layers that have to look around: what refers to a layer, and how it is taken out without leaving holes. */
import type { KeyId } from '../board';
import type { Edit } from './edits';
import { actionsOf } from './questions';
import type { Action, Layer, LayerId, Profile } from './schema';
import { actionWithout, bindingWithout } from './without';

/** What refers to a layer from outside of it. */
export type LayerReferences = { keys: { layer: LayerId; key: KeyId }[]; joints: string[]; joinedLayers: number[] };

const leadsTo = (action: Action, id: LayerId): boolean => action.do === 'layer' && action.layer === id;

export function referencesTo(profile: Profile, id: LayerId): LayerReferences {
  const keys = profile.layers
    .filter((layer) => layer.id !== id)
    .flatMap((layer) =>
      Object.entries(layer.keys)
        .filter(([, { does }]) => actionsOf(does).some(({ action }) => leadsTo(action, id)))
        .map(([key]) => ({ layer: layer.id, key })),
    );
  const joints = profile.joints
    .filter(({ action }) => actionWithout(action, (part) => leadsTo(part, id)) !== action)
    .map((joint) => joint.id);
  const joinedLayers = profile.joinedLayers.flatMap(({ when, also }, index) =>
    also === id || when.includes(id) ? [index] : [],
  );
  return { keys, joints, joinedLayers };
}

/** Takes a layer out with everything that leads to it: keys lose that meaning, and pass when it was their only one. */
export function takeOutLayer(profile: Profile, id: LayerId): Edit {
  const { keys, joints, joinedLayers } = referencesTo(profile, id);
  const edits = keys.map(({ layer, key }): Edit => {
    const assignment = profile.layers.find((candidate) => candidate.id === layer)?.keys[key];
    const does = assignment && bindingWithout(assignment.does, (action) => leadsTo(action, id));
    return { edit: 'assign', layer, key, to: assignment && does ? { ...assignment, does } : null };
  });
  if (joints.length > 0 || joinedLayers.length > 0) {
    const kept = profile.joints.flatMap((joint) => {
      const action = actionWithout(joint.action, (part) => leadsTo(part, id));
      return action ? [{ ...joint, action }] : [];
    });
    edits.push({
      edit: 'fields',
      to: { joints: kept, joinedLayers: profile.joinedLayers.filter((_, index) => !joinedLayers.includes(index)) },
    });
  }
  return {
    edit: 'several',
    edits: [...edits, { edit: 'removeLayer', at: profile.layers.findIndex((layer) => layer.id === id) }],
  };
}

/** A copy of a layer right above it. */
export function duplicateLayer(profile: Profile, id: LayerId, newId: LayerId, dye: Layer['dye']): Edit {
  const at = profile.layers.findIndex((layer) => layer.id === id);
  const layer = profile.layers[at];
  const copy: Layer = { id: newId, name: `${layer?.name ?? 'Layer'} copy`.slice(0, 60), dye, keys: layer?.keys ?? {} };
  return { edit: 'insertLayer', at: at + 1, layer: copy };
}
