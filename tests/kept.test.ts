/** What the page says of a person's work is so: with two windows, a killed browser, a store that refuses, and a bench that tears. */
import { afterEach, describe, expect, test } from '@jest/globals';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, ElementHandle, Page } from 'puppeteer-core';
import { parseProfiles } from '../src/core/files';
import { seeded } from '../src/core/hands';
import { runs, seed } from './runs';
import { useApp } from './app';
import {
  choose,
  downloads,
  goToBench,
  openBrowser,
  openPage,
  press,
  seeText,
  takeIn,
  temporaryFolder,
  textOf,
  wait,
} from './browser';

const app = useApp();
const SHOW_DESK = '/profile/demo-show-desk/layout';
const open = (path: string) => openPage(app.browser, `${app.server.url}${path}`);

/** Gives a key a line, as a person types it. */
async function assign(page: Page, key: string, line: string): Promise<void> {
  await page.bringToFront();
  await page.click(`[data-key="${key}"]`);
  await page.click('input[aria-label="Assign line"]', { count: 3 });
  await page.keyboard.type(line);
  await page.keyboard.press('Enter');
}
const seeKept = (page: Page): Promise<unknown> => page.waitForSelector('[data-keeping=kept]');

async function bring(page: Page, name: string, content: string | Uint8Array): Promise<void> {
  const path = join(temporaryFolder(), name);
  writeFileSync(path, content);
  const input = (await page.waitForSelector('input[aria-label="Profile files"]')) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(path);
}

/** Brings a file, and takes what it holds. */
async function bringIn(page: Page, name: string, content: string | Uint8Array): Promise<void> {
  await bring(page, name, content);
  await takeIn(page);
}

describe('two windows of one profile', () => {
  test('follow each other live, lose nothing, and undo together', async () => {
    const [one, two] = [await open(SHOW_DESK), await open(SHOW_DESK)];
    await one.page.waitForSelector('.layout-bench');
    await two.page.waitForSelector('.layout-bench');
    await assign(one.page, 'KeyB', 'F13');
    await seeText(two.page, '[data-key="KeyB"]', 'F13');
    await assign(two.page, 'KeyN', 'F14');
    await seeText(one.page, '[data-key="KeyN"]', 'F14');
    for (const { page } of [one, two]) {
      await page.bringToFront();
      await seeText(page, '[data-key="KeyB"]', 'F13');
      await seeKept(page);
    }
    await one.page.bringToFront();
    await one.page.click('[aria-label=Undo]');
    await seeText(two.page, '[data-key="KeyN"]', 'N');
    await two.page.bringToFront();
    await two.page.reload();
    await seeText(two.page, '[data-key="KeyB"]', 'F13');
    await two.page.waitForSelector('[aria-label=Undo]:not([disabled])');
    await two.page.click('[aria-label=Undo]');
    await seeText(one.page, '[data-key="KeyB"]', 'B');
    await seeKept(two.page);
    expect([one.complaints, two.complaints]).toEqual([[], []]);
    await one.page.close();
    await two.page.close();
  });

  test('one that is taken off the shelf in the other can be put back', async () => {
    const [one, two] = [await open('/shelf'), await open('/shelf')];
    await press(two.page, 'Plain Harrow 64');
    await two.page.waitForSelector('.layout-bench');
    await seeKept(two.page);
    await one.page.bringToFront();
    await seeText(one.page, '.shelf-card h2', 'Plain Harrow 64');
    await one.page.click('[aria-label="More for Plain Harrow 64"]');
    await choose(one.page, '.ant-dropdown-menu-item ::-p-text(Take off)');
    await seeText(two.page, 'main', 'Another window has taken this profile off the shelf');
    await two.page.bringToFront();
    await press(two.page, 'back');
    await two.page.waitForSelector('.layout-bench');
    await seeText(one.page, '.shelf-card h2', 'Plain Harrow 64');
    await one.page.close();
    await two.page.close();
  });
});

