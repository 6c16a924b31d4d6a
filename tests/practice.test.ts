/** One's own typing: a text with planted rolls, what went wrong, the setting that helps; exercises and walks with the keyboard alone. */
import { expect } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { HARROW_64 } from '../src/core/board';
import { plainProfile, type Profile } from '../src/core/profile';
import { useApp } from './app';
import {
  bringProfile,
  choose,
  downloads,
  goToBench,
  openPage,
  press,
  quickHands,
  saveToKeyboard,
  seeText,
  tabTo,
  textOf,
} from './browser';
import { test } from './turns';
import { twoPlaces } from './views';

const app = useApp();
const open = (part: string) => openPage(app.browser, `${app.server.url}/profile/demo-prompt-book/practice/${part}`);

/** Two keys of which the second goes down and up inside the first: a hold, where that is the rule. */
const ROLLS = ['as', 'sa', 'la', 'ad'];

/** The fingers for a text, with every pair above rolled so. */
function rolled(text: string): string {
  const codeOf = (character: string): string => (character === ' ' ? 'Space' : `Key${character.toUpperCase()}`);
  const words: string[] = [];
  for (let n = 0; n < text.length; n++) {
    const [one, two] = [codeOf(text[n]!), codeOf(text[n + 1] ?? ' ')];
    if (ROLLS.includes(text.slice(n, n + 2))) {
      words.push(`+${one}`, `+${two}`, `-${two}`, `-${one}`);
      n++;
    } else words.push(`+${one}`, `-${one}`);
  }
  return words.join(' ');
}

const TEXT = 'as the rain falls we add salt and sand to each lamp';

/** Letters of the home row that hold modifiers, with no rule that spares rolls. */
function homeRow(): Profile {
  const profile = plainProfile(HARROW_64, 'row', 'Home row');
  const holds = { KeyA: 'MetaLeft', KeyS: 'AltLeft', KeyL: 'AltRight' };
  for (const [key, code] of Object.entries(holds))
    profile.layers[0]!.keys[key] = {
      does: {
        kind: 'gesture',
        steps: [{ tap: { do: 'keys', codes: [key] }, hold: { do: 'keys', codes: [code] } }],
      },
    };
  return profile;
}

/** Brings a profile to the shelf and opens it on the practice bench. */
async function openOwn(profile: Profile, part: string): Promise<{ page: Page; complaints: string[] }> {
  const opened = await openPage(app.browser, `${app.server.url}/shelf`);
  await bringProfile(opened.page, profile);
  await opened.page.goto(`${app.server.url}/profile/${profile.id}/practice/${part}`);
  return opened;
}

async function writeTake(page: Page): Promise<void> {
  await press(page, 'Write a take');
  await page.click('.ant-segmented-item ::-p-text(a text of my own)');
  await page.click('textarea[aria-label="A text of your own"]', { count: 3 });
  await page.keyboard.type(TEXT);
  await press(page, 'Begin');
  await seeText(page, '.write-take', 'Listening to your keyboard');
  await quickHands(page, rolled(TEXT));
  await seeText(page, '[data-testid=written]', `${TEXT.length} of ${TEXT.length} characters`);
  await press(page, 'Keep this take');
}

test('a text is written, the slips are explained, a setting is found and taken, and the same fingers slip less', async () => {
  const { page, complaints } = await openOwn(homeRow(), 'tune');
  await seeText(page, '.takes', 'in this browser alone');
  await writeTake(page);
  await seeText(page, '[data-testid=slips]', 'slips in');
  const before = parseInt(await textOf(page, '[data-testid=slips]'), 10);
  expect(before).toBeGreaterThan(2);
  await page.click('button[aria-label="The next slip"]');
  await seeText(page, '.slip-story', 'became a hold because another key went down and up inside it');
  // Its story is told on the trial bench, by the same fingers.
  await press(page, 'Its story, moment by moment');
  await seeText(page, '[data-part=why]', 'Why A?');
  await seeText(page, '[data-part=why] .story', 'A is decided: hold');
  await page.goBack();
  await seeText(page, '[data-testid=slips]', 'slips in');

  await press(page, 'Try them');
  await seeText(page, '[data-testid=suggestion]', 'Suggested:');
  await seeText(page, '[data-testid=other-words]', ' → ');
  // What was found for all gestures is nothing that could be taken for a key.
  const forWhom = async (whom: string): Promise<void> => {
    await page.click('.settings-tried .ant-select');
    await choose(page, `.ant-select-item-option ::-p-text(${whom})`);
  };
  await forWhom('for the');
  await page.waitForSelector('[data-testid=suggestion]', { hidden: true });
  await forWhom('for all gestures');
  await seeText(page, '[data-testid=suggestion]', 'Suggested:');
  await press(page, 'Take it');
  // It is one step, and the same take says at once what it would have been.
  expect(await page.$eval('button[aria-label="Undo"]', (button) => button.title)).toContain('as suggested');
  await page.waitForFunction(
    (slips) => {
      const said = document.querySelector('[data-testid=slips]')?.textContent ?? '';
      return said.startsWith('no slip') || Number.parseInt(said, 10) < slips;
    },
    {},
    before,
  );
  await writeTake(page);
  await page.waitForFunction(() => document.querySelectorAll('.takes .practice-choice').length === 2);
  await seeText(page, '[data-testid=slips]', 'in');
  const after = await textOf(page, '[data-testid=slips]');
  expect(after.startsWith('no slip') || parseInt(after, 10) < before).toBe(true);

  // A take goes along as two files, comes back, and stays after a reload.
  await page.click('button[aria-label="More for takes"]');
  const file = await downloads(page, '.csv');
  await page.click('.ant-dropdown-menu-item ::-p-text(Take it along as files)');
  expect((await file()).toString()).toMatch(/^t_us,key,depth_um\n0,/);
  await page.reload();
  await page.waitForFunction(() => document.querySelectorAll('.takes .practice-choice').length === 2);
  await press(page, 'Take away');
  await press(page, 'Take it away');
  await page.waitForFunction(() => document.querySelectorAll('.takes .practice-choice').length === 1);
  expect(complaints).toEqual([]);
  await page.close();
});

