/** Files the command line reads. Whatever is wrong with one becomes a line that names file, place and reason. */
import { readFileSync } from 'node:fs';
import { boardById, type Board } from '../core/board';
import { CannotRun, compile, type Program, type Sample } from '../core/engine';
import { checkProfileText, FileProblem, parseBoard, parseSoundProfile, readStrokes } from '../core/files';
import { BadImage, boardIdOfImage, decodeImage } from '../core/image';
import { printProblem, type Profile } from '../core/profile';

/** Input that cannot be used: one line for standard error. */
export class BadInput extends Error {}

const reasonOfSystem = (error: unknown): string => {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  return (
    { ENOENT: 'there is no such file', EISDIR: 'is a folder, not a file', EACCES: 'may not be read' }[code] ??
    `cannot be read (${code})`
  );
};

export function readBytes(file: string): Uint8Array {
  try {
    return readFileSync(file);
  } catch (error) {
    throw new BadInput(`${file}: ${reasonOfSystem(error)}`);
  }
}

const readText = (file: string): string => new TextDecoder().decode(readBytes(file));

/** Does something with a file's content; problems of the content get the file's name in front. */
function from<T>(file: string, read: () => T): T {
  try {
    return read();
  } catch (error) {
    if (error instanceof FileProblem || error instanceof BadImage) throw new BadInput(`${file}: ${error.message}`);
    if (error instanceof CannotRun) {
      const [first] = error.problems;
      const more = error.problems.length > 1 ? ` (and ${error.problems.length - 1} more)` : '';
      throw new BadInput(`${file}: ${first ? printProblem(first) : 'cannot be run'}${more}`);
    }
    throw error;
  }
}

export const loadBoard = (file: string): Board => from(file, () => parseBoard(readText(file)));

/** The problems of a profile file, and the profile when it has the right shape. */
export const checkFile = (file: string, board: Board | undefined): { profile?: Profile; problems: string[] } =>
  from(file, () => checkProfileText(readText(file), board));

/** A sound profile and its board. */
export function loadProfile(file: string, boardFile: string | undefined): { profile: Profile; board: Board } {
  const given = boardFile === undefined ? undefined : loadBoard(boardFile);
  const profile = from(file, () => parseSoundProfile(readText(file), given));
  const board = given ?? boardById(profile.board);
  if (!board) throw new BadInput(`${file}: board: there is no board "${profile.board}" here`);
  return { profile, board };
}

export function loadImage(file: string, boardFile: string | undefined): { profile: Profile; board: Board } {
  const given = boardFile === undefined ? undefined : loadBoard(boardFile);
  return from(file, () => {
    const bytes = readBytes(file);
    const profile = decodeImage(bytes, given);
    const board = given ?? boardById(boardIdOfImage(bytes));
    if (!board) throw new BadInput(`${file}: there is no board "${profile.board}" here`);
    return { profile, board };
  });
}

export const toProgram = (file: string, { profile, board }: { profile: Profile; board: Board }): Program =>
  from(file, () => compile(profile, board));

export const loadStrokes = (file: string, board: Board): Sample[] =>
  from(file, () => readStrokes(readText(file), board));