/** Breaks the browser's store in a new page before anything is loaded. */
async function openWith(breakStore: () => void): Promise<{ page: Page; complaints: string[] }> {
  const page = await app.browser.newPage();
  const complaints: string[] = [];
  page.on('pageerror', (error) => complaints.push(String(error)));
  await page.evaluateOnNewDocument(breakStore);
  await page.goto(`${app.server.url}/`);
  return { page, complaints };
}

describe('a store that refuses', () => {
  test('one that has no room: work goes on, plainly marked, and can be taken along', async () => {
    const { page, complaints } = await openWith(() => {
      IDBFactory.prototype.open = () => {
        throw new DOMException('no room', 'QuotaExceededError');
      };
    });
    // The first minutes come beside the board and take the focus: what is typed before that would be theirs.
    await page.waitForSelector('.first-cap:focus');
    await assign(page, 'KeyB', 'F13');
    await seeText(page, '[data-key="KeyB"]', 'F13');
    await seeText(page, '.not-kept-strip', 'the browser has no more room for this page');
    expect(await textOf(page, '[data-testid=save-state]')).toBe('not kept');
    const file = await downloads(page);
    await press(page, 'Save as a file');
    expect((await file()).toString()).toContain('"F13"');
    await page.click('.brand');
    await seeText(page, '.shelf-title', 'is gone when this window closes');
    expect(complaints).toEqual([]);
    // Leaving is warned of.
    const asked = new Promise<string>((resolve) =>
      page.once('dialog', (dialog) => {
        resolve(dialog.type());
        void dialog.accept();
      }),
    );
    await page.close({ runBeforeUnload: true });
    expect(await asked).toBe('beforeunload');
  });

  test('while it is refused, nothing that is imported or taken off is said to be done; later it is kept by itself', async () => {
    const { page } = await open('/shelf');
    await page.waitForSelector('.shelf-card');
    await page.evaluate(() => {
      for (const name of ['put', 'delete'] as const) {
        const real = IDBObjectStore.prototype[name] as (...args: unknown[]) => IDBRequest;
        IDBObjectStore.prototype[name] = function (this: IDBObjectStore, ...args: unknown[]) {
          if ((window as unknown as { isFull: boolean }).isFull) throw new DOMException('full', 'QuotaExceededError');
          return real.apply(this, args);
        } as never;
      }
      (window as unknown as { isFull: boolean }).isFull = true;
    });
    const profile = JSON.parse(readFileSync('demo/show-desk.json', 'utf8')) as { id: string; name: string };
    await bringIn(page, 'tour.json', JSON.stringify({ ...profile, id: 'tour', name: 'On tour' }));
    await seeText(page, '.ant-message', 'is on the shelf, but not kept: the browser has no more room');
    await page.click('[aria-label="More for Prompt book"]');
    await choose(page, '.ant-dropdown-menu-item ::-p-text(Take off)');
    await seeText(page, '.ant-message', '“Prompt book” could not be taken off the shelf');
    await seeText(page, '.shelf-card h2', 'Prompt book');
    await seeText(page, '.shelf-title', ' not kept: the browser has no more room');
    await page.evaluate(() => {
      (window as unknown as { isFull: boolean }).isFull = false;
    });
    await press(page, 'Try again');
    await seeText(page, '.shelf-title', ', kept in this browser');
    await page.reload();
    await seeText(page, '.shelf-card h2', 'On tour');
    await page.close();
  });

  test('a browser that throws its store away gets everything again', async () => {
    const { page } = await open(SHOW_DESK);
    await page.waitForSelector('.layout-bench');
    await assign(page, 'KeyM', 'F15');
    await seeKept(page);
    await page.evaluate(
      () =>
        new Promise<void>((resolve) => {
          const gone = indexedDB.deleteDatabase('underloom');
          gone.onsuccess = () => resolve();
        }),
    );
    await wait(1500);
    await page.reload();
    await seeText(page, '[data-key="KeyM"]', 'F15');
    await page.click('.brand');
    await seeText(page, '.shelf-card h2', 'Prompt book');
    await page.close();
  });
});

