/** Boards of one's own: drawn, pressed in, given a profile, saved to their keyboard and tried; by pointer and by keyboard. */
import { expect } from '@jest/globals';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { familyById, startingBoard } from '../src/core/board';
import { useApp } from './app';
import {
  choose,
  downloads,
  listen,
  openPage,
  press,
  quickHands,
  saveToKeyboard,
  seeText,
  tabTo,
  takeIn,
  temporaryFolder,
  wait,
} from './browser';
import { test } from './turns';

const app = useApp();

const kept = (page: Page): Promise<unknown> => page.waitForSelector('[data-board-keeping=kept]');
const keyCount = (page: Page): Promise<number> => page.$$eval('.drawn-key', (keys) => keys.length);
const placeOf = (page: Page, key: string): Promise<string | null> =>
  page.$eval(`.drawn-key[data-key="${key}"]`, (element) => element.getAttribute('transform'));
const control = async (page: Page, key: 'KeyZ' | 'KeyY' | 'ArrowRight' | 'ArrowDown'): Promise<void> => {
  await page.keyboard.down('ControlLeft');
  await page.keyboard.press(key);
  await page.keyboard.up('ControlLeft');
};

async function boardFile(page: Page, text: string): Promise<void> {
  const path = join(temporaryFolder(), 'board.json');
  writeFileSync(path, text);
  const input = (await page.waitForSelector('input[aria-label="Board file"]')) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(path);
}

