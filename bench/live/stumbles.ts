/** Whether any task of the page takes over 50 ms while somebody types, drags in a score of 10 000 events, and switches benches. */
import type { Page } from 'puppeteer-core';
import { choose, goToBench, hands, press, wait } from '../../tests/browser';

const BENCHES = ['Layout', 'Travel', 'Macros', 'Text', 'Trial', 'Device'];

type Long = { doing: string; ms: number };

/** From now on the page notes its long tasks, with what was being done. */
const watch = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const kept = globalThis as unknown as { long: Long[]; doing: string };
    kept.long = [];
    kept.doing = '';
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) kept.long.push({ doing: kept.doing, ms: duration });
    }).observe({ type: 'longtask' });
  });

const doing = (page: Page, what: string): Promise<void> =>
  page.evaluate((now) => {
    (globalThis as unknown as { doing: string }).doing = now;
  }, what);

const noted = (page: Page): Promise<Long[]> => page.evaluate(() => (globalThis as unknown as { long: Long[] }).long);

/** Types for a while on the trial bench, as fast as fast hands do. */
async function type(page: Page): Promise<void> {
  await goToBench(page, 'Trial');
  await press(page, 'Listen to my keyboard');
  await doing(page, 'typing');
  for (let n = 0; n < 12; n++)
    await hands(page, '+KeyT 30 +KeyH 20 -KeyT 30 -KeyH 20 +KeyE 50 -KeyE 30 +Space 60 -Space 40');
  await press(page, 'Stop listening');
}

/** Drags a bar of the long score to and fro. */
async function drag(page: Page): Promise<void> {
  await goToBench(page, 'Macros');
  await choose(page, 'button ::-p-text(Long rain)');
  await wait(400);
  const box = await (
    await page.waitForSelector('.score-canvas, .score canvas, .score-view canvas, canvas')
  )?.boundingBox();
  if (!box) throw new Error('there is no score to drag in');
  await doing(page, 'dragging');
  await page.mouse.move(box.x + 200, box.y + 40);
  await page.mouse.down();
  for (let n = 0; n < 60; n++) await page.mouse.move(box.x + 200 + Math.sin(n / 6) * 120, box.y + 40 + (n % 7));
  await page.mouse.up();
  await wait(100);
}

async function switchBenches(page: Page): Promise<void> {
  for (const bench of BENCHES) {
    await doing(page, `going to ${bench}`);
    await goToBench(page, bench);
    await wait(500);
  }
}

/** @param seconds how long it goes on */
export async function stumbles(page: Page, url: string, seconds: number): Promise<string> {
  const until = Date.now() + seconds * 1000;
  const long: Long[] = [];
  let rounds = 0;
  while (Date.now() < until) {
    for (const [profile, works] of [
      ['long', drag],
      ['wide', type],
    ] as const) {
      await page.goto(`${url}/profile/${profile}/layout`);
      await page.waitForSelector('.layout-bench');
      // What it takes to load the page is another figure.
      await wait(1500);
      await watch(page);
      await switchBenches(page);
      await works(page);
      long.push(...(await noted(page)));
    }
    rounds++;
  }
  const worst = new Map<string, number>();
  for (const { doing: what, ms } of long) worst.set(what, Math.max(worst.get(what) ?? 0, ms));
  const told = [...worst].map(([what, ms]) => `${what} ${Math.round(ms)} ms`).join(', ');
  return `tasks over 50 ms in ${seconds} s of typing, dragging and switching (${rounds} rounds): ${long.length}${told === '' ? '' : `; the longest when ${told}`}`;
}
