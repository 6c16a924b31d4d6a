/** From a key event to what it paints: the time until the frame was produced, and the work of the main thread until then. */
import type { Page } from 'puppeteer-core';

/** For each event how long it took until it was painted, and how long the main thread worked meanwhile, both in ms. */
export type Painted = { timesMs: number[]; workMs: number[] };

type TraceEvent = { name: string; ph: string; ts: number; dur?: number; pid: number; tid: number; cat: string };

const FRAME_MS = 1000 / 60;
const EVENT = 'bench event';
const PAINTED = 'bench painted';

export const at = (times: readonly number[], share: number): number => {
  const sorted = times.toSorted((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
};

/** Median and 99th percentile of times in ms, and how many times the floor's they are. */
export function spread(times: readonly number[], floor: readonly number[]): string {
  const figure = (share: number): string => {
    const ms = at(times, share);
    return `${ms.toFixed(1)} ms (${(ms / FRAME_MS).toFixed(2)} frames, ${(ms / at(floor, share)).toFixed(2)} of the floor)`;
  };
  return `median ${figure(0.5)}   99th percentile ${figure(0.99)}`;
}

/** Dispatches key events in the page and waits each time until the frame that shows them was produced. */
const dispatch = (page: Page, codes: readonly string[], rounds: number, target: string): Promise<number[]> =>
  page.evaluate(
    async (keys, count, selector, began, ended) => {
      const times: number[] = [];
      for (let n = 0; n < count; n++) {
        await new Promise((resolve) => setTimeout(resolve, 25 + (n % 17)));
        const where = document.querySelector(selector) ?? document.body;
        const [code = '', key = code] = (keys[n % keys.length] ?? '').split(' ');
        const start = performance.now();
        performance.mark(began);
        where.dispatchEvent(new KeyboardEvent('keydown', { code, key, bubbles: true, cancelable: true }));
        // Behind the next frame; written out here, since a named function would not reach the page.
        const paintedAt = await new Promise<number>((resolve) =>
          requestAnimationFrame(() => setTimeout(() => resolve(performance.now()))),
        );
        performance.mark(ended);
        times.push(paintedAt - start);
        where.dispatchEvent(new KeyboardEvent('keyup', { code, key, bubbles: true, cancelable: true }));
      }
      return times;
    },
    [...codes],
    rounds,
    target,
    EVENT,
    PAINTED,
  );

/** The tasks of the page's main thread between an event and its frame, from the browser's own trace; the sum for each event, in ms. */
function workOf(events: readonly TraceEvent[]): number[] {
  const marks = events.filter(({ name }) => name === EVENT || name === PAINTED).sort((a, b) => a.ts - b.ts);
  const [first] = marks;
  const tasks = events.filter(
    ({ name, ph, pid, tid }) => name.endsWith('RunTask') && ph === 'X' && pid === first?.pid && tid === first.tid,
  );
  return marks.flatMap((mark, n) => {
    const end = marks[n + 1];
    if (mark.name !== EVENT || end?.name !== PAINTED) return [];
    let us = 0;
    for (const { ts, dur = 0 } of tasks) us += Math.max(0, Math.min(ts + dur, end.ts) - Math.max(ts, mark.ts));
    return [us / 1000];
  });
}

/** A screen shows a frame every 16.7 ms, whether anything moves or not; without one, a page at rest would paint at once. As words: a named function would not reach the page. */
const FRAMES_GO_ON = 'globalThis.goesOn = () => globalThis.goesOn && requestAnimationFrame(goesOn); goesOn(); 0';
const FRAMES_END = 'globalThis.goesOn = null; 0';

/** @param target what the events go to; the page's body when nothing matches */
export async function measure(page: Page, codes: readonly string[], rounds: number, target: string): Promise<Painted> {
  await page.tracing.start({ categories: ['toplevel', 'devtools.timeline', 'blink.user_timing'] });
  await page.evaluate(FRAMES_GO_ON);
  const timesMs = await dispatch(page, codes, rounds, target);
  await page.evaluate(FRAMES_END);
  const trace = JSON.parse(Buffer.from((await page.tracing.stop()) ?? []).toString()) as { traceEvents: TraceEvent[] };
  const workMs = workOf(trace.traceEvents);
  if (workMs.length < rounds / 2) throw new Error(`the trace shows ${workMs.length} of ${rounds} events`);
  return { timesMs, workMs };
}

/** An empty page that paints one changed rectangle for an event: no page can be faster. */
export const FLOOR_PAGE = `<!doctype html><meta charset="utf-8"><title>floor</title>
<svg width="1200" height="700"><rect id="lamp" x="40" y="40" width="60" height="60" fill="#2F4B7C"/></svg>`;

export const floorListens = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const lamp = document.getElementById('lamp');
    for (const [type, fill] of [
      ['keydown', '#A63D40'],
      ['keyup', '#2F4B7C'],
    ] as const)
      addEventListener(type, () => lamp?.setAttribute('fill', fill));
  });