test('a small board is drawn and pressed in, a profile is made on it, saved to its keyboard, and tried', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/boards`);
  await choose(page, '.begin-board ::-p-text(Straight grid)');
  await page.waitForSelector('input[aria-label="rows"]');
  for (const [label, value] of [
    ['rows', '2'],
    ['columns', '3'],
  ] as const) {
    await page.click(`input[aria-label="${label}"]`, { count: 3 });
    await page.keyboard.type(value);
  }
  await press(page, 'Draw on this');
  await page.waitForSelector('.drawing');
  expect(await keyCount(page)).toBe(6);
  await page.click('input[aria-label="Name of the board"]', { count: 3 });
  await page.keyboard.type('Prop shelf');
  await page.keyboard.press('Enter');
  await kept(page);

  // Each key is asked for, row by row, and answers with what is pressed on the real keyboard.
  await press(page, 'press each key in');
  await seeText(page, '.slip', '1 of 6 · now Z');
  for (const [n, code] of ['KeyQ', 'KeyW', 'KeyE', 'KeyA', 'KeyS', 'Escape'].entries()) {
    await seeText(page, '.slip', `${n + 1} of 6`);
    await page.keyboard.press(code as 'KeyQ');
  }
  await page.waitForSelector('.slip', { hidden: true });
  await seeText(page, '.drawn-key[data-key="K2-3"]', 'Esc');
  await seeText(page, '.boards-side', 'Nothing: every key lies by itself');
  await kept(page);

  await press(page, 'New profile on it');
  await page.waitForSelector('.new-profile');
  await seeText(page, '.new-answers [role=status]', 'guessed');
  await page.focus('#new-name');
  await page.keyboard.press('Enter');
  await page.waitForSelector('.layout-bench');
  await seeText(page, '.bar-profile', 'Prop shelf');
  await saveToKeyboard(page);
  await page.click('.benches a[href$="/trial"]');
  await listen(page);
  await quickHands(page, '+KeyQ -KeyQ +KeyS -KeyS');
  await seeText(page, '[data-testid=host-text]', 'qs');
  expect(complaints).toEqual([]);

  // The board and the profile are there again, and the keyboard has kept it, when everything was closed and started anew.
  await page.close();
  await app.restart();
  const again = await openPage(app.browser, `${app.server.url}/shelf`);
  await seeText(again.page, '.shelf-card', 'Prop shelf');
  await choose(again.page, '.shelf-card a ::-p-text(Open)');
  await seeText(again.page, '.save-button', 'In the keyboard');
  await again.page.close();
});

test('by keyboard alone: a board is begun, a key added, moved, turned and taken out, and everything taken back', async () => {
  const { page } = await openPage(app.browser, `${app.server.url}/boards`);
  await page.waitForSelector('.begin-board');
  for (let n = 0; n < 40; n++) {
    const at = await page.evaluate(() => document.activeElement?.textContent ?? '');
    if (at.startsWith('Number pad')) break;
    await page.keyboard.press('Tab');
  }
  await page.keyboard.press('Enter');
  await page.waitForSelector('.ant-modal');
  await wait(400);
  await page.keyboard.press('Enter');
  await page.waitForSelector('.drawing');
  await tabTo(page, '.drawn-key[data-key="NumLock"]');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowDown');
  await page.waitForSelector('.drawn-key.selected[data-key="Numpad8"]');
  await page.keyboard.press('Insert');
  await page.waitForSelector('.drawn-key.selected[data-key="K18"]');
  expect(await keyCount(page)).toBe(18);
  await seeText(page, '.board-problems', 'lies on the key');
  await page.waitForSelector('.drawn-key.wrong[data-key="K18"]');
  for (let n = 0; n < 12; n++) await control(page, 'ArrowRight');
  expect(await placeOf(page, 'K18')).toContain('translate(230 46)');
  await page.keyboard.press('.');
  await page.keyboard.press('.');
  await seeText(page, '.boards-side', '1 key has no code'.slice(6));
  expect(await placeOf(page, 'K18')).toContain('rotate(10');
  await page.keyboard.press('Delete');
  expect(await keyCount(page)).toBe(17);
  for (let n = 0; n < 5; n++) await control(page, 'KeyZ');
  expect(await keyCount(page)).toBe(17);
  expect(await page.$('[aria-label=Undo][disabled]')).not.toBeNull();
  for (let n = 0; n < 2; n++) await control(page, 'KeyY');
  expect(await placeOf(page, 'K18')).toContain('translate(230 46)');
  await page.close();
});

test('by pointer: keys are dragged and catch, a half is mirrored, a board goes out as a file and comes in again', async () => {
  const { page } = await openPage(app.browser, `${app.server.url}/boards`);
  await choose(page, '.begin-board ::-p-text(Number pad)');
  await press(page, 'Draw on this');
  await page.waitForSelector('.drawing');
  const box = (await (await page.$('.drawn-key[data-key="NumpadEnter"]'))!.boundingBox())!;
  const unit = box.width / (43 / 46);
  await page.mouse.move(box.x + 8, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + 8 + unit * 1.07, box.y + 12, { steps: 6 });
  await page.mouse.up();
  // It has caught on the side of its neighbour, and on its height.
  expect(await placeOf(page, 'NumpadEnter')).toBe('translate(184 138)');
  await page.click('[aria-label=Undo]');
  expect(await placeOf(page, 'NumpadEnter')).toBe('translate(138 138)');
  await press(page, 'mirror the right half');
  await seeText(page, '.drawing-tools', '34 keys');
  await kept(page);
  const saved = await downloads(page);
  await press(page, 'Save as a board file');
  const file = (await saved()).toString();
  expect(JSON.parse(file)).toMatchObject({ format: 'underloom-board', keys: { length: 34 } });
  await boardFile(page, file);
  await page.waitForFunction(() => document.querySelectorAll('.own-boards li').length === 2);
  await seeText(page, '.drawing-tools', '34 keys');
  // What cannot be read is said with its place, and nothing is lost.
  await boardFile(page, file.replace('"x": 0,', '"x": -4,'));
  await seeText(page, '.ant-message', 'keys[');
  await boardFile(
    page,
    JSON.stringify({
      ...(JSON.parse(file) as object),
      keys: [
        { id: 'A', x: 0, y: 0 },
        { id: 'B', x: 0.5, y: 0 },
      ],
      id: 'two',
    }),
  );
  await seeText(page, '.board-problems', 'lies on the key');
  expect(await page.$eval('.boards-out button', (button) => (button as HTMLButtonElement).disabled)).toBe(true);
  await page.close();
});

test('a board that is drawn on after a profile was saved to it is another keyboard: what was stored stays as it is, and it is saved anew', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/boards`);
  await choose(page, '.begin-board ::-p-text(Number pad)');
  await press(page, 'Draw on this');
  await page.waitForSelector('.drawing');
  await kept(page);
  const drawing = page.url();
  await press(page, 'New profile on it');
  await seeText(page, '.new-answers [role=status]', 'guessed');
  await press(page, 'Make it');
  await page.waitForSelector('.layout-bench');
  const profile = page.url();
  await saveToKeyboard(page);
  await page.goto(drawing);
  await page.waitForSelector('.drawing');
  await press(page, 'add');
  await page.$eval('.drawn-key.selected', (key) => (key as SVGElement).focus());
  for (let n = 0; n < 5; n++) await control(page, 'ArrowDown');
  await kept(page);
  await page.goto(profile);
  await page.waitForSelector('.layout-bench');
  expect(await page.$$eval('.board [data-key]', (keys) => keys.length)).toBe(18);
  await seeText(page, '.link-state', 'connected');
  await seeText(page, '.save-button', 'Save to keyboard');
  await page.click('[data-key="K18"]');
  await page.click('input[aria-label="Assign line"]', { count: 3 });
  await page.keyboard.type('F13');
  await page.keyboard.press('Enter');
  await seeText(page, '.sentences', 'It sends F13');
  await saveToKeyboard(page);
  await page.click('.benches a[href$="/device"]');
  await seeText(page, '[data-testid=slot-1]', 'cannot be read');
  await seeText(page, '[data-testid=slot-2]', 'Number pad 17');
  expect(complaints).toEqual([]);
  await page.close();
});

