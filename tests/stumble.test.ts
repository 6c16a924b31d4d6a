/** Without a stumble: what stops somebody who is new here, each thing once, on a page as they meet it. */
import { gzipSync } from 'node:zlib';
import { readdirSync, readFileSync } from 'node:fs';
import { expect, test as always } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { useApp } from './app';
import { choose, goToBench, hands, listen, openPage, press, quickHands, seeText, tabTo, textOf, wait } from './browser';
import { hasItsTurn } from './runs';
import { test } from './turns';

const app = useApp();
const DESK = '/profile/demo-show-desk';

const open = async (path: string): Promise<{ page: Page; complaints: string[] }> => {
  const opened = await openPage(app.browser, `${app.server.url}${path}`);
  await opened.page.waitForSelector('.workbench');
  return opened;
};
const focused = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const { activeElement: element } = document;
    return `${element?.tagName.toLowerCase()} ${element?.getAttribute('data-key') ?? element?.getAttribute('aria-label') ?? element?.textContent ?? ''}`;
  });
const undo = (page: Page): Promise<void> => hands(page, '+ControlLeft +KeyZ -KeyZ -ControlLeft');

/** A file of the built app, and what it imports before any of it runs. */
function withImports(files: Iterable<string>): Set<string> {
  const found = new Set(files);
  for (const file of found) {
    if (!file.endsWith('.js')) continue;
    const text = readFileSync(`dist/assets/${file}`, 'utf8');
    for (const [, imported = ''] of text.matchAll(/(?:from|import)\s*"\.\/([\w.-]+\.js)"/g)) found.add(imported);
  }
  return found;
}
/** What the page names. */
const begun = (): string[] =>
  [...readFileSync('dist/index.html', 'utf8').matchAll(/"\/assets\/([^"]+)"/g)].map(([, file = '']) => file);

always('what a page begins with is less than 220 kB, packed', () => {
  const files = withImports(begun());
  expect([...files].filter((file) => file.endsWith('.css'))).toHaveLength(1);
  expect([...files].filter((file) => file.endsWith('.js')).length).toBeGreaterThan(0);
  const bytes = [...files].reduce((sum, file) => sum + gzipSync(readFileSync(`dist/assets/${file}`)).length, 0);
  expect(bytes).toBeLessThan(220_000);
});

always('a bench comes in a handful of files', () => {
  const benches = readdirSync('dist/assets').filter((file) => /^\w+Bench-.*\.js$/.test(file));
  expect(benches.length).toBeGreaterThan(9);
  for (const bench of benches) expect(withImports([bench]).size).toBeLessThan(9);
});

/** Those whose turn it is. */
const BENCHES = ['Layout', 'Travel', 'Macros', 'Text', 'Trial', 'Practice', 'Device'].filter((_, n) =>
  hasItsTurn(n, 3),
);

test('in windows from small to very large nothing of the bar is cut, and the board takes what room there is', async () => {
  const { page } = await open(`${DESK}/layout`);
  for (const [width, height] of [
    [1000, 700],
    [1280, 800],
    [1920, 1080],
    [2560, 1440],
  ] as const) {
    await page.setViewport({ width, height });
    await wait(200);
    const seen = await page.evaluate(() => {
      const cut = [...document.querySelectorAll<HTMLElement>('.bar *, .board-title *')].filter(
        (element) => element.scrollWidth > element.clientWidth + 1 && getComputedStyle(element).overflow === 'hidden',
      );
      const box = (selector: string): DOMRect => document.querySelector(selector)!.getBoundingClientRect();
      const places = ['.save-button', '.bar-profile', '.bar-kept', '.benches', '[data-part=bar-icons]'].map((one) =>
        box(one),
      );
      return {
        cut: cut.map((element) => element.className),
        outside: places.filter(({ left, right }) => left < 0 || right > innerWidth + 1).length,
        scrolls: document.documentElement.scrollHeight > innerHeight,
        board: box('.layout-centre .board').width / box('.layout-centre').width,
        drawn: (box('.weave svg').bottom - box('.layout-centre .board').top) / box('.layout-centre').height,
      };
    });
    expect({ width, ...seen }).toMatchObject({ width, cut: [], outside: 0, scrolls: false });
    // Either the width or the height is used up.
    expect(Math.max(seen.board, seen.drawn / 0.84)).toBeGreaterThan(0.93);
  }
  await page.setViewport({ width: 1280, height: 800 });
  await page.close();
});