test('a take that is left off for another bench is kept', async () => {
  const { page, complaints } = await openOwn(homeRow(), 'tune');
  await press(page, 'Write a take');
  await press(page, 'Begin');
  await seeText(page, '.write-take', 'Listening to your keyboard');
  await quickHands(page, rolled('lower the house'));
  await seeText(page, '[data-testid=written]', '15 of');
  await page.keyboard.press('F10');
  await goToBench(page, 'Layout');
  await goToBench(page, 'Practice');
  await seeText(page, '.takes', ', left off');
  await page.click('.takes .practice-choice');
  await seeText(page, '[data-testid=slips]', 'in 15 characters');
  expect(complaints).toEqual([]);
  await page.close();
});

test('a take is kept while it is written, and goes only when it is thrown away', async () => {
  const { page, complaints } = await openOwn(homeRow(), 'tune');
  await press(page, 'Write a take');
  await press(page, 'Begin');
  await seeText(page, '.write-take', 'Listening to your keyboard');
  await quickHands(page, rolled('lower the house'));
  await seeText(page, '[data-testid=written]', 'kept up to 0:');
  // Whatever ends the browser now, it is there: another window has it already.
  const { page: other } = await openPage(app.browser, page.url());
  await seeText(other, '.takes', 'so far');
  await page.bringToFront();
  await page.keyboard.press('F10');
  const isOn = (word: string): Promise<unknown> =>
    page.waitForFunction((wanted) => document.activeElement?.textContent === wanted, {}, word);
  await tabTo(page, '.write-acts .word');
  await page.keyboard.press('Enter');
  await seeText(page, '.ant-popconfirm', 'for good');
  await isOn('Not now');
  await page.keyboard.press('Escape');
  await isOn('Begin again');
  await press(page, 'Keep this take');
  await seeText(page, '.takes', 'today');
  // It is one take, whole now.
  await page.waitForFunction(() => document.querySelectorAll('.takes .practice-choice').length === 1);
  expect(await textOf(page, '.takes .practice-choice')).not.toContain('so far');

  await press(page, 'Write a take');
  await press(page, 'Begin');
  await seeText(page, '.write-take', 'Listening to your keyboard');
  await quickHands(page, rolled('lower the house'));
  await seeText(page, '[data-testid=written]', 'kept up to 0:');
  await seeText(other, '.takes', 'so far');
  // Begun again, the focus is on what begins.
  await page.keyboard.press('F10');
  await press(page, 'Begin again');
  await choose(page, '.ant-popconfirm-buttons button ::-p-text(Throw it away)');
  await isOn('Begin');
  await other.bringToFront();
  await other.waitForFunction(() => document.querySelectorAll('.takes .practice-choice').length === 1);
  expect(await textOf(other, '.takes .practice-choice')).not.toContain('so far');
  expect(complaints).toEqual([]);
  await other.close();
  await page.close();
});

