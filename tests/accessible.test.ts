/**
 * Every view, dialogs and menus with it, against WCAG 2.2, levels A and AA, and what is good practice besides, as far as a program can
 * tell (axe-core); on both cloths. There is no list of exceptions. Then everything in it is come to by keyboard alone.
 */
import { expect, jest, test } from '@jest/globals';
import axe, { type AxeResults } from 'axe-core';
import type { Page } from 'puppeteer-core';
import { useApp } from './app';
import { openPage } from './browser';
import { notForKeyboards } from './reach';
import { notInSheet, unstyled } from './styled';
import { VIEWS } from './views';

jest.setTimeout(120_000);

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

// Each row is whole: where one is short, Jest would put something of its own there.
const ROWS = VIEWS.map(([view, path, ready, open, part]) => [view, path, ready, open, part] as const);

test.each(ROWS)('%s', async (view, path, ready, open, part) => {
  const { page } = await openPage(app.browser, 'about:blank');
  // Nothing glides, so that what is seen is seen at once.
  await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);
  await page.goto(`${app.server.url}${path}`);
  await page.waitForSelector(ready);
  await open(page);
  if (part !== undefined) await page.waitForSelector(part);
  await page.waitForFunction(() => document.getAnimations().every(({ playState }) => playState !== 'running'));
  expect(await notInSheet(page)).toEqual([]);
  // Each view is the first that its browser opens, so that no other has brought rules along.
  expect(await unstyled(page)).toEqual([]);
  await page.evaluate(axe.source);
  expect(await found(page, { type: 'tag', values: LEVELS }, part)).toEqual([]);

  // The other cloth has other colours, and nothing else.
  const lay = (cloth: string): Promise<void> =>
    page.evaluate((name) => document.querySelector<HTMLElement>(`[aria-label="${name}"]`)?.click(), cloth);
  await lay('Night cloth');
  await page.waitForFunction(() => document.documentElement.dataset.cloth === 'night');
  expect(await found(page, { type: 'rule', values: ['color-contrast'] }, part)).toEqual([]);
  await lay('Linen cloth');
  await page.waitForFunction(() => document.documentElement.dataset.cloth === 'linen');

  if (!KEYS_ARE_TAKEN.includes(view)) expect(await notForKeyboards(page, part)).toEqual({ unreached: [], unseen: [] });
  await page.close();
});
