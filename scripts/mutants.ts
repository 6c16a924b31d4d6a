/**
 * `npm run mutants`: makes each mistake of `tests/mutants/list.ts` in a copy of the project, and tells which test finds it. Tests that
 * stand beside the mistake are asked first, then all that know the file; `npm run mutants -- joints` takes only mistakes with that word.
 * Exits 1 when nothing finds one.
 */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { MUTANTS, type Mutant } from '../tests/mutants/list';

const ROOT = process.cwd();
const copy = mkdtempSync(join(tmpdir(), 'underloom-mutants-'));
const COPIED = ['src', 'demo', 'tests', 'scripts', 'docs', 'package.json', 'jest.config.js'];
for (const name of COPIED) cpSync(join(ROOT, name), join(copy, name), { recursive: true });
symlinkSync(join(ROOT, 'node_modules'), join(copy, 'node_modules'));
process.on('exit', () => rmSync(copy, { recursive: true, force: true }));

type Report = { testResults: { name: string; message: string; assertionResults: { status: string; fullName: string }[] }[] };

/** The first test that fails, with its file; undefined when all pass. */
function firstFailure(...which: string[]): string | undefined {
  const results = join(copy, 'results.json');
  rmSync(results, { force: true });
  const args = ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js', '--selectProjects=unit'];
  const run = spawnSync(
    process.execPath,
    [...args, '--passWithNoTests', '--forceExit', '--bail=1', '--maxWorkers=1', '--json', `--outputFile=${results}`, ...which],
    // What hangs is found, too.
    { cwd: copy, stdio: 'ignore', timeout: 400_000, killSignal: 'SIGKILL' },
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

/** Makes a mistake, asks the tests, and takes it back. */
function finderOf({ in: file, find, put }: Mutant): string | undefined {
  const path = join(copy, file);
  const before = readFileSync(path, 'utf8');
  if (before.split(find).length !== 2) return 'IS NOT MADE: its place is not there, or stands twice';
  writeFileSync(path, before.replace(find, () => put));
  try {
    return firstFailure('--testPathPatterns', `${dirname(file)}/`) ?? firstFailure('--findRelatedTests', path);
  } finally {
    writeFileSync(path, before);
  }
}

const words = process.argv.slice(2);
const meant = MUTANTS.filter(({ in: file, mistake }) => words.every((word) => `${file} ${mistake}`.includes(word)));
let found = 0;
for (const mutant of meant) {
  const finder = finderOf(mutant);
  if (finder !== undefined && !finder.startsWith('IS NOT')) found++;
  process.stdout.write(`${mutant.in}: ${mutant.mistake}\n    ${finder ?? 'NOT FOUND'}\n`);
}
process.stdout.write(`${found} of ${meant.length} mistakes are found\n`);
process.exitCode = found === meant.length ? 0 : 1;
