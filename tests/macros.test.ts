import { expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { useApp } from './app';
import { choose, hands, listen, openBar, openPage, press, seeText, tabTo } from './browser';
import { test as inTurn } from './turns';

const app = useApp();

const LINE = '[aria-label="The score as a line"]';
const lineOf = (page: Page): Promise<string> => page.$eval(LINE, (input) => (input as HTMLInputElement).value);
const STOP = '+ShiftLeft +ShiftRight -ShiftRight -ShiftLeft';

/** Notes the time that each key event carries, before anyone else gets it. */
async function noteEvents(page: Page): Promise<void> {
  await page.evaluateOnNewDocument(() => {
    const noted: [string, string, number][] = [];
    Object.assign(window, { noted });
    for (const kind of ['keydown', 'keyup'] as const)
      addEventListener(kind, ({ code, timeStamp }) => noted.push([kind, code, timeStamp]), true);
  });
}

/** Sets the figure of an operation and carries it out. */
/** An operation of a group, with its figures; what would come of it is seen before it is taken. */
async function operate(page: Page, group: string, name: string, figures: string[]): Promise<void> {
  await choose(page, `.operations button ::-p-text(${group} …)`);
  await choose(page, `.operation-row ::-p-text(${name})`);
  await page.waitForFunction(() => document.activeElement?.matches('.operation-figures input'));
  const inputs = await page.$$('.operation-figures input');
  for (const [index, figure] of figures.entries()) {
    await inputs[index]?.click({ count: 3 });
    await page.keyboard.type(figure);
  }
  await seeText(page, '.score-previews', 'then:');
  await choose(page, '[data-part=operation-take]');
  await page.waitForSelector('.operation-figures', { hidden: true });
}

test('a macro from the hands to the host: recorded, mended, checked, put on a key, played, taken out, drawn', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/shelf`);
  await noteEvents(page);
  await page.goto(`${app.server.url}/profile/demo-show-desk/macros`);
  await page.waitForSelector('.macros-bench');

  // What is recorded has the times of the events themselves, and not how it was stopped.
  await press(page, 'Record');
  await seeText(page, '[data-testid=recording]', 'Waiting for your first key');
  await hands(page, `50 +KeyA 60 -KeyA 80 +KeyB 40 -KeyB 90 ${STOP}`);
  await seeText(page, '.macro-item', 'Recording 9');
  const noted = await page.evaluate(() => (window as unknown as { noted: [string, string, number][] }).noted);
  const own = noted.filter(([, code]) => code === 'KeyA' || code === 'KeyB');
  const words = (await lineOf(page)).split(' ');
  expect(words.filter((word) => /^[+-]/.test(word))).toEqual(['+A', '-A', '+B', '-B']);
  const gaps = words.filter((word) => /^\d/.test(word)).map(Number);
  const expected = own.slice(1).map(([, , at], n) => at - own[n]![2]);
  gaps.forEach((gap, n) => expect(Math.abs(gap - expected[n]!)).toBeLessThan(1));
  await seeText(page, '[data-testid=counts]', '2 presses, 2 releases');
  // No key reached the page: R would have opened the recorder again, B nothing.
  expect(await page.$('.recorder')).toBeNull();

  // The slip is taken out, the rest repeated 17 times with even gaps.
  await choose(page, '[aria-label="Take out event 3"]');
  await seeText(page, '[data-testid=counts]', '2 events: 1 press, 1 release');
  await operate(page, 'Whole', 'Repeat a part', ['17', '40']);
  await seeText(page, '[data-testid=counts]', '34 events: 17 presses, 17 releases');
  await operate(page, 'Time', 'Set all gaps', ['20']);
  expect((await lineOf(page)).startsWith('+A 20 -A 20 +A 20 -A')).toBe(true);

  // The receiver check offers the least stretch, and it helps.
  await operate(page, 'Time', 'Set all gaps', ['8']);
  await seeText(page, '.receiver', 'No press under');
  await choose(page, '.receiver button ::-p-text(Stretch to)');
  await seeText(page, '[data-testid=receiver-says]', 'All arrives in 100.0 % of runs');
  await hands(page, '+ControlLeft +KeyZ -KeyZ -ControlLeft');
  await seeText(page, '.receiver', 'Stretch to');

  // It is put on a key, and plays in time.
  await press(page, 'Put on a key');
  await choose(page, '.ant-modal [data-key="KeyX"]');
  await seeText(page, '.macro-list li.chosen', 'on X on Base');
  await choose(page, 'button ::-p-text(▶ Play)');
  await seeText(page, '[data-testid=played]', 'aaaaaaaaaaaaaaaaa');
  await seeText(page, '[data-testid=played]', '34 edges, 99 of 100 at most');

  // On the trial bench the key plays it.
  await page.goto(`${app.server.url}/profile/demo-show-desk/trial`);
  await listen(page);
  await hands(page, '+KeyX 40 -KeyX 700');
  await page.keyboard.press('F10');
  await seeText(page, '[data-testid=host-text]', 'aaaaaaaaaaaaaaaaa');
  await press(page, 'Pause');
  await openBar(page, '.lane-bar.on-host');
  await seeText(page, '[data-part=why]', 'X goes down');

  // Taking it out asks, and undo brings everything back.
  await page.goto(`${app.server.url}/profile/demo-show-desk/macros`);
  await choose(page, '[aria-label="Take out Recording 9"]');
  await seeText(page, '.ant-modal', 'X on Base');
  await press(page, 'Take out Recording 9');
  await page.waitForFunction(() => document.querySelectorAll('.macro-item').length === 8);
  await page.waitForSelector('.ant-modal', { hidden: true });
  await page.$eval('.score-canvas', (canvas) => (canvas as HTMLElement).focus());
  await hands(page, '+ControlLeft +KeyZ -KeyZ -ControlLeft');
  await seeText(page, '.macro-list', 'on X on Base');
  expect(complaints).toEqual([]);

  // Bars are dragged, stretched and copied.
  await choose(page, '.macro-item ::-p-text(Recording 9)');
  await page.click(LINE, { count: 3 });
  await page.keyboard.type('A:100 100 B:100 200');
  await page.keyboard.press('Enter');
  await seeText(page, '[data-testid=counts]', '4 events');
  const box = (await (await page.$('.score-canvas'))!.boundingBox())!;
  // The lanes of A and B; the score of 500 ms fills the canvas but for its labels and a little room.
  const usPerPx = (500_000 * 1.06) / (Math.floor(box.width) - 74 - 12);
  const at = (ms: number, lane: number): [number, number] => [
    box.x + 74 + (ms * 1000) / usPerPx,
    box.y + 22 + 30 * lane + 15,
  ];
  const drag = async (from: [number, number], to: [number, number]): Promise<void> => {
    await page.mouse.move(...from);
    await page.mouse.down();
    await page.mouse.move((from[0] + to[0]) / 2, from[1], { steps: 3 });
    await page.mouse.move(to[0], from[1], { steps: 3 });
    await page.mouse.up();
  };
  await drag(at(50, 0), at(80, 0));
  expect(await lineOf(page)).toBe('30 +A 100 -A 70 +B 100 -B 200');
  await drag(at(300, 1), at(350, 1));
  expect(await lineOf(page)).toBe('30 +A 100 -A 70 +B 150 -B 150');
  await page.keyboard.down('Alt');
  await drag(at(60, 0), at(410, 0));
  await page.keyboard.up('Alt');
  expect(await lineOf(page)).toBe('30 +A 100 -A 70 +B 150 -B 30 +A 100 -A 20');
  expect(complaints).toEqual([]);
});

test('everything by keyboard: recorded, chosen, moved, taken out, written as a line', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-prompt-book/macros`);
  await seeText(page, '.macro-desk', 'No macro yet');
  await tabTo(page, '.macro-list .madder');
  // The Enter that starts it comes up later, and is no part of it.
  await hands(page, '+Enter');
  await seeText(page, '[data-testid=recording]', 'Waiting');
  await hands(page, `-Enter 30 +KeyQ 30 -KeyQ 40 +Tab 30 -Tab 30 ${STOP}`);
  await seeText(page, '[data-testid=counts]', '4 events: 2 presses, 2 releases');
  expect((await lineOf(page)).replaceAll(/[\d.]+ /g, '')).toBe('+Q -Q +Tab -Tab');

  await tabTo(page, '.score-canvas');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Delete');
  await seeText(page, '[data-testid=counts]', '2 events: 1 press, 1 release');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowRight');
  expect((await lineOf(page)).startsWith('1 +Q')).toBe(true);

  await tabTo(page, LINE);
  await hands(page, '+ControlLeft +KeyA -KeyA -ControlLeft');
  await page.keyboard.type('+L 20 Nonsense');
  await page.keyboard.press('Enter');
  await seeText(page, '.score-line', 'Column 7: "Nonsense" is not');
  for (let n = 0; n < 9; n++) await page.keyboard.press('Backspace');
  await page.keyboard.press('Enter');
  await seeText(page, '.left-down', 'L is not released in it; the keyboard releases it when the macro ends.');
  await press(page, 'Keep it down');
  await seeText(page, '.left-down', 'When it has played, L is still down.');
  expect(complaints).toEqual([]);
  await page.close();
});

inTurn('a window that loses the focus ends the recording, and says so', async () => {
  const { page } = await openPage(app.browser, `${app.server.url}/profile/demo-prompt-book/macros`);
  await page.waitForSelector('.macros-bench');
  await press(page, 'Record');
  await hands(page, '+KeyQ 30');
  await seeText(page, '[data-testid=recording]', 'Down now: Q');
  await page.evaluate(() => window.dispatchEvent(new Event('blur')));
  await seeText(page, '.ant-message', 'The window lost the focus');
  await seeText(page, '[data-testid=counts]', '1 event: 1 press, 0 releases');
  await page.close();
});
