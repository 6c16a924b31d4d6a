/** `npm run stats`: lines of code that are not empty, in sources (styles and scripts too) and in tests, and the share of tests. */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const files = execFileSync(
  'git',
  ['ls-files', '--cached', '--others', '--exclude-standard', '*.ts', '*.tsx', '*.mjs', '*.js', '*.css', '*.py'],
  {
    encoding: 'utf8',
  },
)
  .split('\n')
  .filter(Boolean);
const linesOf = (file) =>
  readFileSync(file, 'utf8')
    .split('\n')
    .filter((line) => line.trim() !== '').length;
const isTest = (file) => /\.test\.tsx?$/.test(file) || file.startsWith('tests/');
const sum = (list) => list.reduce((total, file) => total + linesOf(file), 0);

const source = sum(files.filter((file) => !isTest(file)));
const tests = sum(files.filter(isTest));
process.stdout.write(`source ${source} lines in ${files.filter((file) => !isTest(file)).length} files\n`);
process.stdout.write(`tests  ${tests} lines in ${files.filter(isTest).length} files\n`);
process.stdout.write(`share of tests ${Math.round((100 * tests) / (source + tests))} %\n`);
