/**
 * Files of profiles: text in, documents out, or a sentence with place and reason. A file holds one profile, or several as a page
 * that tears hands them over; a profile in it may be a draft, with problems to look at, and is read all the same.
 */
import { boardById, type Board } from '../board';
import { check, isSound, type Sound } from '../check';
import {
  isVariant,
  MANY_PROFILES,
  misfitOf,
  printProblem,
  problemsOfZod,
  readProfile,
  readWithDoubles,
  rested,
  variantSchema,
  type Profile,
  type Stored,
} from '../profile';
import { readText, type ReadText, type TextProblem } from '../notation';
import { firstOf, parseJson, quoted, Unreadable } from '../reading';
import { boardOf } from './boards';
import { more, unreadable } from './unreadable';

const ONE = 'underloom-profile';

const fieldOf = (data: unknown, name: string): unknown =>
  typeof data === 'object' && data !== null && Object.hasOwn(data, name)
    ? (data as Record<string, unknown>)[name]
    : undefined;

/** A profile as a file holds it, with the board that came along. */
type Filed = { profile: Profile; ownBoard?: Board };

/** The board that a profile's file brings along. @throws Unreadable */
function ownBoardOf(data: unknown): Board | undefined {
  const own = fieldOf(data, 'ownBoard');
  if (own === undefined) return undefined;
  const board = boardOf(own, ['ownBoard']);
  const wanted = fieldOf(data, 'board');
  if (board.id !== wanted)
    throw new Unreadable('ownBoard.id', `is ${quoted(board.id)}, and the profile is for ${quoted(wanted ?? null)}`);
  if (boardById(board.id))
    throw new Unreadable('ownBoard.id', `is that of a board that ships with Underloom, ${quoted(board.id)}`);
  return board;
}

/** The fields of a profile without the board that came along. */
function withoutBoard(data: unknown): unknown {
  if (fieldOf(data, 'ownBoard') === undefined) return data;
  const { ownBoard: _own, ...rest } = data as Record<string, unknown>;
  return rest;
}

/** A profile of a file as it stands there: whole, or what it changes of another. */
type Standing = { stored: Stored; ownBoard?: Board };

/** Whether data says only what it changes of another profile. */
const isOfVariant = (data: unknown): boolean =>
  fieldOf(data, 'restsOn') !== undefined && fieldOf(data, 'layers') === undefined;

function standingOf(data: unknown): Standing {
  const format = fieldOf(data, 'format');
  if (format !== ONE)
    throw new Unreadable('format', `must be "${ONE}", found ${quoted(format ?? null)}; this is no profile file`);
  const ownBoard = ownBoardOf(data);
  const bare = withoutBoard(data);
  if (isOfVariant(data)) {
    const result = variantSchema.safeParse(bare);
    if (!result.success) throw unreadable(problemsOfZod(result.error));
    return { stored: result.data, ...(ownBoard && { ownBoard }) };
  }
  const result = readProfile(bare);
  if ('profile' in result) return { stored: result.profile, ...(ownBoard && { ownBoard }) };
  throw unreadable(result.problems);
}

/** Makes a profile whole, with those of the same file to rest on. @throws Unreadable when its base is not among them */
function wholeOf({ stored, ownBoard }: Standing, among: readonly Standing[]): Filed {
  const find = (id: string): Stored | undefined => {
    const found = among.filter((one) => one.stored.id === id);
    if (found.length > 1)
      throw new Unreadable('restsOn', `rests on ${quoted(id)}, and ${found.length} profiles have that id`);
    return found[0]?.stored;
  };
  const made = rested(stored, find);
  if ('reason' in made) throw new Unreadable('restsOn', made.reason);
  const misfit = isVariant(stored) ? misfitOf(made.profile) : undefined;
  if (misfit) throw unreadable([misfit]);
  return { profile: made.profile, ...(ownBoard && { ownBoard }) };
}

const profileOf = (data: unknown): Filed => wholeOf(standingOf(data), []);

/** Whether a file is a profile written as a text (docs/formats/text.md), and not as JSON. */
export const isProfileText = (text: string): boolean => /^(?:\s|\/\/[^\n]*(?:\n|$))*(?:profile|base|let)\b/.test(text);

const placeOfProblem = ({ line, column }: TextProblem): string => `line ${line}, column ${column}`;
const sayProblem = (problem: TextProblem): string => `${placeOfProblem(problem)}: ${problem.message}`;

/** What is wrong with a text as an error: its first problem, and how many more there are. */
function unreadableText([first, ...others]: readonly TextProblem[]): Unreadable {
  return first
    ? new Unreadable(placeOfProblem(first), `${first.message.replace(/\.$/, '')}${more(others.length)}`)
    : new Unreadable('the whole text', 'holds no profile');
}

const given = ({ profiles }: ReadText): ReadText['profiles'] => profiles.filter(({ isBase }) => !isBase);

/** The one profile of a text, or the one with an id. @throws Unreadable */
function profileOfText(text: string, board: Board | undefined, id: string | undefined): Profile {
  const read = readText(text, board ? [board] : []);
  if (read.problems.length > 0) throw unreadableText(read.problems);
  const profiles = given(read).flatMap(({ profile }) => profile ?? []);
  const wanted = id === undefined ? profiles : profiles.filter((profile) => profile.id === id);
  const [only, another] = wanted;
  if (only && !another) return only;
  const ids = profiles.map((profile) => profile.id).join(', ');
  if (profiles.length === 0) throw unreadableText([]);
  throw new Unreadable(
    'the whole text',
    id === undefined
      ? `holds several profiles; name one behind the file, as in FILE#${profiles[0]?.id ?? ''} (there are ${ids})`
      : `holds no profile with the id ${quoted(id)}; there are ${ids}`,
  );
}

