/** Everything about a profile that one should look at, each once, with the place to go to and the fix when it has one. */
import { adviceOn, leavingOut } from '../../core/advice';
import type { Board } from '../../core/board';
import { check, isSound, type Checked } from '../../core/check';
import { say, shown, type Said } from '../../core/reading';
import { printPath, printProblem, sayWrong, type Edit, type Problem, type Profile } from '../../core/profile';

export type ToLookAt = {
  /** Unique among all; the JSON path and the message. */
  id: string;
  message: Said;
  /** A problem keeps the profile from being stored; advice does not. */
  isProblem: boolean;
  layer?: string;
  key?: string;
  macro?: string;
  fix?: Edit;
  fixName?: string;
};

/** The layer and key, or the macro, a problem is about, when it is about one. */
function placeOf({ path }: Problem, profile: Profile): { layer?: string; key?: string; macro?: string } {
  const [first, index, , key] = path;
  const macro = first === 'macros' && typeof index === 'number' ? profile.macros[index]?.id : undefined;
  if (macro !== undefined) return { macro };
  if (first !== 'layers' || typeof index !== 'number') return {};
  return { layer: profile.layers[index]?.id ?? '', ...(typeof key === 'string' && { key }) };
}

/** What a path says that the layer and key, or the macro, in front of the message do not: `part 2`, `press 1`. */
function restOf({ path }: Problem): string {
  const [first, , , , , list, index] = path;
  if (first === 'macros') return printPath(path.slice(2));
  if (first !== 'layers' || path.length < 4) return printPath(path);
  const word = { spans: 'part', steps: 'press' }[String(list)];
  return word !== undefined && typeof index === 'number' ? `${word} ${index + 1}` : '';
}

/** What is to be looked at does not change, and several parts of the page ask. */
const known = new WeakMap<Checked, ToLookAt[]>();

/** Problems first, then advice; advice is only given on a sound profile, whose references can be followed. */
export function toLookAt(profile: Profile, board: Board): ToLookAt[] {
  const checked = check(profile, board);
  const before = known.get(checked);
  if (before) return before;
  const found = isSound(checked)
    ? adviceOn(checked).map(({ path, ...one }) => ({
        ...one,
        id: `${printPath(path)} ${shown(one.message)}`,
        isProblem: false,
      }))
    : checked.problems.map((problem) => ({
        id: printProblem(problem),
        message: say([restOf(problem), sayWrong(problem.wrong)].filter((words) => words !== '').join(': ')),
        isProblem: true,
        ...placeOf(problem, profile),
        ...(problem.path.at(-1) === 'text' && leavingOut(profile, problem.path)),
      }));
  known.set(checked, found);
  return found;
}
