import { expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { useApp } from './app';
import { goToBench, hands, layerWithoutKey, openPage, quickHands, seeText, tabTo } from './browser';

const app = useApp();

const type = async (page: Page, line: string): Promise<void> => {
  await page.keyboard.press('Enter');
  await page.keyboard.type(line);
  await page.keyboard.press('Enter');
};

test('everything from an empty shelf place to the keyboard, without a pointer', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/shelf`);
  await page.waitForSelector('.shelf-card');
  await tabTo(page, '.start');
  await page.keyboard.press('Enter');
  await page.waitForSelector('.layout-bench');
  // It is named as it is made, and Enter leads on to its keys.
  await page.waitForFunction(
    () => document.activeElement?.getAttribute('aria-label') === 'New name of Plain Harrow 64',
  );
  await page.keyboard.type('Fly floor');
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => document.activeElement?.hasAttribute('data-key'));
  await seeText(page, '.bar-profile', 'Fly floor');

  // A layer, a way to it, and a key on it.
  await tabTo(page, '.ladder > .word');
  await page.keyboard.press('Enter');
  await layerWithoutKey(page);
  await seeText(page, '.ladder', 'no key leads here yet');
  await tabTo(page, '[data-key="CapsLock"]');
  await page.keyboard.press('PageDown');
  await seeText(page, '.board-title', 'Base');
  await type(page, 'tap Esc, hold while Layer 2');
  await seeText(page, '.ladder', 'while Caps held');
  await page.waitForFunction(() => document.activeElement?.getAttribute('data-key') === 'CapsLock');
  await page.keyboard.press('PageUp');
  for (const [arrow, key] of [
    ['ArrowRight', 'KeyA'],
    ['ArrowRight', 'KeyS'],
    ['ArrowUp', 'KeyW'],
    ['ArrowLeft', 'KeyQ'],
  ] as const) {
    await page.keyboard.press(arrow);
    await page.waitForFunction((id) => document.activeElement?.getAttribute('data-key') === id, {}, key);
  }

  // What is not understood is said, loses nothing, and is mended in place.
  await type(page, 'Shixxt+1');
  await seeText(page, '.assign-error', '“Shixxt” is not known here.');
  await page.keyboard.press('Home');
  await hands(page, '+ArrowRight -ArrowRight +ArrowRight -ArrowRight +ArrowRight -ArrowRight');
  await page.keyboard.press('Delete');
  await page.keyboard.press('Delete');
  await page.keyboard.type('f');
  await page.keyboard.press('Enter');
  await seeText(page, '[data-key="KeyQ"]', '!');

  // Escape gives up what was typed, also when it could be read.
  await type(page, 'x');
  await seeText(page, '[data-key="KeyQ"]', 'X');
  await page.keyboard.press('Enter');
  await page.keyboard.type('zz');
  await page.keyboard.press('Backspace');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await page.waitForFunction(() => document.activeElement?.getAttribute('data-key') === 'KeyQ');
  await seeText(page, '[data-key="KeyQ"]', 'X');
  await hands(page, '+ControlLeft +KeyZ -KeyZ -ControlLeft');
  await seeText(page, '[data-key="KeyQ"]', '!');

  // Captured instead of typed.
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await hands(page, '+ControlLeft +Space -Space -ControlLeft');
  await seeText(page, '.capture', 'Press the keys now');
  await hands(page, '+ControlLeft +AltLeft +KeyH 20 -KeyH -AltLeft -ControlLeft');
  await seeText(page, '[data-key="KeyW"]', 'Ctrl Alt');

  // The moment of decision, moved with the arrow keys; undo takes it back in one step, redo brings it again.
  await page.waitForFunction(() => document.activeElement?.getAttribute('data-key') === 'KeyW');
  await page.keyboard.press('PageDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await seeText(page, '.sentences', 'Held for 200 ms');
  await tabTo(page, '.hold-mark');
  for (let n = 0; n < 4; n++) await page.keyboard.press('ArrowRight');
  await seeText(page, '.sentences', 'Held for 220 ms');
  await hands(page, '+ControlLeft +KeyZ -KeyZ');
  await seeText(page, '.sentences', 'Held for 200 ms');
  await hands(page, '+ShiftLeft +KeyZ -KeyZ -ShiftLeft -ControlLeft');
  await seeText(page, '.sentences', 'Held for 220 ms');

  // Trial: Enter begins to listen, F10 is the way out.
  await goToBench(page, 'Trial');
  await page.waitForSelector('.trial-main');
  await page.waitForFunction(() => document.activeElement?.textContent === 'Listen to my keyboard');
  await page.keyboard.press('Enter');
  await seeText(page, '.trial-listening', 'Listening');
  await quickHands(page, '+CapsLock +KeyQ -KeyQ -CapsLock +KeyQ -KeyQ +Tab -Tab');
  await seeText(page, '[data-testid=host-text]', '!q⇥');
  await page.keyboard.press('F10');
  await seeText(page, '.trial-head', 'Listen to my keyboard');

  await tabTo(page, '.save-button');
  await page.keyboard.press('Enter');
  // The keyboard asks for a yes; its key has the focus.
  await page.waitForFunction(() => document.activeElement?.className === 'yes-key');
  await page.keyboard.press('Enter');
  await seeText(page, '.save-button', 'In the keyboard');
  await page.reload();
  await goToBench(page, 'Layout');
  await seeText(page, '[data-key="CapsLock"]', 'Esc');
  await seeText(page, '.save-button', 'In the keyboard');
  expect(complaints).toEqual([]);
});
