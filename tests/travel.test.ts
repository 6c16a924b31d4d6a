import { expect } from '@jest/globals';
import { useApp } from './app';
import type { Page } from 'puppeteer-core';
import { choose, hands, openPage, press, seeText, tabTo, textOf } from './browser';
import { test } from './turns';

const app = useApp();

test('four keys are set to reversal by selection, and the pretend finger shows their edges', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/travel`);
  await choose(page, '[data-key="KeyW"]');
  await page.keyboard.down('Control');
  for (const key of ['KeyA', 'KeyS', 'KeyD']) await choose(page, `[data-key="${key}"]`);
  await page.keyboard.up('Control');
  await seeText(page, '.travel-card', '4 keys');
  await choose(page, '.travel-card .ant-segmented-item ::-p-text(on reversal)');
  for (const key of ['KeyW', 'KeyA', 'KeyS', 'KeyD']) await seeText(page, `[data-key="${key}"]`, '1.5 ↕');
  await seeText(page, '.travel-figures', '0.15');

  // The finger goes to the bottom, lifts by 0.3 mm and goes down again: two presses.
  await page.$eval('.finger', (finger) => (finger as SVGElement).focus());
  await page.keyboard.press('End');
  await seeText(page, '[data-testid=finger]', '4.00 mm · down · 1 press');
  for (let n = 0; n < 3; n++) {
    await page.keyboard.press('ArrowUp');
    await seeText(page, '[data-testid=finger]', `${(3.9 - n / 10).toFixed(2)} mm`);
  }
  await seeText(page, '[data-testid=finger]', 'up');
  await page.keyboard.press('ArrowDown');
  await seeText(page, '[data-testid=finger]', '3.80 mm');
  await page.keyboard.press('ArrowDown');
  await seeText(page, '[data-testid=finger]', 'down · 2 presses');
  await hands(page, '+ControlLeft +KeyZ -KeyZ -ControlLeft');
  await page.waitForFunction(() => !document.querySelector('[data-key="KeyW"]')?.textContent?.includes('↕'));
  expect(complaints).toEqual([]);
  await page.close();
});

test('depths are typed as a line; what cannot be is said and loses nothing', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/travel`);
  await choose(page, '[data-key="KeyG"]');
  await tabTo(page, '.travel-line');
  await hands(page, '+ControlLeft +KeyA -KeyA -ControlLeft');
  await page.keyboard.type('at 1 mm, back at 1.4 mm');
  await page.keyboard.press('Enter');
  await seeText(page, '.travel-card', 'It lets go between 0.05 mm and its point, 1 mm.');
  for (let n = 0; n < 6; n++) await page.keyboard.press('Backspace');
  await page.keyboard.type('0.8 mm');
  await page.keyboard.press('Enter');
  await seeText(page, '[data-key="KeyG"]', '1.0 ·');
  await choose(page, '.travel-select ::-p-text(its finger)');
  await seeText(page, '.travel-card', 'several depths');
  expect(complaints).toEqual([]);
  await page.close();
});

test('a board that knows only down and up says so', async () => {
  const { page } = await openPage(app.browser, `${app.server.url}/profile/demo-prompt-book/travel`);
  await seeText(page, '.travel-none', 'The Twill 42 knows only down and up');
  await page.close();
});

/** Drags one end of a part of the stroke loop along its limb, by millimetres of the drawing. */
async function dragEnd(page: Page, part: number, end: 'from' | 'to', byMm: number): Promise<void> {
  const handle = await page.waitForSelector(`[data-part="${part}"][data-end="${end}"] .loop-end`);
  const box = await handle!.boundingBox();
  const lines = await page.$$eval('.loop-depth', (depths) => depths.map((depth) => depth.getBoundingClientRect().top));
  const perMm = (lines[1] ?? 0) - (lines[0] ?? 0);
  const [x, y] = [box!.x + box!.width / 2, box!.y + box!.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let step = 1; step <= 4; step++) await page.mouse.move(x, y + (perMm * byMm * step) / 4);
  await page.mouse.up();
}

const depthOf = async (page: Page, part: number, end: 'from' | 'to'): Promise<string> =>
  page.$eval(`[data-part="${part}"][data-end="${end}"]`, (handle) => handle.getAttribute('aria-valuetext') ?? '');

