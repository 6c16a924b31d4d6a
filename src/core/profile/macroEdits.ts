/** Edits to macros: one put in the place of another, and one taken out without leaving holes. */
import type { Edit } from './edits';
import type { Macro, Profile } from './schema';
import { withoutReferences } from './without';

/** Puts a changed macro in the place of the one with its id. */
export const replaceMacro = (to: Macro): Edit => ({ edit: 'replace', list: 'macros', id: to.id, item: to });

/** Adds a macro behind the others. */
export const addMacro = (profile: Profile, macro: Macro): Edit => ({
  edit: 'insert',
  list: 'macros',
  at: profile.macros.length,
  item: macro,
});

/** Takes a macro out with everything that plays it: keys lose that meaning, and pass when it was their only one. */
export const takeOutMacro = (profile: Profile, id: string): Edit => ({
  edit: 'several',
  edits: [...withoutReferences(profile, 'macro', id), { edit: 'remove', list: 'macros', id }],
});
