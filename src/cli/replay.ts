/** `replay`: one strokes file through one profile or image, or a folder of cases. */
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { HOST_LAYOUTS, HostText } from '../core/codes';
import { isEdgeLine, replay, type OutcomeLine } from '../core/engine';
import { BadInput, loadImage, loadProfile, loadStrokes, toProgram } from './input';

export type ReplayOptions = {
  profile?: string;
  image?: string;
  strokes?: string;
  board?: string;
  why?: boolean;
  text?: boolean;
  settleMs?: number;
  cases?: string;
  check?: boolean;
};

const jsonLines = (lines: readonly OutcomeLine[]): string => lines.map((line) => `${JSON.stringify(line)}\n`).join('');

const engineOptions = (options: ReplayOptions) => ({
  why: options.why ?? false,
  ...(options.settleMs !== undefined && { settleMs: options.settleMs }),
});

function run(options: ReplayOptions & { strokes: string }): OutcomeLine[] {
  const file = options.image ?? options.profile ?? '';
  const source = options.image === undefined ? loadProfile(file, options.board) : loadImage(file, options.board);
  const program = toProgram(file, source);
  return replay(program, loadStrokes(options.strokes, source.board), engineOptions(options));
}

/** The line a host would show for an outcome. */
function hostLine(lines: readonly OutcomeLine[]): string {
  const host = new HostText(HOST_LAYOUTS.us, Infinity);
  for (const line of lines) if (isEdgeLine(line)) host.edge(line.edge === 'down', line.code);
  return host.line();
}

export function replayCommand(options: ReplayOptions): void {
  if (options.cases !== undefined) {
    runCases(options.cases, options);
    return;
  }
  if (options.check) throw new BadInput('--check goes with --cases');
  if ((options.profile === undefined) === (options.image === undefined))
    throw new BadInput('replay needs either --profile or --image (or --cases)');
  if (options.strokes === undefined) throw new BadInput('replay needs --strokes');
  const lines = run({ ...options, strokes: options.strokes });
  process.stdout.write(options.text ? `${hostLine(lines)}\n` : jsonLines(lines));
}

/** The folders in `dir` that hold a case, by name. */
function caseFolders(dir: string): string[] {
  let names: string[];
  try {
    names = readdirSync(dir).sort();
  } catch {
    throw new BadInput(`${dir}: there is no such folder`);
  }
  const found = names.filter(
    (name) => existsSync(join(dir, name, 'profile.json')) && existsSync(join(dir, name, 'strokes.csv')),
  );
  if (found.length === 0) throw new BadInput(`${dir}: no folder in it holds profile.json and strokes.csv`);
  return found;
}

function runCases(dir: string, options: ReplayOptions): void {
  let failed = 0;
  const names = caseFolders(dir);
  for (const name of names) {
    const folder = join(dir, name);
    const board = join(folder, 'board.json');
    const expectedFile = join(folder, 'expected.jsonl');
    if (options.check && !existsSync(expectedFile)) throw new BadInput(`${expectedFile}: there is no such file`);
    const expected = options.check
      ? readFileSync(expectedFile, 'utf8')
          .split('\n')
          .filter((line) => line.trim() !== '')
      : [];
    // A case that expects decisions is run with them, so that each case says for itself what it is about.
    const why = options.why === true || expected.some((line) => line.includes('"why"'));
    const lines = run({
      ...options,
      why,
      profile: join(folder, 'profile.json'),
      strokes: join(folder, 'strokes.csv'),
      ...(existsSync(board) && { board }),
    });
    if (!options.check) {
      writeFileSync(join(folder, 'outcome.jsonl'), jsonLines(lines));
      continue;
    }
    const difference = firstDifference(expected, lines);
    if (difference) {
      failed++;
      process.stdout.write(`${name}: ${difference}\n`);
    }
  }
  const done = options.check
    ? `${names.length - failed} of ${names.length} cases as expected`
    : `${names.length} cases written`;
  process.stdout.write(`${done}\n`);
  if (failed > 0) process.exitCode = 1;
}

/** Outcome lines are compared as values: the order of fields in a file does not matter. */
const canonical = (line: string): string => {
  try {
    const value = JSON.parse(line) as Record<string, unknown>;
    return JSON.stringify(Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1))));
  } catch {
    return line;
  }
};

function firstDifference(expected: readonly string[], lines: readonly OutcomeLine[]): string | undefined {
  for (let n = 0; n < Math.max(expected.length, lines.length); n++) {
    const wanted = expected[n];
    const line = lines[n];
    const got = line && JSON.stringify(line);
    if (wanted !== undefined && got !== undefined && canonical(wanted) === canonical(got)) continue;
    return `line ${n + 1}: expected ${wanted ?? 'nothing more'}, got ${got ?? 'nothing more'}`;
  }
  return undefined;
}
