/**
 * `npm run mutants`: makes each mistake of `tests/mutants/list.ts` in a copy of the project, and tells which test finds it.
 * `npm run mutants -- joints` takes only mistakes with that word. Exits 1 when nothing finds one.
 */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { MUTANTS, type Mutant } from '../tests/mutants/list';

const ROOT = process.cwd();
const NOT_MADE = 'IS NOT MADE: its place is not there, or stands twice';
/** What takes longer hangs, which is found, too. */
const HANGS_AFTER_MS = 100_000;
const copy = mkdtempSync(join(tmpdir(), 'underloom-mutants-'));
const COPIED = ['src', 'demo', 'tests', 'scripts', 'docs', 'package.json', 'package-lock.json', 'jest.config.js'];
for (const name of COPIED) cpSync(join(ROOT, name), join(copy, name), { recursive: true });
symlinkSync(join(ROOT, 'node_modules'), join(copy, 'node_modules'));
process.on('exit', () => rmSync(copy, { recursive: true, force: true }));

type Report = {
  testResults: { name: string; message: string; assertionResults: { status: string; fullName: string }[] }[];
};

/** The first test that fails, with its file; undefined when all pass. */
function firstFailure(...which: string[]): string | undefined {
  const results = join(copy, 'results.json');
  rmSync(results, { force: true });
  const args = ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js', '--selectProjects=unit'];
  const run = spawnSync(
    process.execPath,
    [
      ...args,
      '--passWithNoTests',
      '--forceExit',
      '--bail=1',
      '--maxWorkers=1',
      '--json',
      `--outputFile=${results}`,
      ...which,
    ],
    { cwd: copy, stdio: 'ignore', timeout: HANGS_AFTER_MS, killSignal: 'SIGKILL' },
  );
  if (run.error) return 'it hangs';
  const { testResults } = JSON.parse(readFileSync(results, 'utf8')) as Report;
  for (const { name, message, assertionResults } of testResults) {
    const failed = assertionResults.find(({ status }) => status === 'failed');
    if (failed) return `${relative(copy, name)}: ${failed.fullName}`;
    if (assertionResults.length === 0 && message !== '') return `${relative(copy, name)}: does not load`;
  }
  return undefined;
}

/** Makes a mistake, asks some tests, and takes it back. */
function finderOf({ in: file, find, put }: Mutant, ...which: string[]): string | undefined {
  const path = join(copy, file);
  const before = readFileSync(path, 'utf8');
  if (before.split(find).length !== 2) return NOT_MADE;
  writeFileSync(
    path,
    before.replace(find, () => put),
  );
  try {
    return firstFailure(...which);
  } finally {
    writeFileSync(path, before);
  }
}

const words = process.argv.slice(2);
const meant = MUTANTS.filter(({ in: file, mistake }) => words.every((word) => `${file} ${mistake}`.includes(word)));
const say = ({ in: file, mistake }: Mutant, finder: string): void =>
  void process.stdout.write(`${file}: ${mistake}\n    ${finder}\n`);

// Tests beside a mistake find most of them, and are few. What they let pass is put before all that know the file.
const passed = meant.filter((mutant) => {
  const finder = finderOf(mutant, '--testPathPatterns', `${dirname(mutant.in)}/`);
  if (finder !== undefined) say(mutant, finder);
  return finder === undefined;
});
const unfound = passed.filter((mutant) => {
  const finder = finderOf(mutant, '--findRelatedTests', join(copy, mutant.in));
  say(mutant, finder ?? 'NOT FOUND');
  return finder === undefined;
});
process.stdout.write(`${meant.length - unfound.length} of ${meant.length} mistakes are found\n`);
process.exitCode = unfound.length === 0 ? 0 : 1;
