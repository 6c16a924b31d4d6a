/** How late the player of macros is when nothing else goes on, beside a worker of an empty page that waits for the same moments in the same way. */
import type { Page } from 'puppeteer-core';
import { choose, textOf } from '../../tests/browser';
import { at } from './painted';

const EVENTS = 400;
/** 30 ms down, 10 ms up. */
const MOMENTS = Array.from({ length: EVENTS }, (_, n) => Math.floor(n / 2) * 40 + (n % 2) * 30);

/** How late a worker is that sleeps until shortly before each moment and then watches the clock, in ms. */
const timerLateness = (page: Page): Promise<number[]> =>
  page.evaluate(async (moments) => {
    const source = `onmessage = ({ data }) => {
      const start = performance.now() + 40, late = [];
      const step = () => {
        for (;;) {
          if (late.length === data.length) { postMessage(late); return; }
          const due = start + data[late.length], wait = due - performance.now();
          if (wait > 14) { setTimeout(step, Math.max(1, wait - 14)); return; }
          while (performance.now() < due);
          late.push(performance.now() - due);
        }
      };
      step();
    }`;
    const worker = new Worker(URL.createObjectURL(new Blob([source], { type: 'text/javascript' })));
    return new Promise<number[]>((resolve) => {
      worker.onmessage = ({ data }: MessageEvent<number[]>) => {
        worker.terminate();
        resolve(data);
      };
      worker.postMessage(moments);
    });
  }, MOMENTS);

/** Plays a macro of 400 events on the bench, and gives its line of figures. */
export async function playerLateness(page: Page, floorPage: Page, url: string): Promise<string> {
  await floorPage.bringToFront();
  const timer = at(await timerLateness(floorPage), 0.99);
  await page.bringToFront();
  await page.goto(`${url}/profile/played/macros`);
  await choose(page, 'button ::-p-text(Short rain)');
  await choose(page, 'button ::-p-text(▶ Play)');
  await page.waitForFunction(
    () => /most [\d.]+ ms late/.test(document.querySelector('[data-testid=played]')?.textContent ?? ''),
    { timeout: 60_000, polling: 200 },
  );
  const said = await textOf(page, '[data-testid=played]');
  const player = Number(/most ([\d.]+) ms late/.exec(said)?.[1]);
  return `player of macros, ${EVENTS} events\n  late at the 99th percentile   ${player.toFixed(2)} ms, a bare timer ${timer.toFixed(2)} ms: ${(player - timer).toFixed(2)} ms over it`;
}
