/** A profile through its life: a variant that follows its base, snapshots to go back to, roles, two keys that change places, and the sheet on paper. */
import { expect } from '@jest/globals';
import { PDFDocument } from 'pdf-lib';
import type { Page } from 'puppeteer-core';
import { useApp } from './app';
import { choose, downloads, openPage, press, seeText, textOf, wait } from './browser';
import { test } from './turns';

const app = useApp();
const open = (path: string) => openPage(app.browser, `${app.server.url}${path}`);
const kept = (page: Page): Promise<unknown> => page.waitForSelector('[data-keeping=kept]');

async function more(page: Page, name: string, item: string): Promise<void> {
  await page.click(`[aria-label="More for ${name}"]`);
  await choose(page, `.ant-dropdown-menu-item ::-p-text(${item})`);
}

/** Gives a key a line, as a person types it. */
async function assign(page: Page, key: string, line: string): Promise<void> {
  await page.bringToFront();
  await page.click(`[data-key="${key}"]`);
  await page.click('input[aria-label="Assign line"]', { count: 3 });
  await page.keyboard.type(line);
  await page.keyboard.press('Enter');
}

test('a variant follows its base, in another window too; what it changes is marked; a clash is told, decided, and stays decided', async () => {
  const { page, complaints } = await open('/shelf');
  await page.waitForSelector('.shelf-card');
  await more(page, 'Show desk', 'A variant that rests on it');
  await seeText(page, '.shelf-card', 'rests on Show desk · 0 differences');
  await page.click('[aria-label="Open Show desk, variant"]');
  await page.waitForSelector('.layout-bench');
  const address = page.url();
  await assign(page, 'KeyB', 'F13');
  await seeText(page, '.rests-on', 'changes 1 thing of it');
  expect(await page.$eval('[data-key="KeyB"]', (cap) => cap.classList.contains('own-change'))).toBe(true);
  await kept(page);

  const base = await open('/profile/demo-show-desk/layout');
  await base.page.waitForSelector('.layout-bench');
  await assign(base.page, 'KeyN', 'F14');
  await kept(base.page);
  await seeText(page, '[data-key="KeyN"]', 'F14');
  expect(await textOf(page, '[data-key="KeyB"]')).toContain('F13');

  await assign(base.page, 'KeyB', 'F15');
  await kept(base.page);
  await page.bringToFront();
  await seeText(page, '.rests-on', '1 clash');
  await seeText(page, '.clash', 'both have changed it: here F13');
  await page.reload();
  await seeText(page, '.clash', 'both have changed it');
  await press(page, 'Take the base’s');
  await seeText(page, '[data-key="KeyB"]', 'F15');
  await page.waitForSelector('.clash', { hidden: true });
  await page.click('[aria-label=Undo]');
  await seeText(page, '[data-key="KeyB"]', 'F13');
  await press(page, 'Flatten');
  await page.waitForSelector('.rests-on', { hidden: true });
  await kept(page);
  await assign(base.page, 'KeyN', 'F16');
  await kept(base.page);
  await page.goto(address);
  await seeText(page, '[data-key="KeyN"]', 'F14');
  expect([...complaints, ...base.complaints]).toEqual([]);
  await base.page.close();
  await page.close();
});

test('a base cannot be taken from under a variant: it is made whole first', async () => {
  const { page } = await open('/shelf');
  await page.waitForSelector('.shelf-card');
  await more(page, 'Prompt book', 'A variant that rests on it');
  await seeText(page, '.shelf-card', 'rests on Prompt book');
  await more(page, 'Prompt book', 'Take off');
  await seeText(page, '.ant-modal', '“Prompt book, variant” rests on this profile');
  await press(page, 'Make them independent, and take this off');
  await seeText(page, '.ant-message', 'is off the shelf');
  await seeText(page, '.shelf-title', 'kept in this browser');
  await page.reload();
  await seeText(page, '.shelf-card h2', 'Prompt book, variant');
  expect(await textOf(page, '.shelf-grid')).not.toContain('rests on Prompt book');
  await page.close();
});