test('a bench that tears says what is kept, takes back the last change, and hands over a file that opens', async () => {
  const { page } = await open(SHOW_DESK);
  await page.waitForSelector('.layout-bench');
  await assign(page, 'KeyV', 'F16');
  await seeKept(page);
  await page.evaluate(() => {
    const real = Array.prototype.toReversed;
    (window as unknown as { mend: () => void }).mend = () => {
      Array.prototype.toReversed = real;
    };
    Array.prototype.toReversed = () => {
      throw new Error('a moth in the ladder');
    };
  });
  await page.keyboard.press('PageUp');
  await seeText(page, '.torn', 'a moth in the ladder');
  await seeText(page, '.torn', 'All your profiles are kept in this browser.');
  expect(await textOf(page, '.benches')).toContain('Macros');
  const file = await downloads(page);
  await page.evaluate(() => (window as unknown as { mend: () => void }).mend());
  await press(page, 'Save all profiles as a file');
  const rescued = (await file()).toString();
  expect(parseProfiles(rescued).every((one) => 'profile' in one)).toBe(true);
  await press(page, 'Take back the last change: V on Base');
  await page.waitForSelector('.layout-bench');
  expect(await textOf(page, '[data-key="KeyV"]')).not.toContain('F16');
  await page.click('.brand');
  await page.waitForSelector('.shelf-card');
  await bring(page, 'rescue.json', rescued);
  await seeText(page, '.bring-in', 'is on the shelf already');
  await press(page, 'Not now');
  await page.close();
});

test('a store that a newer version has made is shown, said to be newer, and not written to', async () => {
  const profile = JSON.parse(readFileSync('demo/show-desk.json', 'utf8')) as Record<string, unknown>;
  const page = await app.browser.newPage();
  // A page of the same origin that opens no store.
  await page.goto(`${app.server.url}/icon.svg`);
  const store = (row: unknown): Promise<unknown> =>
    page.evaluate(
      (added) =>
        new Promise((resolve, reject) => {
          const opening = indexedDB.open('underloom', added ? 70 : undefined);
          opening.onupgradeneeded = () => opening.result.createObjectStore('profiles', { keyPath: 'id' }).put(added);
          opening.onerror = () => reject(new Error('not opened'));
          opening.onsuccess = () => {
            const reading = opening.result.transaction('profiles').objectStore('profiles').getAll();
            reading.onsuccess = () => {
              resolve([opening.result.version, [...opening.result.objectStoreNames], reading.result]);
              opening.result.close();
            };
          };
        }),
      row,
    );
  const made = await store({
    id: 'tomorrow',
    weave: 'twill',
    profile: { ...profile, id: 'tomorrow', name: 'From tomorrow' },
  });
  await page.goto(`${app.server.url}/shelf`);
  await seeText(page, '.shelf-title', 'a newer version of Underloom has written to this browser’s store');
  await seeText(page, '.shelf-card h2', 'From tomorrow');
  await page.goto(`${app.server.url}/profile/tomorrow/layout`);
  await page.waitForSelector('.layout-bench');
  await assign(page, 'KeyX', 'F17');
  await seeText(page, '[data-key="KeyX"]', 'F17');
  await page.waitForSelector('[data-keeping=notKept]');
  page.on('dialog', (dialog) => void dialog.accept());
  await page.goto(`${app.server.url}/icon.svg`);
  expect(await store(undefined)).toEqual(made);
  await page.close();
});

