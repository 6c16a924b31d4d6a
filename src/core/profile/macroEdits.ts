/** Edits to macros: one put in the place of another, and one taken out without leaving holes. */
import { sameData } from '../reading';
import type { Edit, ScorePart } from './edits';
import type { Macro, Profile, Score } from './schema';
import { withoutReferences } from './without';

/** Puts a changed macro in the place of the one with its id. */
export const replaceMacro = (to: Macro): Edit => ({ edit: 'replace', list: 'macros', id: to.id, item: to });

/**
 * Puts another score in a part of a macro: of two that are alike in most, only the stretch in which they differ is in the edit.
 * @param score undefined takes the part away
 */
export function replaceScore(macro: Macro, part: ScorePart, score: Score | undefined): Edit {
  const { [part]: before, ...rest } = macro;
  if (!score || !before) return replaceMacro(score ? { ...macro, [part]: score } : rest);
  const [old, now] = [before.events, score.events];
  const most = Math.min(old.length, now.length);
  let at = 0;
  while (at < most && sameData(old[at], now[at])) at++;
  let end = 0;
  while (end < most - at && sameData(old.at(-1 - end), now.at(-1 - end))) end++;
  return {
    edit: 'score',
    macro: macro.id,
    part,
    at,
    was: old.slice(at, old.length - end),
    to: now.slice(at, now.length - end),
    lengthUs: score.lengthUs,
  };
}

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
