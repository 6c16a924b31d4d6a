import { describe, expect, test } from '@jest/globals';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { useApp } from './app';
import {
  choose,
  hands,
  listen,
  openPage,
  press,
  quickHands,
  seeText,
  temporaryFolder,
  textOf,
  saveToKeyboard,
  goToBench,
  wait,
} from './browser';

const app = useApp();

/** A tap of A writes a, A held with J inside is Ctrl+J. */
async function feelTheKey(page: Page): Promise<void> {
  await listen(page);
  await quickHands(page, '+KeyA 40 -KeyA');
  await wait(900);
  await seeText(page, '[data-testid=host-text]', 'a');
  await hands(page, '+KeyA 950 +KeyJ 40 -KeyJ 30 -KeyA 60');
  await seeText(page, '[data-testid=host-text]', 'a[Ctrl+J]');
  await seeText(page, '[data-testid=decisions]', 'it was down for 830 ms');
}

/** A tap and a hold for A, in words. */
async function giveTheKey(page: Page): Promise<void> {
  await page.click('[data-key="KeyA"]');
  await page.click('input[aria-label="Assign line"]', { count: 3 });
  await page.keyboard.type('tap A, hold Ct');
  await seeText(page, '.completion', 'the key Control');
  await page.keyboard.type('rl');
  await page.keyboard.press('Enter');
  await seeText(
    page,
    '.sentences',
    'Held for 180 ms, or as soon as another key goes down and up inside it, it holds Control until you let go.',
  );
  await seeText(page, '[data-key="KeyA"]', 'Ctrl');

  // A long time to decide, so that a slow machine's tap is a tap.
  await page.$eval('.hold-mark', (mark) => (mark as SVGElement).focus());
  const holdAfterMs = (): Promise<number> =>
    page.$eval('.hold-mark', (mark) => Number(mark.getAttribute('aria-valuenow')));
  for (let ms = await holdAfterMs(); ms < 800; ms = await holdAfterMs()) {
    await page.keyboard.press('PageUp');
    await page.waitForFunction(
      (before) => document.querySelector('.hold-mark')?.getAttribute('aria-valuenow') !== String(before),
      { polling: 10 },
      ms,
    );
  }
  await seeText(page, '.sentences', 'Held for 830 ms');
}

