/** A profile in which only the keys under test are there, so that nothing else comes in between. */
import type { KeyId } from '../board';
import type { Action, Actuation, Macro, Profile } from '../profile';

/**
 * @param does what each key does
 * @param actuation how keys fire; the usual when left out
 */
export function aloneWith(
  profile: Profile,
  does: Readonly<Record<KeyId, Action>>,
  macros: readonly Macro[] = [],
  actuation: Actuation = { mode: 'fixed', pointUm: 1500 },
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
