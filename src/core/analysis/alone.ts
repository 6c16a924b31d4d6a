/** A profile in which only the keys under test are there, so that nothing else comes in between. */
import type { KeyId } from '../board';
import { DEFAULT_ACTUATION, type Action, type Actuation, type Binding, type Macro, type Profile } from '../profile';

/**
 * @param does what each key does
 * @param actuation how keys fire; the usual when left out
 */
export function aloneWith(
  profile: Profile,
  does: Readonly<Record<KeyId, Action>>,
  macros: readonly Macro[] = [],
  actuation: Actuation = DEFAULT_ACTUATION,
): Profile {
  const keys = Object.fromEntries(
    Object.entries(does).map(([key, action]) => [key, { does: { kind: 'act' as const, action } }]),
  );
  return {
    ...profile,
    layers: [{ id: 'base', name: 'Base', dye: 'indigo', keys }],
    joinedLayers: [],
    joints: [],
    macros: [...macros],
    travel: { board: actuation, keys: {} },
  };
}

/** One key with one binding; the layers are there and empty, so that what it says of them still means something. */
export const aloneBinding = (profile: Profile, key: KeyId, does: Binding): Profile => ({
  ...profile,
  layers: profile.layers.map((layer, n) => ({ ...layer, keys: n === 0 ? { [key]: { does } } : {} })),
  joinedLayers: [],
  joints: [],
});
