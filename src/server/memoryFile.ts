/**
 * A keyboard's memory as a file. What is kept is kept: the new file is written beside the old one, forced to the disk, put in its place, and the folder
 * is forced too, before anyone is told. So a killed server leaves the old memory or the new. What cannot be written is said to
 * whoever saved, tried again, and said until it succeeds; what cannot be read is never written over.
 */
import { open, rename } from 'node:fs/promises';
import {
  closeSync,
  constants,
  linkSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  unlinkSync,
  writeSync,
} from 'node:fs';
import { basename, dirname, join } from 'node:path';
import type { Logger } from 'pino';
import { blankFlash, type FlashContents } from '../core/device';

/** "ULM1" and a zero: what the file begins with. */
const MAGIC = Buffer.from('ULM1\0\0\0\0', 'latin1');
const TRY_AGAIN_MS = 1000;

/** What a person can do about an error of the system. */
const SYSTEM: Readonly<Record<string, string>> = {
  ENOSPC: 'no space left on the disk',
  EDQUOT: 'the disk quota is used up',
  EROFS: 'the folder can only be read',
  EACCES: 'the folder may not be written',
  EPERM: 'the folder may not be written',
  EIO: 'the disk reports an error',
  EISDIR: 'a folder is in its place',
  ENOENT: 'its folder is gone',
};
export const reasonOf = (error: unknown): string => {
  const code = codeOf(error) ?? '';
  return SYSTEM[code] ?? (code || String(error));
};

/** The code of an error of the system, whatever realm it comes from; undefined for any other error. */
export const codeOf = (error: unknown): string | undefined =>
  typeof error === 'object' && error !== null && 'code' in error && typeof error.code === 'string'
    ? error.code
    : undefined;

/** The memory in a file. @throws Error of the system when it cannot be read; only a file that is not there is a blank memory */
export function loadMemory(path: string, sizeBytes: number, log: Logger): FlashContents {
  const blank = blankFlash(sizeBytes);
  let stored: Buffer;
  try {
    stored = readFileSync(path);
  } catch (error) {
    if (codeOf(error) === 'ENOENT') return blank;
    throw error;
  }
  const expected = MAGIC.length + blank.erases.length * 4 + blank.programmed.length + blank.bytes.length;
  const isMemory = (file: Buffer): boolean => file.length === expected && file.subarray(0, MAGIC.length).equals(MAGIC);
  if (!isMemory(stored)) {
    const aside = putAside(path);
    const before = takeBack(path, isMemory);
    log.warn(
      { file: path, bytes: stored.length, expected, aside },
      `no memory of this keyboard; it was put aside, and ${before ? 'the one of this size is taken back' : 'a blank one is used'}`,
    );
    if (!before) return blank;
    stored = before;
  }
  let at = MAGIC.length;
  for (let page = 0; page < blank.erases.length; page++, at += 4) blank.erases[page] = stored.readUInt32LE(at);
  blank.programmed.set(stored.subarray(at, (at += blank.programmed.length)));
  blank.bytes.set(stored.subarray(at));
  return blank;
}

/** Gives a file another name that nothing has yet. */
function putAside(path: string): string {
  for (let n = 1; ; n++) {
    const aside = `${path}.unusable-${n}`;
    try {
      linkSync(path, aside);
    } catch (error) {
      if (codeOf(error) === 'EEXIST') continue;
      throw error;
    }
    unlinkSync(path);
    return aside;
  }
}

/** The last file that was put aside and is a memory of the size that is wanted again, in its old place; undefined when there is none. */
function takeBack(path: string, isMemory: (file: Buffer) => boolean): Buffer | undefined {
  const names = readdirSync(dirname(path)).flatMap((name) => {
    const n = name.startsWith(`${basename(path)}.unusable-`) ? Number(name.split('-').at(-1)) : NaN;
    return Number.isInteger(n) ? [{ n, file: join(dirname(path), name) }] : [];
  });
  for (const { file } of names.sort((a, b) => b.n - a.n)) {
    const content = readFileSync(file);
    if (!isMemory(content)) continue;
    renameSync(file, path);
    return content;
  }
  return undefined;
}

function bytesOf({ bytes, erases, programmed }: FlashContents): Buffer {
  const counts = Buffer.alloc(erases.length * 4);
  erases.forEach((count, page) => counts.writeUInt32LE(count, page * 4));
  return Buffer.concat([MAGIC, counts, programmed, bytes]);
}

type Done = (problem?: string) => void;

export class MemoryFile {
  private waiting: Done[] = [];
  private contents: FlashContents | null = null;
  private isWriting = false;
  private again: NodeJS.Timeout | null = null;
  /** What keeps the memory from being kept. */
  problem: string | undefined;

  constructor(
    private readonly path: string,
    private readonly log: Logger,
  ) {}

  /** Keeps the memory as it is now. Calls back when it is on the disk, or cannot be; then it is tried again without being asked, and called back again. */
  keep(contents: FlashContents, done: Done): void {
    this.contents = contents;
    this.waiting.push(done);
    void this.work();
  }

  /** Stops trying. Waits for a write that is under way. */
  async close(): Promise<void> {
    if (this.again) clearTimeout(this.again);
    this.again = null;
    while (this.isWriting) await new Promise((resolve) => setTimeout(resolve, 5));
  }

  private async work(): Promise<void> {
    if (this.isWriting || !this.contents) return;
    this.isWriting = true;
    if (this.again) clearTimeout(this.again);
    this.again = null;
    while (this.contents) {
      // What changes from here on is for the next time.
      const bytes = bytesOf(this.contents);
      const done = this.waiting.splice(0);
      const { contents } = this;
      this.contents = null;
      try {
        await this.write(bytes);
        if (this.problem !== undefined) this.log.info({ file: this.path }, 'the keyboard memory is kept again');
        this.problem = undefined;
      } catch (error) {
        this.problem = reasonOf(error);
        this.log.error({ file: this.path, error }, 'the keyboard memory could not be kept; it is tried again');
        this.contents ??= contents;
        this.waiting.unshift(...done);
        done.forEach((call) => call(this.problem));
        break;
      }
      done.forEach((call) => call());
    }
    this.isWriting = false;
    if (this.contents) this.again = setTimeout(() => void this.work(), TRY_AGAIN_MS);
  }

  private async write(bytes: Buffer): Promise<void> {
    const fresh = `${this.path}.new`;
    const file = await open(fresh, 'w', 0o600);
    try {
      await file.writeFile(bytes);
      await file.sync();
    } finally {
      await file.close();
    }
    await rename(fresh, this.path);
    const folder = await open(dirname(this.path), constants.O_RDONLY);
    try {
      await folder.sync();
    } finally {
      await folder.close();
    }
  }
}

/** Whether a folder can be written at all, said before anyone relies on it. @throws Error of the system */
export function tryFolder(folder: string): void {
  const path = `${folder}/.writable`;
  const file = openSync(path, 'w');
  try {
    writeSync(file, 'x');
  } finally {
    closeSync(file);
    unlinkSync(path);
  }
}
