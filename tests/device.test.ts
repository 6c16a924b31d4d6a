/** The device bench: a keyboard that is touched, unplugged, recorded on, and that remembers. */
import { describe, expect } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { useApp } from './app';
import { choose, goToBench, openPage, press, saveToKeyboard, sayYes, seeText } from './browser';
import { test } from './turns';

const app = useApp();

const drawn = (key: string): string => `.device-drawing [data-key="${key}"]`;

async function onDevice(profile: string): Promise<{ page: Page; complaints: string[] }> {
  const opened = await openPage(app.browser, `${app.server.url}/profile/${profile}/device`);
  await opened.page.waitForSelector('.slots li');
  return opened;
}

/** Presses a key of the drawn keyboard. */
async function tap(page: Page, key: string): Promise<void> {
  await page.click(drawn(key), { delay: 40 });
}

/** Holds a key of the drawn keyboard, or lets go of it. */
async function hold(page: Page, key: string): Promise<void> {
  await page.keyboard.down('Shift');
  await page.click(drawn(key));
  await page.keyboard.up('Shift');
}

async function record(page: Page): Promise<void> {
  await hold(page, 'Fn');
  await tap(page, 'Numpad7');
  await hold(page, 'Fn');
}

describe('the keyboard on the table', () => {
  test('save, pull the cable in the middle, plug it in, finish', async () => {
    const { page, complaints } = await onDevice('demo-show-desk');
    await press(page, 'Save to keyboard');
    await page.waitForSelector('.yes-key');
    await seeText(page, '.lamp-line', 'may the page write');
    await press(page, 'Unplug');
    // Pulled while it asks or between two askings, which are two reasons.
    await seeText(page, '.ant-message', 'Saving did not finish: the ');
    await seeText(page, '.link-state', 'unplugged');
    await press(page, 'Plug in');
    await seeText(page, '.device-bench .link-state', 'connected');
    await seeText(page, '[data-testid=slot-1]', 'empty');
    await saveToKeyboard(page);
    await seeText(page, '[data-testid=slot-1]', 'Show desk in use');
    expect(complaints.filter((line) => !line.includes('WebSocket'))).toEqual([]);
    await page.close();
  });

  test('the power goes while it saves: the page reads what is there, and the earlier save can be put back', async () => {
    const { page } = await onDevice('demo-show-desk');
    await saveToKeyboard(page);
    await page.click('.device-bench [aria-label="Saved before"] button');
    await seeText(page, '.ant-message', 'is in slot 1 again');
    await press(page, 'Power cut');
    await seeText(page, '[aria-label="Try to break it"]', 'in the middle of what is written next');
    await page.click('[data-testid=slot-2] button');
    await seeText(page, '[aria-label="Try to break it"]', 'The power is gone');
    await press(page, 'Plug in');
    await seeText(page, '[aria-label="Try to break it"]', '1 slot whole, 0 damaged');
    await seeText(page, '[data-testid=slot-1]', 'Show desk in use');
    await page.close();
  });

  test('over a flaky cable it is saved all the same', async () => {
    const { page } = await onDevice('demo-show-desk');
    await page.click('[aria-label="Try to break it"] .ant-switch');
    await page.waitForSelector('[aria-label="Try to break it"] .ant-switch-checked');
    await press(page, 'Save to keyboard');
    await sayYes(page);
    await seeText(page, '.save-button', 'In the keyboard');
    await page.close();
  });

  test('record on the keyboard alone, play it there, restart everything, bring it into the profile', async () => {
    const { page } = await onDevice('demo-sound-pad');
    await saveToKeyboard(page);
    await record(page);
    await seeText(page, '.lamp-line', 'the next key begins a recording');
    await tap(page, 'Numpad8');
    await seeText(page, '.lamp-line', 'recording, 2 events');
    await tap(page, 'Numpad4');
    await record(page);
    await seeText(page, '.lamp-line', 'press the key that shall play it');
    await tap(page, 'Numpad3');
    await seeText(page, '.recorded', 'On Keypad 3, slot 1: 4 events');
    await page.close();

    await app.restart();

    const again = (await onDevice('demo-sound-pad')).page;
    await seeText(again, '.recorded', 'On Keypad 3, slot 1: 4 events');
    await press(again, 'Bring it into the draft');
    await seeText(again, '.recorded', 'In the draft as “Recorded on Keypad 3”');
    await goToBench(again, 'Macros');
    await seeText(again, '.macro-item', 'Recorded on Keypad 3');
    await goToBench(again, 'Device');
    await press(again, 'Throw it away');
    await sayYes(again);
    await seeText(again, '[aria-label="Recorded on the keyboard"]', 'Recording on the keyboard');
    await again.close();
  });

  test('a key changes the slot, and the page follows; emptying asks first', async () => {
    const { page } = await onDevice('demo-sound-pad');
    await saveToKeyboard(page);
    await page.click('[data-testid=slot-2] button');
    await seeText(page, '[data-testid=slot-2]', 'in use');
    await hold(page, 'Fn');
    await tap(page, 'Numpad1');
    await hold(page, 'Fn');
    await seeText(page, '[data-testid=slot-1]', 'in use');
    await seeText(page, '.lamp-line', 'Slot 1 is in use');
    // The computer it is plugged into answers its Num Lock key with the lamp; a hand can turn one on, too.
    const lit = (word: string, isLit: boolean) =>
      page.waitForSelector(`.host-lamp[aria-pressed="${isLit}"] ::-p-text(${word})`);
    await lit('Num Lock', true);
    await tap(page, 'NumLock');
    await lit('Num Lock', false);
    await press(page, 'Caps Lock');
    await lit('Caps Lock', true);
    await page.click('[data-testid=slot-2] .slot-actions button:last-child');
    await press(page, 'Empty it');
    await seeText(page, '[data-testid=slot-2]', 'empty');
    await page.close();
  });
});

