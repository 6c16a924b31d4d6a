/** Questions one can ask of a profile: who answers a key, what timing a gesture has, what an action only holds. */
import type { KeyId } from '../board';
import { isModifier } from '../codes';
import { actionsOf } from './actions';
import {
  mergeTiming,
  type Action,
  type Assignment,
  type Binding,
  type Crossing,
  type GestureTiming,
  type Layer,
  type Macro,
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

/** The timing a gesture runs with: the profile's, with the gesture's own figures over it. */
export const timingOf = (profile: Profile, binding: Binding): GestureTiming =>
  binding.kind === 'gesture' && binding.timing ? mergeTiming(profile.timing, binding.timing) : profile.timing;

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

/** The macros that some actions play, in the order of the profile. */
export function macrosPlayed(profile: Profile, actions: readonly Action[]): Macro[] {
  const played = new Set(actions.flatMap((action) => (action.do === 'macro' ? [action.macro] : [])));
  return profile.macros.filter(({ id }) => played.has(id));
}

/** The macros that a key plays on any layer, in the order of the profile. */
export const macrosOfKey = (profile: Profile, key: KeyId): Macro[] =>
  macrosPlayed(
    profile,
    profile.layers.flatMap((layer) => actionsOf(bindingOn(layer, key)).map(({ action }) => action)),
  );
