/**
 * Macros: what the operations and the receiver check cost on a score of ten thousand events, how late the live player is while the page
 * is busy, and how long the page is blocked while bars of such a score are dragged.
 */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ElementHandle } from 'puppeteer-core';
import { SHOW_DESK } from '../demo';
import { operations, remediesFor, seenBy } from '../src/core/macro';
import type { Macro, Score, ScoreEvent } from '../src/core/profile';
import { buildIfChanged } from '../scripts/build.mjs';
import { choose, openBrowser, openPage, seeText, startApp, temporaryFolder, textOf, wait } from '../tests/browser';

const EVENTS = 10_000;
const KEYS = ['KeyA', 'KeyB', 'KeyC', 'KeyD', 'ShiftLeft', 'Enter'];

/** Presses one after the other, overlapping a little, as fast hands make them. */
function longScore(events: number): Score {
  const made: ScoreEvent[] = [];
  for (let n = 0; n < events / 2; n++) {
    const code = KEYS[n % KEYS.length] ?? 'KeyA';
    const atUs = n * 90_000 + ((n * 7919) % 30) * 1000;
    made.push({ atUs, edge: 'down', code }, { atUs: atUs + 60_000 + ((n * 104_729) % 50) * 1000, edge: 'up', code });
  }
  made.sort((a, b) => a.atUs - b.atUs);
  return { lengthUs: (made.at(-1)?.atUs ?? 0) + 1000, events: made };
}

/** The shortest of some runs, in ms. */
function best(run: () => unknown): number {
  let least = Infinity;
  for (let n = 0; n < 7; n++) {
    const start = performance.now();
    run();
    least = Math.min(least, performance.now() - start);
  }
  return least;
}

function coreBench(): void {
  const score = longScore(EVENTS);
  const half = new Set([...score.events.keys()].filter((index) => index % 2 === 0));
  const floor = best(() => score.events.map((event) => ({ ...event, atUs: event.atUs + 1 })));
  const runs: Record<string, () => unknown> = {
    'all gaps': () => operations.setGaps(score, 20_000),
    scale: () => operations.scale(score, 1.5),
    grid: () => operations.quantise(score, 10_000),
    'shortest press': () => operations.shortestPress(score, 40_000),
    'move half of it': () => operations.move(score, half, 5000),
    'receiver check': () => seenBy(score, 60, 1000),
  };
  process.stdout.write(`${EVENTS} events; copying them once takes ${floor.toFixed(2)} ms\n`);
  for (const [name, run] of Object.entries(runs)) {
    const ms = best(run);
    process.stdout.write(`  ${name.padEnd(18)} ${ms.toFixed(1).padStart(7)} ms   ${(ms / floor).toFixed(1)} copies\n`);
  }
  const start = performance.now();
  remediesFor(score, 60, 1000);
  process.stdout.write(`  all three remedies ${(performance.now() - start).toFixed(0)} ms (in a worker)\n`);
}

const usual = { run: { kind: 'times' as const, times: 1 }, gapMs: 0, stop: 'now' as const };

async function liveBench(): Promise<void> {
  buildIfChanged();
  const server = await startApp(temporaryFolder());
  const browser = await openBrowser();
  try {
    const { page } = await openPage(browser, `${server.url}/shelf`);
    const onPress = operations.scale(longScore(400), 0.05);
    const short: Macro = { id: 'short', name: 'Short', onPress, ...usual, leavesHeld: false, liftModifiers: false };
    const file = join(temporaryFolder(), 'macros.json');
    const profile = { ...SHOW_DESK, id: 'bench', name: 'Bench', macros: [short, ...SHOW_DESK.macros] };
    writeFileSync(file, JSON.stringify(profile));
    const input = (await page.waitForSelector('input[type=file]')) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(file);
    await seeText(page, '.shelf-card', 'Bench');
    await page.goto(`${server.url}/profile/bench/macros`);
    await choose(page, '.macro-item ::-p-text(Short)');
    const playOnce = async (): Promise<string> => {
      await choose(page, 'button ::-p-text(▶ Play)');
      await page.waitForSelector('button ::-p-text(■ Stop)');
      await page.waitForSelector('button ::-p-text(▶ Play)');
      return /at most ([\d.]+) ms/.exec(await textOf(page, '[data-testid=played]'))?.[1] ?? '?';
    };
    const runs = async (): Promise<string> => {
      const found: string[] = [];
      for (let n = 0; n < 4; n++) found.push(await playOnce());
      return found.join(', ');
    };
    process.stdout.write(`live player, 99th percentile of lateness in ms, run by run: page idle ${await runs()}`);
    await page.evaluate(() => {
      // A page that is busy: a third of the time it does nothing else.
      setInterval(() => {
        const end = performance.now() + 33;
        while (performance.now() < end);
      }, 100);
    });
    process.stdout.write(`; page busy a third of the time ${await runs()}\n`);

    const { page: second } = await openPage(browser, `${server.url}/profile/bench/macros`);
    await second.bringToFront();
    await second.waitForSelector('.macros-bench');
    await second.click('[aria-label="The score as a line"]', { count: 3 });
    await second.keyboard.type(`A:40 50 B:40 50 C:40 50 D:40 50 Enter:40 50`);
    await second.keyboard.press('Enter');
    await choose(second, '.operations button ::-p-text(Repeat part)');
    const figures = await second
      .waitForSelector('.operation-figures input')
      .then(() => second.$$('.operation-figures input'));
    await figures[0]?.click({ count: 3 });
    await second.keyboard.type(String(EVENTS / 10));
    await choose(second, '.operation-figures button ::-p-text(Repeat)');
    await seeText(second, '[data-testid=counts]', `${EVENTS} events`);
    await wait(4000);
    await second.evaluate(() => {
      const long: number[] = [];
      Object.assign(window, { long });
      new PerformanceObserver((list) => list.getEntries().forEach(({ duration }) => long.push(duration))).observe({
        type: 'longtask',
      });
    });
    await second.focus('.score-canvas');
    for (let n = 0; n < 6; n++) await second.keyboard.press('+');
    await second.keyboard.press('ArrowDown');
    const box = await (await second.$('.score-canvas'))?.boundingBox();
    await second.mouse.move((box?.x ?? 0) + 84, (box?.y ?? 0) + 37);
    await second.mouse.down();
    for (let n = 0; n < 60; n++) await second.mouse.move((box?.x ?? 0) + 84 + n * 4, (box?.y ?? 0) + 37);
    await wait(200);
    const blocked = await second.evaluate(() => (window as unknown as { long: number[] }).long);
    await second.mouse.up();
    process.stdout.write(
      `dragging in a score of ${EVENTS} events: ${blocked.length} tasks over 50 ms${blocked.length > 0 ? `, the longest ${Math.max(...blocked)} ms` : ''}\n`,
    );
  } finally {
    await browser.close();
    await server.stop();
  }
}

export async function macrosBench(): Promise<void> {
  coreBench();
  await liveBench();
}
