import { expect, jest, test } from '@jest/globals';
import { useApp } from './app';
import { hands, openPage, seeText, tabTo } from './browser';

jest.setTimeout(90_000);

const app = useApp();

test('anything is found by a few words, and Enter goes there', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/device`);
  await page.waitForSelector('.slot');
  const find = async (words: string): Promise<void> => {
    await hands(page, '+ControlLeft +KeyK -KeyK -ControlLeft');
    await page.waitForSelector('.found');
    await page.keyboard.type(words);
  };

  await find('thunder sheet');
  await seeText(page, '.found [aria-selected=true]', 'Roll (K on Cues)');
  await page.keyboard.press('Enter');
  await seeText(page, '.key-card', 'on Cues');
  await seeText(page, '.key-card .key-title', 'K');

  // From inside a text field, and on to a macro.
  await tabTo(page, 'input[aria-label="Assign line"]');
  await find('scene tag');
  await page.keyboard.press('ArrowDown');
  await seeText(page, '.found [aria-selected=true]', 'Scene tag 2');
  await page.keyboard.press('Enter');
  await seeText(page, '.macro-list li.chosen', 'Scene tag 2');

  await find('dim + rig');
  await page.keyboard.press('Enter');
  await seeText(page, '[data-part=plan-card]', 'Going down past 0.7 mm');

  await find('no such thing');
  await seeText(page, '.ant-modal', 'Nothing in this profile has all these words.');
  await page.keyboard.press('Escape');
  await page.waitForFunction(() => !document.querySelector('.found'));
  await find('night');
  await page.keyboard.press('Enter');
  await page.waitForSelector('[aria-label="Linen cloth"]');
  expect(complaints).toEqual([]);
  await page.close();
});