/**
 * A profile whose fields and values are right; it may have problems that keep it from being run. The file is JSON, or a text.
 * @param board a board that does not ship with us, for the rows of a text
 * @param id which of several profiles of a text
 * @throws Unreadable naming the first problem and how many more there are
 */
export function parseProfile(text: string, board?: Board, id?: string): Filed {
  if (isProfileText(text)) return { profile: profileOfText(text, board, id) };
  const data = parseJson(text);
  if (fieldOf(data, 'format') !== MANY_PROFILES) return profileOf(data);
  const read = parseProfiles(text).filter((one) => id === undefined || !('profile' in one) || one.profile.id === id);
  const [only, another] = read;
  if (!only || another)
    throw new Unreadable(
      'the whole file',
      only
        ? 'holds several profiles; name one behind the file, as in FILE#ID'
        : `holds no profile with the id ${quoted(id)}`,
    );
  if ('problem' in only) throw only.problem;
  return { profile: only.profile, ...(only.ownBoard && { ownBoard: only.ownBoard }) };
}

/** One profile of a file: itself, or why it cannot be read. `place` is which of the file's profiles it is. */
export type Read = ({ place: string } & Filed) | { place: string; problem: Unreadable };

/**
 * Every profile in a file: of one that holds a single profile, that one; of one that holds several, each by itself.
 * @throws Unreadable when it is no such file at all, or holds nothing but one profile that cannot be read
 */
export function parseProfiles(text: string, boards: readonly Board[] = []): Read[] {
  if (isProfileText(text)) {
    const read = readText(text, boards);
    const profiles = given(read);
    const ends = profiles.map((_, n) => profiles[n + 1]?.line ?? Infinity);
    if (profiles.length <= 1 && (read.problems.length > 0 || profiles.length === 0))
      throw unreadableText(read.problems);
    return profiles.map(({ profile, draft, line }, n): Read => {
      const place = `profile ${n + 1} (${quoted(draft.name)})`;
      const own = read.problems.filter((problem) => problem.line >= line && problem.line < (ends[n] ?? Infinity));
      return profile ? { place, profile } : { place, problem: unreadableText(own.length > 0 ? own : read.problems) };
    });
  }
  const data = parseJson(text);
  const list = fieldOf(data, 'format') === MANY_PROFILES ? fieldOf(data, 'profiles') : data;
  if (!Array.isArray(list)) return [{ place: '', ...profileOf(data) }];
  if (list.length === 0) throw new Unreadable('the whole file', 'holds no profile');
  return readTogether(
    list.map((data: unknown, index) => {
      const name = fieldOf(data, 'name');
      return { place: `profile ${index + 1}${typeof name === 'string' ? ` (${quoted(name)})` : ''}`, data };
    }),
  );
}

/** Profiles that came together, each read by itself; one may rest on another of them. */
export function readTogether(items: readonly { place: string; data: unknown }[]): Read[] {
  const orProblem = <T>(place: string, work: () => T): T | { place: string; problem: Unreadable } => {
    try {
      return work();
    } catch (problem) {
      if (problem instanceof Unreadable) return { place, problem };
      throw problem;
    }
  };
  const standing = items.map(({ place, data }) => orProblem(place, () => ({ place, ...standingOf(data) })));
  const among = standing.flatMap((one) => ('stored' in one ? [one] : []));
  return standing.map((one): Read => {
    if (!('stored' in one)) return one;
    return orProblem(one.place, () => ({ place: one.place, ...wholeOf(one, among) }));
  });
}

/**
 * A profile that is right in every respect, on its board.
 * @throws Unreadable
 */
export function parseSoundProfile(text: string, board?: Board, id?: string): Sound {
  const { profile, ownBoard } = parseProfile(text, board, id);
  const checked = check(profile, board ?? ownBoard ?? boardById(profile.board));
  if (isSound(checked)) return checked;
  throw unreadable(checked.problems);
}

/** The problems of a profile file as lines `path: reason`, the first of many and how many more; none when it is sound. */
export function checkProfileText(text: string, board?: Board, id?: string): { sound?: Sound; problems: string[] } {
  if (isProfileText(text)) {
    const { problems } = readText(text, board ? [board] : []);
    if (problems.length > 0) return { problems: firstOf(problems.map(sayProblem)) };
    const checked = check(profileOfText(text, board, id), board);
    return isSound(checked)
      ? { sound: checked, problems: [] }
      : { problems: firstOf(checked.problems.map(printProblem)) };
  }
  const data = parseJson(text);
  if (fieldOf(data, 'format') === MANY_PROFILES || isOfVariant(data)) {
    const { profile, ownBoard: own } = parseProfile(text, board, id);
    const made = check(profile, board ?? own ?? boardById(profile.board));
    return isSound(made) ? { sound: made, problems: [] } : { problems: firstOf(made.problems.map(printProblem)) };
  }
  const ownBoard = ownBoardOf(data);
  const result = readProfile(withoutBoard(data));
  const boardFor = (profile: Profile): Board | undefined => board ?? ownBoard ?? boardById(profile.board);
  if ('problems' in result) {
    const rest = readWithDoubles(withoutBoard(data));
    const others = rest && check(rest, boardFor(rest));
    const more = others && !isSound(others) ? others.problems : [];
    return { problems: firstOf([...result.problems, ...more].map(printProblem)) };
  }
  const checked = check(result.profile, boardFor(result.profile));
  return isSound(checked)
    ? { sound: checked, problems: [] }
    : { problems: firstOf(checked.problems.map(printProblem)) };
}
