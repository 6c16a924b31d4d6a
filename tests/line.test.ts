/** The assign line as somebody uses it who does not know its words yet: what is shown is what is taken, and nothing else. */
import { expect } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { useApp } from './app';
import { choose, hands, openPage, press, seeText } from './browser';
import { test } from './turns';

const app = useApp();
const LINE = 'input[aria-label="Assign line"]';

async function openDesk(): Promise<{ page: Page; complaints: string[] }> {
  const opened = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/layout`);
  await opened.page.waitForSelector('[data-key="KeyA"]');
  return opened;
}

/** Looks at a key and types into the line, without taking anything. */
async function type(page: Page, key: string, line: string): Promise<void> {
  await choose(page, `[data-key="${key}"]`);
  await page.click(LINE, { count: 3 });
  await page.keyboard.type(line);
}
const value = (page: Page): Promise<string> => page.$eval(LINE, (input) => (input as HTMLInputElement).value);
const sentences = (page: Page): Promise<string> => page.$eval('.sentences', (element) => element.textContent ?? '');

test('ten phrases, each shown in the line’s own words before Enter takes it', async () => {
  const { page, complaints } = await openDesk();
  const phrases: [phrase: string, line: string][] = [
    ['cmd c', 'Meta+C'],
    ['volume up', 'VolumeUp'],
    ['left click', 'button 1'],
    ['Esc when tapped, Ctrl when held', 'tap Esc, hold Ctrl'],
    ['type hello', 'type "hello"'],
    ['spcae', 'Space'],
    ['scroll down three', 'wheel down 3'],
    ['go to cues', 'go Cues'],
    ['hold w for two seconds', 'hold W for 2 s'],
    ['do nothing', 'none'],
  ];
  for (const [n, [phrase, line]] of phrases.entries()) {
    const key = `Key${'QWERTYUIOP'[n] ?? 'Q'}`;
    await type(page, key, phrase);
    await seeText(page, '.assign-reading b', line);
    expect(await sentences(page)).toContain('Not taken yet');
    await page.keyboard.press('Enter');
    await page.waitForFunction((id) => document.activeElement?.getAttribute('data-key') === id, {}, key);
    // The card beside the board follows a frame later.
    await page.waitForFunction(
      (said) => document.querySelector<HTMLInputElement>('input[aria-label="Assign line"]')?.value === said,
      { polling: 20 },
      line,
    );
  }
  expect(complaints).toEqual([]);
  await page.close();
});

test('what a key is under a modifier: in words, in a row of the card, and by pressing the keys', async () => {
  const { page, complaints } = await openDesk();
  await type(page, 'Backspace', 'shift makes it delete');
  await seeText(page, '.assign-reading b', 'Backspace, under Shift Delete');
  await page.keyboard.press('Enter');
  await seeText(page, '.layer-board [data-key="Backspace"]', 'Shift: Del');
  await press(page, 'Under a modifier');
  await page.waitForFunction((line) => document.activeElement?.matches(line), {}, LINE);
  expect(await value(page)).toBe('Backspace, under Shift Delete, under Shift ');
  await page.keyboard.press('Escape');
  const row = await page.waitForSelector('[aria-label="under Shift: Delete"]');
  await row?.focus();
  await page.keyboard.press('Delete');
  await page.waitForFunction((line) => document.querySelector<HTMLInputElement>(line)?.value === 'Backspace', {}, LINE);

  // Pressed keys are a chord; that they may be meant as this key under the modifier is offered beside it.
  await page.click(LINE);
  await hands(page, '+ControlLeft +Space -Space -ControlLeft');
  await seeText(page, '.capture', 'Press the keys now');
  await hands(page, '+ShiftLeft +Delete -Delete -ShiftLeft');
  await seeText(page, '.sentences', 'It sends Shift+Delete');
  await choose(page, '.assign button ::-p-text(Backspace, under Shift Delete)');
  await seeText(page, '.layer-board [data-key="Backspace"]', 'Shift: Del');
  // Of a key with two meanings it is offered too, and takes its own moment with it; undone, nothing is offered any more.
  await choose(page, '[data-key="CapsLock"]');
  await page.$eval('.hold-mark', (mark) => (mark as SVGElement).focus());
  await page.keyboard.press('ArrowRight');
  await seeText(page, '.sentences', 'Held for 185 ms');
  await page.click(LINE);
  await hands(page, '+ControlLeft +Space -Space -ControlLeft');
  await seeText(page, '.capture', 'Press the keys now');
  await hands(page, '+ShiftLeft +Delete -Delete -ShiftLeft');
  await seeText(page, '.sentences', 'It sends Shift+Delete');
  await choose(page, '.assign button ::-p-text(tap Esc, under Shift Delete, hold while Cues)');
  await seeText(page, '.sentences', 'Held for 185 ms');
  expect(complaints).toEqual([]);
  await page.close();
});

test('of two readings the one that is marked is taken, and leaving the line takes neither', async () => {
  const { page } = await openDesk();
  await type(page, 'KeyA', 'copy');
  await seeText(page, '.assign-reading[aria-selected=true] b', 'Ctrl+C');
  await choose(page, '[data-key="KeyB"]');
  await choose(page, '[data-key="KeyA"]');
  expect(await value(page)).toBe('copy');
  await seeText(page, '.assign-help', 'Two things can be meant');
  await page.click(LINE);
  await page.keyboard.press('ArrowDown');
  await seeText(page, '.assign-reading[aria-selected=true] b', 'Copy');
  await page.keyboard.press('Enter');
  await seeText(page, '.sentences', 'It sends Copy');
  expect(await value(page)).toBe('Copy');
  await page.close();
});

test('a sign that is taken leaves no error behind, and what cannot be read stays as it was typed', async () => {
  const { page } = await openDesk();
  await type(page, 'KeyA', '+');
  await page.keyboard.press('Enter');
  await seeText(page, '.sentences', 'It sends Shift+equals');
  expect(await page.$('.assign-error')).toBeNull();

  for (const line of ['for 3 s', 'ctrl zorp', 'tap Esc, zorp']) {
    await type(page, 'KeyS', line);
    await page.keyboard.press('Enter');
    await page.waitForSelector('.assign-error[role=alert]');
    expect(await value(page)).toBe(line);
    await choose(page, '[data-key="KeyB"]');
    await choose(page, '[data-key="KeyS"]');
    expect(await value(page)).toBe(line);
    expect(await sentences(page)).toContain('It sends S');
  }
  await page.close();
});

test('a line that reads one way only is taken when it is left; Escape gives it up', async () => {
  const { page } = await openDesk();
  await type(page, 'KeyD', 'ctrl d');
  await choose(page, '[data-key="KeyF"]');
  await choose(page, '[data-key="KeyD"]');
  expect(await value(page)).toBe('Ctrl+D');
  await type(page, 'KeyD', 'ctrl e');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await choose(page, '[data-key="KeyD"]');
  expect(await value(page)).toBe('Ctrl+D');
  await page.close();
});

test('a layer that is not there yet is offered, made with the line, and undone with it', async () => {
  const { page } = await openDesk();
  await type(page, 'KeyZ', 'hold for layer Numbers');
  await seeText(page, '.assign-error', 'There is no layer “Numbers” in this profile yet.');
  await press(page, 'Make the layer “Numbers”');
  await seeText(page, '.ladder', 'Numbers');
  expect(await value(page)).toBe('while Numbers');
  await page.click('[aria-label=Undo]');
  await page.waitForFunction(() => !document.querySelector('.ladder')?.textContent?.includes('Numbers'));
  expect(await value(page)).toBe('Z');
  await page.close();
});

test('what is one’s own is offered first, and Tab goes on with it', async () => {
  const { page } = await openDesk();
  await type(page, 'KeyX', 'tap X, hold cu');
  await seeText(page, '.completion b', 'while Cues');
  await page.keyboard.press('Tab');
  expect(await value(page)).toBe('tap X, hold while Cues ');
  await page.keyboard.press('Enter');
  await seeText(page, '.sentences', 'it shows Cues until you let go');
  await page.close();
});
