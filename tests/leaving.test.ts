/** A page that is left at once after something was done: closed, reloaded, or gone from. Nothing of it is lost. */
import { expect, jest, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { seeded } from '../src/core/hands';
import { useApp } from './app';
import { openPage, seeText, textOf, wait } from './browser';
import { runs, seed } from './runs';

jest.setTimeout(600_000);

const app = useApp();
const open = (path: string) => openPage(app.browser, `${app.server.url}/profile/demo-show-desk${path}`);

/** Ways to leave a page, and to be on it again. */
const WAYS: Readonly<Record<string, (page: Page) => Promise<Page>>> = {
  reloading: async (page) => {
    await page.reload();
    return page;
  },
  closing: async (page) => {
    await page.close();
    return (await open('/layout')).page;
  },
  'going elsewhere': async (page) => {
    await page.goto('about:blank');
    await page.goBack();
    return page;
  },
};

test.each(Object.entries(WAYS))('%s within 300 ms loses no edit', async (_, leave) => {
  let { page } = await open('/layout');
  const random = seeded(seed());
  const lost: string[] = [];
  for (let n = 0; n < runs(1); n++) {
    const code = `F${13 + (n % 12)}`;
    await page.waitForSelector('.layout-bench');
    await page.click('[data-key="KeyB"]');
    await page.click('input[aria-label="Assign line"]', { count: 3 });
    await page.keyboard.type(code);
    await page.keyboard.press('Enter');
    await page.waitForFunction(
      (wanted) => document.querySelector('[data-key="KeyB"]')?.textContent?.includes(wanted),
      { polling: 5 },
      code,
    );
    const afterMs = random() * 300;
    await wait(afterMs);
    page = await leave(page);
    await page.waitForSelector('.layout-bench');
    await page
      .waitForFunction((wanted) => document.querySelector('[data-key="KeyB"]')?.textContent?.includes(wanted), {}, code)
      .catch(async () =>
        lost.push(`${code} after ${afterMs.toFixed(0)} ms: ${await textOf(page, '[data-key="KeyB"]')}`),
      );
  }
  expect(lost).toEqual([]);
  await page.waitForSelector('[data-keeping=kept]');
  expect(
    await page.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith('underloom-leaving'))),
  ).toEqual([]);
  await page.close();
});

test('a window that stays has what was done in one that was closed at once', async () => {
  const [stays, goes] = [await open('/layout'), await open('/layout')];
  await goes.page.waitForSelector('.layout-bench');
  await goes.page.click('[data-key="KeyB"]');
  await goes.page.click('input[aria-label="Assign line"]', { count: 3 });
  await goes.page.keyboard.type('F15');
  await goes.page.keyboard.press('Enter');
  await goes.page.waitForFunction(() => document.querySelector('[data-key="KeyB"]')?.textContent?.includes('F15'), {
    polling: 5,
  });
  await goes.page.close();
  await stays.page.bringToFront();
  await seeText(stays.page, '[data-key="KeyB"]', 'F15');
  await stays.page.waitForSelector('[data-keeping=kept]');
  expect([stays.complaints, goes.complaints]).toEqual([[], []]);
  await stays.page.close();
});

test('a text that was typed just before is there', async () => {
  const { page } = await open('/text');
  await page.waitForSelector('.cm-content');
  await page.waitForFunction(() => document.querySelector('.cm-content')?.textContent?.includes('profile'));
  await page.click('.cm-content');
  await page.keyboard.down('Control');
  await page.keyboard.press('Home');
  await page.keyboard.up('Control');
  await page.keyboard.type('// a moth on the lamp\n');
  await page.reload();
  await page.waitForFunction(() => document.querySelector('.cm-content')?.textContent?.includes('a moth on the lamp'));
  await page.close();
});
