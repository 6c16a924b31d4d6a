/** Files that the command line writes: whole, or not at all. What was there stays until the new file is complete. */
import { closeSync, fsyncSync, lstatSync, openSync, renameSync, rmSync, writeFileSync, writeSync } from 'node:fs';
import { BadInput, isOfSystem, reasonOfSystem } from './io';

/** Whether a file may be taken the place of: what is no plain file (a device, a pipe, a link) is written to as it is. */
function mayBeReplaced(file: string): boolean {
  try {
    return lstatSync(file).isFile();
  } catch {
    return true;
  }
}

/** Writes a file piece by piece. @throws BadInput when it cannot be; then what was there is as it was */
export function writeFile(file: string, pieces: Iterable<string | Uint8Array>): void {
  const isPlain = mayBeReplaced(file);
  const beside = isPlain ? `${file}.${process.pid}.part` : file;
  try {
    const handle = openSync(beside, 'w');
    try {
      for (const piece of pieces) {
        if (typeof piece === 'string') writeSync(handle, piece);
        else writeFileSync(handle, piece);
      }
      if (isPlain) fsyncSync(handle);
    } finally {
      closeSync(handle);
    }
    if (isPlain) renameSync(beside, file);
  } catch (error) {
    if (isPlain) rmSync(beside, { force: true });
    if (!isOfSystem(error)) throw error;
    throw new BadInput(`${file}: cannot be written: ${reasonOfSystem(error)}`);
  }
}
