/** Stages: a profile in which only what is tried is there, so that nothing else comes in between. Each is checked before it is used. */
import type { Board, KeyId } from '../board';
import { check, type Checked } from '../check';
import {
  actionsOf,
  DEFAULT_ACTUATION,
  namedBy,
  type Action,
  type Actuation,
  type Binding,
  type Macro,
  type Profile,
} from '../profile';

/**
 * @param does what each key does
 * @param actuation how keys fire; the usual when left out
 */
export function aloneWith(
  profile: Profile,
  board: Board,
  does: Readonly<Record<KeyId, Action>>,
  macros: readonly Macro[] = [],
  actuation: Actuation = DEFAULT_ACTUATION,
): Checked {
  const keys = Object.fromEntries(
    Object.entries(does).map(([key, action]) => [key, { does: { kind: 'act' as const, action } }]),
  );
  const alone: Profile = {
    ...profile,
    layers: [{ id: 'base', name: 'Base', dye: 'indigo', keys }],
    joinedLayers: [],
    lampLayers: [],
    joints: [],
    macros: [...macros],
    travel: { board: actuation, keys: {} },
  };
  return check(alone, board);
}

/**
 * One key with one binding; the layers are there and empty, and the macros that it plays, so that what it says of them still
 * means something.
 */
export function aloneBinding(profile: Profile, board: Board, key: KeyId, does: Binding): Checked {
  const named = actionsOf(does).map(({ action }) => namedBy(action));
  const own = profile.travel.keys[key];
  const alone: Profile = {
    ...profile,
    layers: profile.layers.map((layer, n) => ({ ...layer, keys: n === 0 ? { [key]: { does } } : {} })),
    joinedLayers: [],
    lampLayers: [],
    joints: [],
    macros: profile.macros.filter(({ id }) => named.some((one) => one?.what === 'macro' && one.id === id)),
    travel: { board: profile.travel.board, keys: own ? { [key]: own } : {} },
  };
  return check(alone, board);
}