test('what the keyboard itself does is watched on the trial bench', async () => {
  const { page } = await openPage(app.browser, `${app.server.url}/profile/demo-sound-pad/device`);
  await page.waitForSelector('.slots li');
  await saveToKeyboard(page);
  await goToBench(page, 'Trial');
  await choose(page, '.ant-segmented-item:nth-child(3)');
  await page.waitForSelector('.trial-main');
  const key = await (await page.waitForSelector('.trial-board [data-key="Numpad8"]'))!.boundingBox();
  await page.mouse.move(key!.x + 8, key!.y + 8);
  await page.mouse.down();
  await seeText(page, '[data-testid=held]', 'F14');
  await page.mouse.up();
  await page.waitForFunction(() => !document.querySelector('[data-testid=held]')?.textContent?.includes('F14'));
  await page.close();
});

test('a binding goes to every profile of this keyboard, and is taken back in all', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/shelf`);
  await press(page, 'Plain Harrow 64');
  await goToBench(page, 'Layout');
  await page.waitForSelector('[data-key="F1"], [data-key="Fn"]');
  await page.click('[data-key="Fn"]');
  await page.keyboard.press('Enter');
  await page.keyboard.type('slot next');
  await page.keyboard.press('Enter');
  await seeText(page, '.sentences', 'It changes to the next slot.');
  await press(page, 'On every profile');
  await seeText(page, '.ant-message', 'Fn does this in 1 other profile too, and its lamp shows which is in use.');
  await press(page, 'Take it back in all');
  await page.click('a[href="/shelf"]');
  await (await page.waitForSelector('.shelf-card a[href*="demo-show-desk"]'))?.click();
  await page.waitForSelector('[data-key="Fn"]');
  expect(await page.$eval('[data-key="Fn"]', (key) => key.textContent)).not.toContain('slot');
  expect(complaints).toEqual([]);
  await page.close();
});
