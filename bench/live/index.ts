/**
 * How long the built app takes, in a real Chromium: from a key event to the painted lamp on the trial bench, and from an
 * edit to the painted board, beside the floor of the same run; no task over 50 ms while somebody types, drags and switches
 * benches; and how late the player of macros is, beside the machine's own timers. A frame at 60 Hz is 16.7 ms.
 */
import type { ElementHandle, Page } from 'puppeteer-core';
import { choose, openBrowser, openPage, press, seeText, startApp, takeIn, temporaryFolder } from '../../tests/browser';
import { at, FLOOR_PAGE, floorListens, measure, spread, type Painted } from './painted';
import { big } from './big';
import { stumbles } from './stumbles';
import { buildWide, KEYS, LAYERS, liveFiles } from './wide';
import { playerLateness } from './player';

const ROUNDS = 120;

const say = (line: string): void => void process.stdout.write(`${line}\n`);

function print(what: string, painted: Painted, floor: Painted): void {
  say(`${what}\n  painted   ${spread(painted.timesMs, floor.timesMs)}`);
  say(`  main thread   median ${at(painted.workMs, 0.5).toFixed(2)} ms, floor ${at(floor.workMs, 0.5).toFixed(2)} ms`);
}

const merged = (one: Painted, other: Painted): Painted => ({
  timesMs: [...one.timesMs, ...other.timesMs],
  workMs: [...one.workMs, ...other.workMs],
});

async function bringFiles(page: Page): Promise<void> {
  for (const [file, name] of liveFiles().map(
    (path, n) => [path, ['Wide', 'Long', 'Played', 'Big'][n] ?? ''] as const,
  )) {
    const input = (await page.waitForSelector('input[aria-label="Profile files"]')) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(file);
    await takeIn(page);
    await seeText(page, '.shelf-card', name);
  }
}

export async function liveBench(): Promise<void> {
  const seconds = Number(process.argv[3] ?? 60);
  const isLong = seconds > 0;
  const server = await startApp(temporaryFolder(), 0, buildWide());
  const browser = await openBrowser();
  try {
    const floorPage = await browser.newPage();
    await floorPage.setContent(FLOOR_PAGE);
    await floorListens(floorPage);
    const floorNow = async (): Promise<Painted> => {
      await floorPage.bringToFront();
      return measure(floorPage, ['KeyA'], ROUNDS, 'body');
    };
    const { page } = await openPage(browser, `${server.url}/shelf`);
    await bringFiles(page);
    await page.goto(`${server.url}/profile/wide/layout`);
    await choose(page, '[data-key="KeyA"]');
    const first = await floorNow();
    await page.bringToFront();
    // Delete makes a key a pass, Backspace makes it answer with nothing: each is an edit that the whole bench shows.
    const edits = await measure(page, ['Delete Delete', 'Backspace Backspace'], ROUNDS, '[data-key="KeyA"]');
    const second = await floorNow();
    await page.bringToFront();
    await page.goto(`${server.url}/profile/wide/trial`);
    await press(page, 'Listen to my keyboard');
    const lamps = await measure(page, ['KeyB', 'KeyC', 'KeyD', 'Digit1'], ROUNDS, 'body');
    const floor = merged(merged(first, second), await floorNow());
    await page.bringToFront();
    const board = `${KEYS} keys, ${LAYERS} layers`;
    say(
      `floor\n  painted   median ${at(floor.timesMs, 0.5).toFixed(1)} ms, 99th percentile ${at(floor.timesMs, 0.99).toFixed(1)} ms`,
    );
    print(`${board}: edit to painted board`, edits, floor);
    print(`${board}: key event to painted lamp`, lamps, floor);
    say(await big(page, server.url));
    if (!isLong) return;
    say(await playerLateness(page, floorPage, server.url));
    say(await stumbles(page, server.url, seconds));
  } finally {
    await browser.close();
    await server.stop();
  }
}
