/**
 * How a program is started: a file of the freedesktop *Desktop Entry Specification* 1.5, of which the key `Exec` counts (section "The Exec key"). Nothing is
 * given to a shell: the line is taken apart here, and the program gets its arguments as they are.
 */
import { closeSync, fstatSync, openSync, readSync } from 'node:fs';

const MOST_BYTES = 256 << 10;
const MOST_ARGUMENTS = 100;

/** What is read of a file, or what is wrong with it, said behind its name. */
export type Entry = { command: readonly string[]; folder?: string } | { problem: string };

/** Escapes of values (section "Possible value types"). */
const VALUE_ESCAPES: Readonly<Record<string, string>> = { s: ' ', n: '\n', t: '\t', r: '\r', '\\': '\\' };
const unescapedValue = (value: string): string =>
  value.replace(/\\([sntr\\])/g, (_, sign: string) => VALUE_ESCAPES[sign] ?? '');

/** The arguments of an `Exec` line; undefined when it is no line that the specification allows. */
export function argumentsOf(line: string): string[] | undefined {
  const found: string[] = [];
  let at = 0;
  while (at < line.length) {
    if (line[at] === ' ') {
      at++;
      continue;
    }
    let word = '';
    if (line[at] === '"') {
      let isClosed = false;
      for (at++; at < line.length && !isClosed; at++) {
        const sign = line[at] ?? '';
        if (sign === '"') isClosed = true;
        else if (sign === '\\') word += line[++at] ?? '';
        else word += sign;
      }
      if (!isClosed) return undefined;
    } else {
      while (at < line.length && line[at] !== ' ') {
        // Signs that must stand in quotes.
        if (/["'\\><~|&;$*?#()`\t\n]/.test(line[at] ?? '')) return undefined;
        word += line[at++];
      }
    }
    // Field codes stand for files that a person opens with it; here there are none.
    const plain = word
      .replace(/%%/g, '\0')
      .replace(/%[a-zA-Z]/g, '')
      .replaceAll('\0', '%');
    if (plain !== '' || !word.startsWith('%')) found.push(plain);
    if (found.length > MOST_ARGUMENTS) return undefined;
  }
  return found;
}

/** What a desktop entry starts. */
export function desktopEntry(file: string): Entry {
  if (!file.endsWith('.desktop')) return { problem: 'is no .desktop file' };
  let text: string;
  try {
    const handle = openSync(file, 'r');
    try {
      const stat = fstatSync(handle);
      if (!stat.isFile()) return { problem: 'is no file' };
      if (stat.size > MOST_BYTES) return { problem: `is larger than ${MOST_BYTES >> 10} kB` };
      const bytes = Buffer.alloc(stat.size);
      readSync(handle, bytes, 0, stat.size, 0);
      text = bytes.toString('utf8');
    } finally {
      closeSync(handle);
    }
  } catch (error) {
    return { problem: `cannot be read: ${error instanceof Error ? error.message : String(error)}` };
  }
  const values = new Map<string, string>();
  let isEntry = false;
  for (const line of text.split(/\r?\n/)) {
    if (line.startsWith('[')) isEntry = line === '[Desktop Entry]';
    const [, key, value] = /^([A-Za-z0-9-]+)\s*=\s*(.*)$/.exec(line) ?? [];
    if (isEntry && key !== undefined && value !== undefined && !values.has(key)) values.set(key, unescapedValue(value));
  }
  if (values.get('Type') !== 'Application') return { problem: 'starts no program: its Type is not Application' };
  if (values.get('Hidden') === 'true') return { problem: 'says that it is deleted (Hidden)' };
  if (values.get('Terminal') === 'true') return { problem: 'starts a program that needs a terminal' };
  const command = argumentsOf(values.get('Exec') ?? '');
  if (!command?.[0]) return { problem: 'has no Exec line that can be read' };
  const folder = values.get('Path');
  return { command, ...(folder && { folder }) };
}