describe('files from elsewhere', () => {
  const profile = JSON.parse(readFileSync('demo/show-desk.json', 'utf8')) as Record<string, unknown>;

  test('one that takes the place of mine is a step: undo brings mine back, and then what I did before', async () => {
    const { page } = await open(SHOW_DESK);
    await page.waitForSelector('.layout-bench');
    await assign(page, 'KeyX', 'F17');
    await seeText(page, '[data-key="KeyX"]', 'F17');
    await page.click('.brand');
    await page.waitForSelector('.shelf-card');
    await bring(page, 'mine.json', JSON.stringify({ ...profile, name: 'From the tour' }));
    await choose(page, '.bring-in .ant-segmented-item ::-p-text(take theirs)');
    await takeIn(page);
    await seeText(page, '.shelf-card h2', 'From the tour');
    await seeText(page, '.shelf-title', 'kept in this browser');
    await page.goto(`${app.server.url}${SHOW_DESK}`);
    await page.waitForSelector('[aria-label=Undo]:not([disabled])');
    await page.click('[aria-label=Undo]');
    await seeText(page, '.bar-profile', 'Show desk');
    await seeText(page, '[data-key="KeyX"]', 'F17');
    await page.click('[aria-label=Undo]');
    await page.waitForFunction(() => !document.querySelector('[data-key="KeyX"]')?.textContent?.includes('F17'));
    await seeKept(page);
    await page.close();
  });

  test('encodings: UTF-16 with a mark is read, Latin-1 is refused; names keep their direction', async () => {
    const { page, complaints } = await open('/shelf');
    await page.waitForSelector('.shelf-card');
    const text = JSON.stringify({ ...profile, id: 'wide', name: 'Bühne ✓' });
    await bringIn(page, 'wide.json', Buffer.from(`\uFEFF${text}`, 'utf16le'));
    await seeText(page, '.shelf-card h2', 'Bühne ✓');
    await bring(page, 'latin.json', Buffer.from(JSON.stringify({ ...profile, id: 'l', name: 'Bühne' }), 'latin1'));
    await seeText(page, '.ant-message', 'latin.json: the whole file: is not UTF-8 text');
    await bring(page, 'long.json', JSON.stringify({ format: 'x'.repeat(7_000_000) }));
    await seeText(page, '.ant-message', 'long.json: format: must be "underloom-profile", found "xxx');
    expect((await textOf(page, '.ant-message')).length).toBeLessThan(600);
    await bring(page, 'deep.json', '['.repeat(200_000) + ']'.repeat(200_000));
    await seeText(page, '.ant-message', 'is nested deeper than 40 levels');
    await bringIn(page, 'turned.json', JSON.stringify({ ...profile, id: 'turned', name: 'במה' }));
    await seeText(page, '.shelf-card h2 bdi', 'במה');
    expect(complaints).toEqual([]);
    await page.close();
  });

  test('a profile named after what every object has opens on every bench, and none does what the content policy refuses', async () => {
    const { page, complaints } = await open('/shelf');
    await page.exposeFunction('policyRefuses', (what: string) => complaints.push(what));
    await page.evaluateOnNewDocument(() => {
      document.addEventListener('securitypolicyviolation', ({ violatedDirective, blockedURI, sourceFile }) =>
        (window as unknown as { policyRefuses: (what: string) => void }).policyRefuses(
          `${violatedDirective} ${blockedURI} ${sourceFile ?? ''}`,
        ),
      );
    });
    await page.goto(`${app.server.url}/index.html`);
    await page.waitForSelector('.shelf-card');
    await bringIn(page, 'odd.json', JSON.stringify({ ...profile, id: 'constructor', name: 'Odd' }));
    await seeText(page, '.shelf-card h2', 'Odd');
    await page.goto(`${app.server.url}/profile/constructor/layout`);
    await page.waitForSelector('.layout-bench');
    for (const [bench, sign] of [
      ['Travel', '.travel-bench'],
      ['Macros', '.macros-bench'],
      ['Trial', '.trial-main'],
      ['Text', '.cm-content'],
      ['Device', '.device-bench'],
    ] as const) {
      await goToBench(page, bench);
      await page.waitForSelector(sign);
      await wait(200);
    }
    for (const id of ['.', '..', '__proto__']) {
      await page.goto(`${app.server.url}/shelf`);
      await page.waitForSelector('.shelf-card');
      await bring(page, 'bad.json', JSON.stringify({ ...profile, id }));
      await seeText(page, '.ant-message', 'id: must be 1 to 40 letters, digits');
    }
    expect(complaints).toEqual([]);
    await page.close();
  });
});

