/** What can let go of a key that a macro leaves down: another macro, a key or a joint press that sends it alone. */
import type { KeyId } from '../board';
import type { Code } from '../codes';
import { heldBy } from '../macro';
import { actionsOf, referencesTo, type Binding, type Joint, type Macro, type Profile } from '../profile';

type LetsGo = { macros: Macro[]; keys: { layer: string; key: KeyId }[]; joints: Joint[] };

/** What lets go of a key that was left down: ups in macros, and keys and joint presses whose press and release take it back. */
export function whatLetsGoOf(code: Code, profile: Profile): LetsGo {
  // An up alone frees it; a run that presses it anew would add a hold of its own.
  const macros = profile.macros.filter((macro) => heldBy(macro).letsGo.includes(code));
  const takesBack = (does: Binding): boolean =>
    actionsOf(does).some(({ action }) => action.do === 'keys' && action.codes.length === 1 && action.codes[0] === code);
  const keys = profile.layers.flatMap((layer) =>
    Object.entries(layer.keys).flatMap(([key, { does }]) => (takesBack(does) ? [{ layer: layer.id, key }] : [])),
  );
  const joints = profile.joints.filter(({ action }) => takesBack({ kind: 'act', action }));
  return { macros, keys, joints };
}

/** The keys, and joint presses, that play a macro. */
export function usersOf(macro: string, profile: Profile): { keys: { layer: string; key: KeyId }[]; joints: string[] } {
  const sites = referencesTo(profile, 'macro', macro).map(({ site }) => site);
  const keys = new Map<string, { layer: string; key: KeyId }>();
  for (const site of sites)
    if (site.in === 'key') keys.set(`${site.layer} ${site.key}`, { layer: site.layer, key: site.key });
  return {
    keys: [...keys.values()],
    joints: [...new Set(sites.flatMap((site) => (site.in === 'joint' ? [site.joint] : [])))],
  };
}
