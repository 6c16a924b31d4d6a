/** Files the command line reads. Whatever is wrong with one becomes a line that names file, place and reason. */
import { existsSync, readFileSync } from 'node:fs';
import { boardById, type Board } from '../core/board';
import type { Sound } from '../core/check';
import type { Sample } from '../core/engine';
import {
  checkProfileText,
  isIntelHex,
  parseBoard,
  parseProfile,
  parseProfiles,
  parseSoundProfile,
  readIntelHex,
  readStrokes,
} from '../core/files';
import type { Profile } from '../core/profile';
import { decodeImage } from '../core/image';
import { READING_BUDGET, textOfFile, Unreadable } from '../core/reading';

const MOST_HEX_BYTES = 4 << 20;

/** Input that cannot be used: one line for standard error. */
export class BadInput extends Error {}

const reasonOfSystem = (error: unknown): string => {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  return (
    {
      ENOENT: 'there is no such file',
      EISDIR: 'is a folder, not a file',
      EACCES: 'may not be read',
      ENOTDIR: 'there is no such file',
      ERR_FS_FILE_TOO_LARGE: 'is too large',
    }[code] ?? `cannot be read (${code || 'for an unknown reason'})`
  );
};

export function readBytes(file: string): Uint8Array {
  try {
    return readFileSync(file);
  } catch (error) {
    throw new BadInput(`${file}: ${reasonOfSystem(error)}`);
  }
}

/** Does something with a file's content; problems of the content get the file's name in front. */
function from<T>(file: string, read: (bytes: Uint8Array) => T): T {
  const bytes = readBytes(file);
  try {
    return read(bytes);
  } catch (error) {
    if (error instanceof Unreadable) throw new BadInput(`${file}: ${error.message}`);
    throw error;
  }
}

const fromJson = <T>(file: string, read: (text: string) => T): T =>
  from(file, (bytes) => read(textOfFile(bytes, READING_BUDGET.json.bytes)));

export const loadBoard = (file: string): Board => fromJson(file, parseBoard);

const boardOf = (file: string | undefined): Board | undefined => (file === undefined ? undefined : loadBoard(file));

/** A file and, behind `#`, which of several profiles of a text is meant. A file of that whole name goes first. */
function fileAndId(named: string): { file: string; id?: string } {
  const [, file, id] = /^(.+)#([A-Za-z0-9][\w.-]*)$/.exec(named) ?? [];
  return file === undefined || id === undefined || existsSync(named) ? { file: named } : { file, id };
}

/** The problems of a profile file, and the sound profile when it has none. */
export function checkFile(named: string, boardFile: string | undefined): { sound?: Sound; problems: string[] } {
  const board = boardOf(boardFile);
  const { file, id } = fileAndId(named);
  return fromJson(file, (text) => checkProfileText(text, board, id));
}

/** A sound profile on its board, from JSON or a text. */
export function loadProfile(named: string, boardFile: string | undefined): Sound {
  const board = boardOf(boardFile);
  const { file, id } = fileAndId(named);
  return fromJson(file, (text) => parseSoundProfile(text, board, id));
}

/** A profile that may still have problems, with the board that has to come along: one of the file, or the one that is named when it does not ship with us. */
export function loadFiled(named: string, boardFile: string | undefined): { profile: Profile; ownBoard?: Board } {
  const given = boardOf(boardFile);
  const { file, id } = fileAndId(named);
  const { profile, ownBoard } = fromJson(file, (text) => parseProfile(text, given, id));
  const own = ownBoard ?? (given && !boardById(given.id) && given.id === profile.board ? given : undefined);
  return { profile, ...(own && { ownBoard: own }) };
}

/** A profile that may still have problems, and the board it is for when that is known. */
export function loadDraft(
  named: string,
  boardFile: string | undefined,
): { profile: Profile; board: Board | undefined } {
  const own = boardOf(boardFile);
  const { file, id } = fileAndId(named);
  const { profile, ownBoard } = fromJson(file, (text) => parseProfile(text, own, id));
  return { profile, board: own ?? ownBoard ?? boardById(profile.board) };
}

/** Every profile of a file. */
export function loadProfiles(file: string, boardFile: string | undefined): Profile[] {
  const board = boardOf(boardFile);
  return fromJson(file, (text) =>
    parseProfiles(text, board ? [board] : []).map((read) => {
      if ('profile' in read) return read.profile;
      throw read.problem;
    }),
  );
}

/** The lines of a file of text. */
export const loadLines = (file: string): string[] =>
  from(file, (bytes) => textOfFile(bytes, READING_BUDGET.csv.bytes).split(/\r\n|\n|\r/));

/** The sound profile in an image, which may be Intel HEX. */
export function loadImage(file: string, boardFile: string | undefined): Sound {
  const board = boardOf(boardFile);
  return from(file, (bytes) =>
    decodeImage(isIntelHex(bytes) ? readIntelHex(textOfFile(bytes, MOST_HEX_BYTES)) : bytes, board),
  );
}

export const loadStrokes = (file: string, board: Board): Sample[] =>
  from(file, (bytes) => readStrokes(textOfFile(bytes, READING_BUDGET.csv.bytes), board));
