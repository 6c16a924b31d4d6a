/**
 * Every view, dialogs and menus with it, against WCAG 2.2, levels A and AA, and what is good practice besides, as far as a program can
 * tell (axe-core); on both cloths. There is no list of exceptions. Then everything in it is come to by keyboard alone.
 */
import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import type axe from 'axe-core';
import type { AxeResults } from 'axe-core';
import type { Page } from 'puppeteer-core';
import { useApp } from './app';
import { openPage, wait } from './browser';
import { notForKeyboards } from './reach';
import { hasItsTurn as isItsTurn } from './runs';
import { notInSheet, unstyled } from './styled';
import { CARD, DIALOG, VIEWS } from './views';

const app = useApp();
const LEVELS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/** What axe-core finds, each with a place. Runs in the page, where `axe` has been put. */
async function found(page: Page, rules: { type: 'tag' | 'rule'; values: string[] }, part?: string): Promise<string[]> {
  const { violations } = await page.evaluate(
    (runOnly, where): Promise<AxeResults> =>
      (window as unknown as { axe: typeof axe }).axe.run(where ?? document, { runOnly, resultTypes: ['violations'] }),
    rules,
    part,
  );
  return violations.map(
    ({ id, help, nodes }) =>
      `${id}: ${help} (${nodes.length}, such as ${nodes[0]?.html.slice(0, 160) ?? ''}: ${nodes[0]?.failureSummary ?? ''})`,
  );
}

/** While keys are being pressed in, Tab is one of them; it ends with a held Escape, or with both Shifts (`boards.test.ts`, `macros.test.ts`). */
const KEYS_ARE_TAKEN = ['pressing keys in', 'recording'];

const hasItsTurn = (view: string, oneOf: number): boolean =>
  isItsTurn(
    VIEWS.findIndex(([name]) => name === view),
    oneOf,
  );

/** Minified: it is sent to the browser for each page. */
const AXE = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');

/** Everything that is asked of a view, when it is open. */
async function lookAt(page: Page, view: string, part?: string): Promise<void> {
  await page.waitForFunction(() => document.getAnimations().every(({ playState }) => playState !== 'running'));
  expect(await notInSheet(page)).toEqual([]);
  expect(await unstyled(page)).toEqual([]);
  if (!(await page.evaluate(`'axe' in window`))) await page.evaluate(AXE);
  expect(await found(page, { type: 'tag', values: LEVELS }, part)).toEqual([]);

  // The other cloth has other colours, and nothing else.
  const lay = (cloth: string): Promise<void> =>
    page.evaluate((name) => document.querySelector<HTMLElement>(`[aria-label="${name}"]`)?.click(), cloth);
  if (hasItsTurn(view, 2)) {
    await lay('Night cloth');
    await page.waitForFunction(() => document.documentElement.dataset.cloth === 'night');
    expect(await found(page, { type: 'rule', values: ['color-contrast'] }, part)).toEqual([]);
    await lay('Linen cloth');
    await page.waitForFunction(() => document.documentElement.dataset.cloth === 'linen');
  }

  if (KEYS_ARE_TAKEN.includes(view)) return;
  let reached = await notForKeyboards(page, part);
  if (reached.unreached.length > 0) {
    // What came while Tab went round, such as a keyboard that is plugged in, is come to the next time.
    await wait(500);
    reached = await notForKeyboards(page, part);
  }
  expect(reached).toEqual({ unreached: [], unseen: [] });
}

async function openView(path: string, ready: string): Promise<Page> {
  const { page } = await openPage(app.browser, `${app.server.url}/icon.svg`);
  // Nothing glides, so that what is seen is seen at once.
  await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);
  await page.goto(`${app.server.url}${path}`);
  await page.waitForSelector(ready);
  return page;
}

/** Marks what is shown of a kind: a dialog that was closed may still lie in the page, unseen. Runs in the page. */
function markShown(part: string): boolean {
  for (const one of document.querySelectorAll('[data-shown]')) one.removeAttribute('data-shown');
  const isShown = (one: Element): boolean => (one.querySelector('[role=dialog]') ?? one).checkVisibility();
  const shown = [...document.querySelectorAll(part)].filter(isShown);
  shown.at(-1)?.setAttribute('data-shown', '');
  return shown.length === 1;
}

/** Whether a dialog that was opened has the focus on something to write in, to choose or to press. Runs in the page. */
function beginsSomewhere(): boolean {
  const active = document.activeElement;
  return (
    active?.closest('[data-shown]') !== null &&
    (active?.matches('input, textarea, a[href], [data-key], button, [tabindex="0"]') ?? false)
  );
}

type Row = (typeof VIEWS)[number];
/** Dialogs, and what stands in one card, are opened one after the other in one page; every other view is the first that its browser opens, so that no other has brought rules along. */
const isPart = ([, , , , part]: Row): boolean => part === DIALOG || part === CARD;
const groups = [
  ...new Set(
    VIEWS.filter((row) => isPart(row) && hasItsTurn(row[0], 2)).map(([, path, , , part]) => `${part} of ${path}`),
  ),
].map(
  (name) =>
    [name, VIEWS.filter((row) => isPart(row) && hasItsTurn(row[0], 2) && `${row[4]} of ${row[1]}` === name)] as const,
);

test.each(
  VIEWS.filter((row) => !isPart(row) && hasItsTurn(row[0], 3)).map(
    ([view, path, ready, open, part]) => [view, path, ready, open, part] as const,
  ),
)('%s', async (view, path, ready, open, part) => {
  const page = await openView(path, ready);
  await open(page);
  if (part !== undefined) await page.waitForSelector(part);
  await lookAt(page, view, part);
  await page.close();
});

test.each(groups)('%s', async (_, rows) => {
  const [, path, ready] = rows[0] as Row;
  const page = await openView(path, ready);
  for (const [view, , , open, part = ''] of rows) {
    try {
      await open(page);
      await page.waitForFunction(markShown, {}, part);
      if (part === DIALOG) await page.waitForFunction(beginsSomewhere);
      await lookAt(page, view, '[data-shown]');
      if (part !== DIALOG) continue;
      await page.keyboard.press('Escape');
      await page.waitForFunction(() => !document.querySelector('[data-shown] [role=dialog]')?.checkVisibility());
    } catch (error) {
      throw new Error(`${view}: ${error instanceof Error ? error.message : String(error)}`, { cause: error });
    }
  }
  await page.close();
});
