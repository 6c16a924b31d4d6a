/** Files the command line reads. Whatever is wrong with one becomes a line that names file, place and reason. */
import { closeSync, existsSync, fstatSync, openSync, readSync } from 'node:fs';
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
  type Which,
} from '../core/files';
import type { Profile } from '../core/profile';
import { decodeImage } from '../core/image';
import { READING_BUDGET, textOfFile, Unreadable } from '../core/reading';
import { type Grid, parseGrid } from '../core/typing';
import { BadInput, reasonOfSystem } from './io';

const MOST_IMAGE_BYTES = 4 << 20;
const READ_AT_ONCE = 1 << 20;
/** How standard input is named as a file. */
const STANDARD_INPUT = '-';

/** How a file is called in sentences. */
const nameOf = (file: string): string => (file === STANDARD_INPUT ? 'standard input' : file);

/** Reads what a handle gives, and no more than may be. */
function readHandle(handle: number, mostBytes: number): Uint8Array {
  const { size } = fstatSync(handle);
  const pieces: Uint8Array[] = [];
  let length = 0;
  while (size <= mostBytes && length <= mostBytes) {
    const piece = new Uint8Array(Math.min(READ_AT_ONCE, Math.max(size + 1 - length, 1 << 16)));
    const count = readSync(handle, piece);
    if (count === 0) return Buffer.concat(pieces, length);
    pieces.push(piece.subarray(0, count));
    length += count;
  }
  throw new Unreadable('the whole file', `is larger than ${Math.floor(mostBytes / (1 << 20))} MB`);
}

/** Reads a file, or standard input. @throws BadInput; a file that is too large is not read first */
export function readBytes(file: string, mostBytes: number): Uint8Array {
  try {
    const handle = file === STANDARD_INPUT ? 0 : openSync(file, 'r');
    try {
      return readHandle(handle, mostBytes);
    } finally {
      if (handle !== 0) closeSync(handle);
    }
  } catch (error) {
    throw new BadInput(`${nameOf(file)}: ${error instanceof Unreadable ? error.message : reasonOfSystem(error)}`);
  }
}

/** Does something with a file's content; problems of the content get the file's name in front. */
function from<T>(file: string, mostBytes: number, read: (bytes: Uint8Array) => T): T {
  const bytes = readBytes(file, mostBytes);
  try {
    return read(bytes);
  } catch (error) {
    if (error instanceof Unreadable) throw new BadInput(`${nameOf(file)}: ${error.message}`);
    throw error;
  }
}

const fromText = <T>(file: string, read: (text: string) => T): T =>
  from(file, READING_BUDGET.json.bytes, (bytes) => read(textOfFile(bytes)));

export const loadBoard = (file: string): Board => fromText(file, parseBoard);

const boardOf = (file: string | undefined): Board | undefined => (file === undefined ? undefined : loadBoard(file));

/** A file and, behind `#`, which of several profiles in it is meant. A file of that whole name goes first. */
function fileAndId(named: string): { file: string; which: Which } {
  const [, before, id] = /^(.+)#([A-Za-z0-9][\w.-]*)$/.exec(named) ?? [];
  const isPart = before !== undefined && id !== undefined && !existsSync(named);
  const file = isPart ? before : named;
  return { file, which: { ...(isPart && { id }), isText: /\.loom$/i.test(file) } };
}

/** The problems of a profile file, and the sound profile when it has none. */
export function checkFile(named: string, boardFile: string | undefined): { sound?: Sound; problems: string[] } {
  const board = boardOf(boardFile);
  const { file, which } = fileAndId(named);
  return fromText(file, (text) => checkProfileText(text, board, which));
}

/** A sound profile on its board, from JSON or a text. */
export function loadProfile(named: string, boardFile: string | undefined): Sound {
  const board = boardOf(boardFile);
  const { file, which } = fileAndId(named);
  return fromText(file, (text) => parseSoundProfile(text, board, which));
}

/** A profile that may still have problems, with the board that has to come along: one of the file, or the one that is named when it does not ship with us. */
export function loadFiled(named: string, boardFile: string | undefined): { profile: Profile; ownBoard?: Board } {
  const given = boardOf(boardFile);
  const { file, which } = fileAndId(named);
  const { profile, ownBoard } = fromText(file, (text) => parseProfile(text, given, which));
  const own = ownBoard ?? (given && !boardById(given.id) && given.id === profile.board ? given : undefined);
  return { profile, ...(own && { ownBoard: own }) };
}

/** A profile that may still have problems, and the board it is for when that is known. */
export function loadDraft(
  named: string,
  boardFile: string | undefined,
): { profile: Profile; board: Board | undefined } {
  const own = boardOf(boardFile);
  const { file, which } = fileAndId(named);
  const { profile, ownBoard } = fromText(file, (text) => parseProfile(text, own, which));
  return { profile, board: own ?? ownBoard ?? boardById(profile.board) };
}

/** Every profile of a file. */
export function loadProfiles(file: string, boardFile: string | undefined): Profile[] {
  const board = boardOf(boardFile);
  return fromText(file, (text) =>
    parseProfiles(text, board ? [board] : [], /\.loom$/i.test(file)).map((read) => {
      if ('profile' in read) return read.profile;
      throw read.problem;
    }),
  );
}

/** A text, whole. */
export const loadText = (file: string): string => from(file, READING_BUDGET.csv.bytes, textOfFile);

/** Which settings are tried. */
export const loadGrid = (file: string, sound: Sound): Grid => fromText(file, (text) => parseGrid(text, sound));

/** The lines of a file of text. */
export const loadLines = (file: string): string[] =>
  from(file, READING_BUDGET.csv.bytes, (bytes) => textOfFile(bytes).split(/\r\n|\n|\r/));

/** The outcome lines that a case expects. */
export const loadExpected = (file: string): string[] => loadLines(file).filter((line) => line.trim() !== '');

/** The sound profile in an image, which may be Intel HEX. */
export function loadImage(file: string, boardFile: string | undefined): Sound {
  const board = boardOf(boardFile);
  return from(file, MOST_IMAGE_BYTES, (bytes) =>
    decodeImage(isIntelHex(bytes) ? readIntelHex(textOfFile(bytes)) : bytes, board),
  );
}

export const loadStrokes = (file: string, board: Board): Sample[] =>
  from(file, READING_BUDGET.csv.bytes, (bytes) => readStrokes(textOfFile(bytes), board));
