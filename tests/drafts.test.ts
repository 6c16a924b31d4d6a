/** A draft in which everything is wrong that can be wrong: every bench draws it, says what is wrong, and can be worked on. */
import { expect, test } from '@jest/globals';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ElementHandle } from 'puppeteer-core';
import { useApp } from './app';
import { openPage, press, seeText, takeIn, temporaryFolder, wait } from './browser';

const app = useApp();

/** The demo with a problem of every kind. */
function broken(): string {
  const profile = JSON.parse(readFileSync('demo/show-desk.json', 'utf8'));
  const base = profile.layers[0].keys;
  const act = (action: unknown) => ({ does: { kind: 'act', action } });
  base.KeyA = act({ do: 'layer', how: 'while', layer: 'gone' });
  base.KeyB = act({ do: 'macro', macro: 'gone' });
  base.KeyC = act({ do: 'slot', how: 'next' });
  base.KeyD = act({ do: 'device', what: 'bootloader' });
  base.KeyE = act({ do: 'text', text: 'é', gapMs: 0 });
  base.KeyF = { does: { kind: 'gesture', steps: Array(8).fill({ tap: { do: 'capitals' } }) } };
  const span = { from: { going: 'down', atUm: 20_000 }, to: { going: 'up', atUm: 100 }, action: { do: 'capitals' } };
  base.KeyG = { does: { kind: 'stroke', spans: Array(9).fill(span) }, role: 'gone' };
  base.KeyH = { does: { kind: 'gesture', steps: [{}] } };
  base.Nowhere = act({ do: 'capitals' });
  for (let n = 0; n < 15; n++) profile.layers.push({ id: `l${n}`, name: `L${n}`, keys: {} });
  profile.joinedLayers.push({ when: ['gone'], also: 'gone' });
  profile.joints.push({
    id: 'j',
    keys: ['KeyJ', 'Nowhere'],
    withinMs: 1,
    action: { do: 'layer', how: 'go', layer: 'gone' },
  });
  profile.travel.board = { mode: 'reversal', pointUm: 20_000, pressUm: 20_000, releaseUm: 20_000, reset: 'top' };
  profile.travel.keys.KeyA = { mode: 'fixed', pointUm: 100, releaseUm: 20_000 };
  profile.travel.keys.Nowhere = { mode: 'fixed', pointUm: 19_000 };
  const at = (atUs: number, edge: string) => ({ atUs, edge, code: 'KeyX' });
  profile.macros.push({
    id: 'zero',
    name: 'Zero',
    repeat: { lengthUs: 0, events: [at(0, 'down')] },
    run: { kind: 'whileHeld' },
  });
  profile.macros.push({
    id: 'late',
    name: 'Late',
    onPress: { lengthUs: 5, events: [at(900, 'up')] },
    run: { kind: 'times', times: 100_000 },
  });
  profile.macros.push({ id: 'empty', name: 'Empty', run: { kind: 'untilPressedAgain' } });
  return JSON.stringify({ ...profile, id: 'broken', name: 'Everything wrong' });
}

test('every bench draws it, key by key and macro by macro, and undo goes on working', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/shelf`);
  await page.waitForSelector('.shelf-card');
  const path = join(temporaryFolder(), 'broken.json');
  writeFileSync(path, broken());
  const input = (await page.waitForSelector('input[aria-label="Profile files"]')) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(path);
  await takeIn(page);
  await seeText(page, '.shelf-card h2', 'Everything wrong');
  const torn = (): Promise<string | null> => page.$eval('.torn', (element) => element.textContent).catch(() => null);
  const keys = ['KeyA', 'KeyB', 'KeyC', 'KeyD', 'KeyE', 'KeyF', 'KeyG', 'KeyH', 'KeyJ'];

  for (const bench of ['layout', 'travel']) {
    await page.goto(`${app.server.url}/profile/broken/${bench}`);
    for (const key of keys) {
      await (await page.waitForSelector(`[data-key="${key}"]`))?.click();
      expect([bench, key, await torn()]).toEqual([bench, key, null]);
    }
    const views = await page.$$('.travel-switch .ant-segmented-item');
    for (const view of views) {
      await view.click();
      await wait(200);
      expect([bench, 'view', await torn()]).toEqual([bench, 'view', null]);
    }
  }
  await page.goto(`${app.server.url}/profile/broken/macros`);
  await page.waitForSelector('.macros-bench');
  for (const name of ['Zero', 'Late', 'Empty']) {
    await (await page.waitForSelector(`.macro-list ::-p-text(${name})`))?.click();
    await press(page, 'Play');
    await wait(150);
    expect([name, await torn()]).toEqual([name, null]);
  }
  await page.goto(`${app.server.url}/profile/broken/trial`);
  await seeText(page, '.trial-reason', 'It cannot be played yet');
  await page.goto(`${app.server.url}/profile/broken/device`);
  await page.waitForSelector('.device-bench');
  expect(await page.$('.save-button[disabled]')).not.toBeNull();

  await page.goto(`${app.server.url}/profile/broken/layout`);
  await (await page.waitForSelector('[data-key="KeyC"]'))?.click();
  await page.keyboard.press('Delete');
  await seeText(page, '.sentences', 'It passes');
  await page.waitForSelector('[data-keeping=kept]');
  await page.click('[aria-label=Undo]');
  await seeText(page, '.sentences', 'slot');
  expect(complaints).toEqual([]);
  await page.close();
});
