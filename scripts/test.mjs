/**
 * `npm test`: installs what is missing, then lints, checks types, builds, and runs unit and end-to-end tests. The last line is
 * `N passed, N failed`; before it stands how long each part took.
 *
 *   npm test -- gestures   only the tests whose path has that word; a browser only when one of them needs it
 *   npm run check          everything but what needs a browser: for the quick loop while writing
 */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { findChromium, findPython, installPackages, installScreen, ROOT } from './setup.mjs';

const words = process.argv.slice(2).filter((word) => word !== '--no-browser');
const mayNeedBrowser = words.length === process.argv.length - 2;
const WORKERS = Math.max(2, availableParallelism());
/** One waits for its browser while another works. */
const BROWSERS = WORKERS + 1;

installPackages();

let passed = 0;
let failed = 0;
/** How long each part took, in the order they ended. */
const times = [];

/** Processor time of all that this process has started and seen the end of, in seconds; undefined where the system does not tell. */
function childSeconds() {
  if (!existsSync('/proc/self/stat')) return undefined;
  const [, behindName = ''] = /\) (.*)/s.exec(readFileSync('/proc/self/stat', 'utf8')) ?? [];
  const fields = behindName.split(' ');
  // Fields 16 and 17 of proc(5), in hundredths of a second; the first behind the name is the third.
  return (Number(fields[13]) + Number(fields[14])) / 100;
}

/** Whatever tests and their browsers put into the system's folder for it goes with this one: a process that is ended does not tidy up. */
const folder = mkdtempSync(join(tmpdir(), 'underloom-tests-'));

/** Where tests write what their browsers took: those are not this process's own. */
const BROWSER_SECONDS = join(folder, 'seconds');
let browserSeconds = 0;
function tookInBrowsers() {
  if (!existsSync(BROWSER_SECONDS)) return 0;
  const seconds = Number(readFileSync(BROWSER_SECONDS, 'utf8'));
  rmSync(BROWSER_SECONDS);
  browserSeconds += seconds;
  return seconds;
}

const startedMs = Date.now();
const seconds = (fromMs) => ((Date.now() - fromMs) / 1000).toFixed(1);

/** Does a part, and notes how long it took. */
async function timed(name, work) {
  const [fromMs, fromCpu] = [Date.now(), childSeconds()];
  const result = await work();
  const cpu = fromCpu === undefined ? undefined : childSeconds() - fromCpu + tookInBrowsers();
  times.push(
    `${name.padEnd(34)} ${seconds(fromMs).padStart(7)} s${cpu === undefined ? '' : `, ${cpu.toFixed(0)} s of processor`}`,
  );
  return result;
}

/** Runs a command beside others; what it prints is shown when it has ended. */
const check = (name, args, env = {}) =>
  timed(`  ${name}`, async () => {
    const child = spawn(process.execPath, args, {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, ...env },
    });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => (said += data));
    const status = await new Promise((resolve) => child.on('close', resolve));
    process.stdout.write(`${said}${name}: ${status === 0 ? 'fine' : 'failed'}\n`);
    if (status === 0) passed++;
    else failed++;
  });

/** Checks of the whole source, which take no word. Circles are looked for with types, and types only, too. */
async function checks() {
  const types = async (part) =>
    check(`types of ${part}`, ['node_modules/typescript-7/bin/tsc', '-p', `tsconfig.${part}.json`]);
  const build = async () => {
    if (!mayNeedBrowser || !isMeant('end to end')) return;
    const { buildIfChanged } = await import('./build.mjs');
    await timed('  the app is built', buildIfChanged);
  };
  // Two lanes: the second is about as long as the first.
  await Promise.all([
    check(
      'lint',
      ['node_modules/eslint/bin/eslint.js', '--cache', '--cache-location', 'node_modules/.cache/eslint/quick/', '.'],
      { LINT: 'quick' },
    ),
    (async () => {
      for (const part of ['core', 'app', 'node']) await types(part);
      await check('no two files import each other', ['node_modules/dpdm/lib/bin/dpdm.js', ...CIRCLES]);
      await build();
    })(),
  ]);
}

const CIRCLES = ['--no-warning', '--no-tree', '--exit-code', 'circular:1', 'src/**/*.{ts,tsx}', 'demo/*.ts'];

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
  if (words.length === 0) return true;
  const { stdout } = spawnSync(process.execPath, jest(project, '--listTests'), { cwd: ROOT, encoding: 'utf8' });
  return /\.test\.ts/.test(stdout);
}

/** Runs the tests of one of Jest's projects and counts them. */
const runTests = (project, env, workers) =>
  timed(`${project} tests`, async () => {
    const results = join(folder, `${project}.json`);
    const { status } = spawnSync(
      process.execPath,
      jest(project, '--json', `--outputFile=${results}`, `--maxWorkers=${workers}`),
      {
        cwd: ROOT,
        stdio: ['ignore', 'ignore', 'inherit'],
        // Who names tests has all of them.
        env: { ...process.env, TMPDIR: folder, ...(words.length > 0 && { TURNS: 'all' }), ...env },
      },
    );
    let report = { numPassedTests: 0, numFailedTests: 1, numRuntimeErrorTestSuites: 0 };
    try {
      report = JSON.parse(readFileSync(results, 'utf8'));
    } catch {
      process.stderr.write(`${project}: Jest left no results\n`);
    }
    const failures = report.numFailedTests + report.numRuntimeErrorTestSuites;
    passed += report.numPassedTests;
    failed += status !== 0 && failures === 0 ? 1 : failures;
  });

await timed('source', checks);
await runTests('unit', { PYTHON_PATH: findPython() }, WORKERS);
if (mayNeedBrowser) {
  if (words.length === 0 || words.some((word) => /host/i.test(word))) installScreen();
  const chromium = () => ({ CHROMIUM_PATH: findChromium(), BROWSER_SECONDS });
  if (isMeant('end to end')) await runTests('end to end', chromium(), BROWSERS);
  // What hangs on the clock has the machine to itself: a browser takes more than one core.
  if (isMeant('by the clock')) await runTests('by the clock', chromium(), 1);
}
rmSync(folder, { recursive: true, force: true, maxRetries: 3 });
const ownSeconds = childSeconds();
const inAll = ownSeconds === undefined ? '' : `, ${(ownSeconds + browserSeconds).toFixed(0)} s of processor`;
process.stdout.write(`${times.join('\n')}\n${'all'.padEnd(34)} ${seconds(startedMs).padStart(7)} s${inAll}\n`);
process.stdout.write(`${passed} passed, ${failed} failed\n`);
process.exit(failed > 0 ? 1 : 0);
