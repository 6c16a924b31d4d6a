/** Every view in Debian's Firefox: it opens without a complaint; and a person's whole way there: edit, reload, type, save. */
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Browser } from 'puppeteer-core';
import type { RunningServer } from '../../src/server/server';
import { hands, listen, openPage, saveToKeyboard, seeText, temporaryFolder, textOf, world } from '../browser';
import { VIEWS } from '../views';

let browser: Browser;
let server: RunningServer;
const at = (path: string): string => `http://127.0.0.1:${server.port}${path}`;
beforeAll(async () => {
  [browser, server] = await Promise.all([
    world().launchFirefox(),
    world().serve({ port: 0, dataFolder: temporaryFolder(), appFolder: 'dist' }),
  ]);
});
afterAll(async () => {
  await browser.close();
  await server.stop();
});

/** What is brought as a file is tried in Chromium. */
const WITHOUT_FILES = VIEWS.filter(([view]) => view !== 'what was brought');

test.each(WITHOUT_FILES)('%s', async (_view, path, ready, open) => {
  const { page, complaints } = await openPage(browser, at(path));
  await page.waitForSelector(ready);
  await open(page);
  expect(complaints).toEqual([]);
  await page.close();
});

test('a key is given a line, which is there after a reload, is played, and is saved to the keyboard', async () => {
  const { page, complaints } = await openPage(browser, at('/profile/demo-show-desk/layout'));
  await (await page.waitForSelector('[data-key="KeyB"]'))?.click();
  await page.click('input[aria-label="Assign line"]', { count: 3 });
  await page.keyboard.type('type "yarn"');
  await page.keyboard.press('Enter');
  await page.waitForSelector('[data-keeping=kept]');
  await page.reload();
  await seeText(page, '[data-key="KeyB"]', 'yar');
  await saveToKeyboard(page);
  await page.goto(at('/profile/demo-show-desk/trial'));
  await page.waitForSelector('.trial-main');
  await listen(page);
  await hands(page, '+KeyB 40 -KeyB 400');
  await page.keyboard.press('F10');
  expect(await textOf(page, '[data-testid=host-text]')).toContain('yarn');
  expect(complaints).toEqual([]);
});
