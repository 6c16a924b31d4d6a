/**
 * Files of profiles: text in, documents out, or a sentence with place and reason. A file holds one profile, or several as a page
 * that tears hands them over; a profile in it may be a draft, with problems to look at, and is read all the same.
 */
import { boardSchema, type Board } from '../board';
import { check, isSound, type Sound } from '../check';
import {
  MANY_PROFILES,
  printPath,
  printProblem,
  problemsOfZod,
  readProfile,
  readWithDoubles,
  type Problem,
  type Profile,
} from '../profile';
import { firstOf, parseJson, quoted, Unreadable } from '../reading';

const ONE = 'underloom-profile';

const fieldOf = (data: unknown, name: string): unknown =>
  typeof data === 'object' && data !== null && Object.hasOwn(data, name)
    ? (data as Record<string, unknown>)[name]
    : undefined;

const more = (count: number): string => (count > 0 ? ` (and ${count} more problem${count > 1 ? 's' : ''})` : '');

/** The first of some problems as an error, which counts the others. */
function unreadable(problems: readonly Problem[]): Unreadable {
  const [first] = problems;
  return new Unreadable(
    printPath(first?.path ?? []),
    `${first?.message ?? 'is not right'}${more(problems.length - 1)}`,
  );
}

function profileOf(data: unknown): Profile {
  const format = fieldOf(data, 'format');
  if (format !== ONE)
    throw new Unreadable('format', `must be "${ONE}", found ${quoted(format ?? null)}; this is no profile file`);
  const result = readProfile(data);
  if ('profile' in result) return result.profile;
  throw unreadable(result.problems);
}

/**
 * A profile whose fields and values are right; it may have problems that keep it from being run.
 * @throws Unreadable naming the first problem and how many more there are
 */
export const parseProfile = (text: string): Profile => profileOf(parseJson(text));

/** One profile of a file: itself, or why it cannot be read. `place` is which of the file's profiles it is. */
export type Read = { place: string; profile: Profile } | { place: string; problem: Unreadable };

/**
 * Every profile in a file: of one that holds a single profile, that one; of one that holds several, each by itself.
 * @throws Unreadable when it is no such file at all, or holds nothing but one profile that cannot be read
 */
export function parseProfiles(text: string): Read[] {
  const data = parseJson(text);
  const list = fieldOf(data, 'format') === MANY_PROFILES ? fieldOf(data, 'profiles') : data;
  if (!Array.isArray(list)) return [{ place: '', profile: profileOf(data) }];
  if (list.length === 0) throw new Unreadable('the whole file', 'holds no profile');
  return list.map((one: unknown, index): Read => {
    const name = fieldOf(one, 'name');
    const place = `profile ${index + 1}${typeof name === 'string' ? ` (${quoted(name)})` : ''}`;
    try {
      return { place, profile: profileOf(one) };
    } catch (problem) {
      if (problem instanceof Unreadable) return { place, problem };
      throw problem;
    }
  });
}

/**
 * A profile that is right in every respect, on its board.
 * @throws Unreadable
 */
export function parseSoundProfile(text: string, board?: Board): Sound {
  const checked = check(parseProfile(text), board);
  if (isSound(checked)) return checked;
  throw unreadable(checked.problems);
}

/** The problems of a profile file as lines `path: reason`, the first of many and how many more; none when it is sound. */
export function checkProfileText(text: string, board?: Board): { sound?: Sound; problems: string[] } {
  const data = parseJson(text);
  const result = readProfile(data);
  if ('problems' in result) {
    const rest = readWithDoubles(data);
    const others = rest && check(rest, board);
    const more = others && !isSound(others) ? others.problems : [];
    return { problems: firstOf([...result.problems, ...more].map(printProblem)) };
  }
  const checked = check(result.profile, board);
  return isSound(checked)
    ? { sound: checked, problems: [] }
    : { problems: firstOf(checked.problems.map(printProblem)) };
}

/** @throws Unreadable */
export function parseBoard(text: string): Board {
  const result = boardSchema.safeParse(parseJson(text));
  if (result.success) return result.data;
  throw unreadable(problemsOfZod(result.error));
}
