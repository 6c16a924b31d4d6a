import { expect } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { useApp } from './app';
import { hands, openPage, seeText } from './browser';
import { test } from './turns';

const app = useApp();

const open = async () => {
  const opened = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/layout`);
  await opened.page.waitForSelector('.key-card');
  return opened;
};
const middleOf = async (page: Page, key: string): Promise<[number, number]> => {
  const box = await (await page.waitForSelector(`[data-key="${key}"]`))?.boundingBox();
  return box ? [box.x + box.width / 2, box.y + box.height / 2] : [0, 0];
};
const dragOver = async (page: Page, from: string, to: string): Promise<void> => {
  await page.mouse.move(...(await middleOf(page, from)));
  await page.mouse.down();
  await page.mouse.move(...(await middleOf(page, to)), { steps: 4 });
  await page.mouse.up();
};
const faces = (page: Page, keys: readonly string[]): Promise<string[]> =>
  page.evaluate(
    (ids) => ids.map((id) => document.querySelector(`[data-key="${id}"] .cap-main`)?.textContent ?? ''),
    keys,
  );
const undo = (page: Page): Promise<void> => hands(page, '+ControlLeft +KeyZ -KeyZ -ControlLeft');
const sees = (page: Page, keys: readonly string[], legends: readonly string[]): Promise<unknown> =>
  page.waitForFunction(
    (ids, wanted) =>
      ids.every((id, n) => document.querySelector(`[data-key="${id}"] .cap-main`)?.textContent === wanted[n]),
    {},
    keys,
    legends,
  );

test('keys that are dragged over get a part of the line each, shown on their caps, as one step', async () => {
  const { page, complaints } = await open();
  const keys = ['KeyU', 'KeyI', 'KeyO', 'KeyP'];
  await dragOver(page, 'KeyU', 'KeyP');
  await seeText(page, '.key-card', 'and 3 more');
  await page.keyboard.type('7 8 9 0');
  await sees(page, keys, ['7', '8', '9', '0']);
  expect(await page.$$eval('.cap.pending', (caps) => caps.length)).toBe(4);
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => document.querySelectorAll('.cap.pending').length === 0);
  expect(await faces(page, keys)).toEqual(['7', '8', '9', '0']);
  await undo(page);
  await sees(page, keys, ['U', 'I', 'O', 'P']);

  // What they are under a modifier goes to each beside what it is.
  await dragOver(page, 'KeyU', 'KeyP');
  await page.keyboard.type('ctrl makes it f13');
  await seeText(page, '.assign-readings', 'U, under Ctrl F13 · I, under Ctrl F13');
  await page.keyboard.press('Enter');
  await seeText(page, '.layer-board [data-key="KeyP"]', 'Ctrl: F');
  await sees(page, keys, ['U', 'I', 'O', 'P']);
  await undo(page);

  // With Shift and the arrows, backwards; in that order they are given out. What does not fit is said.
  await page.click('[data-key="KeyP"]');
  await hands(page, '+ShiftLeft +ArrowLeft -ArrowLeft +ArrowLeft -ArrowLeft -ShiftLeft');
  await page.keyboard.type('F1 .. F4');
  await seeText(page, '.assign-readings', '4 parts for 3 keys: there is no key for F4.');
  await page.keyboard.press('Enter');
  await sees(page, ['KeyP', 'KeyO', 'KeyI'], ['F1', 'F2', 'F3']);
  await undo(page);
  expect(complaints).toEqual([]);
  await page.close();
});

test('Tab takes the line and goes on to the next key', async () => {
  const { page, complaints } = await open();
  await page.click('[data-key="KeyU"]');
  for (const digit of ['7', '8', '9']) {
    await page.keyboard.type(digit);
    await page.keyboard.press('Tab');
    await page.waitForFunction(
      (typed) =>
        document.activeElement?.getAttribute('aria-label') === 'Assign line' &&
        (document.activeElement as HTMLInputElement).value !== typed,
      {},
      digit,
    );
  }
  await sees(page, ['KeyU', 'KeyI', 'KeyO'], ['7', '8', '9']);
  await seeText(page, '.key-title', 'P');
  for (let n = 0; n < 3; n++) {
    await page.keyboard.press('Escape');
    await undo(page);
  }
  await sees(page, ['KeyU', 'KeyI', 'KeyO'], ['U', 'I', 'O']);
  expect(complaints).toEqual([]);
  await page.close();
});

test('a rectangle of text from anywhere falls on a rectangle of keys, and waits to be taken', async () => {
  const { page, complaints } = await open();
  await page.click('[data-key="KeyU"]');
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', '7 8 9\n4 5 6\n1 2 3');
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  const keys = ['KeyU', 'KeyI', 'KeyO', 'KeyJ', 'KeyK', 'KeyL', 'KeyM', 'Comma', 'Period'];
  await sees(page, keys, [...'789456123']);
  await seeText(page, '.assign-readings', 'each its own');
  await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Assign line');
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => document.querySelectorAll('.cap.pending').length === 0);
  expect(await faces(page, keys)).toEqual([...'789456123']);
  await undo(page);
  await sees(page, keys, ['U', 'I', 'O', 'J', 'K', 'L', 'M', ',', '.']);
  expect(complaints).toEqual([]);
  await page.close();
});

test('a row is put on another layer: dragged in the weave, carried to the ladder, or copied', async () => {
  const { page, complaints } = await open();
  await dragOver(page, 'KeyU', 'KeyP');
  await page.waitForFunction(() => document.querySelectorAll('.selected-also').length === 3);
  const rung = await (await page.waitForSelector('[data-layer="rig"]'))?.boundingBox();
  await page.mouse.move(...(await middleOf(page, 'KeyI')));
  await page.mouse.down();
  await page.mouse.move((rung?.x ?? 0) + 40, (rung?.y ?? 0) + 20, { steps: 6 });
  await page.mouse.up();
  await seeText(page, '.board-title', 'Rig');
  await seeText(page, '.ant-message', 'stands on Rig too');
  expect(await page.$$eval('.cap-below', (caps) => caps.length)).toBeLessThan(64 - 13 - 3);
  await undo(page);

  // Copied with all its keys, and pasted on another layer.
  await page.click('[data-layer="base"]');
  await dragOver(page, 'KeyU', 'KeyP');
  await hands(page, '+ControlLeft +KeyC -KeyC -ControlLeft');
  await page.click('[data-layer="dark"]');
  await seeText(page, '.board-title', 'Dark');
  await page.waitForFunction(() => document.querySelector('.key-moves button[title^=from]') !== null);
  await hands(page, '+ControlLeft +KeyV -KeyV -ControlLeft');
  await sees(page, ['KeyU', 'KeyI', 'KeyO', 'KeyP'], ['U', 'I', 'O', 'P']);
  await page.waitForFunction(() => document.querySelector('[data-key="KeyU"] .cap-below') === null);
  await undo(page);

  // The band of one layer, dragged onto the band of another.
  await page.click('[data-layer="base"]');
  await page.click('[data-key="KeyU"]');
  const bands = await page.$$eval('.weave-band', (all) =>
    all.map((band) => {
      const { x, y, height } = band.getBoundingClientRect();
      return { x, y: y + height / 2 };
    }),
  );
  const [base, cues] = bands;
  await page.mouse.move((base?.x ?? 0) + 60, base?.y ?? 0);
  await page.mouse.down();
  await page.mouse.move((cues?.x ?? 0) + 60, cues?.y ?? 0, { steps: 6 });
  await page.waitForSelector('.weave-target');
  await page.mouse.up();
  await seeText(page, '.board-title', 'Cues');
  await page.waitForFunction(() => document.querySelector('[data-key="KeyU"] .cap-below') === null);
  await undo(page);
  expect(complaints).toEqual([]);
  await page.close();
});

test('a keyboard points at keys while it is asked to', async () => {
  const { page, complaints } = await open();
  await page.evaluate(() => {
    const button = [...document.querySelectorAll('button')].find(
      (one) => one.textContent === 'Press a key to go to it',
    );
    button?.click();
  });
  await seeText(page, '.layout-pointing', 'Press any key of your keyboard');
  await hands(page, '+KeyK -KeyK');
  await seeText(page, '.key-title', 'K');
  await hands(page, '+Delete -Delete');
  await seeText(page, '.key-title', 'Delete');
  await hands(page, '+Delete -Delete');
  await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Assign line');
  await page.keyboard.press('Escape');
  await hands(page, '+Pause -Pause');
  await page.waitForFunction(() => !document.querySelector('.layout-pointing'));
  expect(complaints).toEqual([]);
  await page.close();
});