test('a named snapshot says what has changed since, and is gone back to in one step', async () => {
  const { page, complaints } = await open('/history/demo-sound-pad');
  await page.waitForSelector('.history-main');
  await page.type('[aria-label="Name of the snapshot"]', 'opening night');
  await press(page, 'Keep it as it is now');
  await seeText(page, '.history-list', 'opening night');
  await seeText(page, '[data-part=history-since]', 'Nothing has changed since');
  await page.goto(`${app.server.url}/profile/demo-sound-pad/layout`);
  await page.waitForSelector('.layout-bench');
  await assign(page, 'Numpad5', 'F20');
  await kept(page);
  await page.goto(`${app.server.url}/history/demo-sound-pad`);
  await choose(page, '.history-list button ::-p-text(opening night)');
  await seeText(page, '[data-part=history-since]', 'Since then: 1 key');
  await seeText(page, '[data-part=history-since]', '(F20)');
  await press(page, 'Go back to this');
  await seeText(page, '[data-part=history-since]', 'Nothing has changed since');
  await seeText(page, '.history-steps', 'back to opening night');
  await press(page, 'Undo');
  await seeText(page, '[data-part=history-since]', '(F20)');
  await choose(page, '[data-part=history-since] a ::-p-text(Compare)');
  await seeText(page, '.compare-table', 'F20');
  await seeText(page, '.compared-heads', 'opening night');
  expect(complaints).toEqual([]);
  await page.close();
});

test('roles: made, named, given to keys, hidden; a pale colour is warned of', async () => {
  const { page, complaints } = await open('/profile/demo-show-desk/layout');
  await page.waitForSelector('.layout-bench');
  await page.click('[data-key="KeyX"]');
  await press(page, 'roles');
  await press(page, 'New role');
  await (await page.waitForSelector('[aria-label="Name of role 5"]'))!.click({ count: 3 });
  await page.keyboard.type('Fog');
  await choose(page, '.roles li:nth-child(5) ::-p-text(Give to X)');
  await seeText(page, '.roles li:nth-child(5)', '1 key');
  await page.click('[aria-label="Move Fog up"]');
  await page.waitForFunction(
    () => (document.querySelector('.roles li:nth-child(4) input') as HTMLInputElement | null)?.value === 'Fog',
  );
  await page.click('.roles li:nth-child(4) .role-color');
  await page.waitForSelector('.ant-color-picker-hex-input input');
  await page.click('.ant-color-picker-hex-input input', { count: 3 });
  await page.keyboard.type('FFEE99');
  await page.keyboard.press('Enter');
  await seeText(page, '.roles .field-reason', 'hard to see on linen');
  await page.keyboard.press('Escape');
  await page.click('[aria-label="Show Fog on the board"]');
  await kept(page);
  expect(complaints).toEqual([]);
  await page.close();
});

test('two keys change places everywhere, in one step', async () => {
  const { page, complaints } = await open('/profile/demo-show-desk/layout');
  await page.waitForSelector('.layout-bench');
  await page.click('[data-key="KeyF"]');
  await press(page, 'Everywhere');
  await seeText(page, '.ant-modal', 'Change places everywhere');
  await choose(page, '.swap-line .ant-select:last-of-type');
  await page.keyboard.type('Semicolon');
  await page.keyboard.press('Enter');
  await seeText(page, '.ant-modal', 'On every layer');
  await choose(page, '.ant-modal .ant-btn-primary');
  await seeText(page, '[data-key="Semicolon"]', 'F');
  await page.click('[aria-label=Undo]');
  await seeText(page, '[data-key="KeyF"]', 'F');
  expect(complaints).toEqual([]);
  await page.close();
});

test('the legend sheet on paper: pages of their size, labels as wide as their keys; as PDF and SVG too', async () => {
  const { page, complaints } = await open('/sheet/demo-show-desk');
  await page.waitForSelector('.sheet-page');
  await choose(page, '.ant-segmented-item ::-p-text(labels to cut)');
  await seeText(page, '.sheet-page', 'labels at true size, page 2');
  await page.emulateMediaType('print');
  // CSS pixels are 1/96 of an inch on paper (CSS Values and Units, section 6.2).
  const widths = await page.$$eval('.sheet-page:first-child polygon[stroke-dasharray]', (outlines) =>
    outlines.slice(0, 15).map((outline) => (outline.getBoundingClientRect().width / 96) * 25.4),
  );
  const units = [1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1];
  units.forEach((unit, n) => expect(Math.abs((widths[n] ?? 0) - unit * 19.05)).toBeLessThan(0.2));
  const printed = await PDFDocument.load(await page.pdf({ preferCSSPageSize: true, printBackground: true }));
  expect(printed.getPageCount()).toBe(await page.$$eval('.sheet-page', (pages) => pages.length));
  const first = printed.getPage(0);
  expect([first.getWidth(), first.getHeight()].map((points) => Math.round((points / 72) * 25.4))).toEqual([297, 210]);
  await page.emulateMediaType('screen');
  const pdf = await downloads(page, '.pdf');
  await press(page, 'Save as PDF');
  const made = await PDFDocument.load(await pdf());
  expect(made.getPageCount()).toBe(printed.getPageCount());
  const svg = await downloads(page, '.svg');
  await press(page, 'Save as SVG');
  expect((await svg()).toString()).toContain('width="297mm"');
  await wait(200);
  expect(complaints).toEqual([]);
  await page.close();
});
