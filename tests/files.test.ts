import { beforeEach, describe, expect, test } from '@jest/globals';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { useApp } from './app';
import { choose, openPage, press, seeText, temporaryFolder } from './browser';

const app = useApp();
let page: Page;
let complaints: string[];
const folder = temporaryFolder();
const showDesk = JSON.parse(readFileSync('demo/show-desk.json', 'utf8'));

beforeEach(async () => {
  ({ page, complaints } = await openPage(app.browser, `${app.server.url}/shelf`));
  await page.waitForSelector('.shelf-card');
});

const names = (): Promise<string[]> =>
  page.$$eval('.shelf-card h2', (titles) => titles.map((title) => title.textContent ?? ''));

async function bring(name: string, content: string): Promise<void> {
  const path = join(folder, name);
  writeFileSync(path, content);
  const input = (await page.waitForSelector('input[type=file]')) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(path);
}

const changed = (change: (profile: any) => void): string => {
  const profile = structuredClone(showDesk);
  change(profile);
  return JSON.stringify(profile);
};

describe('profile files', () => {
  test.each<[string, string, string]>([
    ['not JSON', 'hello', 'the whole file: is not JSON'],
    ['another kind of file', '{"format":"underloom-board"}', 'format: must be "underloom-profile"'],
    [
      'a wrong field',
      changed((p) => {
        p.colour = 1;
      }),
      'colour: is not a field that is known here',
    ],
    [
      'an unknown code',
      changed((p) => {
        p.layers[0].keys.KeyB.does.action.codes = ['Key'];
      }),
      'layers[0].keys.KeyB.does.action.codes[0]: "Key" is not a W3C code',
    ],
    [
      'two layers with one id',
      changed((p) => {
        p.layers[1].id = 'base';
      }),
      'layer "base" is there twice',
    ],
  ])('%s: a sentence with the place, and the shelf stays', async (what, content, message) => {
    const before = await names();
    await bring(`${what.replaceAll(' ', '-')}.json`, content);
    await seeText(page, '.ant-message-error', message);
    await seeText(page, '.ant-message-error', 'Nothing was changed');
    expect(await names()).toEqual(before);
  });

  test('a profile that is on the shelf is not replaced without asking', async () => {
    await bring(
      'desk.json',
      changed((p) => {
        p.name = 'Show desk on tour';
      }),
    );
    await seeText(page, '.bring-in', 'is on the shelf already');
    await press(page, 'Not now');
    expect(await names()).not.toContain('Show desk on tour');
    await page.waitForSelector('.bring-in', { hidden: true });
    await bring(
      'desk.json',
      changed((p) => {
        p.name = 'Show desk on tour';
      }),
    );
    await press(page, 'Bring it in');
    await seeText(page, '.shelf-card h2', 'Show desk on tour (from a file)');
    await page.waitForSelector('.bring-in', { hidden: true });
    expect(await names()).toContain('Show desk');
  });

  test('a draft with problems is brought in, says what is wrong, and can be mended', async () => {
    await bring(
      'draft.json',
      changed((p) => {
        p.id = 'draft';
        p.name = 'Half a desk';
        p.layers[0].keys.F5 = p.layers[0].keys.KeyA;
        p.layers[0].keys.Fn.does.action.layer = 'gone';
      }),
    );
    await seeText(page, '.bring-in', 'or what is wrong');
    await press(page, 'Bring it in');
    await seeText(page, '.ant-message', 'It has 2 problems to look at');
    await seeText(page, '.shelf-card h2', 'Half a desk');
  });

  test('duplicate, rename, take off, and put back', async () => {
    const more = async (name: string, item: string): Promise<void> => {
      await page.click(`[aria-label="More for ${name}"]`);
      await choose(page, `.ant-dropdown-menu-item ::-p-text(${item})`);
      await page.waitForSelector('.ant-dropdown-menu-item', { hidden: true });
    };
    await more('Prompt book', 'Duplicate');
    await seeText(page, '.shelf-card h2', 'Prompt book 2');
    await more('Prompt book 2', 'Rename');
    await page.waitForSelector('.renaming input');
    await page.click('.renaming input', { count: 3 });
    await page.keyboard.type('Scene notes');
    await page.keyboard.press('Enter');
    await seeText(page, '.shelf-card h2', 'Scene notes');
    await page.waitForSelector('.renaming', { hidden: true });
    await more('Scene notes', 'Take off');
    await seeText(page, '.ant-message', 'is off the shelf');
    expect(await names()).not.toContain('Scene notes');
    await press(page, 'Undo');
    await seeText(page, '.shelf-card h2', 'Scene notes');
    await seeText(page, '.shelf-title', 'kept in this browser');
    await page.reload();
    await seeText(page, '.shelf-card h2', 'Scene notes');
    expect(complaints).toEqual([]);
  });

  test('a link to a profile that is gone says so, and leads to the shelf', async () => {
    await page.goto(`${app.server.url}/profile/nobody/layout`);
    await seeText(page, 'main', 'not on the shelf');
    await page.click('main a');
    await page.waitForSelector('.shelf-card');
  });
});
