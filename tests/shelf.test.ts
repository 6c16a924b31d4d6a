/** The shelf as people use it: found again among many, looked at before it is taken, compared, taken over, shared; and nothing of it lost when the browser is killed. */
import { expect } from '@jest/globals';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { PROMPT_BOOK, SHOW_DESK } from '../demo';
import { HARROW_64 } from '../src/core/board';
import { readBundle, readShareCode, writeBundle, writeShareCode } from '../src/core/files';
import { bringHosts } from '../src/core/hosts';
import { mustEdit, plainProfile, writeProfiles, type Action, type Assignment, type Profile } from '../src/core/profile';
import { useApp } from './app';
import { runs } from './runs';
import { choose, downloads, openPage, press, seeText, takeIn, temporaryFolder, textOf } from './browser';
import { test } from './turns';

const app = useApp();
const open = (path = '/shelf') => openPage(app.browser, `${app.server.url}${path}`);

async function bring(page: Page, name: string, content: string | Uint8Array): Promise<void> {
  const path = join(temporaryFolder(), name);
  writeFileSync(path, content);
  const input = (await page.waitForSelector('input[aria-label="Profile files"]')) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(path);
}

const does = (...actions: Action[]): Assignment => ({
  does: { kind: 'act', action: actions.length === 1 ? actions[0]! : { do: 'many', actions } },
});
const names = (page: Page): Promise<string[]> =>
  page.$$eval('.shelf-card h2', (titles) => titles.map((title) => title.textContent ?? ''));
const kept = (page: Page): Promise<void> => seeText(page, '.shelf-title', 'kept in this browser');

/** A desk that somebody else has made: it clashes with mine, and one of its keys does harm. */
const OLD_MILL: Profile = [
  { edit: 'describe', to: { name: 'From the Old Mill' } } as const,
  {
    edit: 'assign',
    layer: 'rig',
    key: 'F9',
    to: does(
      { do: 'keys', codes: ['MetaLeft', 'KeyR'] },
      { do: 'text', text: 'powershell -enc aGVsbG8=', gapMs: 0 },
      { do: 'keys', codes: ['Enter'] },
    ),
  } as const,
  {
    edit: 'assign',
    layer: 'cues',
    key: 'KeyG',
    to: { ...does({ do: 'keys', codes: ['F18'] }), label: 'Hold' },
  } as const,
  { edit: 'assign', layer: 'cues', key: 'KeyV', to: does({ do: 'macro', macro: 'thunder' }) } as const,
].reduce(mustEdit, {
  ...SHOW_DESK,
  macros: SHOW_DESK.macros.map((macro) => (macro.id === 'thunder' ? { ...macro, gapMs: 33 } : macro)),
});

