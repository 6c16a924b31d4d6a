/** JSON files of profiles and boards: text in, trusted objects out, or a sentence with place and reason. */
import { boardSchema, type Board } from '../board';
import { printPath, printProblem, problemsOfZod, profileProblems, readProfile, type Profile } from '../profile';
import { FileProblem } from './fileProblem';

/** Larger files are refused before they are parsed. */
export const LARGEST_JSON_BYTES = 8 << 20;

function parseJson(text: string): unknown {
  if (text.length > LARGEST_JSON_BYTES)
    throw new FileProblem('the whole file', `is larger than ${LARGEST_JSON_BYTES >> 20} MB`);
  try {
    return JSON.parse(text) as unknown;
  } catch (error) {
    throw new FileProblem('the whole file', `is not JSON: ${error instanceof Error ? error.message : String(error)}`);
  }
}

const formatOf = (data: unknown): unknown =>
  typeof data === 'object' && data !== null && 'format' in data ? data.format : undefined;

/**
 * A profile whose fields and values are right; what it refers to is not looked at.
 * @throws FileProblem naming the first problem and how many more there are
 */
export function parseProfile(text: string): Profile {
  const data = parseJson(text);
  if (formatOf(data) !== 'underloom-profile') {
    throw new FileProblem(
      'format',
      `must be "underloom-profile", found ${JSON.stringify(formatOf(data) ?? null)}; this is no profile file`,
    );
  }
  const result = readProfile(data);
  if ('profile' in result) return result.profile;
  const [first] = result.problems;
  throw new FileProblem(
    printPath(first?.path ?? []),
    `${first?.message ?? 'is not right'}${more(result.problems.length - 1)}`,
  );
}

const more = (count: number): string => (count > 0 ? ` (and ${count} more problem${count > 1 ? 's' : ''})` : '');

/**
 * A profile that is right in every respect, on its board.
 * @throws FileProblem
 */
export function parseSoundProfile(text: string, board?: Board): Profile {
  const profile = parseProfile(text);
  const problems = profileProblems(profile, board);
  const [first] = problems;
  if (first) throw new FileProblem(printPath(first.path), `${first.message}${more(problems.length - 1)}`);
  return profile;
}

/** Every problem of a profile file as a line each, `path: reason`; empty when it is sound. */
export function checkProfileText(text: string, board?: Board): { profile?: Profile; problems: string[] } {
  const data = parseJson(text);
  const result = readProfile(data);
  if ('problems' in result) return { problems: result.problems.map(printProblem) };
  return { profile: result.profile, problems: profileProblems(result.profile, board).map(printProblem) };
}

export const writeProfile = (profile: Profile): string => `${JSON.stringify(profile, null, 2)}\n`;

/** @throws FileProblem */
export function parseBoard(text: string): Board {
  const result = boardSchema.safeParse(parseJson(text));
  if (result.success) return result.data;
  const problems = problemsOfZod(result.error);
  const [first] = problems;
  throw new FileProblem(
    printPath(first?.path ?? []),
    `${first?.message ?? 'is not right'}${more(problems.length - 1)}`,
  );
}
