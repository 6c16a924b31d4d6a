import { beforeEach, describe, expect } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { useApp } from './app';
import { choose, hands, listen, openPage, press, quickHands, saveToKeyboard, seeText } from './browser';
import { test } from './turns';

const app = useApp();
let page: Page;
let complaints: string[];

beforeEach(async () => {
  ({ page, complaints } = await openPage(app.browser, app.server.url));
  await page.waitForSelector('.layout-bench');
});

/** The layers in their order, from above; the ladder follows an edit a frame later. */
async function seeLadder(...wanted: string[]): Promise<void> {
  await page
    .waitForFunction(
      (names) => [...document.querySelectorAll('.rung-name')].map((name) => name.textContent).join() === names,
      {},
      wanted.join(),
    )
    .catch(() => undefined);
  expect(await page.$$eval('.rung-name', (names) => names.map((name) => name.textContent))).toEqual(wanted);
}
const undo = (): Promise<void> => hands(page, '+ControlLeft +KeyZ -KeyZ -ControlLeft');
const keyText = (key: string): Promise<string> => page.$eval(`[data-key="${key}"]`, (cap) => cap.textContent ?? '');

describe('layers as a whole', () => {
  test('copied, moved, and taken out with what leads to them; undo brings everything back', async () => {
    await choose(page, '.ladder li:nth-child(4) .rung');
    await choose(page, '[aria-label="More for Cues"]');
    await press(page, 'Duplicate');
    await seeText(page, '.rung-name', 'Cues copy');
    await seeLadder('Dark', 'Book', 'Rig', 'Cues copy', 'Cues', 'Base');
    await seeText(page, '.layout-look-at', 'Nothing leads to Cues copy');
    await choose(page, '[aria-label="More for Cues copy"]');
    await press(page, 'Up');
    await seeText(page, '.ladder li:nth-child(3)', 'Cues copy');
    await page.keyboard.press('Escape');
    await page.click('.weave strong');

    await choose(page, '.ladder li:nth-child(5) .rung');
    await choose(page, '[aria-label="More for Cues"]');
    await press(page, 'Take out');
    await seeText(page, '.ant-modal', 'One thing leads to Cues');
    await seeText(page, '.ant-modal', 'Caps Lock on Base. It loses that meaning');
    await press(page, 'Take out Cues');
    await page.waitForSelector('.ant-modal', { hidden: true });
    await seeLadder('Dark', 'Book', 'Cues copy', 'Rig', 'Base');
    expect(await keyText('CapsLock')).not.toContain('Cues');

    await page.click('[data-key="KeyP"]');
    for (let n = 0; n < 3; n++) await undo();
    await seeText(page, '[data-key="CapsLock"]', 'Cues');
    await seeLadder('Dark', 'Book', 'Rig', 'Cues', 'Base');
  });

  test('advice comes as one types, marks the key, and is mended with one click', async () => {
    await choose(page, '.ladder li:nth-child(5) .rung');
    await page.click('[data-key="KeyA"]');
    await page.keyboard.press('Enter');
    await page.keyboard.type('tap A, hold Ctrl');
    await page.keyboard.press('Enter');
    await choose(page, '.rule:nth-child(2)');
    await seeText(page, '.layout-look-at', 'every letter that overlaps it in fast typing');
    await seeText(page, '.bar', '1 to look at');
    await press(page, 'Use “nested”');
    await page.waitForSelector('.layout-look-at', { hidden: true });
    await seeText(page, '.rule.chosen', 'nested');
  });
});