test('a hostile and clashing bundle: nothing is written before it is taken, and what does harm can be left out', async () => {
  const { page, complaints } = await open();
  await page.waitForSelector('.shelf-card');
  const before = await names(page);
  const other = { ...PROMPT_BOOK, id: 'quay', name: 'Quay Street' };
  await bring(page, 'mill.zip', writeBundle([{ profile: OLD_MILL, tags: ['borrowed'] }, { profile: other }]));
  await seeText(page, '.deed-twice', 'opens the system’s run box, types “powershell -enc aGVsbG8=”, presses Enter');
  await seeText(page, '.deed-twice', 'Rig · F9');
  await seeText(page, '.bring-in', 'yours has the same id, under the name “Show desk”');
  await seeText(page, '.bring-in', 'nothing is written yet');
  // It can be looked around on, key by key and layer by layer.
  await choose(page, '.bring-in .look-layer ::-p-text(Cues)');
  await choose(page, '.bring-in [data-key="KeyG"]');
  await seeText(page, '.look-said', 'F18');
  expect(await page.$eval('.bring-in [data-key="KeyG"]', (cap) => cap.classList.contains('differs'))).toBe(true);
  await page.reload();
  await page.waitForSelector('.shelf-card');
  expect(await names(page)).toEqual(before);

  await bring(page, 'mill.zip', writeBundle([{ profile: OLD_MILL, tags: ['borrowed'] }, { profile: other }]));
  await press(page, 'Leave this out');
  await page.waitForSelector('.deed-twice', { hidden: true });
  await choose(page, '.bring-in .ant-segmented-item ::-p-text(take theirs)');
  await seeText(page, '.meeting', 'differs from yours');
  await choose(page, '.meeting:nth-of-type(2) .ant-segmented-item ::-p-text(keep both)');
  await choose(page, '.meeting .ant-segmented-item ::-p-text(keep both)');
  await takeIn(page);
  await seeText(page, '.shelf-card h2', 'From the Old Mill (from a file)');
  await seeText(page, '.shelf-card h2', 'Quay Street');
  await seeText(page, '.shelf-card .tag', 'borrowed');
  await kept(page);
  // Mine is as it was, and theirs came without what was left out.
  const file = await downloads(page, '.zip');
  for (const name of ['From the Old Mill (from a file)', 'Show desk'])
    await page.click(`[aria-label="Choose ${name}"]`);
  await press(page, 'Save as a bundle');
  const read = readBundle(new Uint8Array(await file()));
  const profiles = read.flatMap((one) => ('profile' in one ? [one.profile] : []));
  expect(profiles.find(({ name }) => name === 'Show desk')).toEqual(SHOW_DESK);
  expect(JSON.stringify(profiles)).not.toContain('powershell');
  expect(JSON.stringify(profiles)).toContain('"gapMs":33');
  expect(complaints).toEqual([]);
  await page.close();
});

test('everything is saved as a bundle, and brought back into an empty browser, equal', async () => {
  const { page, complaints } = await open();
  await page.waitForSelector('.shelf-card');
  await page.click('[aria-label="More for Show desk"]');
  await choose(page, '.ant-dropdown-menu-item ::-p-text(A variant that rests on it)');
  await page.click('[aria-label="Open Show desk, variant"]');
  await page.waitForSelector('.layout-bench');
  await page.click('[data-key="KeyB"]');
  await page.click('input[aria-label="Assign line"]', { count: 3 });
  await page.keyboard.type('F13');
  await page.keyboard.press('Enter');
  await seeText(page, '.rests-on', 'changes 1 thing of it');
  await page.waitForSelector('[data-keeping=kept]');
  await page.click('.brand');
  await page.waitForSelector('.shelf-card');
  const save = async (name: string): Promise<Buffer> => {
    const file = await downloads(page, '.zip');
    await page.click(`[aria-label="Choose ${name}"]`);
    await press(page, 'Choose all 4');
    await page.click('.shelf-chosen .ant-checkbox-wrapper');
    await press(page, 'Save as a bundle');
    return file();
  };
  const saved = await save('Show desk');
  const before = await names(page);

  const session = await page.createCDPSession();
  await page.goto('about:blank');
  await session.send('Storage.clearDataForOrigin', { origin: app.server.url, storageTypes: 'indexeddb,local_storage' });
  await page.goto(`${app.server.url}/shelf`);
  await seeText(page, '.shelf-card h2', 'Show desk');
  expect(await names(page)).not.toContain('Show desk, variant');
  await bring(page, 'all.zip', saved);
  // What a first start puts there is what was saved, and is not brought twice.
  await seeText(page, '.bring-list', 'left out');
  await takeIn(page);
  await seeText(page, '.shelf-card', 'rests on Show desk · 1 difference');
  await kept(page);
  expect((await names(page)).toSorted()).toEqual(before.toSorted());
  await page.reload();
  await seeText(page, '.shelf-card', 'rests on Show desk · 1 difference');
  const again = readBundle(new Uint8Array(await save('Show desk')));
  const byId = (bytes: ReturnType<typeof readBundle>): unknown =>
    bytes
      .flatMap((one) => ('profile' in one ? [{ ...one }] : []))
      .toSorted((a, b) => (a.profile.id < b.profile.id ? -1 : 1));
  expect(JSON.parse(JSON.stringify(byId(again)))).toMatchObject(
    JSON.parse(JSON.stringify(byId(readBundle(new Uint8Array(saved))))).map(({ profile }: { profile: Profile }) => ({
      profile,
    })),
  );
  expect(complaints).toEqual([]);
  await page.close();
});

