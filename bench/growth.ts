/**
 * How what reading costs grows with what is read: each reader on each kind of hostile text, at four sizes, each four times the one before. A reader that is
 * linear takes four times as long; one that is quadratic sixteen times. Ends with 1 when something grows by more, or a megabyte of text takes
 * more than 300 ms and is not refused sooner.
 */
import { findShareCode, parseProfiles, readBundle, readShareCode, writeBundle } from '../src/core/files';
import { isProfileText } from '../src/core/files/profiles';
import { readText } from '../src/core/notation';
import { plainProfile } from '../src/core/profile';
import { HARROW_64 } from '../src/core/board';
import { parseJson } from '../src/core/reading';

const SIZES = [15_000, 60_000, 240_000, 960_000];
/** Below this a time says nothing. */
const LEAST_MS = 12;
const MOST_TIMES = 9;
const MOST_MS = 300;

const HEAD = 'profile P\n  board harrow-64\n';
const lines = (size: number, line: (n: number) => string): string => {
  let text = '';
  for (let n = 0; text.length < size; n++) text += line(n);
  return text;
};

const TEXTS: Record<string, (size: number) => string> = {
  profiles: (size) => lines(size, (n) => `profile P${n}\n  board harrow-64\n`),
  'profiles like one': (size) => HEAD + lines(size, (n) => `profile Q${n} like P\n`),
  'profiles like the one before': (size) =>
    `profile P0\n  board harrow-64\n${lines(size, (n) => `profile P${n + 1} like P${n}\n`)}`,
  values: (size) => `${lines(size, (n) => `let v${n} = ${n}\n`)}${HEAD}`,
  layers: (size) => HEAD + lines(size, (n) => `layer L${n}\n  A: B\n`),
  'layers like the one before': (size) =>
    `${HEAD}layer L0\n  like the board\n${lines(size, (n) => `layer L${n + 1}, like L${n}\n`)}`,
  'one key': (size) => `${HEAD}layer Base\n${lines(size, () => '  A: B\n')}`,
  'keys that are not there': (size) => `${HEAD}layer Base\n${lines(size, () => '  Aq: Bxx\n')}`,
  'layers that are not there': (size) => `${HEAD}layer Base\n${lines(size, (n) => `  A: while Lay${n}\n`)}`,
  macros: (size) => HEAD + lines(size, (n) => `macro M${n}\n  press A\n`),
  roles: (size) => HEAD + lines(size, (n) => `role R${n}\n`),
  'joint presses': (size) => HEAD + lines(size, () => 'joint A + B: C\n'),
  depths: (size) => `${HEAD}depths\n${lines(size, () => '  A: at 1.5 mm\n')}`,
  'empty lines': (size) => '\n'.repeat(size),
  comments: (size) => lines(size, () => '// a moth\n') + HEAD,
  'no heading': (size) => lines(size, () => 'hello world\n'),
  'indented, of nothing': (size) => lines(size, () => '  hello\n'),
  'one line': (size) => `profile ${'x'.repeat(size)}`,
  'one key’s line': (size) => `${HEAD}layer Base\n  A: ${'tap B, '.repeat(size / 7)}`,
  'many keys of a line': (size) => `${HEAD}layer Base\n${lines(size, () => `  ${'A B '.repeat(1000)}: C\n`)}`,
  quotes: (size) => `${HEAD}layer Base\n${lines(size, () => `  A: ${'"'.repeat(9000)}\n`)}`,
  score: (size) => `${HEAD}macro M\n${lines(size, () => `  press ${'A '.repeat(1000)}\n`)}`,
};

const OTHERS: Record<string, (size: number) => () => unknown> = {
  'json: brackets': (size) => () => parseJson('['.repeat(size) + ']'.repeat(size)),
  'json: numbers': (size) => () => parseJson(`[${'0,'.repeat(size / 2)}0]`),
  'json: names': (size) => () => parseJson(`{${Array.from({ length: size / 12 }, (_, n) => `"n${n}":0`).join()}}`),
  'profiles: many': (size) => () => {
    const one = JSON.stringify(plainProfile(HARROW_64, 'p', 'P'));
    return parseProfiles(
      `[${Array<string>(Math.ceil(size / one.length))
        .fill(one)
        .join()}]`,
    );
  },
  'what a text is': (size) => () => isProfileText(`${'\n'.repeat(size)}x`),
  'a code in a message': (size) => () => findShareCode('loom1'.repeat(size / 5)),
  'share code': (size) => () => readShareCode(`loom1${'a'.repeat(size / 10)}`),
  bundle: (size) => {
    const bytes = writeBundle(
      Array.from({ length: Math.ceil(size / 12_000) }, (_, n) => ({
        profile: plainProfile(HARROW_64, `p${n}`, `P${n}`),
      })),
    );
    return () => readBundle(bytes);
  },
};

function timed(work: () => unknown): number {
  let best = Infinity;
  for (let n = 0; n < 3; n++) {
    const start = performance.now();
    try {
      work();
    } catch {
      // What is refused has been read, too.
    }
    best = Math.min(best, performance.now() - start);
    if (best > 1000) break;
  }
  return best;
}

export function growthBench(): void {
  const found: string[] = [];
  const line = (name: string, make: (size: number) => () => unknown, mostMs = Infinity): void => {
    const times = SIZES.map((size) => timed(make(size)));
    const steps = times.slice(1).map((ms, n) => ms / Math.max(LEAST_MS, times[n] ?? 0));
    const isBad = steps.some((step) => step > MOST_TIMES) || (times.at(-1) ?? 0) > mostMs;
    if (isBad) found.push(name);
    process.stdout.write(
      `${name.padEnd(32)} ${times.map((ms) => `${ms.toFixed(1).padStart(8)}`).join('')} ms${isBad ? '   TOO MUCH' : ''}\n`,
    );
  };
  process.stdout.write(`${'characters'.padEnd(32)} ${SIZES.map((size) => String(size).padStart(8)).join('')}\n`);
  for (const [name, make] of Object.entries(TEXTS))
    line(
      `text: ${name}`,
      (size) => {
        const text = make(size);
        return () => readText(text);
      },
      MOST_MS,
    );
  for (const [name, make] of Object.entries(OTHERS)) line(name, make);
  process.stdout.write(`${found.length === 0 ? 'nothing grows too much' : `too much: ${found.join(', ')}`}\n`);
  if (found.length > 0) process.exitCode = 1;
}
