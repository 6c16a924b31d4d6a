/** What can let go of a key that a macro leaves down: another macro, or a key that sends it alone. */
import type { KeyId } from '../board';
import type { Code } from '../codes';
import { heldBy } from '../macro';
import { actionsOf, type Macro, type Profile } from '../profile';

export type LetsGo = { macros: Macro[]; keys: { layer: string; key: KeyId }[] };

/** What lets go of a key that was left down: ups in macros, and keys whose press and release take it back. */
export function whatLetsGoOf(code: Code, profile: Profile): LetsGo {
  // An up alone frees it; a run that presses it anew would add a hold of its own.
  const macros = profile.macros.filter((macro) => heldBy(macro).letsGo.includes(code));
  const keys = profile.layers.flatMap((layer) =>
    Object.entries(layer.keys).flatMap(([key, { does }]) =>
      actionsOf(does).some(
        ({ action }) => action.do === 'keys' && action.codes.length === 1 && action.codes[0] === code,
      )
        ? [{ layer: layer.id, key }]
        : [],
    ),
  );
  return { macros, keys };
}

/** The keys, and joint presses, that play a macro. */
export function usersOf(macro: string, profile: Profile): { keys: { layer: string; key: KeyId }[]; joints: string[] } {
  const plays = ({ do: what, ...rest }: { do: string; macro?: string }): boolean =>
    what === 'macro' && rest.macro === macro;
  return {
    keys: profile.layers.flatMap((layer) =>
      Object.entries(layer.keys).flatMap(([key, { does }]) =>
        actionsOf(does).some(({ action }) => plays(action)) ? [{ layer: layer.id, key }] : [],
      ),
    ),
    joints: profile.joints.flatMap(({ id, action }) =>
      actionsOf({ kind: 'act', action }).some(({ action: part }) => plays(part)) ? [id] : [],
    ),
  };
}