describe('keys', () => {
  test('what a key does is copied to another, also on another layer and in another profile', async () => {
    await page.click('[data-key="CapsLock"]');
    await hands(page, '+ControlLeft +KeyC -KeyC -ControlLeft');
    await page.click('[data-key="KeyP"]');
    await hands(page, '+ControlLeft +KeyV -KeyV -ControlLeft');
    await seeText(page, '[data-key="KeyP"]', 'Cues');
    await page.goto(`${app.server.url}/profile/demo-prompt-book/layout`);
    await page.waitForSelector('[data-key="L1-1"]');
    // A reload forgets what was copied; copied anew, a letter can be put on any board.
    await page.click('[data-key="L1-2"]');
    await press(page, 'Copy');
    await page.click('[data-key="L1-1"]');
    await press(page, 'Paste');
    await seeText(page, '[data-key="L1-1"]', 'Q');
  });

  test('two keys change places, by pointer and by keyboard', async () => {
    await page.goto(`${app.server.url}/profile/demo-prompt-book/layout`);
    await choose(page, '[data-key="L1-3"]');
    await press(page, 'Swap with …');
    await page.click('[data-key="L1-4"]');
    await seeText(page, '[data-key="L1-3"]', 'E');
    await seeText(page, '[data-key="L1-4"]', 'W');
    await page.focus('.key-moves button[aria-pressed]');
    await page.keyboard.press('Enter');
    await page.keyboard.press('ArrowLeft');
    await page.keyboard.press('Space');
    await seeText(page, '[data-key="L1-3"]', 'W');
    await seeText(page, '[data-key="L1-4"]', 'E');
    expect(complaints).toEqual([]);
  });
});

describe('together', () => {
  test('a joint press is made on the drawn board, played, and stored', async () => {
    await page.goto(`${app.server.url}/profile/demo-show-desk/layout`);
    await press(page, '+ Joint press');
    await seeText(page, '.ant-modal', 'Choose two to four keys.');
    await choose(page, '.ant-modal [data-key="KeyJ"]');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Space');
    await page.type('.ant-modal input.mono', 'capitals');
    await seeText(page, '.ant-modal', 'J and K within 40 ms: it writes capitals until the word ends.');
    // A long window, so that a slow machine presses them together too.
    await page.click('[aria-label="Window in milliseconds"]', { count: 3 });
    await page.keyboard.type('950');
    await seeText(page, '.ant-modal', 'J and K within 950 ms');
    await press(page, 'Make it');
    await seeText(page, '.together', 'J + K');
    await page.waitForSelector('.ant-modal', { hidden: true });

    await saveToKeyboard(page);
    await choose(page, '.benches a[href$="/trial"]');
    await choose(page, '.ant-segmented-item:nth-child(2)');
    await listen(page);
    await quickHands(page, '+KeyJ +KeyK -KeyJ -KeyK +KeyA -KeyA +Minus -Minus +Space -Space +KeyB -KeyB');
    await seeText(page, '[data-testid=host-text]', 'A_ b');
  });

  test('layers are joined, and taken apart', async () => {
    await page.goto(`${app.server.url}/profile/demo-show-desk/layout`);
    await press(page, '+ Joined layers');
    await choose(page, '.ant-modal .ant-checkbox-wrapper:nth-child(1)');
    await choose(page, '.ant-modal .ant-checkbox-wrapper:nth-child(2)');
    await choose(page, '.ant-modal .ant-select');
    await choose(page, '.ant-select-item-option[title="Dark"]');
    await press(page, 'Join them');
    await seeText(page, '.together', 'Cues + Rig also Dark');
    await page.waitForSelector('.ant-modal', { hidden: true });
    await page.click('[data-key="KeyP"]');
    await undo();
    await page.waitForFunction(() => !document.querySelector('.together')?.textContent?.includes('also Dark'));
    expect(complaints).toEqual([]);
  });

  test('a layer is shown by a lamp, on the trial bench by hand, and it lets the lamp go', async () => {
    await press(page, '+ Layer of a lamp');
    await choose(page, '.ant-modal .ant-segmented-item ::-p-text(Scroll Lock)');
    await seeText(page, '.ant-modal', 'comes and goes with that');
    await press(page, 'Show it');
    await seeText(page, '.together', 'Scroll Lock lit Cues');
    await seeText(page, '.ladder', 'Scroll Lock lit');
    await page.waitForSelector('.ant-modal', { hidden: true });

    await choose(page, '.benches a[href$="/trial"]');
    await choose(page, '.host-lamp ::-p-text(Scroll Lock)');
    await seeText(page, '[aria-label="Now"]', 'Cues over Base');
    await choose(page, '.host-lamp ::-p-text(Scroll Lock)');
    await page.waitForFunction(() => !document.querySelector('[aria-label="Now"]')?.textContent?.includes('Cues over'));

    await choose(page, '.benches a[href$="/layout"]');
    await choose(page, '.together-item');
    await press(page, 'Let the lamp go');
    await page.waitForFunction(() => !document.querySelector('.together')?.textContent?.includes('Scroll Lock'));
    expect(complaints).toEqual([]);
  });
});
