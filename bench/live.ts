/**
 * How long the built app takes, in a real Chromium: from a key event to the painted lamp on the trial bench, and from an
 * edit to the painted board. A frame at 60 Hz is 16.7 ms; `painted` is the moment after the next frame was produced.
 */
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { SHOW_DESK } from '../demo';
import { DYES, type Layer, type Profile } from '../src/core/profile';
import { choose, openBrowser, openPage, press, seeText, startApp, temporaryFolder } from '../tests/browser';
import { HARROW_64 as WIDE } from './wideBoard';

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

const LAYERS = 16;

/** The show desk on the wide board, with further layers that assign every other key. */
function wideProfile(): Profile {
  const more = Array.from({ length: LAYERS - SHOW_DESK.layers.length }, (_, n): Layer => {
    const keys = WIDE.keys.filter((__, index) => (index + n) % 2 === 0);
    const does = { kind: 'act' as const, action: { do: 'keys' as const, codes: [`F${13 + (n % 12)}`] } };
    return {
      id: `more-${n}`,
      name: `More ${n + 1}`,
      dye: DYES[n % DYES.length] ?? 'iron',
      keys: Object.fromEntries(keys.map(({ id }) => [id, { does }])),
    };
  });
  return { ...SHOW_DESK, id: 'wide', name: 'Wide', layers: [...SHOW_DESK.layers, ...more] };
}

/** Builds the app with the wide board into a folder of its own. */
function buildWide(): string {
  const folder = temporaryFolder();
  const vite = ['node_modules/vite/bin/vite.js', 'build', '--config', 'bench/vite.wide.config.ts'];
  execFileSync(process.execPath, [...vite, '--outDir', folder, '--emptyOutDir', '--logLevel', 'error']);
  return folder;
}

export async function liveBench(): Promise<void> {
  const server = await startApp(temporaryFolder(), 0, buildWide());
  const browser = await openBrowser();
  try {
    const { page } = await openPage(browser, `${server.url}/shelf`);
    const file = join(temporaryFolder(), 'wide.json');
    writeFileSync(file, JSON.stringify(wideProfile()));
    const input = (await page.waitForSelector('input[type=file]')) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(file);
    await seeText(page, '.shelf-card', 'Wide');
    await page.goto(`${server.url}/profile/wide/layout`);
    await choose(page, '[data-key="KeyA"]');
    // Delete makes a key a pass, Backspace makes it answer with nothing: each is an edit that the whole bench shows.
    const edits = await measure(page, ['Delete Delete', 'Backspace Backspace'], ROUNDS, '[data-key="KeyA"]');
    process.stdout.write(`${WIDE.keys.length} keys, ${LAYERS} layers: edit to painted board    ${spread(edits)}\n`);
    await page.goto(`${server.url}/profile/wide/trial`);
    await press(page, 'Listen to my keyboard');
    const lamps = await measure(page, ['KeyB', 'KeyC', 'KeyD', 'Digit1'], ROUNDS, 'body');
    process.stdout.write(`${WIDE.keys.length} keys, ${LAYERS} layers: key event to painted lamp ${spread(lamps)}\n`);
  } finally {
    await browser.close();
    await server.stop();
  }
}
