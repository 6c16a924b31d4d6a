/** The app as a person meets it: a real Chromium that drives the page, and the server as a process of its own where that is tested. */
import { spawn, type ChildProcess } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, BrowserContext, ConsoleMessage, ElementHandle, Page } from 'puppeteer-core';
import { temporaryFolder } from './folder';
import { borrow, lend, type Pool } from './pages';
import type { RunningServer, ServerOptions } from '../src/server/server';

/** What a worker has one of: `environment.mjs` puts it there. */
type World = {
  ownBrowser(): Promise<Browser>;
  launch(userDataDir?: string): Promise<Browser>;
  launchFirefox(): Promise<Browser>;
  serve(options: Pick<ServerOptions, 'port' | 'dataFolder' | 'appFolder'>): Promise<RunningServer>;
  /** Pages of the shared browser that wait for the next test. */
  pool: Pool;
  /** A page that is never closed, once it has been opened. */
  blank: { page: Page | null };
};
const own = (globalThis as { underloom?: World }).underloom;
export function world(): World {
  if (!own) throw new Error('only tests have a browser and a server of their worker');
  return own;
}

export { temporaryFolder };

export type AppServer = { url: string; stop(): Promise<void> };

/** The server's program, bundled: what Node is given to run it. */
export const SERVER_PROGRAM = ['dist-node/server/main.js'];