describe('the first two minutes', () => {
  test('give a key a tap and a hold, feel it, save it, close everything, and find it still there', async () => {
    const first = await openPage(app.browser, app.server.url);
    const { page } = first;
    await page.waitForSelector('.layout-bench');
    expect(await textOf(page, '.bar-profile')).toContain('Show desk');

    await giveTheKey(page);
    await page.click('.benches a[href$="/trial"]');
    await feelTheKey(page);

    await press(page, 'Stop listening');
    await saveToKeyboard(page);
    expect(first.complaints).toEqual([]);
    await page.close();

    await app.restart();

    const again = await openPage(app.browser, app.server.url);
    await again.page.waitForSelector('.shelf-card');
    await again.page.click('.shelf-card a');
    await seeText(again.page, '[data-key="KeyA"]', 'Ctrl');
    await seeText(again.page, '.save-button', 'In the keyboard');
    await again.page.click('.benches a[href$="/trial"]');
    await choose(again.page, '.ant-segmented-item:nth-child(2)');
    await seeText(again.page, '.ant-segmented-item-selected', 'what is saved: Show desk');
    await feelTheKey(again.page);
    expect(again.complaints).toEqual([]);
    await again.page.close();
  });

  test('what is in the keyboard is played even when the draft has moved on, and the server may go away meanwhile', async () => {
    const { page } = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/layout`);
    await page.waitForSelector('.layout-bench');
    await giveTheKey(page);
    await saveToKeyboard(page);
    await page.click('[data-key="KeyA"]');
    await page.keyboard.press('Delete');
    await seeText(page, '.sentences', 'It passes');
    await seeText(page, '.save-button', 'Save to keyboard');
    await page.click('.benches a[href$="/device"]');
    await seeText(page, '.change-list', 'tap A, hold Ctrl → pass');
    await page.click('.benches a[href$="/trial"]');
    await choose(page, '.ant-segmented-item:nth-child(2)');
    await feelTheKey(page);

    await app.restart(async () => {
      await seeText(page, '.link-state', 'not connected');
      await seeText(page, '.trial-reason', 'not connected');
    });
    await seeText(page, '.link-state', 'connected');
    await page.waitForSelector('.trial-main');
    await page.close();
  });

  test('what another page has written meanwhile is not replaced unseen', async () => {
    const first = await openPage(app.browser, `${app.server.url}/profile/demo-prompt-book/layout`);
    await seeText(first.page, '.save-button', 'Save to keyboard');
    const second = await openPage(app.browser, `${app.server.url}/shelf`);
    await press(second.page, 'Plain Twill 42');
    await saveToKeyboard(second.page);
    await first.page.bringToFront();
    // The first page has heard of it: what is in slot 1 now stays, and its own profile goes to the next free slot.
    await saveToKeyboard(first.page);
    await seeText(first.page, '.bar-profile', 'slot 2');
    await goToBench(first.page, 'Device');
    await seeText(first.page, '[data-testid=slot-1]', 'Plain Twill 42');
    await first.page.close();
    await second.page.close();
  });

  test('pressing drawn keys plays them, and letting go lets go', async () => {
    const { page } = await openPage(app.browser, `${app.server.url}/profile/demo-prompt-book/trial`);
    await page.waitForSelector('.trial-main');
    const key = await page.$('[data-key="L1-1"]');
    const box = await key!.boundingBox();
    await page.mouse.move(box!.x + 10, box!.y + 10);
    await page.mouse.down();
    await seeText(page, '[data-testid=held]', 'Tab');
    await page.mouse.up();
    await seeText(page, '[data-testid=held]', 'nothing');
    await listen(page);
    await hands(page, '+KeyQ 30 +ShiftLeft');
    await seeText(page, '[data-testid=held]', 'Shift');
    await press(page, 'Let go of everything');
    await seeText(page, '[data-testid=held]', 'nothing');
    await hands(page, '-KeyQ -ShiftLeft 20 +Tab 300 -Tab');
    await page.evaluate(() => window.dispatchEvent(new Event('blur')));
    await page.close();
  });

  test('looking back event by event, and running a strokes file', async () => {
    const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-prompt-book/trial`);
    await page.waitForSelector('.trial-main');
    const file = join(temporaryFolder(), 'hand.csv');
    const rows = ['L1-2', 'L1-3', 'L1-4'].flatMap((key, n) => [
      `${n * 400_000},${key},3500`,
      `${n * 400_000 + 60_000},${key},0`,
    ]);
    writeFileSync(file, `t_us,key,depth_um\n${rows.join('\n')}\n`);
    const input = (await page.waitForSelector('input[aria-label="Strokes file"]')) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(file);
    await seeText(page, '[data-testid=host-text]', 'qwe');
    await choose(page, '.on-host');
    await seeText(page, '[data-part=why]', 'It came at once.');
    await press(page, 'Close');
    await page.$eval('.look-back [role=slider]', (slider) => (slider as SVGElement).focus());
    for (let n = 0; n < 5; n++) await page.keyboard.press('ArrowLeft');
    await seeText(page, '.look-back', 's ago');
    await press(page, 'Back to now');
    await seeText(page, '.look-back', 'now');

    writeFileSync(file, 't_us,key,depth_um\n0,KeyA,3500\n');
    await input.uploadFile(file);
    await seeText(page, '.ant-message', 'line 2: the Twill 42 has no key "KeyA". Nothing was played.');
    expect(complaints).toEqual([]);
    await page.close();
  });

  test('a window that loses the focus lifts every finger', async () => {
    const { page } = await openPage(app.browser, `${app.server.url}/profile/demo-prompt-book/trial`);
    await page.waitForSelector('.trial-main');
    await listen(page);
    await hands(page, '+KeyQ');
    await seeText(page, '[data-testid=held]', 'Q');
    await page.evaluate(() => window.dispatchEvent(new Event('blur')));
    await seeText(page, '[data-testid=held]', 'nothing');
    await page.close();
  });
});
