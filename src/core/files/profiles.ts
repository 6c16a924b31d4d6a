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
import { readText, type ReadText, type TextProblem, type TextProfile } from '../notation';
import { firstOf, listed, parseJson, quoted, Unreadable } from '../reading';
import { boardOf } from './boards';
import { refuseNewer } from './newer';
import { more, unreadable } from './unreadable';

const ONE = 'underloom-profile';

const fieldOf = (data: unknown, name: string): unknown =>
  typeof data === 'object' && data !== null && Object.hasOwn(data, name)
    ? (data as Record<string, unknown>)[name]
    : undefined;

/** The version of profile files that is read here: docs/formats/versions.md. */
const KNOWN_VERSION = 1;

/**
 * Which profile of a file is meant, and how the file is written where that is known from outside.
 * `id`: one of several. `isText`: it is a text (docs/formats/text.md), however it begins.
 */
export type Which = { id?: string; isText?: boolean };

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
  refuseNewer(data, KNOWN_VERSION);
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
export function isProfileText(text: string): boolean {
  // Step by step, not in one expression: that would go as deep as there are lines before the first word.
  const skips = /\s+|\/\/[^\n]*/y;
  let at = 0;
  for (; skips.test(text); skips.lastIndex = at) at = skips.lastIndex;
  const head = /(?:profile|base|let)\b/y;
  head.lastIndex = at;
  return head.test(text);
}

const placeOfProblem = ({ line, column }: TextProblem): string => `line ${line}, column ${column}`;
const sayProblem = (problem: TextProblem): string => `${placeOfProblem(problem)}: ${problem.message}`;

/** What is wrong with a text as an error: its first problem, and how many more there are. */
function unreadableText([first, ...others]: readonly TextProblem[]): Unreadable {
  return first
    ? new Unreadable(placeOfProblem(first), `${first.message.replace(/\.$/, '')}${more(others.length)}`)
    : new Unreadable('the whole text', 'holds no profile');
}

const given = ({ profiles }: ReadText): ReadText['profiles'] => profiles.filter(({ isBase }) => !isBase);

/** The problems of a text that concern one of its profiles: its own, those of what it begins from, and those of no profile. */
function problemsOf(read: ReadText, wanted: TextProfile): TextProblem[] {
  const { profiles } = read;
  const chain = new Set<TextProfile>();
  for (let one: TextProfile | undefined = wanted; one; one = one.from === undefined ? undefined : profiles[one.from])
    chain.add(one);
  return read.problems.filter(({ line }) => {
    const of = profiles.findLast((one) => one.line <= line);
    return of === undefined || chain.has(of);
  });
}

/** The one profile of a text, or the one with an id, with what is wrong with it. @throws Unreadable when it is not clear which one */
function chosenOfText(
  text: string,
  board: Board | undefined,
  id: string | undefined,
): { profile: Profile | undefined; problems: readonly TextProblem[] } {
  const read = readText(text, board ? [board] : []);
  const profiles = given(read);
  const wanted = id === undefined ? profiles : profiles.filter(({ draft }) => draft.id === id);
  const [only, another] = wanted;
  if (only && !another)
    return { profile: only.profile, problems: id === undefined ? read.problems : problemsOf(read, only) };
  if (read.problems.length > 0 || profiles.length === 0) return { profile: undefined, problems: read.problems };
  const ids = profiles.map(({ draft }) => draft.id).join(', ');
  throw new Unreadable(
    'the whole text',
    id === undefined
      ? `holds several profiles; name one behind the file, as in FILE#${profiles[0]?.draft.id ?? ''} (there are ${ids})`
      : `holds no profile with the id ${quoted(id)}; there are ${ids}`,
  );
}

/** The one profile of a text, or the one with an id, when all is right with it. @throws Unreadable */
function profileOfText(text: string, board: Board | undefined, id: string | undefined): Profile {
  const { profile, problems } = chosenOfText(text, board, id);
  if (!profile || problems.length > 0) throw unreadableText(problems);
  return profile;
}

/**
 * A profile whose fields and values are right; it may have problems that keep it from being run. The file is JSON, or a text.
 * @param board a board that does not ship with us, for the rows of a text
 * @param which which of several profiles of the file
 * @throws Unreadable naming the first problem and how many more there are
 */