test('archives and codes that are not right are refused with the reason, and leave the shelf as it is', async () => {
  const { page, complaints } = await open();
  await page.waitForSelector('.shelf-card');
  const before = await names(page);
  const refuse = async (name: string, content: string | Uint8Array, reason: string): Promise<void> => {
    await bring(page, name, content);
    await seeText(page, '.ant-message', reason);
  };
  const bundle = writeBundle([{ profile: { ...SHOW_DESK, id: 'sent', name: 'Sent' } }]);
  await refuse('cut.zip', bundle.slice(0, -20), 'cut short');
  const code = writeShareCode({ ...SHOW_DESK, id: 'sent', name: 'Sent' });
  await refuse('code.txt', `${code.slice(0, 40)}${code[41]!}${code[40]!}${code.slice(42)}`, 'does not check out');
  expect(await names(page)).toEqual(before);
  expect(complaints).toEqual([]);
  await page.close();
});

test('two keys taken over from a compared profile, one undone: everything is found after a reload', async () => {
  const { page } = await open();
  await page.waitForSelector('.shelf-card');
  await bring(page, 'mill.json', JSON.stringify({ ...OLD_MILL, id: 'mill' }));
  await takeIn(page);
  for (const name of ['Show desk', 'From the Old Mill']) await page.click(`[aria-label="Choose ${name}"]`);
  await press(page, 'Compare');
  await seeText(page, '.compare-table', 'Cues · G');
  await seeText(page, '.compare-table', 'only differences');
  await choose(page, '.compare .look-layer ::-p-text(Cues)');
  await press(page, 'A board each');
  await page.waitForSelector('.board-each figure:nth-child(2) [data-key="KeyG"].differs');
  expect(await textOf(page, '.board-each figure:nth-child(2) [data-key="KeyG"]')).toContain('Hold');
  await press(page, 'One board for all');
  await choose(page, '[aria-label="Take Cues · G from From the Old Mill"]');
  await seeText(page, '.ant-message', 'Taken: Cues · G');
  await page.waitForFunction(() => !document.querySelector('[aria-label="Take Cues · G from From the Old Mill"]'));
  // A macro of mine has its id: theirs comes under another.
  await choose(page, '[aria-label="Take Cues · V from From the Old Mill"]');
  await seeText(page, '.ant-message', 'the macro Thunder roll 2 came along');
  await press(page, 'Undo');
  await page.waitForSelector('[aria-label="Take Cues · V from From the Old Mill"]');
  await page.goto(`${app.server.url}/profile/demo-show-desk/layout`);
  await page.waitForSelector('[data-keeping=kept]');
  await page.reload();
  await page.waitForSelector('.layout-bench');
  await page.keyboard.press('Escape');
  await choose(page, '.ladder ::-p-text(Cues)');
  await seeText(page, '[data-key="KeyG"]', 'Hold');
  expect(await textOf(page, '[data-key="KeyV"]')).not.toContain('Thunder');
  await page.waitForSelector('[aria-label=Undo]:not([disabled])');
  await page.click('[aria-label=Undo]');
  await seeText(page, '[data-key="KeyG"]', 'Ready');
  await page.goto(`${app.server.url}/shelf`);
  await seeText(page, '.shelf-card h2', 'From the Old Mill');
  await page.close();
});

