import { expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { useApp } from './app';
import {
  choose,
  goToBench,
  hands,
  layerWithoutKey,
  listen,
  openBar,
  openPage,
  press,
  quickHands,
  seeText,
  tabTo,
  textOf,
  wait,
} from './browser';
import { test as inTurn } from './turns';

const app = useApp();

const assign = async (page: Page, line: string): Promise<void> => {
  await page.keyboard.press('Enter');
  await page.keyboard.type(line);
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => document.activeElement?.hasAttribute('data-key'));
};

test('a gesture of three presses, a joint press and a layer for one key: made, played and read without a pointer', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/shelf`);
  await page.waitForSelector('.shelf-card');
  await tabTo(page, '.start');
  await page.keyboard.press('Enter');
  await page.waitForSelector('.layout-bench');
  await tabTo(page, '.ladder > .word');
  await page.keyboard.press('Enter');
  await layerWithoutKey(page);

  await tabTo(page, '[data-key="CapsLock"]');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.waitForFunction(() => document.activeElement?.getAttribute('data-key') === 'KeyG');
  await assign(page, 'F13');
  await page.keyboard.press('PageDown');
  await assign(page, 'tap G, twice B, 3 times C, hold F');
  await seeText(page, '.sentences', 'Tapped three times, it sends C.');

  // One layer for the next key, on the key to the left.
  await page.keyboard.press('ArrowLeft');
  await page.waitForFunction(() => document.activeElement?.getAttribute('data-key') === 'KeyF');
  await assign(page, 'once Layer 2');
  await seeText(page, '.sentences', 'for the next key');

  // Two keys together: selected with Shift and an arrow, then joined.
  for (let n = 0; n < 3; n++) await page.keyboard.press('ArrowRight');
  await page.waitForFunction(() => document.activeElement?.getAttribute('data-key') === 'KeyJ');
  await hands(page, '+ShiftLeft +ArrowRight -ArrowRight -ShiftLeft');
  await seeText(page, '.key-others', 'and 1 more');
  await tabTo(page, '.together > .word');
  await page.keyboard.press('Enter');
  await page.waitForSelector('.ant-modal [data-key="KeyJ"].selected');
  await tabTo(page, '[aria-label="What the joint press does"]');
  await page.keyboard.type('Esc');
  await page.keyboard.press('Enter');
  await seeText(page, '.together', 'J + K Esc');

  await goToBench(page, 'Trial');
  await page.waitForFunction(() => document.activeElement?.textContent === 'Listen to my keyboard');
  await page.keyboard.press('Enter');
  await quickHands(page, '+KeyG -KeyG +KeyG -KeyG +KeyG -KeyG');
  await quickHands(page, '400 +KeyF 20 -KeyF 20 +KeyG 20 -KeyG');
  await wait(300);
  await quickHands(page, '+KeyJ +KeyK -KeyJ -KeyK');
  await page.keyboard.press('F10');
  await seeText(page, '[data-testid=decisions]', 'G: tap of press 3');
  await seeText(page, '[data-testid=decisions]', 'there is nothing else it could be');

  // From the newest at the host to its reason; the arrows walk on to the finger.
  await tabTo(page, '.lane-bar');
  await page.keyboard.press('Enter');
  await seeText(page, '[data-part=why]', 'Why Escape?');
  await seeText(page, '[data-part=why]', 'J and K are together');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  await seeText(page, '[data-part=why]', 'Why F13?');
  await seeText(page, '[data-part=why]', 'Layer 2 answered');
  for (let n = 0; n < 3; n++) await page.keyboard.press('ArrowUp');
  await page.waitForFunction(() => document.activeElement?.getAttribute('data-lane') === 'fingers');
  await page.keyboard.press('Enter');
  await seeText(page, '[data-part=why]', 'goes down');
  expect(complaints).toEqual([]);
  await page.close();
});

test('another moment of decision runs the same fingers again and marks what differs', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-prompt-book/trial`);
  await page.waitForSelector('.trial-main');
  await listen(page);
  await quickHands(page, '+KeyS +KeyH -KeyH -KeyS +KeyE -KeyE');
  await page.keyboard.press('F10');
  await seeText(page, '[data-testid=decisions]', 'key down and up inside'.slice(4));
  await page.waitForSelector('.lanes:not(.running) .on-decisions');
  await openBar(page, '.on-decisions');
  await seeText(page, '[data-part=why]', 'is decided: hold');
  await choose(page, '.ant-segmented-item ::-p-text(wait)');
  await seeText(page, '.compared', '1 no longer sent');
  // What was typed stays as it was; what it would read now is told.
  await seeText(page, '[data-part=host-would]', 'she');
  expect(await textOf(page, '[data-testid=host-text]')).toContain('Alt');
  await page.waitForSelector('.lane-bar.gone');
  await page.waitForSelector('.lane-bar.came');

  // It is tried, and the draft stays as it is until it is taken; left again, nothing is compared.
  await seeText(page, '.trial-tried', 'not in your draft');
  await choose(page, '.trial-tried button:last-of-type');
  await page.waitForFunction(() => !document.querySelector('.compared'));
  expect(await page.$('[data-part=host-would]')).toBeNull();

  // What would have helped stands in the story, tried on these fingers, and is taken with one press.
  await seeText(page, '.remedies', 'Decide by time alone: these fingers would make it a tap');
  await choose(page, '[aria-label="Take it: Decide by time alone"]');
  await seeText(page, '.compared', '1 no longer sent');

  // Going to another bench and back loses nothing; what is undone is again as it was.
  await goToBench(page, 'Layout');
  await page.waitForSelector('.layout-bench');
  await hands(page, '+ControlLeft +KeyZ -KeyZ -ControlLeft');
  await goToBench(page, 'Trial');
  await page.waitForSelector('.on-decisions');
  await seeText(page, '[data-testid=host-text]', 'Alt');
  expect(await page.$('.compared')).toBeNull();
  expect(await page.$('[data-part=host-would]')).toBeNull();

  // A sentence under Decisions opens its story.
  await choose(page, '[data-testid=decisions] button');
  await seeText(page, '[data-part=why]', 'is decided: hold');
  expect(complaints).toEqual([]);
  await page.close();
});

