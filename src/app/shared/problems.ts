/** Everything about a profile that one should look at, each once, with the place to go to and the fix when it has one. */
import { adviceOn } from '../../core/analysis';
import type { Board } from '../../core/board';
import { unsupportedIn } from '../../core/engine';
import { printPath, profileProblems, type Edit, type Problem, type Profile } from '../../core/profile';

/** Remembers the answer for each profile; profiles are never changed in place, and several parts of the page ask. */
function remembered<T>(compute: (profile: Profile, board: Board) => T): (profile: Profile, board: Board) => T {
  const answers = new WeakMap<Profile, T>();
  return (profile, board) => {
    const known = answers.get(profile);
    if (known !== undefined) return known;
    const answer = compute(profile, board);
    answers.set(profile, answer);
    return answer;
  };
}

/** What keeps a profile from being played and stored. */
export const allProblems = remembered((profile, board): Problem[] => [
  ...profileProblems(profile, board),
  ...unsupportedIn(profile),
]);

export type ToLookAt = {
  /** Unique among all; the JSON path and the message. */
  id: string;
  message: string;
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

/** Problems first, then advice; advice is only given on a profile without problems, whose references can be followed. */
export const toLookAt = remembered((profile, board): ToLookAt[] => {
  const problems = allProblems(profile, board);
  if (problems.length > 0) {
    return problems.map((problem) => ({
      id: `${printPath(problem.path)} ${problem.message}`,
      message: [restOf(problem), problem.message].filter((words) => words !== '').join(': '),
      isProblem: true,
      ...placeOf(problem, profile),
    }));
  }
  return adviceOn(profile, board).map(({ path, ...advice }) => ({
    ...advice,
    id: `${printPath(path)} ${advice.message}`,
    isProblem: false,
  }));
});