test('a code is shared, pasted on any page, and opened from a link; it is seen before it is taken', async () => {
  await bringHosts();
  const { page, complaints } = await open();
  await page.waitForSelector('.shelf-card');
  await page.click('[aria-label="More for Show desk"]');
  await choose(page, '.ant-dropdown-menu-item ::-p-text(Share)');
  await page.waitForSelector('.share-code');
  const code = await page.$eval('.share-code', (field) => (field as HTMLTextAreaElement).value);
  expect(code.length).toBeLessThanOrEqual(900);
  expect(readShareCode(code).profile).toEqual(SHOW_DESK);
  await page.keyboard.press('Escape');

  const sent = writeShareCode({ ...PROMPT_BOOK, id: 'sent', name: 'By letter' });
  await page.goto(`${app.server.url}/profile/demo-show-desk/layout`);
  await page.waitForSelector('.layout-bench');
  await page.evaluate((text) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', `Here is mine: ${text}`);
    document
      .querySelector('.layout-bench [data-key]')
      ?.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  }, sent);
  await seeText(page, '.bring-in', 'By letter');
  await seeText(page, '.bring-in', 'a share code');
  await press(page, 'Not now');
  expect(await names(page)).not.toContain('By letter');
  await page.goto(`${app.server.url}/shelf#${sent}`);
  await seeText(page, '.bring-in', 'By letter');
  expect(page.url()).toBe(`${app.server.url}/shelf`);
  await takeIn(page);
  await seeText(page, '.shelf-card h2', 'By letter');
  expect(complaints).toEqual([]);
  await page.close();
});

/** The shelf holds hundreds; the hunt brings as many. */
const COUNT = Math.min(300, runs(30));

test('many profiles: found by a word, a tag, a board; named in their place; the demo goes and comes back', async () => {
  const { page, complaints } = await open();
  await page.waitForSelector('.shelf-card');
  const many = Array.from({ length: COUNT }, (_, n) => plainProfile(HARROW_64, `many-${n}`, `Night ${n + 1}`));
  await bring(page, 'many.json', writeProfiles(many));
  await seeText(page, '[data-part=bring-button]', `Bring in all ${COUNT}`);
  await choose(page, '[data-part=bring-button]');
  await page.waitForFunction(`document.querySelectorAll('.shelf-card').length > ${COUNT}`, { timeout: 60_000 });
  await kept(page);
  await page.type('[aria-label="Search the shelf"]', `night ${COUNT - 1}`);
  await page.waitForFunction(() => document.querySelectorAll('.shelf-card').length === 1);
  expect(await names(page)).toEqual([`Night ${COUNT - 1}`]);
  await page.focus('.shelf-card a');
  await page.keyboard.press('F2');
  await page.waitForSelector('.renaming input');
  await page.keyboard.type('Last night');
  await page.keyboard.press('Enter');
  await page.click('[aria-label="Search the shelf"]', { count: 3 });
  await page.keyboard.type('last night');
  await seeText(page, '.shelf-card h2', 'Last night');
  await page.click('[aria-label="More for Last night"]');
  await choose(page, '.ant-dropdown-menu-item ::-p-text(Tag)');
  await page.type('[aria-label="A tag for Last night"]', 'closing');
  await page.keyboard.press('Enter');
  await seeText(page, '.shelf-tags', 'closing');
  await page.click('[aria-label="Search the shelf"]', { count: 3 });
  await page.keyboard.press('Backspace');
  await choose(page, '.shelf-tags ::-p-text(closing)');
  await page.waitForFunction(() => document.querySelectorAll('.shelf-card').length === 1);
  await page.reload();
  await seeText(page, '.shelf-tags', 'closing');
  await choose(page, 'button ::-p-text(Take the demo off the shelf)');
  await page.waitForFunction(
    () => ![...document.querySelectorAll('.shelf-card h2')].some((one) => one.textContent === 'Prompt book'),
  );
  await seeText(page, '.ant-message', 'The demo is off the shelf');
  await press(page, 'Undo');
  await seeText(page, '.shelf-card h2', 'Prompt book');
  await choose(page, 'button ::-p-text(Take the demo off the shelf)');
  await page.waitForFunction(
    () => ![...document.querySelectorAll('.shelf-card h2')].some((one) => one.textContent === 'Prompt book'),
  );
  await choose(page, 'button ::-p-text(Bring the demo back)');
  await seeText(page, '.shelf-card h2', 'Prompt book');
  await kept(page);
  expect(complaints).toEqual([]);
  await page.close();
});