inTurn('several keys take one edit, which undo takes back as one', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-prompt-book/layout`);
  await choose(page, '[data-key="L2-2"]');
  await page.keyboard.down('Control');
  for (const key of ['L2-3', 'L2-4']) await choose(page, `[data-key="${key}"]`);
  await page.keyboard.up('Control');
  await seeText(page, '.key-others', 'goes to all 3');
  await tabTo(page, '.hold-mark');
  for (let n = 0; n < 2; n++) await page.keyboard.press('ArrowLeft');
  await seeText(page, '.sentences', 'Held for 210 ms');
  await choose(page, '[data-key="L2-2"]');
  await seeText(page, '.sentences', 'Held for 210 ms');
  // As a German keyboard has it: Z lies where an American one has Y.
  await page.evaluate(() => {
    const [ctrlKey, bubbles, cancelable] = [true, true, true];
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'z', code: 'KeyY', ctrlKey, bubbles, cancelable }));
  });
  await seeText(page, '.sentences', 'Held for 220 ms');

  // One meaning of a key, copied to the same place of another, whatever was copied before; the rest of that key stays.
  await hands(page, '+ControlLeft +KeyC -KeyC -ControlLeft');
  const cell = (words: string): string => `.press-cell[aria-label="${words}"]`;
  await page.focus(cell('first press, hold: Meta'));
  await hands(page, '+ControlLeft +KeyC -KeyC -ControlLeft');
  await page.waitForSelector('.key-moves [title="from the first press, hold (Ctrl+V)"]');
  await choose(page, '[data-key="L1-2"]');
  await page.waitForSelector(cell('first press, tap: Q'));
  await page.focus(cell('first press, hold: add'));
  await hands(page, '+ControlLeft +KeyV -KeyV -ControlLeft');
  await page.waitForSelector(cell('first press, hold: Meta'));
  await page.waitForSelector(cell('first press, tap: Q'));

  // On the board it is all that a key does.
  await choose(page, '[data-key="L1-3"]');
  await page.waitForSelector(cell('first press, tap: W'));
  await hands(page, '+ControlLeft +KeyV -KeyV -ControlLeft');
  await page.waitForSelector(cell('first press, tap: Meta'));

  // A whole key has no room in one place, and says so; nothing of the place is changed. The button fills the system's clipboard, too.
  await choose(page, '[data-key="L2-3"]');
  await page.waitForSelector(cell('first press, tap: S'));
  await page.browserContext().overridePermissions(app.server.url, ['clipboard-sanitized-write']);
  await press(page, 'Copy');
  await choose(page, '[data-key="L1-2"]');
  await page.waitForSelector(cell('first press, tap: Q'));
  await page.focus(cell('second press, tap: add'));
  await hands(page, '+ControlLeft +KeyV -KeyV -ControlLeft');
  await seeText(page, '.ant-message', 'only one has room here');
  await page.waitForSelector(cell('second press, tap: add'));
  await choose(page, '[data-key="L1-4"]');
  await page.waitForSelector(cell('first press, tap: E'));
  await hands(page, '+ControlLeft +KeyV -KeyV -ControlLeft');
  await page.waitForSelector(cell('first press, tap: S'));
  expect(complaints).toEqual([]);
  await page.close();
});