/** Starts the server as a process on a port (0: any free one) with its data in a folder, serving the built app of a folder. */
export async function startApp(dataFolder: string, port = 0, appFolder = 'dist'): Promise<AppServer> {
  if (!own) await (await import('../scripts/bundle.mjs')).bundleOf('server');
  const child: ChildProcess = spawn(process.execPath, SERVER_PROGRAM, {
    env: { ...process.env, PORT: String(port), UNDERLOOM_DATA: dataFolder, UNDERLOOM_APP: appFolder, NODE_OPTIONS: '' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const url = await new Promise<string>((resolve, reject) => {
    let said = '';
    const listen = (data: Buffer): void => {
      said += data.toString();
      const address = /http:\/\/127\.0\.0\.1:\d+/.exec(said)?.[0];
      if (address) resolve(address);
    };
    child.stdout?.on('data', listen);
    child.stderr?.on('data', listen);
    child.once('exit', () => reject(new Error(`the server stopped: ${said}`)));
  });
  return {
    url,
    stop: () =>
      new Promise((resolve) => {
        child.once('exit', () => resolve());
        child.kill('SIGTERM');
        setTimeout(() => child.kill('SIGKILL'), 5000).unref();
      }),
  };
}

/** A browser of one's own, which can be killed. @param userDataDir where it keeps what it keeps; a new empty folder when left out */
export async function openBrowser(userDataDir = temporaryFolder()): Promise<Browser> {
  // Benchmarks and pictures are made without Jest.
  const { launch } = own ?? (await import('./browsers.mjs'));
  return launch(userDataDir);
}

/**
 * A new page that collects what the browser complains about.
 * @param isInstalled whether the app may keep itself for times without a server, which is more work than all the rest of opening it
 */
export async function openPage(
  browser: Pick<Browser, 'newPage'> | BrowserContext,
  url: string,
  { isInstalled = false } = {},
): Promise<{ page: Page; complaints: string[] }> {
  const prepare = async (made: Page): Promise<void> => {
    tellWhatIsShown(made);
    if (isInstalled) return;
    await made.evaluateOnNewDocument(
      `if (navigator.serviceWorker) navigator.serviceWorker.register = () => new Promise(() => undefined)`,
    );
  };
  const isShared =
    own !== undefined && !isInstalled && 'browser' in browser && browser.browser() === (await own.ownBrowser());
  const page = await borrow(isShared ? own.pool : [], () => browser.newPage(), prepare);
  const complaints: string[] = [];
  const onError = (error: unknown): void => void complaints.push(String(error));
  const onConsole = (message: ConsoleMessage): void => {
    if (message.type() === 'error' && !/WebSocket|ERR_CONNECTION|Failed to load resource/.test(message.text()))
      complaints.push(message.text());
  };
  page.on('pageerror', onError);
  page.on('console', onConsole);
  if (isShared)
    lend(own.pool, page, () => {
      page.off('pageerror', onError);
      page.off('console', onConsole);
    });
  page.setDefaultTimeout(PATIENCE_MS);
  await page.bringToFront();
  await page.goto(url, { waitUntil: 'load' });
  return { page, complaints };
}

/** Whoever waits in vain is told what the page shows instead. */
function tellWhatIsShown(page: Page): void {
  const waitForSelector = page.waitForSelector.bind(page);
  page.waitForSelector = async (selector, options) => {
    try {
      return await waitForSelector(selector, options);
    } catch (error) {
      const shown = await page.evaluate(() => document.body.innerText).catch(String);
      throw new Error(`${String(error)}\n${page.url()} shows: ${shown.slice(0, 1500)}`, { cause: error });
    }
  };
}

/** What has not come after so long does not come, however slow and busy the machine is. */
const PATIENCE_MS = 60_000;

export const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** Waits until a text stands somewhere in an element. */
export async function seeText(page: Page, selector: string, text: string): Promise<void> {
  try {
    await page.waitForFunction(
      (where, wanted) => [...document.querySelectorAll(where)].some((element) => element.textContent?.includes(wanted)),
      // Polled by time, not by frame: a window behind another draws none.
      { timeout: PATIENCE_MS, polling: 60 },
      selector,
      text,
    );
  } catch {
    const found = await page.$$eval(selector, (elements) => elements.map((element) => element.textContent));
    throw new Error(`"${text}" is not in ${selector}; there is: ${JSON.stringify(found)}`);
  }
}

/** The button with this text, when it can be pressed. */
export async function press(page: Page, text: string): Promise<void> {
  await choose(page, `button:not([disabled]) ::-p-text(${text})`);
}

/** Presses the key of the simulated keyboard that says yes, when the keyboard asks. */
export async function sayYes(page: Page): Promise<void> {
  await (await page.waitForSelector('.yes-key'))?.click();
  await page.waitForSelector('.yes-key', { hidden: true });
}

/** Saves with the one button, says yes on the keyboard, and waits until it is in the keyboard. */
export async function saveToKeyboard(page: Page): Promise<void> {
  await press(page, 'Save to keyboard');
  await sayYes(page);
  await seeText(page, '.save-button', 'In the keyboard');
}

/** Clicks what a selector finds, once it is there. */
export async function choose(page: Page, selector: string): Promise<void> {
  for (let attempt = 1; ; attempt++) {
    const found = await page.waitForSelector(selector, { timeout: PATIENCE_MS });
    try {
      await found?.click();
      return;
    } catch (error) {
      // It may still be unfolding, or have been drawn anew; a person would try again too.
      if (attempt === 10) throw error;
      await wait(150);
    }
  }
}

/** Takes what was brought, once it is shown. */
export async function takeIn(page: Page): Promise<void> {
  await choose(page, '[data-part=bring-button]:not([disabled])');
  await page.waitForSelector('.bring-in', { hidden: true });
}

/** Brings a profile to the shelf of a page that shows it. */
export async function bringProfile(page: Page, profile: { name: string }): Promise<void> {
  const path = join(temporaryFolder(), 'profile.json');
  writeFileSync(path, JSON.stringify(profile));
  const input = (await page.waitForSelector('input[aria-label="Profile files"]')) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(path);
  await takeIn(page);
  await seeText(page, '.shelf-card h2', profile.name);
}

/** Lets the trial bench listen to the keyboard, and waits until it does. */
export async function listen(page: Page): Promise<void> {
  await press(page, 'Listen to my keyboard');
  await seeText(page, '.trial-listening', 'Listening');
}

/** Real key events with gaps in ms: `+KeyA 250 -KeyA`. */
export async function hands(page: Page, script: string): Promise<void> {
  for (const word of script.split(' ')) {
    if (/^\d+$/.test(word)) await wait(Number(word));
    else if (word.startsWith('+')) await page.keyboard.down(word.slice(1) as 'KeyA');
    else await page.keyboard.up(word.slice(1) as 'KeyA');
  }
}

/**
 * Fingers that no slow machine holds down for longer: `+KeyS +KeyH 40 -KeyH -KeyS`, so many ms apart (or 4), all in one task of the page, and with these times
 * whatever stands still between. The page hears events that it cannot tell from those of a keyboard but for their being made by itself.
 */
export async function quickHands(page: Page, script: string): Promise<void> {
  await page.evaluate((words) => {
    let atMs = performance.now();
    for (const word of words.split(' ')) {
      atMs += /^\d/.test(word) ? Number(word) : 4;
      while (performance.now() < atMs);
      if (/^\d/.test(word)) continue;
      const type = word.startsWith('+') ? 'keydown' : 'keyup';
      const code = word.slice(1);
      const event = new KeyboardEvent(type, {
        code,
        key: code === 'Space' ? ' ' : '',
        bubbles: true,
        cancelable: true,
      });
      Object.defineProperty(event, 'timeStamp', { value: atMs });
      document.activeElement?.dispatchEvent(event);
    }
  }, script);
}

/** Opens the story of a bar of the trial's lanes, by keyboard: on a slow machine it has gone too far to the left for a pointer. */
export async function openBar(page: Page, selector: string): Promise<void> {
  await page.waitForSelector(selector);
  await page.$eval(selector, (bar) => (bar as SVGElement).focus());
  await page.keyboard.press('Enter');
}

export const textOf = (page: Page, selector: string): Promise<string> =>
  page.$eval(selector, (element) => element.textContent ?? '');

/** Presses Tab until the focus is on what is wanted. */
export async function tabTo(page: Page, selector: string): Promise<void> {
  for (let n = 0; n < 80; n++) {
    if (await page.evaluate((wanted) => document.activeElement?.matches(wanted) ?? false, selector)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab does not lead to ${selector}`);
}

/** In the dialog of a new layer: takes the name that is offered, and no key that leads there. By keyboard. */
export async function layerWithoutKey(page: Page): Promise<void> {
  await page.waitForFunction(() => document.activeElement?.id === 'new-layer-name');
  // The dialog may put the focus on its first field once more while it opens.
  for (let settled = 0; settled < 3;) {
    const isInName = await page.evaluate(() => document.activeElement?.id === 'new-layer-name');
    if (isInName) await page.keyboard.press('Tab');
    settled = isInName ? 0 : settled + 1;
    await wait(100);
  }
  await page.keyboard.type('no key');
  // Enter takes what is marked in the list: it is pressed by somebody who sees it there.
  await page.waitForFunction(
    () => document.querySelector('.ant-select-item-option-active')?.textContent === 'no key yet',
  );
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => document.querySelector('.new-layer-how') === null);
  await tabTo(page, '.new-layer button[type=submit]');
  await page.keyboard.press('Enter');
  await seeText(page, '.ladder', 'Layer 2');
}

/** Goes to a bench by its shortcut, which its link tells. */
export async function goToBench(page: Page, name: string): Promise<void> {
  await page.waitForSelector('nav a[title^="Alt"]');
  const shortcut = await page.$$eval(
    'nav a',
    (links, wanted) => links.find((link) => link.textContent === wanted)?.title ?? '',
    name,
  );
  const digit = /\d/.exec(shortcut)?.[0] ?? '1';
  await hands(page, `+AltLeft +Digit${digit} -Digit${digit} -AltLeft`);
  // The bench that is left stays in sight, and takes clicks, until the other one has been fetched.
  await page.waitForFunction(
    (wanted) => document.querySelector('nav a[aria-current="page"][title^="Alt"]')?.textContent === wanted,
    { timeout: PATIENCE_MS, polling: 60 },
    name,
  );
}

/** The files that a page hands over go to a folder; what comes out waits for the first with an ending, and gives its bytes. */
export async function downloads(page: Page, ending = '.json'): Promise<() => Promise<Buffer>> {
  const folder = temporaryFolder();
  const session = await page.createCDPSession();
  await session.send('Page.setDownloadBehavior', { behavior: 'allow', downloadPath: folder });
  return async () => {
    for (let n = 0; n < 100; n++) {
      const file = readdirSync(folder).find((name) => name.endsWith(ending));
      if (file !== undefined) return readFileSync(join(folder, file));
      await wait(50);
    }
    throw new Error('nothing was handed over');
  };
}
