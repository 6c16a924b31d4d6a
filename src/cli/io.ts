/**
 * What a command has to do with the world. A command is a generator: it yields text for standard output, piece by piece, and returns its
 * exit code, nought when it returns none. So it can be run in a test without a process, and writes no faster than somebody reads.
 */
export type Io = {
  /** Writes to standard output. Rejects when that cannot be: nobody reads it any more, the disk is full. */
  write(text: string): Promise<void>;
  /** Writes a line to standard error. */
  complain(text: string): void;
};

export type Steps = Generator<string, number | undefined>;
/** A command that finds nothing: its exit code is nought. */
export type Telling = Generator<string, void>;
export type Command = Steps | Telling | AsyncGenerator<string, number> | AsyncGenerator<string, void>;

/** Exit codes: 0 fine, 1 a check found something, 2 the input cannot be used or the output not be written. */
export const FOUND = 1;
export const UNUSABLE = 2;

/** Input that cannot be used: one line for standard error. */
export class BadInput extends Error {}

/** The code of an error of the system's, such as `ENOENT`; undefined for any other. */
const codeOf = (error: unknown): string | undefined =>
  typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : undefined;

/** Nobody reads the output any more: the quiet end of a pipe. */
export const isClosedPipe = (error: unknown): boolean =>
  ['EPIPE', 'ERR_STREAM_DESTROYED'].includes(codeOf(error) ?? '');

const REASONS: Readonly<Record<string, string>> = {
  ENOENT: 'there is no such file',
  ENOTDIR: 'there is no such file',
  EISDIR: 'is a folder, not a file',
  EACCES: 'may not be used by this user',
  EPERM: 'may not be used by this user',
  EROFS: 'lies on a disk that cannot be written to',
  ENOSPC: 'the disk is full',
  EDQUOT: 'the disk has no more room for this user',
  EFBIG: 'is too large for its disk',
  EAGAIN: 'has nothing to read',
  EEXIST: 'is there already',
};

/** Whether an error is the system's own, and not a mistake of ours. */
export const isOfSystem = (error: unknown): boolean => /^E[A-Z0-9]+$/.test(codeOf(error) ?? '');

/** Why the system could not do something, as the end of a sentence. */
export function reasonOfSystem(error: unknown): string {
  const code = codeOf(error);
  return REASONS[code ?? ''] ?? `cannot be used (${code ?? 'for an unknown reason'})`;
}
