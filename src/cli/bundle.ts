/** `bundle`: profiles with what they need as one archive, and such an archive as files. */
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Board } from '../core/board';
import { fileStemOf, readBundle, writeBundles, writeProfile } from '../core/files';
import { sameData } from '../core/profile';
import { foreign, READING_BUDGET, Unreadable } from '../core/reading';
import { loadFiled, readBytes } from './input';
import { BadInput, reasonOfSystem, type Telling } from './io';
import { writeFile } from './output';

function* make(out: string, files: readonly string[], board: string | undefined): Telling {
  const filed = files.map((file) => ({ file, ...loadFiled(file, board) }));
  const boards = new Map<string, Board>();
  for (const { file, ownBoard } of filed) {
    if (!ownBoard) continue;
    const known = boards.get(ownBoard.id);
    if (known && !sameData(known, ownBoard))
      throw new BadInput(`${file}: another board has the id "${ownBoard.id}"; give one of them another`);
    boards.set(ownBoard.id, ownBoard);
  }
  let archives: Uint8Array[];
  try {
    archives = writeBundles(filed, [...boards.values()]);
  } catch (error) {
    if (error instanceof Unreadable) throw new BadInput(error.message);
    throw error;
  }
  const [only, another] = archives;
  if (only && !another) {
    writeFile(out, [only]);
    yield `${out}: ${files.length} profile${files.length > 1 ? 's' : ''}, ${only.length} bytes\n`;
    return;
  }
  // One archive could not be read again: there are as many as it takes.
  for (const [n, bytes] of archives.entries()) {
    const name = `${out.replace(/\.zip$/i, '')}-${n + 1}-of-${archives.length}.zip`;
    writeFile(name, [bytes]);
    yield `${name}: ${bytes.length} bytes\n`;
  }
}

/** Writes every profile of a bundle, or none when one cannot be read or a file of its name is there. */
function* unpack(archive: string, folder: string): Telling {
  let read: ReturnType<typeof readBundle>;
  try {
    read = readBundle(readBytes(archive, READING_BUDGET.bundle.bytes));
  } catch (error) {
    if (error instanceof Unreadable) throw new BadInput(`${archive}: ${error.message}`);
    throw error;
  }
  const files = new Map<string, string>();
  for (const one of read) {
    if ('problem' in one) throw new BadInput(`${archive}: ${one.place}: ${one.problem.message}`);
    const stem = fileStemOf(one.profile.name);
    let file = `${stem}.json`;
    for (let n = 2; files.has(file); n++) file = `${stem}-${n}.json`;
    files.set(file, writeProfile(one.profile, one.ownBoard));
  }
  for (const file of files.keys())
    if (existsSync(join(folder, file)))
      throw new BadInput(`${join(folder, file)}: is there already; nothing was written`);
  try {
    mkdirSync(folder, { recursive: true });
    for (const [file, text] of files) writeFileSync(join(folder, file), text, { flag: 'wx' });
  } catch (error) {
    throw new BadInput(`${folder}: cannot be written: ${reasonOfSystem(error)}`);
  }
  for (const file of files.keys()) yield `${foreign(join(folder, file))}\n`;
}

export function* bundleCommand(
  files: readonly string[],
  { read, into, board }: { read?: string; into?: string; board?: string },
): Telling {
  const [out, ...profiles] = files;
  if (read !== undefined && into !== undefined && out === undefined) yield* unpack(read, into);
  else if (read === undefined && into === undefined && out !== undefined && profiles.length > 0)
    yield* make(out, profiles, board);
  else throw new BadInput('bundle takes either an archive to write and profiles, or --read and --into');
}
