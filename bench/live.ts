/**
 * How long the built app takes, in a real Chromium: from a key event to the painted lamp on the trial bench, and from an
 * edit to the painted board. A frame at 60 Hz is 16.7 ms; `painted` is the moment after the next frame was produced.
 */
import type { Page } from 'puppeteer-core';
import { buildIfChanged } from '../scripts/build.mjs';
import { choose, openBrowser, openPage, press, startApp, temporaryFolder } from '../tests/browser';

const ROUNDS = 120;
const FRAME_MS = 1000 / 60;

/** Median and 99th percentile of times in ms. */
function spread(times: number[]): string {
  const sorted = times.toSorted((a, b) => a - b);
  const at = (share: number): number => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
  const figure = (ms: number): string => `${ms.toFixed(1)} ms (${(ms / FRAME_MS).toFixed(2)} frames)`;
  return `median ${figure(at(0.5))}   99th percentile ${figure(at(0.99))}   of ${sorted.length}`;
}

/** Dispatches key events in the page and waits each time until the frame that shows them was produced. */
const measure = (page: Page, codes: string[], rounds: number, target: string): Promise<number[]> =>
  page.evaluate(
    async (keys, count, selector) => {
      const times: number[] = [];
      for (let n = 0; n < count; n++) {
        await new Promise((resolve) => setTimeout(resolve, 5 + (n % 17)));
        const where = document.querySelector(selector) ?? document.body;
        const [code = '', key = code] = (keys[n % keys.length] ?? '').split(' ');
        const start = performance.now();
        where.dispatchEvent(new KeyboardEvent('keydown', { code, key, bubbles: true, cancelable: true }));
        // Behind the next frame; written out here, since a named function would not reach the page.
        const paintedAt = await new Promise<number>((resolve) =>
          requestAnimationFrame(() => setTimeout(() => resolve(performance.now()))),
        );
        times.push(paintedAt - start);
        where.dispatchEvent(new KeyboardEvent('keyup', { code, key, bubbles: true, cancelable: true }));
      }
      return times;
    },
    codes,
    rounds,
    target,
  );

export async function liveBench(): Promise<void> {
  buildIfChanged();
  const server = await startApp(temporaryFolder());
  const browser = await openBrowser();
  try {
    const { page } = await openPage(browser, `${server.url}/profile/demo-show-desk/layout`);
    await page.waitForSelector('.layout-bench');
    await choose(page, '[data-key="KeyA"]');
    // Delete makes a key a pass, Backspace makes it answer with nothing: each is an edit that the whole bench shows.
    const edits = await measure(page, ['Delete Delete', 'Backspace Backspace'], ROUNDS, '[data-key="KeyA"]');
    process.stdout.write(`edit to painted board (64 keys, 5 layers)   ${spread(edits)}\n`);
    await page.goto(`${server.url}/profile/demo-show-desk/trial`);
    await press(page, 'Listen to my keyboard');
    const lamps = await measure(page, ['KeyB', 'KeyC', 'KeyD', 'Digit1'], ROUNDS, 'body');
    process.stdout.write(`key event to painted lamp                    ${spread(lamps)}\n`);
  } finally {
    await browser.close();
    await server.stop();
  }
}
