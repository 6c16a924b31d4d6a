/** The one gate for edits: what comes out of it is a document that loads again. */
import { applied } from './editRows';
import type { Edit, Edited } from './edits';
import { misfitOf } from './fits';
import type { Profile } from './schema';

/**
 * The profile after an edit, and the edit that takes it back; the given profile is not touched. Refused, with the place and a
 * sentence, when the edit names what is not there, or when what it makes would not load again.
 */
export function applyEdit(profile: Profile, edit: Edit): Edited {
  const edited = applied(profile, edit);
  if (!edited.ok) return edited;
  const problem = misfitOf(edited.profile);
  return problem ? { ok: false, problem } : edited;
}