export function parseProfile(text: string, board?: Board, { id, isText = isProfileText(text) }: Which = {}): Filed {
  if (isText) return { profile: profileOfText(text, board, id) };
  const data = parseJson(text);
  if (fieldOf(data, 'format') !== MANY_PROFILES) return profileOf(data);
  const all = parseProfiles(text);
  const read = all.filter((one) => id === undefined || one.id === id);
  const [only, another] = read;
  if (!only || another)
    throw new Unreadable(
      'the whole file',
      only
        ? 'holds several profiles; name one behind the file, as in FILE#ID'
        : `holds no profile with the id ${quoted(id)}; there are ${listed(all.map((one) => one.id ?? 'one without an id'))}`,
    );
  if ('problem' in only) throw only.problem;
  return { profile: only.profile, ...(only.ownBoard && { ownBoard: only.ownBoard }) };
}

/** One profile of a file: itself, or why it cannot be read. `place` is which of the file's profiles it is, `id` what it calls itself. */
export type Read = { place: string; id?: string | undefined } & (Filed | { problem: Unreadable });

/**
 * Every profile in a file: of one that holds a single profile, that one; of one that holds several, each by itself.
 * @throws Unreadable when it is no such file at all, or holds nothing but one profile that cannot be read
 */
export function parseProfiles(text: string, boards: readonly Board[] = [], isText = isProfileText(text)): Read[] {
  if (isText) {
    const read = readText(text, boards);
    const profiles = given(read);
    const ends = profiles.map((_, n) => profiles[n + 1]?.line ?? Infinity);
    if (profiles.length <= 1 && (read.problems.length > 0 || profiles.length === 0))
      throw unreadableText(read.problems);
    return profiles.map(({ profile, draft, line }, n): Read => {
      const place = `profile ${n + 1} (${quoted(draft.name)})`;
      const own = read.problems.filter((problem) => problem.line >= line && problem.line < (ends[n] ?? Infinity));
      const { id } = draft;
      return profile
        ? { place, id, profile }
        : { place, id, problem: unreadableText(own.length > 0 ? own : read.problems) };
    });
  }
  const data = parseJson(text);
  if (fieldOf(data, 'format') === MANY_PROFILES) refuseNewer(data, KNOWN_VERSION);
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
  type Named = { place: string; id: string | undefined };
  const orProblem = <T>(named: Named, work: () => T): T | (Named & { problem: Unreadable }) => {
    try {
      return work();
    } catch (problem) {
      if (problem instanceof Unreadable) return { ...named, problem };
      throw problem;
    }
  };
  const standing = items.map(({ place, data }) => {
    const id = fieldOf(data, 'id');
    const named: Named = { place, id: typeof id === 'string' ? id : undefined };
    return orProblem(named, () => ({ ...named, ...standingOf(data) }));
  });
  const among = standing.flatMap((one) => ('stored' in one ? [one] : []));
  return standing.map((one): Read => {
    if (!('stored' in one)) return one;
    const named: Named = { place: one.place, id: one.id };
    return orProblem(named, () => ({ ...named, ...wholeOf(one, among) }));
  });
}

/**
 * A profile that is right in every respect, on its board.
 * @throws Unreadable
 */
export function parseSoundProfile(text: string, board?: Board, which?: Which): Sound {
  const { profile, ownBoard } = parseProfile(text, board, which);
  const checked = check(profile, board ?? ownBoard ?? boardById(profile.board));
  if (isSound(checked)) return checked;
  throw unreadable(checked.problems);
}

/** The problems of a profile file as lines `path: reason`, the first of many and how many more; none when it is sound. */
export function checkProfileText(
  text: string,
  board?: Board,
  which: Which = {},
): { sound?: Sound; problems: string[] } {
  if (which.isText ?? isProfileText(text)) {
    const { profile, problems } = chosenOfText(text, board, which.id);
    if (problems.length > 0) return { problems: firstOf(problems.map(sayProblem)) };
    if (!profile) throw unreadableText([]);
    const checked = check(profile, board);
    return isSound(checked)
      ? { sound: checked, problems: [] }
      : { problems: firstOf(checked.problems.map(printProblem)) };
  }
  const data = parseJson(text);
  if (fieldOf(data, 'format') === MANY_PROFILES || isOfVariant(data)) {
    const { profile, ownBoard: own } = parseProfile(text, board, which);
    const made = check(profile, board ?? own ?? boardById(profile.board));
    return isSound(made) ? { sound: made, problems: [] } : { problems: firstOf(made.problems.map(printProblem)) };
  }
  refuseNewer(data, KNOWN_VERSION);
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