test('a profile takes its board along in its file', async () => {
  const board = { ...startingBoard(familyById('grid')!, { rows: 1, columns: 4 }), id: 'cue-strip', name: 'Cue strip' };
  const { page } = await openPage(app.browser, `${app.server.url}/boards`);
  await boardFile(page, JSON.stringify(board));
  await seeText(page, '.drawing-tools', '4 keys');
  await press(page, 'New profile on it');
  await seeText(page, '.new-answers [role=status]', 'guessed');
  await press(page, 'Make it');
  await page.waitForSelector('.layout-bench');
  await page.goto(`${app.server.url}/shelf`);
  await seeText(page, '.shelf-card', 'Cue strip');
  const saved = await downloads(page);
  await page.evaluate(() => {
    const card = [...document.querySelectorAll('.shelf-card')].find((one) => one.textContent?.includes('Cue strip'));
    [...(card?.querySelectorAll('button') ?? [])].find((one) => one.textContent === 'Save as a file')?.click();
  });
  const file = (await saved()).toString();
  expect(JSON.parse(file)).toMatchObject({ board: 'cue-strip', ownBoard: { id: 'cue-strip', keys: { length: 4 } } });

  // In a browser that has never seen the board, the file is enough.
  const elsewhere = await app.browser.browser().createBrowserContext();
  const other = await openPage(elsewhere, `${app.server.url}/shelf`);
  const path = join(temporaryFolder(), 'strip.json');
  writeFileSync(path, file);
  const input = (await other.page.waitForSelector(
    'input[aria-label="Profile files"]',
  )) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(path);
  await takeIn(other.page);
  await seeText(other.page, '.shelf-card h2', 'Cue strip');
  await other.page.evaluate(() => {
    const card = [...document.querySelectorAll('.shelf-card')].find((one) => one.textContent?.includes('Cue strip'));
    card?.querySelector('a')?.click();
  });
  await other.page.waitForSelector('.layout-bench');
  expect(await other.page.$$eval('.board [data-key]', (keys) => keys.length)).toBe(4);
  expect(readFileSync(path, 'utf8')).toBe(file);
  await elsewhere.close();
  await page.close();
});