test('a two-stage press is built by dragging ribbons; a half stroke reaches only its first stage', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/travel`);
  await choose(page, '[data-key="KeyH"]');
  await choose(page, '.travel-switch .ant-segmented-item ::-p-text(a stroke plan)');
  await press(page, 'Light press and full press');
  await seeText(page, '.plan-sentence', 'Going down past 0.8 mm it holds H until it comes back above 0.8 mm.');
  expect(await textOf(page, '[data-stroke="half"]')).not.toContain('Shift');
  await seeText(page, '[data-stroke="slow and full"]', 'Shift');

  await dragEnd(page, 1, 'from', -1.6);
  expect(await depthOf(page, 1, 'from')).toMatch(/^1\.(3[5-9]|4[0-5]) mm going down$/);
  await seeText(page, '[data-stroke="half"]', '▾Shift');
  await dragEnd(page, 1, 'from', 1.2);
  await dragEnd(page, 0, 'from', -0.2);
  expect(await depthOf(page, 0, 'from')).toMatch(/^0\.(5[5-9]|6[0-5]) mm going down$/);
  expect(await textOf(page, '[data-stroke="half"]')).toMatch(/▾H 0\.\d+.*▴H 0\.\d+/);
  expect(await textOf(page, '[data-stroke="half"]')).not.toContain('Shift');

  // The same by keyboard alone: an end is moved, sent to the other limb and taken out with its part.
  await page.$eval('[data-part="1"][data-end="to"]', (handle) => (handle as SVGElement).focus());
  const before = await depthOf(page, 1, 'to');
  await page.keyboard.press('ArrowUp');
  expect(Number.parseFloat(await depthOf(page, 1, 'to'))).toBeCloseTo(Number.parseFloat(before) - 0.01, 3);
  // With Shift the whole part moves.
  const ends = async (): Promise<number[]> =>
    [await depthOf(page, 1, 'from'), await depthOf(page, 1, 'to')].map(Number.parseFloat);
  const [from = 0, to = 0] = await ends();
  await hands(page, '+ShiftLeft +ArrowUp -ArrowUp -ShiftLeft');
  const [movedFrom = 0, movedTo = 0] = await ends();
  // The end that was moved is on the way up, where up is further on; the other, on the way down, goes further down.
  expect([movedFrom - from, movedTo - to]).toEqual([expect.closeTo(0.01, 3), expect.closeTo(-0.01, 3)]);
  await page.keyboard.press('ArrowLeft');
  expect(await depthOf(page, 1, 'to')).toContain('going down');
  await page.keyboard.press('Delete');
  await seeText(page, '.plan-adds', '1 of 4 parts');
  await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'H begins');
  await hands(page, '+ControlLeft +KeyZ -KeyZ -ControlLeft');
  await seeText(page, '.plan-adds', '2 of 4 parts');
  expect(complaints).toEqual([]);
  await page.close();
});

test('a plan is typed as a line; gaps, ends out of reach and lines that cannot be read are said', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/travel`);
  await choose(page, '[data-key="KeyJ"]');
  await choose(page, '.travel-switch .ant-segmented-item ::-p-text(a stroke plan)');
  await press(page, 'One thing after the other');
  await seeText(page, '.plan-adds', '2 of 4 parts');
  const type = async (line: string): Promise<void> => {
    await page.click('input[aria-label="Stroke plan as a line"]', { count: 3 });
    await page.keyboard.type(line);
    await page.keyboard.press('Enter');
  };
  await type('down 0.7 to down 1.7 mm: J, down 2.1 to up 0.5 mm: K, down 3 up');
  await seeText(page, '[data-part=plan-card] [role=alert]', 'A colon is missing before “up”.');
  await type('down 0.7 to down 1.7 mm: J, down 2.1 to up 0.5 mm: K');
  await seeText(page, '.plan-gap', 'From 1.7 to 2.1 mm going down, nothing is held.');
  await seeText(page, '[data-part=plan-card]', 'Part 2 never reaches its end at 0.5 mm going up');
  await press(page, 'End at 2.1 mm going up');
  await seeText(page, '.plan-sentence', 'Going down past 2.1 mm it holds K until it comes back above 2.1 mm.');
  await seeText(page, '[data-key="KeyJ"]', '∪');

  // The pretend finger follows the plan.
  await choose(page, '.travel-switch .ant-segmented-item ::-p-text(from the side)');
  await page.$eval('.finger', (finger) => (finger as SVGElement).focus());
  await page.keyboard.press('End');
  await seeText(page, '[data-testid=finger]', '4.00 mm · down · 2 presses');
  await page.keyboard.press('Home');
  await seeText(page, '[data-testid=finger]', '0.00 mm · up · 2 presses');

  // A crossing beyond the travel is taken, named, and breaks nothing.
  await choose(page, '.travel-switch .ant-segmented-item ::-p-text(its stroke plan)');
  await type('down 5 to up 4.5 mm: J');
  await seeText(page, '[data-part=plan-card]', '5.0 mm is more than the 4.0 mm that a key of the Harrow 64 travels');
  await seeText(page, '[data-stroke="half"]', '5.0 mm is more than');
  await choose(page, '.travel-switch .ant-segmented-item ::-p-text(from the side)');
  await seeText(page, '.travel-switch [role=alert]', 'It cannot be tried yet: 5.0 mm is more than');
  await hands(page, '+ControlLeft +KeyZ -KeyZ -ControlLeft');
  await page.waitForFunction(() => !document.querySelector('.travel-switch [role=alert]'));

  await page.goto(`${app.server.url}/profile/demo-show-desk/layout`);
  await choose(page, '[data-key="KeyJ"]');
  await seeText(page, '.key-card', 'Shape its stroke plan on the travel bench');
  expect(complaints).toEqual([]);
  await page.close();
});

