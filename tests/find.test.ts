import { expect } from '@jest/globals';
import { useApp } from './app';
import { hands, openPage, seeText, tabTo } from './browser';
import { test } from './turns';

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
  await seeText(page, '.ant-modal', 'Nothing here has all these words.');
  await page.keyboard.press('Escape');
  await page.waitForFunction(() => !document.querySelector('.found'));
  await find('night');
  await page.keyboard.press('Enter');
  await page.waitForSelector('[aria-label="Linen cloth"]');
  expect(complaints).toEqual([]);
  await page.close();
});

test('what is found is put on the selected key at once, or begun in its line', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/layout`);
  await page.waitForSelector('.key-card');
  await page.click('[data-key="KeyP"]');
  const choose = async (words: string): Promise<void> => {
    await hands(page, '+ControlLeft +KeyK -KeyK -ControlLeft');
    await page.waitForSelector('.found');
    await page.keyboard.type(words);
    await page.waitForFunction(
      (said) => document.querySelector<HTMLInputElement>('.ant-modal input')?.value === said,
      {},
      words,
    );
  };
  // Nothing there does that, so the first thing found is what the key can be.
  await choose('could you make it home please');
  await seeText(page, '.found [aria-selected=true]', 'Home');
  await page.keyboard.press('Enter');
  await seeText(page, '[data-key="KeyP"]', 'Home');

  // A range, and what of it nothing sends.
  await choose('F13 to F24');
  await seeText(page, '.found-note', 'Nothing sends F23.');
  await page.keyboard.press('Escape');
  await page.waitForFunction(() => !document.querySelector('.found'));

  // A kind is begun in the line, with what is one's own to say selected.
  await tabTo(page, '.assign-help button:nth-of-type(2)');
  await page.keyboard.press('Enter');
  await page.waitForSelector('.found');
  await page.keyboard.type('repeat every 250 ms');
  await seeText(page, '.found [aria-selected=true]', 'Repeats while held');
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => (document.activeElement as HTMLInputElement).value === 'repeat Space every 250 ms');
  await page.keyboard.type('Enter');
  await seeText(page, '.assign-error', 'Make the macro “Enter every 250 ms”, and take the line');
  await page.click('.assign-error button.word');
  await seeText(page, '.key-card .sentences', 'plays Enter every 250 ms');
  await hands(page, '+ControlLeft +KeyZ -KeyZ -ControlLeft');
  await seeText(page, '[data-key="KeyP"]', 'Home');
  expect(complaints).toEqual([]);
  await page.close();
});

test('a setting is found and gone to, and a word of the house is explained', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/layout`);
  await page.waitForSelector('.key-card');
  const go = async (words: string, title: string): Promise<void> => {
    await hands(page, '+ControlLeft +KeyK -KeyK -ControlLeft');
    await page.waitForSelector('.found');
    await page.keyboard.type(words);
    await seeText(page, '.found [aria-selected=true]', title);
    await page.keyboard.press('Enter');
  };
  await go('receiver check', 'Receiver check');
  await page.waitForFunction(() => document.activeElement?.closest('.receiver') !== null);
  await go('host layout', 'Host layout');
  await page.waitForFunction(() => document.activeElement?.classList.contains('board-host'));
  await go('weave', 'Weave');
  await seeText(page, '.house-words .asked-for', 'Weave');
  expect(complaints).toEqual([]);
  await page.close();
});
