import { expect, jest, test } from '@jest/globals';
import { useApp } from './app';
import { choose, hands, openPage, seeText, tabTo } from './browser';

jest.setTimeout(90_000);

const app = useApp();

test('four keys are set to reversal by selection, and the pretend finger shows their edges', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/travel`);
  await choose(page, '[data-key="KeyW"]');
  await page.keyboard.down('Control');
  for (const key of ['KeyA', 'KeyS', 'KeyD']) await choose(page, `[data-key="${key}"]`);
  await page.keyboard.up('Control');
  await seeText(page, '.travel-card', '4 keys');
  await choose(page, '.travel-card .ant-segmented-item ::-p-text(on reversal)');
  for (const key of ['KeyW', 'KeyA', 'KeyS', 'KeyD']) await seeText(page, `[data-key="${key}"]`, '0.5 ↕');
  await seeText(page, '.travel-figures', '0.15');

  // The finger goes to the bottom, lifts by 0.3 mm and goes down again: two presses.
  await page.$eval('.finger', (finger) => (finger as SVGElement).focus());
  await page.keyboard.press('End');
  await seeText(page, '[data-testid=finger]', '4.00 mm · down · 1 presses');
  for (let n = 0; n < 3; n++) {
    await page.keyboard.press('ArrowUp');
    await seeText(page, '[data-testid=finger]', `${(3.9 - n / 10).toFixed(2)} mm`);
  }
  await seeText(page, '[data-testid=finger]', 'up');
  await page.keyboard.press('ArrowDown');
  await seeText(page, '[data-testid=finger]', '3.80 mm');
  await page.keyboard.press('ArrowDown');
  await seeText(page, '[data-testid=finger]', 'down · 2 presses');
  await hands(page, '+ControlLeft +KeyZ -KeyZ -ControlLeft');
  await seeText(page, '[data-key="KeyW"]', '1.5');
  expect(complaints).toEqual([]);
  await page.close();
});

test('depths are typed as a line; what cannot be is said and loses nothing', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/travel`);
  await choose(page, '[data-key="KeyG"]');
  await tabTo(page, '.travel-line');
  await hands(page, '+ControlLeft +KeyA -KeyA -ControlLeft');
  await page.keyboard.type('at 1 mm, back at 1.4 mm');
  await page.keyboard.press('Enter');
  await seeText(page, '.travel-card', 'It lets go between 0.05 mm and its point, 1 mm.');
  for (let n = 0; n < 6; n++) await page.keyboard.press('Backspace');
  await page.keyboard.type('0.8 mm');
  await page.keyboard.press('Enter');
  await seeText(page, '[data-key="KeyG"]', '1.0 ·');
  await choose(page, '.travel-select ::-p-text(its finger)');
  await seeText(page, '.travel-card', 'not all alike');
  expect(complaints).toEqual([]);
  await page.close();
});

test('a board that knows only down and up says so', async () => {
  const { page } = await openPage(app.browser, `${app.server.url}/profile/demo-prompt-book/travel`);
  await seeText(page, '.travel-none', 'The Twill 42 knows only down and up');
  await page.close();
});
