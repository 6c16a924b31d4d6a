/** How something that a profile does is left out of it, wherever it does it. */
import { takeOutMacro, type Edit, type Profile } from '../profile';
import type { Deed } from './deeds';

/** The edit after which a deed is not done any more; a macro that only it plays goes as well. */
export function leavingOut(profile: Profile, { sites, macro }: Deed): Edit {
  const edits: Edit[] = [];
  const emptied = new Set<string>();
  for (const site of sites) {
    if (site.on === 'joint') {
      edits.push({ edit: 'remove', list: 'joints', id: site.joint });
      continue;
    }
    const { layer, key } = site;
    const cell = JSON.stringify([layer, key]);
    if (emptied.has(cell)) continue;
    emptied.add(cell);
    edits.push({ edit: 'assign', layer, key, to: null });
  }
  // What was one key's alone may still be wanted on another; of what several keys do, and of what none does, nothing is left.
  if (macro !== undefined && sites.length !== 1) edits.push(takeOutMacro(profile, macro));
  return { edit: 'several', edits };
}
