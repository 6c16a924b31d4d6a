/** Every view of the app, dialogs and menus with it, and how a person comes to it. */
import type { ElementHandle, Page } from 'puppeteer-core';
import { choose, hands, listen, press, saveToKeyboard, wait } from './browser';

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

/** Takes something from the menu of a card. */
async function fromMenu(page: Page, item: string, ready: string): Promise<void> {
  await choose(page, 'button[aria-label="More for Show desk"]');
  await choose(page, `.ant-dropdown-menu-item ::-p-text(${item})`);
  await page.waitForSelector(ready);
}

/** Writes the beginning of a text. */
async function writeTake(page: Page): Promise<void> {
  await press(page, 'Write a take');
  await press(page, 'Begin');
  await page.waitForSelector('.listening-line');
  for (const key of 'Lower the house lights') await page.keyboard.press(key === ' ' ? 'Space' : (key as 'l'));
  await page.keyboard.press('F10');
}

const SHOW_DESK = '/profile/demo-show-desk';
const PROMPT_BOOK = '/profile/demo-prompt-book';
/** What of a view is new in it, where most of it is another view's: a selector. A dialog is all of its view by itself. */
export const CARD = '.key-card';
export const DIALOG = '.ant-modal-root';

export const VIEWS: [view: string, path: string, ready: string, open: (page: Page) => Promise<void>, part?: string][] =
  [
    ['shelf', '/shelf', '.shelf-card', AS_IT_OPENS],
    ['layout', `${SHOW_DESK}/layout`, '.layout-bench', AS_IT_OPENS],
    ['travel', `${SHOW_DESK}/travel`, '.travel-bench', AS_IT_OPENS],
    ['macros', `${SHOW_DESK}/macros`, '.macros-bench', AS_IT_OPENS],
    ['text', `${SHOW_DESK}/text`, '.cm-content', AS_IT_OPENS],
    ['trial', `${SHOW_DESK}/trial`, '.trial-main', AS_IT_OPENS],
    ['tune', `${PROMPT_BOOK}/practice/tune`, '.takes', AS_IT_OPENS],
    ['writing a take', `${PROMPT_BOOK}/practice/tune`, '.takes', (page) => press(page, 'Write a take'), '.write-take'],
    [
      'throwing away a take',
      `${PROMPT_BOOK}/practice/tune`,
      '.takes',
      async (page) => {
        await writeTake(page);
        await press(page, 'Begin again');
      },
      '.ant-popconfirm',
    ],
    [
      'a take',
      `${PROMPT_BOOK}/practice/tune`,
      '.takes',
      async (page) => {
        await writeTake(page);
        await press(page, 'Keep this take');
        await page.waitForSelector('.thread-row');
      },
      '.tune',
    ],
    ['practise', `${PROMPT_BOOK}/practice/practise`, '.practise-list', AS_IT_OPENS],
    [
      'settings tried',
      `${PROMPT_BOOK}/practice/tune`,
      '.takes',
      async (page) => {
        await writeTake(page);
        await press(page, 'Keep this take');
        await press(page, 'Try them');
        await page.waitForSelector('[data-testid=suggestion]');
      },
      '.settings-tried',
    ],
    [
      'days of practice',
      `${PROMPT_BOOK}/practice/practise`,
      '.practise-list',
      async (page) => {
        await choose(page, '.practice-choice ::-p-text(Letters)');
        await choose(page, '.practise-acts .ant-btn-primary');
        await page.waitForSelector('.listening-line');
        const next = (): Promise<string> => page.$eval('.practise-now', (now) => now.textContent ?? '');
        // One is wrong first.
        await page.keyboard.press((await next()) === 'z' ? 'q' : 'z');
        await page.waitForSelector('.practise-now.wrong');
        for (let n = 0; n < 5; n++) {
          await page.keyboard.press((await next()) as 'a');
          await wait(200);
        }
        await page.keyboard.press('F10');
        await page.waitForSelector('.days-knot');
      },
    ],
    [
      'a decision',
      `${PROMPT_BOOK}/trial`,
      '.trial-main',
      async (page) => {
        await listen(page);
        for (const key of 'she') await page.keyboard.press(key as 's');
        await page.keyboard.press('F10');
        await choose(page, '[data-testid=decisions] button');
        await page.waitForSelector('[data-part=why]');
      },
    ],
    ['load', `${PROMPT_BOOK}/practice/load`, '.load-figures', AS_IT_OPENS],
    ['walk', `${PROMPT_BOOK}/practice/walk`, '.walk-steps', AS_IT_OPENS],
    [
      'writing a walk',
      `${PROMPT_BOOK}/practice/walk`,
      '.walk-step:focus',
      (page) => press(page, 'Change the walk'),
      '.walk-card',
    ],
    ['device', `${SHOW_DESK}/device`, '.slots', AS_IT_OPENS],
    [
      'a saved keyboard, and rules',
      `${SHOW_DESK}/device`,
      '.slots',
      async (page) => {
        await saveToKeyboard(page);
        await press(page, 'Add a rule');
        await page.waitForSelector('.host-rule');
      },
    ],
    ['a key is chosen', `${SHOW_DESK}/layout`, '.layout-bench', (page) => choose(page, '[data-key="CapsLock"]'), CARD],
    ['two readings', `${SHOW_DESK}/layout`, '.layout-bench', (page) => typeLine(page, 'copy'), CARD],
    ['not understood', `${SHOW_DESK}/layout`, '.layout-bench', (page) => typeLine(page, 'go to Numbers'), CARD],
    [
      'finding',
      `${SHOW_DESK}/layout`,
      '.layout-bench',
      (page) => hands(page, '+ControlLeft +KeyK -KeyK -ControlLeft'),
      DIALOG,
    ],
    ['shortcuts', `${SHOW_DESK}/layout`, '.layout-bench', (page) => page.keyboard.type('?'), DIALOG],
    ['a joint press', `${SHOW_DESK}/layout`, '.layout-bench', (page) => press(page, '+ Joint press'), DIALOG],
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
      '.slip',
    ],
    ['a new profile', '/new', '.new-profile', AS_IT_OPENS],
    ['another host', `${SHOW_DESK}/layout`, '.layout-bench', (page) => choose(page, '.board-host'), DIALOG],
    ['another board', '/shelf', '.shelf-card', (page) => fromMenu(page, 'Copy for the Twill', '.map-boards'), DIALOG],
    [
      'what was brought',
      '/shelf',
      '.shelf-card',
      async (page) => {
        const input = (await page.waitForSelector(
          'input[aria-label="Profile files"]',
        )) as ElementHandle<HTMLInputElement>;
        await input.uploadFile('demo/show-desk.json');
        await page.waitForSelector('[data-part=bring-button]');
      },
      '.bring-in',
    ],
    ['sharing', '/shelf', '.shelf-card', (page) => fromMenu(page, 'Share', '.share-code'), DIALOG],
    ['comparing', '/compare?with=demo-show-desk,demo-show-desk,demo-prompt-book', '.compare-main', AS_IT_OPENS],
    ['history', '/history/demo-show-desk', '.history-main', AS_IT_OPENS],
    ['a legend sheet', '/sheet/demo-show-desk', '.sheet-page', AS_IT_OPENS],
    [
      'as it glows',
      `${PROMPT_BOOK}/layout`,
      '.layout-bench',
      async (page) => {
        await press(page, 'as it glows');
        await page.waitForSelector('.lamp-choices');
      },
      '.layer-board',
    ],
    [
      'lamps',
      `${PROMPT_BOOK}/layout`,
      '.layout-bench',
      async (page) => {
        await press(page, 'as it glows');
        await press(page, 'All lamps');
      },
      DIALOG,
    ],
    ['roles', `${SHOW_DESK}/layout`, '.layout-bench', (page) => press(page, 'roles'), DIALOG],
    ['recording', `${SHOW_DESK}/macros`, '.macros-bench', (page) => press(page, 'Record'), '.recorder'],
    ['a new layer', `${SHOW_DESK}/layout`, '.layout-bench', (page) => press(page, '+ Layer'), DIALOG],
    ['joined layers', `${SHOW_DESK}/layout`, '.layout-bench', (page) => press(page, '+ Joined layers'), DIALOG],
    ['layer of a lamp', `${SHOW_DESK}/layout`, '.layout-bench', (page) => press(page, '+ Layer of a lamp'), DIALOG],
    ['care for a layer', `${SHOW_DESK}/layout`, '.layout-bench', (page) => choose(page, '.rung-care'), '.ant-popover'],
    ['choosing by meaning', `${SHOW_DESK}/layout`, '.layout-bench', (page) => press(page, 'Choose by meaning'), DIALOG],
    ['pressing the keys', `${SHOW_DESK}/layout`, '.layout-bench', (page) => press(page, 'Press the keys'), '.key-card'],
    ['everywhere', `${SHOW_DESK}/layout`, '.layout-bench', (page) => press(page, 'Everywhere'), DIALOG],
    ['put on a key', `${SHOW_DESK}/macros`, '.macros-bench', (page) => press(page, 'Put on a key'), DIALOG],
    ['a card’s menu', '/shelf', '.shelf-card', (page) => choose(page, 'button[aria-label="More for Show desk"]')],
  ];
