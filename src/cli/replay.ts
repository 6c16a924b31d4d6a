/** `replay`: one strokes file through one profile or image, or a folder of cases. */
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { hostLayout, HostText, USUAL_REPEAT, type HostLayoutData } from '../core/hosts';
import type { Sound } from '../core/check';
import { isEdgeLine, isOfLamp, lampOf, replayed, type OutcomeLine, type Sample } from '../core/engine';
import { lampLines } from '../core/lamps';
import { loadExpected, loadImage, loadProfile, loadStrokes } from './input';
import { BadInput, FOUND, type Steps } from './io';
import { writeFile } from './output';

export type ReplayOptions = {
  profile?: string;
  image?: string;
  strokes?: string;
  board?: string;
  why?: boolean;
  text?: boolean;
  lamps?: boolean;
  repeat?: boolean;
  settleMs?: number;
  cases?: string;
  check?: boolean;
};

const engineOptions = (options: ReplayOptions) => ({
  why: options.why ?? false,
  ...(options.settleMs !== undefined && { settleMs: options.settleMs }),
});

type Played = { sound: Sound; samples: Sample[] };

/** What is played, and what fingers do. */
function played(options: ReplayOptions & { strokes: string }): Played {
  const sound =
    options.image === undefined
      ? loadProfile(options.profile ?? '', options.board)
      : loadImage(options.image, options.board);
  return { sound, samples: loadStrokes(options.strokes, sound.board) };
}

/** What happens, in pieces, and the host it happens to. Everything that can be wrong with the input is found before the first. */
function run(
  { sound, samples }: Played,
  options: ReplayOptions,
): {
  host: HostLayoutData;
  lamps: readonly Sample[];
  pieces: Iterable<OutcomeLine[]>;
} {
  const pieces = replayed(sound.program, samples, engineOptions(options));
  return { host: hostLayout(sound.profile.hostLayout), lamps: samples.filter(isOfLamp), pieces };
}

/** The line a host would show for an outcome, whose lamps are as it has said. */
function hostLine(
  layout: HostLayoutData,
  lamps: readonly Sample[],
  pieces: Iterable<OutcomeLine[]>,
  repeats: boolean,
): string {
  const host = new HostText(layout, Infinity, repeats ? USUAL_REPEAT : null);
  let next = 0;
  for (const piece of pieces)
    for (const line of piece) {
      if (!isEdgeLine(line)) continue;
      for (let said = lamps[next]; said && said.tUs <= line.t; said = lamps[++next]) {
        const lamp = lampOf(said);
        if (lamp) host.light(lamp, said.depthUm > 0);
      }
      host.edge(line.edge === 'down', line.code, line.t);
    }
  return host.line();
}

/** Pieces of outcome lines as text, so that each can be written before the next is made. */
function* jsonLines(pieces: Iterable<OutcomeLine[]>): Generator<string> {
  for (const piece of pieces) yield piece.map((line) => `${JSON.stringify(line)}\n`).join('');
}

export function* replayCommand(options: ReplayOptions): Steps {
  if (options.cases !== undefined) return yield* runCases(options.cases, options);
  if (options.check) throw new BadInput('--check goes with --cases');
  if ((options.profile === undefined) === (options.image === undefined))
    throw new BadInput('replay needs either --profile or --image (or --cases)');
  if (options.strokes === undefined) throw new BadInput('replay needs --strokes');
  if (options.repeat && !options.text) throw new BadInput('--repeat goes with --text');
  if (options.lamps && (options.text || options.why)) throw new BadInput('--lamps goes without --text and --why');
  const given = played({ ...options, strokes: options.strokes });
  if (options.lamps) {
    const settleUs = options.settleMs === undefined ? undefined : options.settleMs * 1000;
    for (const line of lampLines(given.sound, given.samples, settleUs)) yield `${JSON.stringify(line)}\n`;
    return 0;
  }
  const { host, lamps, pieces } = run(given, options);
  // The next piece is made when the last one is taken, so that an hour of outcome needs no hour of memory.
  if (options.text) yield `${hostLine(host, lamps, pieces, options.repeat === true)}\n`;
  else yield* jsonLines(pieces);
  return 0;
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

function* runCases(dir: string, options: ReplayOptions): Steps {
  let failed = 0;
  const names = caseFolders(dir);
  for (const name of names) {
    const folder = join(dir, name);
    const board = join(folder, 'board.json');
    const expectedFile = join(folder, 'expected.jsonl');
    if (options.check && !existsSync(expectedFile)) throw new BadInput(`${expectedFile}: there is no such file`);
    const expected = options.check ? loadExpected(expectedFile) : [];
    // A case that expects decisions is run with them, so that each case says for itself what it is about.
    const why = options.why === true || expected.some((line) => line.includes('"why"'));
    const given = played({
      profile: join(folder, 'profile.json'),
      strokes: join(folder, 'strokes.csv'),
      ...(existsSync(board) && { board }),
    });
    const { pieces } = run(given, { ...options, why });
    if (!options.check) {
      writeFile(join(folder, 'outcome.jsonl'), jsonLines(pieces));
      continue;
    }
    const difference = firstDifference(expected, pieces);
    if (difference) {
      failed++;
      yield `${name}: ${difference}\n`;
    }
  }
  const done = options.check
    ? `${names.length - failed} of ${names.length} cases as expected`
    : `${names.length} cases written`;
  yield `${done}\n`;
  return failed > 0 ? FOUND : 0;
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

function firstDifference(expected: readonly string[], pieces: Iterable<OutcomeLine[]>): string | undefined {
  const say = (n: number, wanted: string | undefined, got: string | undefined): string =>
    `line ${n + 1}: expected ${wanted ?? 'nothing more'}, got ${got ?? 'nothing more'}`;
  let n = 0;
  for (const piece of pieces) {
    for (const line of piece) {
      const wanted = expected[n];
      const got = JSON.stringify(line);
      if (wanted === undefined || canonical(wanted) !== canonical(got)) return say(n, wanted, got);
      n++;
    }
  }
  return n < expected.length ? say(n, expected[n], undefined) : undefined;
}
