/**
 * What every command needs before it can run: the packages of package-lock.json, and for tests a Chromium. Nothing is
 * done when it is there already. Plain JavaScript, because it runs before anything is installed.
 */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
const STAMP = join(ROOT, 'node_modules', '.underloom-installed');
const LEAST_NODE = 20;
/** Where Debian puts Chromium without windows. */
export const CHROMIUM_SHELL = '/usr/bin/chromium-headless-shell';

/** Runs a command with its output on ours; stops the process when it fails. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  if (result.error || result.status !== 0) process.exit(result.status ?? 1);
}

/** Installs the packages when package-lock.json has changed since the last time. Says so on standard error only. */
export function installPackages() {
  if (Number(process.versions.node.split('.')[0]) < LEAST_NODE) {
    process.stderr.write(`Underloom needs Node ${LEAST_NODE} or newer; this is ${process.version}.\n`);
    process.exit(1);
  }
  const wanted = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === wanted) return;
  process.stderr.write('Installing packages (the first time takes a minute) ...\n');
  // Not `npm ci`: it insists that the lock file names the binaries of every other system too, and a lock file that was
  // written where a registry mirrors only some of them does not. Versions are those of the lock file all the same.
  run('npm', ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel=error'], { stdio: ['ignore', 2, 2] });
  writeFileSync(STAMP, wanted);
}

const mayInstall = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get');
const APT_INSTALL = ['install', '-y', '-qq', '--no-install-recommends'];

/**
 * The path of a program; installs Debian's when there is none and this is root.
 * @param {string} what Debian's package of it
 * @param {(string | undefined)[]} places where it may be
 * @param {string} variable the variable that says where else
 */
function findProgram(what, places, variable) {
  const found = () => places.find((path) => path && existsSync(path));
  if (!found() && mayInstall) {
    process.stderr.write(`Installing ${what} for the tests ...\n`);
    run('apt-get', ['update', '-qq'], { stdio: ['ignore', 2, 2] });
    run('apt-get', [...APT_INSTALL, what], { stdio: ['ignore', 2, 2] });
  }
  const path = found();
  if (path) return path;
  process.stderr.write(`These tests need ${what}. Install the package "${what}", or set ${variable} to one.\n`);
  process.exit(1);
}

/** The path of a Chromium. Its shell without windows is installed beside it where that is easy: tests are quicker with it, and run without. */
export function findChromium() {
  const path = findProgram(
    'chromium',
    [process.env.CHROMIUM_PATH, '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'],
    'CHROMIUM_PATH',
  );
  if (mayInstall && !existsSync(CHROMIUM_SHELL)) {
    const soon = ['-o', 'Acquire::Retries=0', '-o', 'Acquire::http::Timeout=10'];
    spawnSync('apt-get', [...soon, ...APT_INSTALL, 'chromium-headless-shell'], { stdio: 'ignore', timeout: 120_000 });
  }
  return path;
}

/** What tests of the host program need: Debian's packages, each with the program of it that is looked for. */
const SCREEN_PROGRAMS = { xvfb: 'Xvfb', xterm: 'xterm', 'x11-utils': 'xprop', 'x11-xkb-utils': 'setxkbmap' };

/** Installs an X server without a screen and what goes with it, where that can be done; tests that lack it are skipped, and say so. */
export function installScreen() {
  const missing = Object.entries(SCREEN_PROGRAMS).flatMap(([name, program]) =>
    existsSync(join('/usr/bin', program)) ? [] : [name],
  );
  if (missing.length === 0 || !mayInstall) return;
  process.stderr.write(`Installing ${missing.join(', ')} for the tests ...\n`);
  spawnSync('apt-get', ['update', '-qq'], { stdio: 'ignore', timeout: 120_000 });
  const { status } = spawnSync('apt-get', [...APT_INSTALL, ...missing], { stdio: 'ignore', timeout: 300_000 });
  if (status !== 0)
    process.stderr.write('That could not be done: tests of the host program on a display are skipped.\n');
}

/** The path of a Firefox. */
export const findFirefox = () =>
  findProgram(
    'firefox-esr',
    [],
    [process.env.FIREFOX_PATH, '/usr/bin/firefox-esr', '/usr/bin/firefox'],
    'FIREFOX_PATH',
  );

/** The path of a Python 3, in which a second reader and a second keyboard are written: the program itself, and no script that looks for it anew at each start. */
export function findPython() {
  const found = findProgram(
    'python3',
    [process.env.PYTHON_PATH, ...(process.env.PATH ?? '').split(':').map((folder) => join(folder, 'python3'))],
    'PYTHON_PATH',
  );
  const { stdout, status } = spawnSync(found, ['-c', 'import sys; print(sys.executable)'], { encoding: 'utf8' });
  return status === 0 && existsSync(stdout.trim()) ? stdout.trim() : found;
}