test('no bench makes the page scroll, and in a small window, or with letters of twice the size, only downwards', async () => {
  const { page } = await open(`${DESK}/layout`);
  for (const bench of BENCHES) {
    await goToBench(page, bench);
    await wait(400);
    for (const [width, height] of [
      [1280, 800],
      [1000, 700],
      [640, 400],
    ] as const) {
      await page.setViewport({ width, height });
      // What is drawn to measure follows a moment later.
      const look = (): Promise<{ scrollWidth: number; scrollHeight: number; tight: string[] }> =>
        page.evaluate(() => {
          const { scrollWidth, scrollHeight } = document.documentElement;
          const places = [
            ...document.querySelectorAll(
              '.workbench-main > :not(.visually-hidden), .workbench-main .panel, .macro-head',
            ),
          ];
          const tight = places.filter((place) => place.scrollWidth > place.clientWidth + 1);
          return { scrollWidth, scrollHeight, tight: tight.map((place) => place.className) };
        });
      const asWished = width > 900 ? { scrollWidth: width, scrollHeight: height, tight: [] } : { scrollWidth: width };
      let seen = await look();
      for (let n = 0; n < 30 && (n === 0 || JSON.stringify({ ...seen, ...asWished }) !== JSON.stringify(seen)); n++) {
        await wait(100);
        seen = await look();
      }
      expect({ bench, ...seen }).toMatchObject({ bench, ...asWished });
    }
  }
  await page.close();
});

test('a click beside a line that is not taken yet takes it, and hits what it was meant for', async () => {
  const { page, complaints } = await open(`${DESK}/layout`);
  await choose(page, '[data-key="KeyG"]');
  await page.click('input[aria-label="Assign line"]', { count: 3 });
  await page.keyboard.type('tap X, hold Ctrl');
  await seeText(page, '.would-head', 'Not taken yet');
  const cell = await page.waitForSelector('[aria-label^="first press, tap"]');
  const topOf = (): Promise<number> => cell!.evaluate((element) => element.getBoundingClientRect().top);
  const { x, y, width, height } = (await cell!.boundingBox())!;
  const before = await topOf();
  await page.mouse.move(x + width / 2, y + height / 2);
  await page.mouse.down();
  await page.waitForFunction(() => !document.querySelector('.would-head'));
  expect(Math.abs((await topOf()) - before)).toBeLessThan(1);
  await page.mouse.up();
  // The words of the cell are selected in the line: what is typed takes their place.
  await page.waitForFunction(() => getSelection()?.toString() === 'X');
  await page.keyboard.type('Y');
  await page.keyboard.press('Enter');
  await seeText(page, '.sentences', 'Tapped, it sends Y.');
  await page.waitForFunction(() => !document.querySelector('.key-card [style*="margin-top"]'));
  expect(complaints).toEqual([]);
  await page.close();
});

test('a layer and the key that leads there and back are made in one go, and one undo takes both', async () => {
  const { page, complaints } = await open('/profile/demo-prompt-book/layout');
  await press(page, '+ Layer');
  await page.waitForFunction(() => document.activeElement?.id === 'new-layer-name');
  await page.keyboard.type('Props');
  await page.keyboard.press('Enter');
  await page.waitForSelector('.new-layer', { hidden: true });
  await seeText(page, '.rung.selected', 'Props');
  await seeText(page, '.ladder', 'while Esc held');
  await page.waitForFunction(() => document.activeElement !== document.body);
  await undo(page);
  await page.waitForFunction(() => !document.querySelector('.ladder')?.textContent?.includes('Props'));
  expect(complaints).toEqual([]);
  await page.close();
});

