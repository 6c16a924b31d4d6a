/** Browsers without a screen, started with what this machine needs; `puppeteer-core` drives them. */
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer from 'puppeteer-core';
import { CHROMIUM_SHELL } from '../scripts/setup.mjs';

const CHROMIUM = [process.env.CHROMIUM_PATH, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(
  (path) => path !== undefined && existsSync(path),
);

/**
 * Debian's same Chromium without windows, tabs and what belongs to them: a page costs a quarter less in it. It keeps nothing when it ends, so
 * it is for browsers that are shared. Where it is missing, the whole one does.
 */
const SHELL = [CHROMIUM_SHELL, CHROMIUM].find((path) => path !== undefined && existsSync(path));

const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--lang=en',
];

/**
 * A page of a test is opened, asked a few things, and left: what makes a long visit quick costs it more than it gains. Compiling twice,
 * and collecting what is small yet take a fifth of the processor's time of all these tests.
 */
const FOR_SHORT_VISITS = [
  '--js-flags=--no-maglev,--min-semi-space-size=32,--initial-heap-size=256,--invocation-count-for-turbofan=60000',
];

export const VIEW = { width: 1280, height: 800 };

/** A folder that is gone when the process ends. */
function temporaryFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'underloom-'));
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  return folder;
}

/**
 * Starts a browser.
 * @param {string} [userDataDir] where it keeps what it keeps; a new empty folder when left out
 */
export const launch = (userDataDir = temporaryFolder()) => start(CHROMIUM, userDataDir, FLAGS);

/**
 * Starts one with a window on a display of X.
 * @param {string} display
 */
export const launchOn = (display) =>
  puppeteer.launch({
    executablePath: CHROMIUM,
    headless: false,
    userDataDir: temporaryFolder(),
    defaultViewport: null,
    args: [...FLAGS, '--window-position=0,0', '--window-size=1200,760'],
    env: { ...process.env, DISPLAY: display, LANG: 'C.UTF-8', LC_ALL: 'C.UTF-8' },
  });

/** Starts a browser that many tests share, one after the other. */
export const launchShared = () => start(SHELL, temporaryFolder(), [...FLAGS, ...FOR_SHORT_VISITS]);

function start(executablePath, userDataDir, args) {
  if (!executablePath) throw new Error('no Chromium; `npm test` installs it, or set CHROMIUM_PATH');
  return puppeteer.launch({
    executablePath,
    headless: true,
    args,
    userDataDir,
    defaultViewport: VIEW,
  });
}

/** Starts Debian's Firefox, which is driven through WebDriver BiDi. */
export const launchFirefox = () =>
  puppeteer.launch({
    browser: 'firefox',
    executablePath: process.env.FIREFOX_PATH ?? '/usr/bin/firefox-esr',
    headless: true,
    defaultViewport: VIEW,
  });

/** A browser that runs already. */
export const connect = (browserWSEndpoint) => puppeteer.connect({ browserWSEndpoint, defaultViewport: VIEW });
