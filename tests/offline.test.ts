/** After the first visit the page needs no server: it opens, keeps what is done, and its keyboard lives in a worker of the page. */
import { expect, test } from '@jest/globals';
import { openBrowser, openPage, saveToKeyboard, seeText, startApp, temporaryFolder, textOf } from './browser';

test('the server is gone: the page opens, edits are kept, and a profile is saved to the keyboard', async () => {
  const server = await startApp(temporaryFolder());
  const browser = await openBrowser();
  const { page } = await openPage(browser, `${server.url}/profile/demo-show-desk/layout`, { isInstalled: true });
  await page.waitForSelector('.layout-bench, main');
  const manifest = await page.$eval('link[rel=manifest]', (link) => (link as HTMLLinkElement).href);
  const { name, start_url: start } = await page.evaluate(
    async (url) => (await (await fetch(url)).json()) as { name: string; start_url: string },
    manifest,
  );
  expect([name, start]).toEqual(['Underloom', '/shelf']);
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await server.stop();

  await page.goto(`${server.url}/shelf`);
  await seeText(page, '.shelf-card h2', 'Show desk');
  await page.goto(`${server.url}/profile/demo-show-desk/layout`);
  await (await page.waitForSelector('[data-key="KeyB"]'))?.click();
  await page.click('input[aria-label="Assign line"]', { count: 3 });
  await page.keyboard.type('F13');
  await page.keyboard.press('Enter');
  await page.waitForSelector('[data-keeping=kept]');
  await seeText(page, '.link-state', 'connected');
  await saveToKeyboard(page);
  await page.reload();
  await seeText(page, '[data-key="KeyB"]', 'F13');
  await seeText(page, '.save-button', 'In the keyboard');
  for (const [path, sign] of [
    ['/compare?with=demo-show-desk,demo-prompt-book', '.compare-main'],
    ['/sheet/demo-show-desk', '.sheet-page'],
    ['/history/demo-show-desk', '.history-main'],
    ['/profile/demo-show-desk/text', '.cm-content'],
  ] as const) {
    await page.goto(`${server.url}${path}`);
    await page.waitForSelector(sign);
  }
  expect(await textOf(page, '.bar-profile')).toContain('Show desk');
  await browser.close();
});