test('a layer made for the key of a macro is one step with it', async () => {
  const { page, complaints } = await open(`${DESK}/macros`);
  await page.waitForSelector('.macro-item');
  await press(page, 'Put on a key');
  await press(page, 'A new layer');
  await page.waitForFunction(() => document.activeElement?.id === 'new-layer-name');
  await page.keyboard.type('Storms');
  await page.keyboard.press('Enter');
  await seeText(page, '.ant-modal', 'Storms');
  await choose(page, '.ant-modal [data-key="KeyX"]');
  await seeText(page, '.macro-list li.chosen', 'X on Storms');
  await undo(page);
  await page.waitForFunction(() => !document.querySelector('.macro-list')?.textContent?.includes('Storms'));
  await goToBench(page, 'Layout');
  await page.waitForSelector('.rung');
  expect(await textOf(page, '.ladder')).not.toContain('Storms');
  expect(complaints).toEqual([]);
  await page.close();
});

test('what is drawn takes the colours that the system gives, and what is chosen has an edge', async () => {
  const { page } = await openPage(app.browser, 'about:blank');
  const session = await page.createCDPSession();
  const emulate = (value: 'active' | 'none'): Promise<void> =>
    session.send('Emulation.setEmulatedMedia', { features: [{ name: 'forced-colors', value }] });
  await emulate('active');
  await page.goto(`${app.server.url}${DESK}/layout`);
  await page.waitForSelector('.cap-body');
  const look = (): Promise<{ cap: string; legend: string; tab: string }> =>
    page.evaluate(() => {
      const of = (selector: string): CSSStyleDeclaration => getComputedStyle(document.querySelector(selector)!);
      return {
        cap: of('.cap-body').fill,
        legend: of('.cap text').fill,
        tab: of('.benches a[aria-current]').outlineStyle,
      };
    });
  const system = await page.evaluate(() => {
    document.body.insertAdjacentHTML('beforeend', '<i id="system"></i>');
    const probe = document.querySelector<HTMLElement>('#system')!;
    probe.style.forcedColorAdjust = 'none';
    const as = (color: string): string => {
      probe.style.color = color;
      return getComputedStyle(probe).color;
    };
    return { cap: as('Canvas'), legend: as('CanvasText') };
  });
  expect(await look()).toEqual({ ...system, tab: 'solid' });
  // The focus is seen on what is chosen, too.
  const edge = (): Promise<string> =>
    page.$eval('.benches a[aria-current]', (tab) => getComputedStyle(tab).outlineWidth);
  expect(await edge()).toBe('2px');
  await tabTo(page, '.benches a[aria-current]');
  expect(await edge()).toBe('3px');
  // And when the system ceases to, the cloth is there again.
  await emulate('none');
  await page.waitForFunction(() => document.documentElement.style.getPropertyValue('--cap') === '#FFFEFA');
  expect((await look()).cap).toBe('rgb(255, 254, 250)');
  await page.close();
});

test('a role is made where it is given, to every key that is chosen', async () => {
  const { page, complaints } = await open('/profile/demo-sound-pad/layout');
  await choose(page, '.board [data-key]:nth-of-type(2)');
  await hands(page, '+ShiftLeft +ArrowRight -ArrowRight -ShiftLeft');
  await seeText(page, '.key-others', 'and 1 more');
  await choose(page, '#key-role');
  await choose(page, '[aria-label="Name of a new role"]');
  await page.keyboard.type('Storm');
  await page.keyboard.press('Enter');
  await seeText(page, '.key-card .ant-select', 'Storm');
  await press(page, 'role');
  await seeText(page, '[data-part=roles-dialog]', '2 keys');
  expect(complaints).toEqual([]);
  await page.close();
});

