/**
 * Every view against WCAG 2.2, levels A and AA, as far as a program can tell (axe-core). What is not right yet stands in one list,
 * with the day it was found; what has been mended must leave the list, so that the list only gets shorter.
 */
import { expect, jest, test } from '@jest/globals';
import axe, { type AxeResults } from 'axe-core';
import type { ElementHandle, Page } from 'puppeteer-core';
import { useApp } from './app';
import { choose, hands, openPage, press } from './browser';

jest.setTimeout(120_000);

const app = useApp();
const LEVELS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** What is known to be wrong: the rule, since when it is known, and the views. */
const KNOWN: readonly [rule: string, since: string, views: readonly string[]][] = [
  [
    // Caps and buttons that are named by more than the few characters on them, or by other words.
    'label-content-name-mismatch',
    '2026-11-25',
    [
      'layout',
      'travel',
      'macros',
      'text',
      'trial',
      'a key is chosen',
      'finding',
      'shortcuts',
      'a joint press',
      'two readings',
      'not understood',
      'another host',
      'what was brought',
      'comparing',
      'roles',
    ],
  ],
  [
    // Words that are buttons, closer to each other than 24 pixels.
    'target-size',
    '2026-11-25',
    [
      'layout',
      'macros',
      'trial',
      'a key is chosen',
      'finding',
      'shortcuts',
      'a joint press',
      'recording',
      'two readings',
      'not understood',
      'another host',
      'roles',
    ],
  ],
];

const AS_IT_OPENS = async (): Promise<void> => undefined;

/** Types into the assign line, and waits until it says what it makes of it. */
async function typeLine(page: Page, line: string): Promise<void> {
  await page.click('input[aria-label="Assign line"]', { count: 3 });
  await page.keyboard.type(line);
  await page.waitForSelector('.assign-reading, .assign-error');
}

/** Begins a board of one's own. */
async function beginBoard(page: Page): Promise<void> {
  await choose(page, '.begin-board ::-p-text(Number pad)');
  await press(page, 'Draw on this');
  await page.waitForSelector('.drawing');
  await choose(page, '[data-key="NumLock"]');
}

const SHOW_DESK = '/profile/demo-show-desk';
const VIEWS: [view: string, path: string, ready: string, open: (page: Page) => Promise<void>][] = [
  ['shelf', '/shelf', '.shelf-card', AS_IT_OPENS],
  ['layout', `${SHOW_DESK}/layout`, '.layout-bench', AS_IT_OPENS],
  ['travel', `${SHOW_DESK}/travel`, '.travel-bench', AS_IT_OPENS],
  ['macros', `${SHOW_DESK}/macros`, '.macros-bench', AS_IT_OPENS],
  ['text', `${SHOW_DESK}/text`, '.cm-content', AS_IT_OPENS],
  ['trial', `${SHOW_DESK}/trial`, '.trial-main', AS_IT_OPENS],
  ['device', `${SHOW_DESK}/device`, '.slots', AS_IT_OPENS],
  ['a key is chosen', `${SHOW_DESK}/layout`, '.layout-bench', (page) => choose(page, '[data-key="CapsLock"]')],
  ['two readings', `${SHOW_DESK}/layout`, '.layout-bench', (page) => typeLine(page, 'copy')],
  ['not understood', `${SHOW_DESK}/layout`, '.layout-bench', (page) => typeLine(page, 'go to Numbers')],
  ['finding', `${SHOW_DESK}/layout`, '.layout-bench', (page) => hands(page, '+ControlLeft +KeyK -KeyK -ControlLeft')],
  ['shortcuts', `${SHOW_DESK}/layout`, '.layout-bench', (page) => page.keyboard.type('?')],
  ['a joint press', `${SHOW_DESK}/layout`, '.layout-bench', (page) => press(page, '+ Joint press')],
  ['boards', '/boards', '.begin-board', AS_IT_OPENS],
  ['drawing a board', '/boards', '.begin-board', (page) => beginBoard(page)],
  [
    'pressing keys in',
    '/boards',
    '.begin-board',
    async (page) => {
      await beginBoard(page);
      await press(page, 'press each key in');
    },
  ],
  ['a new profile', '/new', '.new-profile', AS_IT_OPENS],
  ['another host', `${SHOW_DESK}/layout`, '.layout-bench', (page) => choose(page, '.board-host')],
  [
    'another board',
    '/shelf',
    '.shelf-card',
    async (page) => {
      await choose(page, 'button[aria-label="More for Show desk"]');
      await choose(page, '.ant-dropdown-menu-item ::-p-text(Copy for the Twill)');
      await page.waitForSelector('.map-boards');
    },
  ],
  [
    'what was brought',
    '/shelf',
    '.shelf-card',
    async (page) => {
      const input = (await page.$('input[aria-label="Profile files"]')) as ElementHandle<HTMLInputElement>;
      await input.uploadFile('demo/show-desk.json');
      await page.waitForSelector('.bring-button');
    },
  ],
  [
    'sharing',
    '/shelf',
    '.shelf-card',
    async (page) => {
      await choose(page, 'button[aria-label="More for Show desk"]');
      await choose(page, '.ant-dropdown-menu-item ::-p-text(Share)');
      await page.waitForSelector('.share-code');
    },
  ],
  ['comparing', '/compare?with=demo-show-desk,demo-show-desk,demo-prompt-book', '.compare-main', AS_IT_OPENS],
  ['history', '/history/demo-show-desk', '.history-main', AS_IT_OPENS],
  ['a legend sheet', '/sheet/demo-show-desk', '.sheet-page', AS_IT_OPENS],
  ['roles', `${SHOW_DESK}/layout`, '.layout-bench', (page) => press(page, 'roles')],
  ['recording', `${SHOW_DESK}/macros`, '.macros-bench', (page) => press(page, 'Record')],
];

/** Runs in the page, where `axe` has been put. */
const look = (page: Page): Promise<AxeResults> =>
  page.evaluate(
    (values) =>
      (window as unknown as { axe: typeof axe }).axe.run(document, {
        runOnly: { type: 'tag', values },
        resultTypes: ['violations'],
      }),
    LEVELS,
  );

test.each(VIEWS)('%s', async (view, path, ready, open) => {
  const { page } = await openPage(app.browser, `${app.server.url}${path}`);
  await page.waitForSelector(ready);
  await open(page);
  await page.waitForFunction(() => document.getAnimations().every(({ playState }) => playState !== 'running'));
  await page.evaluate(axe.source);
  const { violations } = await look(page);
  const known = KNOWN.filter(([, , views]) => views.includes(view)).map(([rule]) => rule);
  const told = violations.map(({ id, help, nodes }) => `${id}: ${help} (${nodes[0]?.html.slice(0, 160) ?? ''})`);
  expect([told.filter((_, n) => !known.includes(violations[n]?.id ?? '')), known]).toEqual([
    [],
    known.filter((rule) => violations.some(({ id }) => id === rule)),
  ]);
});
