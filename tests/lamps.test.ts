/** What lamps show, as a person chooses it: on the board, in the dialog, on the trial bench, and on the keyboard on the table. */
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { useApp } from './app';
import { HARROW_64 } from '../src/core/board';
import { plainProfile } from '../src/core/profile';
import { bringProfile, choose, goToBench, hands, openPage, press, saveToKeyboard, seeText } from './browser';

const app = useApp();
let page: Page;

beforeEach(async () => {
  ({ page } = await openPage(app.browser, app.server.url));
  await page.waitForSelector('.layout-bench');
});

/** What a screen reader is told of a key's lamp; `''` where lamps are not drawn. */
const lampOf = (key: string): Promise<string> =>
  page.$eval(`[data-key="${key}"]`, (cap) => /Its lamp[^.]*\./.exec(cap.getAttribute('aria-label') ?? '')?.[0] ?? '');
const seeLamp = async (key: string, words: string): Promise<void> => {
  await page
    .waitForFunction(
      (id, wanted) => document.querySelector(`[data-key="${id}"]`)?.getAttribute('aria-label')?.includes(wanted),
      {},
      key,
      words,
    )
    .catch(() => undefined);
  expect(await lampOf(key)).toContain(words);
};
/** Chooses in one of the design system's lists, by keys. */
async function select(label: string, option: string): Promise<void> {
  await choose(page, `.lamp-choices .ant-select:has([aria-label="${label}"])`);
  await choose(
    page,
    `.ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option ::-p-text(${option})`,
  );
}

describe('as it glows', () => {
  test('a layer and a key get what they show, by keyboard as well; undo takes it back; the keyboard shows it when it is saved', async () => {
    expect(await lampOf('KeyF')).toBe('');
    await press(page, 'as it glows');
    await seeLamp('KeyF', 'Its lamp is indigo');
    await choose(page, '.ladder li:nth-child(4) .rung');
    await seeLamp('KeyF', 'Its lamp is madder');
    await select('Lamps of Cues', 'dark');
    await seeLamp('KeyF', 'Its lamp is dark');
    await choose(page, '[data-key="KeyF"]');
    await select('Lamp of F on Cues', 'by dye');
    await seeLamp('KeyF', 'Its lamp is madder');
    await seeLamp('KeyG', 'Its lamp is dark');
    await choose(page, '.layer-board .ant-checkbox-input');
    await seeLamp('KeyB', 'Its lamp is dark');
    await choose(page, '[data-key="KeyF"]');
    await hands(page, '+ControlLeft +KeyZ -KeyZ -ControlLeft');
    await seeLamp('KeyB', 'Its lamp is indigo');

    await press(page, 'All lamps');
    await seeText(page, '.lamps-dialog, .ant-modal', 'by dye on Cues: F');
    await press(page, 'Add it');
    await seeText(page, '.ant-modal', '#C8A24A for latches: F');
    await choose(page, '.ant-modal .ant-segmented-item ::-p-text(tide)');
    await seeText(page, '.ant-modal', 'movement tide');
    await page.keyboard.press('Escape');
    await page.waitForSelector('.ant-modal', { hidden: true });

    await saveToKeyboard(page);
    await goToBench(page, 'Device');
    await seeLamp('KeyF', 'Its lamp is indigo');
    // Caps Lock leads to the cues while it is held; the lamps of all but F go dark there.
    await page.waitForSelector('.device-drawing .cap-light');
    const box = await (await page.waitForSelector('.device-drawing [data-key="CapsLock"] .cap-body'))!.boundingBox();
    await page.mouse.move(box!.x + 5, box!.y + 5);
    await page.mouse.down();
    await seeLamp('KeyF', 'Its lamp is madder');
    await seeLamp('KeyG', 'Its lamp is dark');
    await page.mouse.up();
    await seeLamp('KeyG', 'Its lamp is indigo');
  });

  test('on the trial bench layers light up', async () => {
    await goToBench(page, 'Trial');
    await press(page, 'as it glows');
    await seeLamp('KeyF', 'Its lamp is indigo');
    await press(page, 'Listen to my keyboard');
    await page.waitForSelector('.trial-listening');
    await page.keyboard.down('CapsLock');
    await seeLamp('KeyF', 'Its lamp is madder');
    await page.keyboard.up('CapsLock');
    await seeLamp('KeyF', 'Its lamp is indigo');
  });

  test('what waits pulses on the trial bench until it is decided', async () => {
    const keys = (code: string) => ({ do: 'keys' as const, codes: [code] });
    const does = {
      kind: 'gesture' as const,
      steps: [{ tap: keys('Tab'), hold: keys('ControlLeft') }],
      // However slow the machine is, it is seen while it waits.
      timing: { holdAfterMs: 10_000 },
    };
    const plain = plainProfile(HARROW_64, 'waits', 'What waits');
    const [base] = plain.layers;
    await page.goto(`${app.server.url}/shelf`);
    const profile = { ...plain, layers: [{ ...base!, keys: { ...base!.keys, Tab: { does } } }] };
    await bringProfile(page, profile);
    await page.goto(`${app.server.url}/profile/waits/trial`);
    await press(page, 'as it glows');
    await press(page, 'Listen to my keyboard');
    await page.waitForSelector('.trial-listening');
    await page.keyboard.down('Tab');
    await page.waitForSelector('[data-key="Tab"] .cap-light-pulses');
    await page.keyboard.up('Tab');
    await page.waitForSelector('[data-key="Tab"] .cap-light-pulses', { hidden: true });
  });
});