test('after a dialog the focus is back where it came from', async () => {
  const { page } = await open(`${DESK}/layout`);
  for (const [opener, dialog] of [
    ['.together > .word', '.ant-modal'],
    ['.ladder > .word', '.new-layer'],
    ['.board-host', '.ant-modal'],
  ] as const) {
    await tabTo(page, opener);
    const before = await focused(page);
    await page.keyboard.press('Enter');
    await page.waitForSelector(dialog);
    await wait(100);
    await page.keyboard.press('Escape');
    await page.waitForSelector(dialog, { hidden: true });
    for (let n = 0; n < 100 && (await focused(page)) !== before; n++) await wait(50);
    expect(await focused(page)).toBe(before);
  }
  await page.close();
});

test('Ctrl+Z takes back the last change from a field, unless something half typed is in it', async () => {
  const { page } = await open(`${DESK}/layout`);
  await choose(page, '[data-key="KeyA"]');
  await page.keyboard.press('Delete');
  await seeText(page, '.ladder .selected', '63 keys');
  // The line says what the key does: undo is the profile's.
  await page.click('input[aria-label="Assign line"]');
  await undo(page);
  await seeText(page, '.ladder .selected', '64 keys');
  // Half a line is in it: undo is the line's.
  await page.keyboard.press('Delete');
  await page.click('input[aria-label="Assign line"]', { count: 3 });
  await page.keyboard.type('tap Q');
  const past = await page.$eval('button[aria-label="Undo"]', (button) => button.title);
  await undo(page);
  await wait(100);
  expect(await page.$eval('button[aria-label="Undo"]', (button) => button.title)).toBe(past);
  await page.close();
});

test('the recorder waits at zero for the first key, and its take ends with its last event', async () => {
  const { page } = await open('/profile/demo-prompt-book/macros');
  await press(page, 'Record');
  await seeText(page, '[data-testid=recording]', 'Waiting for your first key');
  await wait(700);
  expect(await textOf(page, '[data-testid=recording]')).toContain('0 presses · 0 releases · 0.0 s');
  await hands(page, '+KeyQ 40 -KeyQ 30 +ShiftLeft +ShiftRight -ShiftRight -ShiftLeft');
  await seeText(page, '[data-testid=counts]', '1 press, 1 release');
  const line = await page.$eval(
    'input[aria-label="The score as a line"]',
    (input) => (input as HTMLInputElement).value,
  );
  expect(line).toMatch(/^\+Q [\d.]+ -Q$/);
  await page.close();
});

test('a decision is said to a screen reader, and a key can be pressed lightly', async () => {
  const { page, complaints } = await open(`${DESK}/trial`);
  await page.waitForSelector('.trial-main');
  await listen(page);
  await hands(page, '+CapsLock 300 -CapsLock 100');
  await seeText(page, '[data-testid=spoken]', 'Caps Lock: hold');
  await page.keyboard.press('F10');
  await page.waitForSelector('.lanes:not(.running)');

  // With Alt a press is light, and goes deeper as it is dragged down: the go key fires early, so that it fires so.
  const cap = (await (await page.waitForSelector('.trial-board [data-key="KeyZ"]'))!.boundingBox())!;
  await page.keyboard.down('Alt');
  await page.mouse.move(cap.x + 10, cap.y + 10);
  await page.mouse.down();
  await wait(60);
  await page.mouse.move(cap.x + 10, cap.y + 10 + cap.height, { steps: 4 });
  await wait(60);
  await page.mouse.up();
  await page.keyboard.up('Alt');
  await seeText(page, '[data-testid=host-text]', 'z');
  expect(complaints).toEqual([]);
  await page.close();
});

test('a new profile is in sight from every bench, and shortcuts stand by bench in a window of 800 pixels', async () => {
  const { page } = await open(`${DESK}/layout`);
  for (const bench of ['Travel', 'Macros', 'Text', 'Trial', 'Device']) {
    await goToBench(page, bench);
    await seeText(page, '.bar-ways', '+ New profile');
  }
  await goToBench(page, 'Layout');
  await page.waitForSelector('.layout-bench');
  await page.keyboard.type('?');
  const box = (await (await page.waitForSelector('.shortcut-benches'))!.boundingBox())!;
  expect(box.y + box.height).toBeLessThan(800);
  expect(await page.$$eval('.shortcut-benches h2', (titles) => titles.map((title) => title.textContent))).toEqual([
    'Everywhere',
    'Layout',
    'Travel',
    'Macros',
    'Text',
    'Trial',
  ]);
  await page.close();
});

