/**
 * `npm test`: installs what is missing, then lints, checks types, builds, and runs unit and end-to-end tests. The last
 * line is `N passed, N failed`. Arguments go to Jest: `npm test -- gestures` runs the tests whose path has that word.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { findChromium, installPackages, ROOT } from './setup.mjs';

installPackages();
const chromium = findChromium();
const { buildIfChanged } = await import('./build.mjs');

const steps = [
  ['lint', process.execPath, ['node_modules/eslint/bin/eslint.js', '.']],
  ['types', 'npm', ['run', '-s', 'types']],
];
let failedSteps = 0;
for (const [name, command, args] of steps) {
  const { status } = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit' });
  process.stdout.write(`${name}: ${status === 0 ? 'fine' : 'failed'}\n`);
  if (status !== 0) failedSteps++;
}
buildIfChanged();

const folder = mkdtempSync(join(tmpdir(), 'underloom-results-'));
let passed = 0;
let failed = failedSteps;

/** Runs the tests of one of Jest's projects and counts them. */
function runTests(project, ...args) {
  const results = join(folder, `${project}.json`);
  const jest = spawnSync(
    process.execPath,
    [
      '--experimental-vm-modules',
      '--no-warnings',
      'node_modules/jest/bin/jest.js',
      `--selectProjects=${project}`,
      '--passWithNoTests',
      '--json',
      `--outputFile=${results}`,
      ...args,
      ...process.argv.slice(2),
    ],
    { cwd: ROOT, stdio: ['ignore', 'ignore', 'inherit'], env: { ...process.env, CHROMIUM_PATH: chromium } },
  );
  let report = { numPassedTests: 0, numFailedTests: 1, numRuntimeErrorTestSuites: 0 };
  try {
    report = JSON.parse(readFileSync(results, 'utf8'));
  } catch {
    process.stderr.write(`${project}: Jest left no results\n`);
  }
  const failures = report.numFailedTests + report.numRuntimeErrorTestSuites;
  passed += report.numPassedTests;
  failed += jest.status !== 0 && failures === 0 ? 1 : failures;
}

runTests('unit');
// A browser takes more than one core by itself: one at a time, so that a person's timing stays a person's.
runTests('end to end', '--maxWorkers=1');
rmSync(folder, { recursive: true, force: true });
process.stdout.write(`${passed + steps.length - failedSteps} passed, ${failed} failed\n`);
process.exit(failed > 0 ? 1 : 0);
