/**
 * `npm run hunt [-- MINUTES]`: everything random, with fresh seeds and many times the runs of `npm test`, until the time is over (60 minutes when
 * none is said), after lint asked the compiler of every component, every view was opened and used in another browser, and what reading costs was measured over sizes. What fails is printed with its seed and its smallest
 * case; it becomes a fixed row of the test that found it. Exits 1 when something was found.
 *
 *   npm run hunt -- 10 link store   only files whose path has one of these words
 */
import { spawnSync } from 'node:child_process';
import { randomInt } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { buildIfChanged } from './build.mjs';
import { findChromium, findFirefox, installPackages, ROOT } from './setup.mjs';

/** How many times as many runs a test makes as on the way. */
const TIMES = 20;

const [first = '', ...others] = process.argv.slice(2);
const minutes = /^\d+(\.\d+)?$/.test(first) ? Number(first) : 60;
const words = /^\d/.test(first) ? others : [first, ...others].filter(Boolean);

installPackages();
buildIfChanged();
const env = { ...process.env, CHROMIUM_PATH: findChromium(), FIREFOX_PATH: findFirefox() };

/** The tests that make runs: they ask `tests/runs` how many. */
const filesOf = (folder) =>
  readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.test.ts'))
    .map((name) => join(folder, name))
    .filter((file) => /from '[./]*(tests\/)?runs'/.test(readFileSync(join(ROOT, file), 'utf8')))
    .filter((file) => words.length === 0 || words.some((word) => file.includes(word)));

const RANDOM = [
  ['unit', filesOf('src')],
  ['end to end', filesOf('tests')],
];

/** Runs files of one of Jest's projects; what it prints is shown when something fails. */
function runs(project, files, more = {}) {
  if (files.length === 0) return true;
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [
      '--experimental-vm-modules',
      '--no-warnings',
      'node_modules/jest/bin/jest.js',
      `--selectProjects=${project}`,
      '--forceExit',
      `--maxWorkers=${Math.max(2, availableParallelism())}`,
      '--runTestsByPath',
      ...files,
    ],
    { cwd: ROOT, encoding: 'utf8', env: { ...env, ...more }, maxBuffer: 1 << 28 },
  );
  if (status !== 0) process.stdout.write(`${stdout}${stderr}`);
  return status === 0;
}

const untilMs = Date.now() + minutes * 60_000;
let rounds = 0;
const found = [];

if (words.length === 0) {
  const lint = spawnSync('npm', ['run', '-s', 'lint'], { cwd: ROOT, encoding: 'utf8', shell: true });
  process.stdout.write(
    `${lint.stdout}what the compiler says of components: ${lint.status === 0 ? 'fine' : 'FAILED'}\n`,
  );
  if (lint.status !== 0) found.push('npm run lint');
  const isFine = runs('another browser', ['tests/hunt/firefox.test.ts']);
  process.stdout.write(`every view in another browser: ${isFine ? 'fine' : 'FAILED'}\n`);
  if (!isFine) found.push('another browser');
  const { status, stdout } = spawnSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'bench/run.ts', 'growth'], {
    cwd: ROOT,
    encoding: 'utf8',
  });
  process.stdout.write(`${stdout}`);
  if (status !== 0) found.push('npm run bench -- growth');
}
while (Date.now() < untilMs) {
  const seed = randomInt(2 ** 31 - 1);
  for (const [project, files] of RANDOM) {
    if (Date.now() >= untilMs && rounds > 0) break;
    const isFine = runs(project, files, { SEED: String(seed), HUNT: String(TIMES) });
    process.stdout.write(`seed ${seed}, ${project}: ${isFine ? 'nothing found' : 'FOUND SOMETHING, see above'}\n`);
    if (!isFine) found.push(`SEED=${seed} HUNT=${TIMES} npm test -- ... (${project})`);
  }
  rounds++;
}
process.stdout.write(
  `${rounds} rounds, ${found.length} with something found\n${found.map((one) => `  ${one}\n`).join('')}`,
);
process.exit(found.length > 0 ? 1 : 0);
