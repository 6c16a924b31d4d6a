/** Edits where a refusal would be our own mistake: in demo, examples and tests. */
import type { Edit } from './edits';
import { applyEdit } from './gate';
import { printProblem } from './problemWords';
import type { Profile } from './schema';

function mustApply(profile: Profile, edit: Edit): { profile: Profile; inverse: Edit } {
  const edited = applyEdit(profile, edit);
  if (edited.ok) return edited;
  throw new Error(printProblem(edited.problem));
}

/** The profile after an edit that fits. @throws Error with the reason when it does not */
export const mustEdit = (profile: Profile, edit: Edit): Profile => mustApply(profile, edit).profile;

/** The edit that takes another back. @throws Error as `mustEdit` */
export const inverseOf = (profile: Profile, edit: Edit): Edit => mustApply(profile, edit).inverse;
