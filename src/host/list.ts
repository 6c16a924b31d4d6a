/**
 * The person's own list: names that a keyboard may ask for, and what each of them is here. It is a file of this computer that nothing but a person at the
 * terminal writes: no page, profile or bundle reaches it.
 */
import { closeSync, mkdirSync, openSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { dirname, isAbsolute, join, resolve } from 'node:path';
import { ASKED_FOR, type AskedFor } from '../core/profile';
import { z } from '../core/reading';
import { desktopEntry } from './desktopEntry';
import { wavProblem } from './sounds';

const name = z
  .string()
  .min(1)
  .max(40)
  .regex(/^[ -~]+$/)
  // No object of JavaScript has such a name of its own.
  .refine((one) => one !== '__proto__');
const MOST_NAMES = 200;
const entries = z
  .record(name, z.string().min(1).max(4096))
  .refine((all) => Object.keys(all).length <= MOST_NAMES, { error: `has more than ${MOST_NAMES} names` });
const listSchema = z.strictObject({ program: entries.default({}), sound: entries.default({}) });
export type List = z.infer<typeof listSchema>;

/** A list, or a word about one, that cannot be used; as a sentence. */
export class BadList extends Error {}

export const usualListFile = (): string =>
  join(process.env.XDG_CONFIG_HOME ?? join(homedir(), '.config'), 'underloom', 'host-list.json');

const isCode = (error: unknown, code: string): boolean =>
  typeof error === 'object' && error !== null && 'code' in error && error.code === code;

/** The list in a file; an empty one where there is none. @throws BadList */
export function readList(file: string): List {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch (error) {
    if (isCode(error, 'ENOENT')) return { program: {}, sound: {} };
    throw new BadList(`${file} cannot be read: ${error instanceof Error ? error.message : String(error)}.`);
  }
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new BadList(`${file} is no JSON; put it right, or take it away.`);
  }
  const read = listSchema.safeParse(data);
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  throw new BadList(`${file}, ${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'is no list'}.`);
}

/** Another terminal that changes the list is waited for, so many times so many ms. */
const [TRIES, TRY_MS] = [20, 50];

/** A new file beside the list, which no two have at once. @throws BadList when another has it and keeps it */
function ownNew(file: string): number {
  for (let n = 0; n < TRIES; n++)
    try {
      return openSync(file, 'wx', 0o600);
    } catch (error) {
      if (!isCode(error, 'EEXIST'))
        throw new BadList(`${file} cannot be written: ${error instanceof Error ? error.message : String(error)}.`);
      Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, TRY_MS);
    }
  throw new BadList(
    `Another terminal is changing the list; say it once more. If none is, one was ended in the middle: take ${file} away.`,
  );
}

/** Reads the list, changes it and writes it, in one piece with whoever else does. @throws BadList */
function changeList(file: string, change: (list: List) => List): void {
  try {
    mkdirSync(dirname(file), { recursive: true });
  } catch (error) {
    throw new BadList(`${dirname(file)} cannot be made: ${error instanceof Error ? error.message : String(error)}.`);
  }
  const path = `${file}.new`;
  const handle = ownNew(path);
  try {
    try {
      writeFileSync(handle, `${JSON.stringify(change(readList(file)), null, 2)}\n`);
    } finally {
      closeSync(handle);
    }
    renameSync(path, file);
  } catch (error) {
    rmSync(path, { force: true });
    throw error;
  }
}

/** What is wrong with the file that a name would stand for; undefined when nothing is. */
const problemOf = (what: AskedFor, path: string): string | undefined => {
  if (what === 'sound') return wavProblem(path);
  const entry = desktopEntry(path);
  return 'problem' in entry ? entry.problem : undefined;
};

/** What a person says of the list at the terminal: `add program Mixer FILE`, `remove sound Bell`, or nothing. @throws BadList */
export function listCommand(file: string, [act, what, called, path]: readonly string[]): string {
  if (act === undefined) {
    const list = readList(file);
    const lines = ASKED_FOR.flatMap((kind) => Object.entries(list[kind]).map(([own, at]) => `${kind} ${own}: ${at}`));
    return lines.length > 0 ? lines.join('\n') : `Nothing is on the list yet (${file}).`;
  }
  const kind = ASKED_FOR.find((one) => one === what);
  const own = name.safeParse(called);
  if (!kind || !own.success || (act !== 'add' && act !== 'remove'))
    throw new BadList(
      'Say: list; list add program NAME FILE.desktop; list add sound NAME FILE.wav; list remove program NAME. A name is 1 to 40 plain letters, figures and signs.',
    );
  if (act === 'remove') {
    changeList(file, (list) => {
      if (!Object.hasOwn(list[kind], own.data)) throw new BadList(`There is no ${kind} ${own.data} on the list.`);
      const { [own.data]: _gone, ...others } = list[kind];
      return { ...list, [kind]: others };
    });
    return `The ${kind} ${own.data} is off the list.`;
  }
  if (path === undefined) throw new BadList(`Say which file the ${kind} ${own.data} is.`);
  const at = isAbsolute(path) ? path : resolve(path);
  const problem = problemOf(kind, at);
  if (problem !== undefined) throw new BadList(`${at} ${problem}.`);
  changeList(file, (list) => {
    const next = listSchema.safeParse({ ...list, [kind]: { ...list[kind], [own.data]: at } });
    if (!next.success) throw new BadList(`The list ${next.error.issues[0]?.message ?? 'is full'}.`);
    return next.data;
  });
  return `The ${kind} ${own.data} is on the list: ${at}.`;
}
