/** Questions one can ask of a profile: who answers a key, which ways lead to a layer, which actions are in it. */
import type { KeyId } from '../board';
import { isModifier } from '../codes';
import {
  mergeTiming,
  type Action,
  type Assignment,
  type Binding,
  type Crossing,
  type GestureTiming,
  type Layer,
  type LayerHow,
  type LayerId,
  type Profile,
  type Span,
} from './schema';

export const PASS: Binding = { kind: 'pass' };

/** What a layer does with a key; a key that the layer does not list passes. */
export const bindingOn = (layer: Layer | undefined, key: KeyId): Binding => layer?.keys[key]?.does ?? PASS;

/** The layer whose binding answers a key while `topIndex` is shown on top of the base, and what it answers. */
export type Answer = { layerIndex: number; assignment: Assignment } | undefined;

/** Who answers a key when layers are asked in this order (by index): the first whose binding is not a pass. */
export function answerAmong(profile: Profile, order: readonly number[], key: KeyId): Answer {
  for (const index of order) {
    const assignment = profile.layers[index]?.keys[key];
    if (assignment && assignment.does.kind !== 'pass') return { layerIndex: index, assignment };
  }
  return undefined;
}

/**
 * Follows the thread of a key from a layer down to the binding that answers. With only that layer and the base active,
 * which is how a layer is usually met, the layers between do not matter.
 */
export const answerFrom = (profile: Profile, topIndex: number, key: KeyId): Answer =>
  answerAmong(profile, topIndex === 0 ? [0] : [topIndex, 0], key);

/** How far above its point a key lets go, or leaves its zone, when nothing is said: the smaller of 100 µm and half the point. */
export const slackUm = (pointUm: number): number => Math.min(100, Math.floor(pointUm / 2));

/** The timing a gesture runs with: the profile's, with the gesture's own figures over it. */
export const timingOf = (profile: Profile, binding: Binding): GestureTiming =>
  binding.kind === 'gesture' && binding.timing ? mergeTiming(profile.timing, binding.timing) : profile.timing;

/** All actions of a binding, with the place of each inside it; `many` is walked into, its parts after itself. */
export function actionsOf(binding: Binding): { action: Action; path: (string | number)[] }[] {
  const found: { action: Action; path: (string | number)[] }[] = [];
  const walk = (action: Action | undefined, path: (string | number)[]): void => {
    if (!action) return;
    found.push({ action, path });
    if (action.do === 'many') action.actions.forEach((part, index) => walk(part, [...path, 'actions', index]));
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
export function allActions(profile: Profile): { action: Action; path: (string | number)[] }[] {
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

/** One key (or joint press) that leads to a layer. */
export type WayIn = { fromLayer: LayerId; key: KeyId; how: LayerHow; by: 'press' | 'tap' | 'hold'; step: number };

/** Profiles are never changed in place, and many ask this of every layer: one walk over the keys serves all. */
const waysByProfile = new WeakMap<Profile, Map<LayerId, WayIn[]>>();

function allWays(profile: Profile): Map<LayerId, WayIn[]> {
  const known = waysByProfile.get(profile);
  if (known) return known;
  const ways = new Map<LayerId, WayIn[]>();
  for (const layer of profile.layers) {
    for (const [key, assignment] of Object.entries(layer.keys)) {
      for (const { action, path } of actionsOf(assignment.does)) {
        if (action.do !== 'layer') continue;
        const by = path.includes('tap') ? 'tap' : path.includes('hold') ? 'hold' : 'press';
        const step = path[0] === 'steps' ? Number(path[1]) + 1 : 1;
        const way: WayIn = { fromLayer: layer.id, key, how: action.how, by, step };
        ways.set(action.layer, [...(ways.get(action.layer) ?? []), way]);
      }
    }
  }
  waysByProfile.set(profile, ways);
  return ways;
}

/** Every key that leads to a layer, in the order of layers and keys. */
export const waysTo = (profile: Profile, target: LayerId): readonly WayIn[] => allWays(profile).get(target) ?? [];

/** Whether an action only holds modifiers: `keys` of modifiers, `once`, or a `many` of only such (engine rules, gestures). */
export function isModifiersOnly(action: Action): boolean {
  switch (action.do) {
    case 'keys':
      return action.codes.every(isModifier);
    case 'once':
      return true;
    case 'many':
      return action.actions.every(isModifiersOnly);
    default:
      return false;
  }
}

/** The same depth, passed the other way. */
export const turnedBack = ({ going, atUm }: Crossing): Crossing => ({ going: going === 'down' ? 'up' : 'down', atUm });

/**
 * Whether a span's own end can ever be reached before its beginning is crossed the other way: going on in the same
 * direction, further than it began, and either there or on the way back from there.
 */
export const endIsReached = ({ from, to }: Span): boolean =>
  to !== undefined && (from.going === 'down' ? to.atUm > from.atUm : to.atUm < from.atUm);