test('unsteady hands are worked out, can be stopped, and suggest a setting', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/travel`);
  await choose(page, '[data-key="KeyF"]');
  await choose(page, '.travel-switch .ant-segmented-item ::-p-text(under unsteady hands)');
  await press(page, 'Stop');
  await press(page, 'Work it out');
  await page.waitForSelector('[data-testid=suggestion]', { timeout: 80_000 });
  expect(await textOf(page, '[data-testid=resting]')).toMatch(/chance in any hour/);
  await seeText(page, '[data-testid=suggestion]', '1.00 mm is the finest that one can live with');
  await press(page, 'Use at 1 mm');
  await seeText(page, '[data-key="KeyF"]', '1.0 ·');
  expect(complaints).toEqual([]);
  await page.close();
});

test('a copy for a board without measured travel says what is lost', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/shelf`);
  await choose(page, '[aria-label="More for Show desk"]');
  await choose(page, '.ant-dropdown-menu-item ::-p-text(Copy for the Twill 42)');
  await seeText(page, '.shelf-lost', 'the stroke plan of S, as the Twill 42 does not measure travel');
  await press(page, 'Make the copy');
  await seeText(page, '.bar-profile', 'Show desk on Twill 42');
  expect(complaints).toEqual([]);
  await page.close();
});

test('a gamepad’s trigger pulls a key on the travel bench and in a trial', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/shelf`);
  await page.evaluateOnNewDocument(() => {
    const pull = Object.assign(window, { pull: 0 });
    const button = (value: number) => ({ value, pressed: value > 0.5, touched: value > 0 });
    navigator.getGamepads = () => [
      { buttons: Array.from({ length: 17 }, (_, n) => button(n === 7 ? pull.pull : 0)) } as unknown as Gamepad,
    ];
  });
  const pull = (share: number): Promise<void> => page.evaluate((to) => void Object.assign(window, { pull: to }), share);

  await page.goto(`${app.server.url}/profile/demo-show-desk/travel`);
  await choose(page, '[data-key="KeyB"]');
  await pull(0.5);
  await seeText(page, '[data-testid=finger]', '2.00 mm · down · 1 press');
  await pull(0);
  await seeText(page, '[data-testid=finger]', '0.00 mm · up');

  await page.click('.benches a[href$="/trial"]');
  await seeText(page, '.trial-head', 'the gamepad’s trigger pulls B');
  await page.waitForSelector('.trial-main');
  await pull(0.3);
  await page.waitForSelector('.trial-board [data-key="KeyB"][aria-label$=", down"]');
  expect(await textOf(page, '[data-testid=host-text]')).not.toContain('b');
  await pull(0.6);
  await seeText(page, '[data-testid=host-text]', 'b');
  await pull(0);
  await seeText(page, '[data-testid=held]', 'nothing');
  expect(complaints).toEqual([]);
  await page.close();
});
