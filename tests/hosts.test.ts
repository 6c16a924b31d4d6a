/** Hosts: a text with accents on a French one, a symbol layer aimed anew from US to German, and typing a character for a key. */
import { expect } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { HARROW_64 } from '../src/core/board';
import { plainProfile, type Profile } from '../src/core/profile';
import { useApp } from './app';
import {
  bringProfile,
  choose,
  goToBench,
  hands,
  listen,
  openPage,
  press,
  quickHands,
  saveToKeyboard,
  seeText,
} from './browser';
import { test } from './turns';

const app = useApp();

/** Brings a profile to the shelf and opens it. */
async function open(profile: Profile): Promise<{ page: Page; complaints: string[] }> {
  const opened = await openPage(app.browser, `${app.server.url}/shelf`);
  await bringProfile(opened.page, profile);
  await opened.page.goto(`${app.server.url}/profile/${profile.id}/layout`);
  await opened.page.waitForSelector('.layout-bench');
  return opened;
}

const plain = (more: Partial<Profile> = {}): Profile => ({
  ...plainProfile(HARROW_64, 'scene', 'Scene notes'),
  ...more,
});

async function assign(page: Page, key: string, line: string): Promise<void> {
  await choose(page, `[data-key="${key}"]`);
  await page.click('input[aria-label="Assign line"]', { count: 3 });
  await page.keyboard.type(line, { delay: 3 });
}

test('a text with accents on a French host is played, and the same text is on the bench’s screen', async () => {
  const { page, complaints } = await open(plain({ hostLayout: 'fr' }));
  await seeText(page, '.board-host', 'French');
  // Caps show what this host makes of the keys.
  await seeText(page, '[data-key="KeyQ"]', 'A');
  await seeText(page, '[data-key="BracketLeft"]', '^');
  await assign(page, 'Digit1', 'type "Été à la forêt : déjà 100 €"');
  await page.keyboard.press('Enter');
  await seeText(page, '.sentences', 'Été à la forêt');
  await saveToKeyboard(page);
  await goToBench(page, 'Trial');
  await listen(page);
  await quickHands(page, '+Digit1 -Digit1');
  await seeText(page, '[data-testid=host-text]', 'Été à la forêt : déjà 100 €');
  // A dead key waits for its letter, and a key that is held repeats.
  await quickHands(page, '+BracketLeft -BracketLeft +KeyE -KeyE');
  await seeText(page, '[data-testid=host-text]', '€ê');
  await hands(page, '+KeyQ 900 -KeyQ 60');
  await seeText(page, '[data-testid=host-text]', 'êaaa');
  expect(complaints).toEqual([]);
  await page.close();
});

test('a character typed in the assign line finds the keys that make it on this host', async () => {
  const { page } = await open(plain({ hostLayout: 'fr' }));
  await assign(page, 'KeyA', '€');
  await page.keyboard.press('Enter');
  await seeText(page, '[data-key="KeyA"]', '€');
  await assign(page, 'KeyS', 'é');
  await page.keyboard.press('Enter');
  await seeText(page, '[data-key="KeyS"]', 'É');
  await assign(page, 'KeyD', 'ê');
  await page.keyboard.press('Enter');
  await seeText(page, '.sentences', 'types “ê”');
  await page.close();
});

test('a symbol layer is aimed anew from US to German, in one step that undo takes back', async () => {
  const base = plain();
  const sign = (...codes: string[]) => ({ does: { kind: 'act' as const, action: { do: 'keys' as const, codes } } });
  const signs = {
    id: 'signs',
    name: 'Signs',
    dye: 'madder' as const,
    keys: { KeyA: sign('ShiftLeft', 'BracketLeft'), KeyS: sign('ShiftLeft', 'Digit2'), KeyD: sign('Backslash') },
  };
  const way = {
    does: { kind: 'act' as const, action: { do: 'layer' as const, how: 'while' as const, layer: 'signs' } },
  };
  const [first] = base.layers;
  const profile = { ...base, layers: [{ ...first!, keys: { ...first!.keys, Space: way } }, signs] };
  const { page } = await open(profile);
  await choose(page, '.board-host');
  await page.waitForSelector('[data-part=eyes] table');
  await seeText(page, '.eyes-changes caption', '3 bindings mean something else there');
  await seeText(page, '.eyes-changes tr', '{Ü');
  await press(page, 'Change 3 to mean the same there');
  await seeText(page, '.board-host', 'German');
  await goToBench(page, 'Trial');
  await listen(page);
  await quickHands(page, '+Space +KeyA -KeyA +KeyS -KeyS +KeyD -KeyD -Space');
  await seeText(page, '[data-testid=host-text]', '{@\\');
  await press(page, 'Stop listening');
  await goToBench(page, 'Layout');
  await page.click('[aria-label=Undo]');
  await seeText(page, '.board-host', 'English (US)');
  await page.close();
});

test('a text that the host lacks is named, with a way out', async () => {
  const { page } = await open(plain());
  await assign(page, 'KeyA', 'type "50 €"');
  await page.keyboard.press('Enter');
  await seeText(page, '.lacking', 'It has on one with');
  await seeText(page, '.lacking', 'on Linux Ctrl+Shift+U, then 20ac, then Space');
  await choose(page, '.bar ::-p-text(to look at)');
  await seeText(page, '.look-at', '“€” (U+20AC)');
  await press(page, 'Leave out “€” (U+20AC)');
  await seeText(page, '.sentences', 'types “50 ”');
  await page.close();
});
