/** Edits to whole layers that have to look around: what refers to a layer, and how it is taken out without leaving holes. */
import type { KeyId } from '../board';
import type { Edit } from './edits';
import { actionsOf } from './questions';
import type { Action, Binding, Layer, LayerId, Profile } from './schema';

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
  const joints = profile.joints.filter(({ action }) => withoutLayer(action, id) !== action).map((joint) => joint.id);
  const joinedLayers = profile.joinedLayers.flatMap(({ when, also }, index) =>
    also === id || when.includes(id) ? [index] : [],
  );
  return { keys, joints, joinedLayers };
}

/** An action without its ways to a layer; undefined when nothing is left, the same object when there was none. */
function withoutLayer(action: Action, id: LayerId): Action | undefined {
  if (leadsTo(action, id)) return undefined;
  if (action.do !== 'many') return action;
  const parts = action.actions.map((part) => withoutLayer(part, id));
  if (parts.every((part, index) => part === action.actions[index])) return action;
  const left = parts.filter((part) => part !== undefined);
  const [only] = left;
  return left.length > 1 ? { do: 'many', actions: left } : only;
}

/** A binding without its ways to a layer; undefined when it would do nothing any more. */
function bindingWithout(binding: Binding, id: LayerId): Binding | undefined {
  switch (binding.kind) {
    case 'act': {
      const action = withoutLayer(binding.action, id);
      return action && { kind: 'act', action };
    }
    case 'gesture': {
      const steps = binding.steps.map((step) => {
        const tap = step.tap && withoutLayer(step.tap, id);
        const hold = step.hold && withoutLayer(step.hold, id);
        return { ...(tap && { tap }), ...(hold && { hold }) };
      });
      return steps.some((step) => step.tap || step.hold) ? { ...binding, steps } : undefined;
    }
    case 'stroke': {
      const spans = binding.spans.flatMap((span) => {
        const action = withoutLayer(span.action, id);
        return action ? [{ ...span, action }] : [];
      });
      return spans.length > 0 ? { ...binding, spans } : undefined;
    }
    case 'pass':
    case 'none':
      return binding;
  }
}

/** Takes a layer out with everything that leads to it: keys lose that meaning, and pass when it was their only one. */
export function takeOutLayer(profile: Profile, id: LayerId): Edit {
  const { keys, joints, joinedLayers } = referencesTo(profile, id);
  const edits = keys.map(({ layer, key }): Edit => {
    const assignment = profile.layers.find((candidate) => candidate.id === layer)?.keys[key];
    const does = assignment && bindingWithout(assignment.does, id);
    return { edit: 'assign', layer, key, to: assignment && does ? { ...assignment, does } : null };
  });
  if (joints.length > 0 || joinedLayers.length > 0) {
    const kept = profile.joints.flatMap((joint) => {
      const action = withoutLayer(joint.action, id);
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
