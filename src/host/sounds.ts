/** Sounds: WAV files (RIFF, *Multimedia Programming Interface and Data Specifications* 1.0), played by a program of the system, or by a page that is open. */
import { existsSync, openSync, closeSync, fstatSync, readSync } from 'node:fs';
import { delimiter, join } from 'node:path';

/** Ten minutes in two channels of 16 bits at 48 kHz. */
const MOST_BYTES = 120 << 20;
/** Players of systems, each with what it is given before the file. */
const PLAYERS: readonly (readonly string[])[] = [['pw-play'], ['paplay'], ['aplay', '-q'], ['play', '-q']];

/** What is wrong with a sound, said behind its name; undefined when nothing is. */
export function wavProblem(file: string): string | undefined {
  try {
    const handle = openSync(file, 'r');
    try {
      const stat = fstatSync(handle);
      if (!stat.isFile()) return 'is no file';
      const head = Buffer.alloc(12);
      readSync(handle, head, 0, 12, 0);
      if (head.toString('latin1', 0, 4) !== 'RIFF' || head.toString('latin1', 8, 12) !== 'WAVE')
        return 'is no WAV file';
      return stat.size > MOST_BYTES ? `is larger than ${MOST_BYTES >> 20} MB: too long for a key` : undefined;
    } finally {
      closeSync(handle);
    }
  } catch (error) {
    return `cannot be read: ${error instanceof Error ? error.message : String(error)}`;
  }
}

/** The command that plays a file on this computer; undefined when there is none. @param own the person's own player */
export function playerOf(own: string | undefined): readonly string[] | undefined {
  if (own !== undefined) return [own];
  const folders = (process.env.PATH ?? '').split(delimiter);
  return PLAYERS.find(([program = '']) => folders.some((folder) => existsSync(join(folder, program))));
}
