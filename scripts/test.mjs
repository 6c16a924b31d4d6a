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
const results = join(folder, 'results.json');
const jest = spawnSync(
  process.execPath,
  [
    '--experimental-vm-modules',
    '--no-warnings',
    'node_modules/jest/bin/jest.js',
    '--json',
    `--outputFile=${results}`,
    ...process.argv.slice(2),
  ],
  { cwd: ROOT, stdio: ['ignore', 'ignore', 'inherit'], env: { ...process.env, CHROMIUM_PATH: chromium } },
);
let passed = 0;
let failed = failedSteps;
try {
  const report = JSON.parse(readFileSync(results, 'utf8'));
  passed = report.numPassedTests;
  failed += report.numFailedTests + report.numRuntimeErrorTestSuites;
} catch {
  failed++;
}
rmSync(folder, { recursive: true, force: true });
if (jest.status !== 0 && failed === 0) failed++;
process.stdout.write(`${passed + steps.length - failedSteps} passed, ${failed} failed\n`);
process.exit(failed > 0 ? 1 : 0);