test('the profile is given another name where it stands, and the focus comes back', async () => {
  const { page } = await open('/profile/demo-sound-pad/travel');
  await choose(page, '.bar-name');
  await page.waitForSelector('.bar-profile input');
  await page.keyboard.type('Thunder pad');
  await page.keyboard.press('Enter');
  await seeText(page, '.bar-name', 'Thunder pad');
  await page.waitForFunction(() => document.activeElement?.matches('.bar-name'));
  await undo(page);
  await seeText(page, '.bar-name', 'Sound pad');
  await page.close();
});

test('nothing moves under a pointer that is down, on any bench', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/layout`);
  await page.waitForSelector('.key-card');
  // A line that is not taken yet is taken by a click elsewhere: whatever is clicked then stays where it is.
  await page.click('[data-key="KeyG"]');
  await page.keyboard.type('tap G, hold Ctrl');
  for (const bench of BENCHES) {
    if (bench !== 'Layout') {
      // In a field that somebody writes in, a shortcut is none.
      await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
      await goToBench(page, bench);
      await page.waitForSelector(bench === 'Practice' ? '.practice' : `.${bench.toLowerCase()}-bench`);
      await wait(500);
    }
    const targets = await page.$$eval('main :is(button, input, [role=radio])', (all) =>
      all
        .map((one) => one.getBoundingClientRect())
        .filter(({ width, height, top, bottom }) => width > 8 && height > 8 && top > 80 && bottom < innerHeight)
        .map(({ left, top, width, height }) => [left + width / 2, top + height / 2] as const),
    );
    // Some of them, over the whole of the page.
    for (const [x, y] of targets.filter((_, n) => n % Math.ceil(targets.length / 5) === 2)) {
      await page.mouse.move(x, y);
      const placeOf = (at: readonly [number, number]): Promise<string> =>
        page.evaluate(([px, py]) => {
          const { left = 0, top = 0 } = document.elementFromPoint(px, py)?.getBoundingClientRect() ?? {};
          return `${Math.round(left)} ${Math.round(top)}`;
        }, at);
      const before = await placeOf([x, y]);
      await page.mouse.down();
      await wait(60);
      expect([bench, x, y, await placeOf([x, y])]).toEqual([bench, x, y, before]);
      // Out of the way, so that nothing is set off.
      await page.mouse.move(4, 4);
      await page.mouse.up();
    }
  }
  expect(complaints).toEqual([]);
  await page.close();
});

test('the first minutes are three steps by hand, left at any moment, and do not come back', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/`);
  await page.waitForSelector('.first-minutes');
  await page.waitForFunction(() => document.activeElement?.classList.contains('first-cap'));
  // By keyboard: a short press and a long one are decided by the engine.
  await quickHands(page, '+Space -Space');
  await seeText(page, '.first-minutes', '✓ a tap');
  await page.keyboard.down('Space');
  await wait(350);
  await page.keyboard.up('Space');
  await seeText(page, '.first-minutes', '✓ a hold');
  await press(page, 'Now change it');
  await press(page, 'Write it for me');
  await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Assign line');
  await page.keyboard.press('Enter');
  await seeText(page, '.first-minutes', '3 of 3');
  await page.keyboard.press('PageUp');
  await seeText(page, '.first-minutes', 'a layer from above');
  await press(page, 'Done');
  await page.waitForSelector('.first-minutes', { hidden: true });
  await page.reload();
  await page.waitForSelector('.shelf-card, .layout-bench');
  expect(await page.$('.first-minutes')).toBeNull();
  expect(complaints).toEqual([]);
  await page.close();
});
