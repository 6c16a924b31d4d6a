/** Every view of the app, dialogs and menus with it, and how a person comes to it. */
import type { ElementHandle, Page } from 'puppeteer-core';
import { choose, goToBench, hands, listen, openBar, press, quickHands, saveToKeyboard, seeText, wait } from './browser';

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

/** Three keys rolled, in a trial that stands then. */
async function roll(page: Page): Promise<void> {
  await listen(page);
  await quickHands(page, '+KeyS +KeyH -KeyH -KeyS +KeyE -KeyE');
  await page.keyboard.press('F10');
  await page.waitForSelector('.lanes:not(.running) .on-decisions');
}

/** Chooses two keys to be looked at in each other's place, on the part for the load. */
export async function twoPlaces(page: Page): Promise<void> {
  for (const [label, key] of [
    ['A key', 'Space'],
    ['The other key', 'Enter'],
  ] as const) {
    await page.click(`input[aria-label="${label}"]`);
    await page.keyboard.type(key);
    await page.keyboard.press('Enter');
  }
  await seeText(page, '.load-figures', 'with those two changed');
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
    [
      'the same fingers, run again',
      `${PROMPT_BOOK}/trial`,
      '.trial-main',
      async (page) => {
        await roll(page);
        await openBar(page, '.on-decisions');
        await choose(page, '.ant-segmented-item ::-p-text(wait)');
        await page.waitForSelector('.lane-bar.gone');
      },
    ],
    ['load', `${PROMPT_BOOK}/practice/load`, '.load-figures', AS_IT_OPENS],
    [
      'two places of one key',
      `${PROMPT_BOOK}/practice/load`,
      '.load-figures',
      async (page) => {
        await twoPlaces(page);
        await press(page, 'What could move?');
        await page.waitForFunction(() =>
          /No change|⇄/.test(document.querySelector('[data-testid=thumb]')?.textContent ?? ''),
        );
      },
    ],
    ['walk', `${PROMPT_BOOK}/practice/walk`, '.walk-steps', AS_IT_OPENS],
    [
      'writing a walk',
      `${PROMPT_BOOK}/practice/walk`,
      '.walk-step:focus',
      (page) => press(page, 'Change the walk'),
      '.walk-card',
    ],
    [
      'where a sign is',
      `${PROMPT_BOOK}/practice/walk`,
      '.walk-steps',
      async (page) => {
        await page.type('input[aria-label="Where is it"]', '|');
        await seeText(page, '.walk-shown', 'with the');
      },
    ],
    ['device', `${SHOW_DESK}/device`, '.slots', AS_IT_OPENS],
    [
      'emptying a slot',
      `${SHOW_DESK}/device`,
      '.slots',
      async (page) => {
        await saveToKeyboard(page);
        await page.click('[data-testid=slot-1] .slot-actions button:last-child');
      },
      '.ant-popconfirm, .ant-modal-root',
    ],
    [
      'what the keyboard does, watched',
      `${SHOW_DESK}/trial`,
      '.trial-main',
      async (page) => {
        await goToBench(page, 'Device');
        await saveToKeyboard(page);
        await goToBench(page, 'Trial');
        await choose(page, '.ant-segmented-item:nth-child(3)');
        await page.waitForSelector('.trial-board');
        await wait(300);
      },
    ],
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
    [
      'a plan of a stroke',
      `${SHOW_DESK}/travel`,
      '.travel-bench',
      async (page) => {
        await choose(page, '[data-key="KeyH"]');
        await choose(page, '.travel-switch .ant-segmented-item ::-p-text(a stroke plan)');
        await press(page, 'Light press and full press');
        await seeText(page, '[data-stroke="slow and full"]', 'Shift');
      },
    ],
    [
      'a snapshot',
      '/history/demo-sound-pad',
      '.history-main',
      async (page) => {
        await page.type('[aria-label="Name of the snapshot"]', 'opening night');
        await press(page, 'Keep it as it is now');
        await seeText(page, '.history-list', 'opening night');
      },
    ],
    [
      'several keys',
      `${SHOW_DESK}/layout`,
      '.key-card',
      async (page) => {
        await choose(page, '[data-key="KeyU"]');
        await page.keyboard.down('Shift');
        await choose(page, '[data-key="KeyP"]');
        await page.keyboard.up('Shift');
        await page.keyboard.type('7 8');
      },
      CARD,
    ],
    [
      'a text with a slip',
      `${SHOW_DESK}/text`,
      '.cm-content',
      async (page) => {
        await page.focus('.cm-content');
        await page.keyboard.press('End');
        await page.keyboard.type(' moth');
        await page.waitForSelector('.text-problems');
      },
    ],
    [
      'an operation on a macro',
      `${SHOW_DESK}/macros`,
      '.macros-bench',
      async (page) => {
        await choose(page, '.operations button');
        await choose(page, '.operation-row');
        await page.waitForFunction(() => document.activeElement?.matches('.operation-figures input'));
      },
    ],
    ['recording', `${SHOW_DESK}/macros`, '.macros-bench', (page) => press(page, 'Record'), '.recorder'],
    ['a new layer', `${SHOW_DESK}/layout`, '.layout-bench', (page) => press(page, '+ Layer'), DIALOG],
    ['joined layers', `${SHOW_DESK}/layout`, '.layout-bench', (page) => press(page, '+ Joined layers'), DIALOG],
    ['layer of a lamp', `${SHOW_DESK}/layout`, '.layout-bench', (page) => press(page, '+ Layer of a lamp'), DIALOG],
    ['care for a layer', `${SHOW_DESK}/layout`, '.layout-bench', (page) => choose(page, '.rung-care'), '.ant-popover'],
    ['choosing by meaning', `${SHOW_DESK}/layout`, '.layout-bench', (page) => press(page, 'Choose by meaning'), DIALOG],
    [
      'pressing the keys',
      `${SHOW_DESK}/layout`,
      '.layout-bench',
      async (page) => {
        // Another key: a line that was begun for one is left there.
        await choose(page, '[data-key="KeyG"]');
        await press(page, 'Press the keys');
      },
      CARD,
    ],
    ['everywhere', `${SHOW_DESK}/layout`, '.layout-bench', (page) => press(page, 'Everywhere'), DIALOG],
    ['put on a key', `${SHOW_DESK}/macros`, '.macros-bench', (page) => press(page, 'Put on a key'), DIALOG],
    ['a card’s menu', '/shelf', '.shelf-card', (page) => choose(page, 'button[aria-label="More for Show desk"]')],
  ];
