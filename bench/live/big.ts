/** A profile as large as a board takes: how long each bench takes to be there, and what an edit costs with the text bench open. */
import type { Page } from 'puppeteer-core';
import { choose, goToBench, seeText, wait } from '../../tests/browser';
import { LAYERS, KEYS, MACROS } from './wide';

const SIGNS = {
  Layout: '.layout-bench .board [data-key]',
  Travel: '.travel-bench',
  Macros: '.macros-bench .macro-list',
  Text: '.cm-content .cm-line',
  Trial: '.trial-main',
  Device: '.device-bench',
};

type Task = { ms: number };

/** From now on the page notes its long tasks, and the frames in which something is there. */
const watch = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const kept = globalThis as unknown as { tasks: Task[] };
    kept.tasks = [];
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) kept.tasks.push({ ms: duration });
    }).observe({ type: 'longtask' });
  });
const tasks = (page: Page): Promise<Task[]> =>
  page.evaluate(() => (globalThis as unknown as { tasks: Task[] }).tasks.splice(0));
const longest = (all: readonly Task[]): string => {
  const ms = Math.max(0, ...all.map((task) => task.ms));
  return ms === 0 ? 'no task over 50 ms' : `${all.length} tasks over 50 ms, the longest ${Math.round(ms)}`;
};

/** Waits in the page until something is drawn, and gives the time since a moment, in ms. */
const thereAfter = (page: Page, sign: string, sinceMs: number): Promise<number> =>
  page.evaluate(
    async (selector, since) => {
      while (!document.querySelector(selector)) await new Promise(requestAnimationFrame);
      await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
      return performance.now() - since;
    },
    sign,
    sinceMs,
  );

export async function big(page: Page, url: string): Promise<string> {
  const lines: string[] = [];
  await page.goto(`${url}/profile/big/layout`);
  await page.waitForSelector(SIGNS.Layout);
  const firstMs = await page.evaluate(() => performance.getEntriesByType('paint').at(-1)?.startTime ?? 0);
  const opened = await page.evaluate(() => performance.now());
  lines.push(
    `  opened anew on the layout bench   first paint ${firstMs.toFixed(0)} ms, there at ${opened.toFixed(0)} ms`,
  );
  await wait(1500);
  await watch(page);
  for (const bench of ['Travel', 'Macros', 'Text', 'Trial', 'Device', 'Layout'] as const) {
    const since = await page.evaluate(() => performance.now());
    await goToBench(page, bench);
    const ms = await thereAfter(page, SIGNS[bench], since);
    await wait(800);
    lines.push(`  ${bench.padEnd(33)} ${ms.toFixed(0)} ms, ${longest(await tasks(page))}`);
  }
  await goToBench(page, 'Text');
  await page.waitForSelector(SIGNS.Text);
  await wait(1500);
  await choose(page, '.text-right [data-key="KeyB"]');
  await page.focus('.cm-content');
  await wait(300);
  await tasks(page);
  await page.keyboard.press('End');
  await page.keyboard.type('   // here', { delay: 60 });
  await wait(1000);
  lines.push(`  typing in its text                ${longest(await tasks(page))}`);
  await page.click('[aria-label=Undo]');
  await wait(1500);
  lines.push(`  undo beside its text              ${longest(await tasks(page))}`);
  await seeText(page, '[data-text-keeping]', 'text kept');
  return [`${KEYS} keys with two meanings on ${LAYERS} layers, ${MACROS} macros`, ...lines].join('\n');
}
