/**
 * `npm test`: installs what is missing, then lints, checks types, builds, and runs unit and end-to-end tests. The last line is
 * `N passed, N failed`.
 *
 *   npm test -- gestures   only the tests whose path has that word; a browser only when one of them needs it
 *   npm run check          everything but what needs a browser: for the quick loop while writing
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { findChromium, installPackages, ROOT } from './setup.mjs';

const words = process.argv.slice(2).filter((word) => word !== '--no-browser');
const mayNeedBrowser = words.length === process.argv.length - 2;

installPackages();

/** Checks of the whole source, which take no word. Circles are looked for with types, and types only, too. */
const STEPS = [
  ['lint', process.execPath, ['node_modules/eslint/bin/eslint.js', '.']],
  ['no two files import each other', 'npm', ['run', '-s', 'circles']],
  ['types', 'npm', ['run', '-s', 'types']],
];
let passed = 0;
let failed = 0;
for (const [name, command, args] of STEPS) {
  const { status } = spawnSync(command, args, { cwd: ROOT, stdio: ['ignore', 'inherit', 'inherit'] });
  process.stdout.write(`${name}: ${status === 0 ? 'fine' : 'failed'}\n`);
  if (status === 0) passed++;
  else failed++;
}

const folder = mkdtempSync(join(tmpdir(), 'underloom-results-'));
/** Tests that failed once and passed when they were tried again, in the order they ran. */
const triedAgain = [];

const jest = (project, ...args) => [
  '--experimental-vm-modules',
  '--no-warnings',
  'node_modules/jest/bin/jest.js',
  `--selectProjects=${project}`,
  '--passWithNoTests',
  // What a test that failed has left running does not keep the others waiting for ever.
  '--forceExit',
  ...args,
  ...words,
];

/** Whether any test of a project is meant. */
function isMeant(project) {
  const { stdout } = spawnSync(process.execPath, jest(project, '--listTests'), { cwd: ROOT, encoding: 'utf8' });
  return /\.test\.ts/.test(stdout);
}

/** Runs the tests of one of Jest's projects and counts them. */
function runTests(project, env, ...args) {
  const results = join(folder, `${project}.json`);
  const { status } = spawnSync(process.execPath, jest(project, '--json', `--outputFile=${results}`, ...args), {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, ...env },
  });
  let report = { numPassedTests: 0, numFailedTests: 1, numRuntimeErrorTestSuites: 0, testResults: [] };
  try {
    report = JSON.parse(readFileSync(results, 'utf8'));
  } catch {
    process.stderr.write(`${project}: Jest left no results\n`);
  }
  const failures = report.numFailedTests + report.numRuntimeErrorTestSuites;
  passed += report.numPassedTests;
  failed += status !== 0 && failures === 0 ? 1 : failures;
  for (const { assertionResults } of report.testResults)
    for (const { fullName, invocations, status: outcome } of assertionResults)
      if (invocations > 1 && outcome === 'passed') triedAgain.push(fullName);
}

runTests('unit', {});
if (mayNeedBrowser && isMeant('end to end')) {
  const chromium = findChromium();
  const { buildIfChanged } = await import('./build.mjs');
  buildIfChanged();
  // A browser takes more than one core by itself: one at a time, so that a person's timing stays a person's.
  runTests('end to end', { CHROMIUM_PATH: chromium }, '--maxWorkers=1');
}
rmSync(folder, { recursive: true, force: true });
for (const name of triedAgain) process.stdout.write(`passed only when tried again: ${name}\n`);
process.stdout.write(`${passed} passed, ${failed} failed\n`);
process.exit(failed > 0 ? 1 : 0);