test('a text of one’s own, made plain, is on every part of the bench, and there the next time', async () => {
  const { page, complaints } = await open('tune');
  await press(page, 'Write a take');
  await choose(page, '.ant-segmented-item ::-p-text(a text of my own)');
  await page.type('.own-words', '“It’s dark – go…”');
  await seeText(page, '.write-take [role=alert]', 'No key makes');
  await press(page, 'put plain ones in their place');
  const PLAIN = '"It\'s dark - go..."';
  const reads = (words: string): Promise<unknown> =>
    page.waitForFunction(
      (wanted) => document.querySelector<HTMLTextAreaElement>('.own-words')?.value === wanted,
      {},
      words,
    );
  await reads(PLAIN);
  await page.waitForSelector('.write-acts .ant-btn-primary:not(:disabled)');
  await choose(page, 'nav ::-p-text(Practise)');
  await choose(page, '.practice-choice ::-p-text(Your own text)');
  await reads(PLAIN);
  await choose(page, 'nav ::-p-text(Load)');
  await choose(page, '.ant-segmented-item ::-p-text(shortcuts)');
  await page.focus('.own-words');
  for (const key of ['Control', 'Home'] as const) await page.keyboard.down(key);
  for (const key of ['Home', 'Control'] as const) await page.keyboard.up(key);
  await page.keyboard.type('[Ctrl+Y] 7\n');
  await page.reload();
  await choose(page, '.ant-segmented-item ::-p-text(a text of my own)');
  await reads(PLAIN);
  await choose(page, '.ant-segmented-item ::-p-text(shortcuts)');
  await seeText(page, '.load-figures', '[Ctrl+Y]');
  expect(complaints).toEqual([]);
  await page.close();
});

test('whoever comes back from writing, or has given a name, goes on where they were', async () => {
  const { page, complaints } = await openOwn(homeRow(), 'tune');
  const hasFocus = (selector: string): Promise<unknown> =>
    page.waitForFunction((wanted) => document.activeElement?.matches(wanted), {}, selector);
  await writeTake(page);
  await hasFocus('.takes-foot .ant-btn-primary');
  await page.focus('.takes .practice-choice');
  await page.keyboard.press('F2');
  await hasFocus('.take-name-field');
  await page.keyboard.type('Rain');
  await page.keyboard.press('Enter');
  await seeText(page, '.takes .practice-choice', 'Rain');
  await hasFocus('.takes .practice-choice');
  await page.keyboard.press('F2');
  await hasFocus('.take-name-field');
  await page.keyboard.type('Never');
  await page.keyboard.press('Escape');
  await hasFocus('.takes .practice-choice');
  expect(await textOf(page, '.takes .practice-choice')).toContain('Rain');
  await press(page, 'Write a take');
  await press(page, 'Back to the takes');
  await hasFocus('.takes-foot .ant-btn-primary');
  expect(complaints).toEqual([]);
  await page.close();
});

test('free writing: what is taken back and replaced, and what is clicked on, says what was meant', async () => {
  const { page, complaints } = await openOwn(homeRow(), 'tune');
  await press(page, 'Write a take');
  await page.click('.ant-segmented-item ::-p-text(freely)');
  await press(page, 'Begin');
  await quickHands(page, `${rolled('the rain ')} ${rolled('dull')} +Backspace -Backspace ${rolled('k lamp')}`);
  await seeText(page, '[data-testid=written]', '17 characters');
  await page.keyboard.press('F10');
  await choose(page, '.free-piece::-p-aria(r came; say that another was meant)');
  await page.type('input[aria-label="What was meant"]', 'x');
  await page.keyboard.press('Escape');
  await page.waitForFunction(() => document.activeElement?.matches('.free-piece:not(.free-marked)'));
  await page.keyboard.press('Enter');
  await page.type('input[aria-label="What was meant"]', 'v');
  await page.keyboard.press('Enter');
  await seeText(page, '.free-marked', 'v');
  await press(page, 'Keep this take');
  await seeText(page, '[data-testid=slips]', 'slips in');
  const text = await textOf(page, '.running-text');
  expect(text).toContain('v was meant, r came');
  expect(text).toContain('k was meant, l came');
  expect(complaints).toEqual([]);
  await page.close();
});

test('letters are practised with the keyboard alone; a wrong one is said, and the days are there after a reload', async () => {
  const { page, complaints } = await open('practise');
  await page.waitForSelector('.practise-list');
  await tabTo(page, '.practice-choice');
  while ((await page.evaluate(() => document.activeElement?.textContent?.startsWith('Letters'))) !== true)
    await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await tabTo(page, '.practise-acts .ant-btn-primary');
  await page.keyboard.press('Enter');
  await seeText(page, '.practise-acts', 'Listening to your keyboard');
  const next = (): Promise<string> => textOf(page, '.practise-now');
  const type = async (character: string): Promise<void> => {
    const before = await textOf(page, '[data-testid=pace], .practise-figures');
    await quickHands(page, `+Key${character.toUpperCase()} -Key${character.toUpperCase()}`);
    await page.waitForFunction(
      (said) => document.querySelector('[data-testid=pace], .practise-figures')?.textContent !== said,
      {},
      before,
    );
  };
  const first = await next();
  const other = first === 'z' ? 'q' : 'z';
  await quickHands(page, `+Key${other.toUpperCase()} -Key${other.toUpperCase()}`);
  await page.waitForSelector('.practise-now.wrong');
  await seeText(page, '[role=status].visually-hidden', `Next: ${first}`);
  for (let n = 0; n < 4; n++) await type(await next());
  await page.keyboard.press('F10');
  await seeText(page, '.practise-days', 'Days, key by key');
  await page.reload();
  await seeText(page, '.practise-days', 'Days, key by key');
  expect(await page.$$eval('.days-knot', (knots) => knots.length)).toBe(1);
  expect(await page.$$eval('.practise-board .cap-knot', (knots) => knots.length)).toBe(1);
  await page.waitForSelector('.practise-board [aria-label*="In the last seven days"]');
  expect(complaints).toEqual([]);
  await page.close();
});