test('a macro asks the computer for something by name; what a keyboard cannot say is refused, and nothing is lost', async () => {
  const { page, complaints } = await open('/profile/demo-show-desk/macros');
  await choose(page, '::-p-text(Ask the computer)');
  await choose(page, '.macro-asks .ant-select');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await choose(page, '.macro-asks input.ant-input');
  await page.keyboard.type('Cue é');
  await seeText(page, '.macro-asks [role=alert]', 'plain letters');
  await page.keyboard.press('Backspace');
  await page.keyboard.type('desk');
  await seeText(page, '[data-part=macro-card]', 'First it asks the computer to start “Cue desk”.');
  await page.waitForSelector('[data-keeping=kept]');
  await page.reload();
  await seeText(page, '[data-part=macro-card]', 'First it asks the computer to start “Cue desk”.');
  await page.click('[aria-label=Undo]');
  await page.waitForFunction(() => !document.querySelector('[data-part=macro-card]')?.textContent?.includes('First'));
  expect(complaints).toEqual([]);
  await page.close();
});

describe('drafts that cannot run', () => {
  test('a macro with a score that no key makes, in its repeated part: the bench says why, also after a reload', async () => {
    const { page, complaints } = await open('/profile/demo-show-desk/macros');
    await page.waitForSelector('.macros-bench');
    await choose(page, '.ant-segmented-item ::-p-text(Repeated)');
    await page.click('input[aria-label="The score as a line"]', { count: 3 });
    await page.keyboard.type('"é"');
    await page.keyboard.press('Enter');
    await seeText(page, '[data-part=macro-card]', 'It cannot be played yet');
    await press(page, 'Play');
    await seeText(page, '.played', 'It cannot be played');
    await page.waitForSelector('[data-keeping=kept]');
    await page.reload();
    await seeText(page, '[data-part=macro-card]', 'It cannot be played yet');
    await page.waitForSelector('[aria-label=Undo]:not([disabled])');
    await page.click('[aria-label=Undo]');
    await page.waitForFunction(
      () => !document.querySelector('[data-part=macro-card]')?.textContent?.includes('cannot be played'),
    );
    expect(complaints).toEqual([]);
    await page.close();
  });
});

/** The browser that is to be killed, also when a test ends before it is. */
let running: Browser | undefined;
afterEach(() => void running?.process()?.kill('SIGKILL'));

test('killed at any moment after an edit, the browser has everything that was called kept', async () => {
  const userData = temporaryFolder();
  const random = seeded(seed());
  /** How long the note of a key was when the page said that it was kept, and how long it was typed. */
  let saidKept = 0;
  let typed = 0;
  for (const [kill, letter] of [...'ABCDEFGHIJKLMNOPQRST'].slice(0, 1 + runs(1)).entries()) {
    const browser = await openBrowser(userData);
    running = browser;
    const { page } = await openPage(browser, `${app.server.url}${SHOW_DESK}`);
    await page.waitForSelector('.layout-bench');
    const noteLength = (): Promise<number> =>
      page.$eval('#key-note', (input) => (input as HTMLTextAreaElement).value.length);
    if (kill > 0) {
      await page.click(`[data-key="Key${String.fromCharCode(letter.charCodeAt(0) - 1)}"]`);
      // The card follows the click when the page has come to it.
      let found = await noteLength();
      for (let n = 0; n < 100 && found < saidKept; n++) {
        await wait(30);
        found = await noteLength();
      }
      expect(found).toBeGreaterThanOrEqual(saidKept);
      expect(found).toBeLessThanOrEqual(typed);
    }
    await page.click(`[data-key="Key${letter}"]`);
    // Parts of the card may still be coming, and move what is clicked.
    for (let n = 0; n < 20; n++) {
      await page.click('#key-note', { count: 3 });
      if (await page.evaluate(() => document.activeElement?.id === 'key-note')) break;
    }
    await page.keyboard.press('Delete');
    typed = 0;
    saidKept = 0;
    const untilMs = Date.now() + 200 + random() * 1500;
    while (Date.now() < untilMs && typed < 380) {
      await page.keyboard.type('x');
      typed++;
      // What the page says is kept is kept, whatever comes.
      if (random() < 0.2 && (await page.$('[data-keeping=kept]'))) saidKept = typed;
    }
    const gone = new Promise((resolve) => browser.process()?.once('exit', resolve));
    browser.process()?.kill('SIGKILL');
    await gone;
  }
});
