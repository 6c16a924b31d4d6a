/** All actions in a binding, or in a whole profile, each with its place. */
import type { Action, Binding, Profile } from './schema';

/** The names and numbers that lead to a place in a document. */
export type ActionPath = readonly (string | number)[];

/** An action and where it stands. */
export type Placed = { action: Action; path: ActionPath };

/** All actions of a binding, with the place of each inside it; `many` is walked into, its parts after itself. */
export function actionsOf(binding: Binding): Placed[] {
  const found: Placed[] = [];
  const walk = (action: Action | undefined, path: ActionPath): void => {
    if (!action) return;
    found.push({ action, path });
    if (action.do === 'many') action.actions.forEach((part, index) => walk(part, [...path, 'actions', index]));
    if (action.do === 'under') {
      action.cases.forEach((one, index) => walk(one.action, [...path, 'cases', index, 'action']));
      walk(action.otherwise, [...path, 'otherwise']);
    }
  };
  switch (binding.kind) {
    case 'act':
      walk(binding.action, ['action']);
      break;
    case 'gesture':
      binding.steps.forEach((step, index) => {
        walk(step.tap, ['steps', index, 'tap']);
        walk(step.hold, ['steps', index, 'hold']);
      });
      break;
    case 'stroke':
      binding.spans.forEach((span, index) => walk(span.action, ['spans', index, 'action']));
      break;
    case 'pass':
    case 'none':
      break;
  }
  return found;
}

/** All actions of a profile with their JSON path: bindings, then joint presses. */
export function allActions(profile: Profile): Placed[] {
  const inLayers = profile.layers.flatMap((layer, index) =>
    Object.entries(layer.keys).flatMap(([key, assignment]) =>
      actionsOf(assignment.does).map(({ action, path }) => ({
        action,
        path: ['layers', index, 'keys', key, 'does', ...path],
      })),
    ),
  );
  const inJoints = profile.joints.flatMap((joint, index) =>
    actionsOf({ kind: 'act', action: joint.action }).map(({ action, path }) => ({
      action,
      path: ['joints', index, ...path],
    })),
  );
  return [...inLayers, ...inJoints];
}