test('a walk leads through the demo by arrow keys, in its author’s words or made from the keys', async () => {
  const { page, complaints } = await open('walk');
  await page.waitForSelector('.walk-step:focus');
  await seeText(page, '.walk-says', 'Letters lie where they always do.');
  for (let n = 0; n < 3; n++) await page.keyboard.press('ArrowDown');
  await seeText(page, '.walk-says', 'To get here, hold Space');
  await page.click('.ant-segmented-item ::-p-text(From the keys)');
  await seeText(page, '.walk-says', 'Its base');
  await page.type('input[aria-label="Where is it"]', '{');
  await seeText(page, '[data-testid=where]', 'with the right');
  expect(complaints).toEqual([]);
  await page.close();
});

test('a profile without a walk gets one from its keys; one’s own is written, kept and taken back', async () => {
  const { page, complaints } = await openOwn(homeRow(), 'walk');
  await page.waitForSelector('.walk-step:focus');
  await seeText(page, '.walk-says', 'There is no other layer.');
  await press(page, 'Begin with one step');
  await page.waitForSelector('#walk-words');
  await page.focus('#walk-words');
  await page.keyboard.down('Control');
  await page.keyboard.press('KeyA');
  await page.keyboard.up('Control');
  await page.keyboard.type('These two roll. Be quick.');
  await page.click('.walk-board [data-key=KeyF]');
  await seeText(page, '[data-testid=walk-keys]', 'F ×');
  await press(page, 'Another step behind it');
  await seeText(page, '.walk-says', '2 of 2');
  await press(page, 'Done writing');
  await page.reload();
  await seeText(page, '.walk-steps', 'These two roll');
  await page.waitForFunction(() => document.querySelectorAll('.walk-step').length === 2);
  expect(await page.$$eval('.walk-own', (caps) => caps.map((cap) => cap.getAttribute('data-key')))).toEqual(['KeyF']);
  await page.keyboard.down('Control');
  await page.keyboard.press('KeyZ');
  await page.keyboard.up('Control');
  await page.waitForFunction(() => document.querySelectorAll('.walk-step').length === 1);
  expect(complaints).toEqual([]);
  await page.close();
});

test('what is saved in the keyboard is practised as well as the draft', async () => {
  const { page, complaints } = await openOwn(homeRow(), 'practise');
  await page.waitForSelector('.practise-list');
  await saveToKeyboard(page);
  await choose(page, '.practise-list .ant-segmented-item ::-p-text(what is saved)');
  await choose(page, '.practice-choice ::-p-text(Letters)');
  await press(page, 'Begin');
  await seeText(page, '.practise-acts', 'Listening to your keyboard');
  const next = await textOf(page, '.practise-now');
  await quickHands(page, `+Key${next.toUpperCase()} -Key${next.toUpperCase()}`);
  await page.waitForSelector('.practise-done');
  expect(complaints).toEqual([]);
  await page.close();
});

test('the load of a text is counted by finger, and the finder says how something is reached', async () => {
  const { page, complaints } = await open('load');
  await seeText(page, '.load-figures', 'way of all fingers');
  await seeText(page, '[data-testid=thumb]', 'Is a thumb doing too much?');
  await twoPlaces(page);
  await press(page, 'What could move?');
  await page.waitForFunction(() =>
    /No change|⇄/.test(document.querySelector('[data-testid=thumb]')?.textContent ?? ''),
  );
  await page.click('.ant-segmented-item ::-p-text(shortcuts)');
  await seeText(page, '.load-figures', '[Ctrl+C]');
  await goToBench(page, 'Layout');
  await page.keyboard.down('Control');
  await page.keyboard.press('KeyK');
  await page.keyboard.up('Control');
  await page.waitForSelector('input[aria-label="Find anything"]');
  await page.keyboard.type('|');
  await seeText(page, '[data-testid=reached]', 'To reach it:');
  expect(complaints).toEqual([]);
  await page.close();
});
