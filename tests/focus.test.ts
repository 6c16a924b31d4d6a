import { expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { useApp } from './app';
import { choose, openPage, press } from './browser';
import { runs, seed } from './runs';

const app = useApp();

/** Presses what can be pressed in a view, one control after the other as they stand, and says after which the focus was nowhere. */
async function pressEverything(page: Page): Promise<string[]> {
  return page.evaluate(async () => {
    const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
    const lost: string[] = [];
    const nameOf = (one: Element): string => one.getAttribute('aria-label') ?? one.textContent.trim().slice(0, 40);
    const isOut = (name: string): boolean => /Record|Listen|Unplug|USB|file|Save|Play|Press the keys|cut/i.test(name);
    const seen = new Set<string>();
    for (let round = 0; round < 60; round++) {
      const next = [...document.querySelectorAll<HTMLButtonElement>('main button:not(:disabled)')].find(
        (one) => one.checkVisibility() && !seen.has(nameOf(one)) && !isOut(nameOf(one)),
      );
      if (!next) break;
      const name = nameOf(next);
      seen.add(name);
      next.focus();
      next.click();
      await wait(60);
      for (let closing = 0; closing < 3; closing++) {
        const open = [...document.querySelectorAll('[role=dialog]')].filter((one) => one.checkVisibility());
        if (open.length === 0) break;
        const inside = document.activeElement;
        if (inside === document.body) lost.push(`in the dialog of ${name}`);
        (inside ?? document.body).dispatchEvent(
          new KeyboardEvent('keydown', { key: 'Escape', code: 'Escape', keyCode: 27, bubbles: true }),
        );
        open.at(-1)?.querySelector<HTMLElement>('.ant-modal-close')?.click();
        await wait(300);
      }
      await wait(20);
      const isNowhere = (): boolean => document.activeElement === document.body || document.activeElement === null;
      // Another bench may still be on its way.
      for (let n = 0; n < 50 && isNowhere(); n++) await wait(100);
      if (isNowhere()) lost.push(name);
    }
    return lost;
  });
}

/** Every view, and what stands there when it is ready. */
const VIEWS = {
  layout: ['/profile/demo-show-desk/layout', '.layout-bench'],
  travel: ['/profile/demo-show-desk/travel', '.travel-bench'],
  macros: ['/profile/demo-show-desk/macros', '.macros-bench'],
  text: ['/profile/demo-show-desk/text', '.cm-content'],
  trial: ['/profile/demo-show-desk/trial', '.trial-main'],
  device: ['/profile/demo-show-desk/device', '.slots'],
  shelf: ['/shelf', '.shelf-card'],
  boards: ['/boards', '.begin-board'],
  'new profile': ['/new', '.new-profile'],
  compare: ['/compare?with=demo-show-desk,demo-prompt-book', '.compare-main'],
  history: ['/history/demo-show-desk', '.history-main'],
  sheet: ['/sheet/demo-show-desk', '.sheet-page'],
  tune: ['/profile/demo-prompt-book/practice/tune', '.takes'],
  practise: ['/profile/demo-prompt-book/practice/practise', '.practise-list'],
  load: ['/profile/demo-prompt-book/practice/load', '.load-figures'],
  walk: ['/profile/demo-prompt-book/practice/walk', '.walk-steps'],
} as const;
type View = keyof typeof VIEWS;
/** Views take their turn, by the commit's seed: of those with many controls one in the usual run, of the others four; all of them in the hunt. */
const LONG: readonly View[] = ['layout', 'macros', 'shelf', 'boards', 'compare'];
const SHORT = (Object.keys(VIEWS) as View[]).filter((view) => !LONG.includes(view));
const turn = (of: readonly View[], usual: number): View[] =>
  [...of.slice(seed() % of.length), ...of].slice(0, Math.min(runs(usual), of.length));
const views = [...turn(LONG, 1), ...turn(SHORT, 4)];

test.each(views)('after every control of %s the focus is somewhere', async (view) => {
  const [path, ready] = VIEWS[view];
  const { page } = await openPage(app.browser, `${app.server.url}${path}`);
  await page.waitForSelector(ready);
  expect(await pressEverything(page)).toEqual([]);
  await page.close();
});

test('what switches itself off leaves the focus beside it; keys drawn around on a board are at hand', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/layout`);
  await page.waitForSelector('.key-card');
  await choose(page, '[data-key="CapsLock"]');
  for (const word of ['None']) {
    await press(page, word);
    await page.waitForFunction(
      (name) =>
        [...document.querySelectorAll('.key-title button')].some(
          (one) => one.textContent === name && (one as HTMLButtonElement).disabled,
        ),
      {},
      word,
    );
    await page.waitForFunction(() => document.activeElement !== document.body);
    expect(await page.evaluate(() => document.activeElement?.closest('.key-card') !== null)).toBe(true);
  }

  await page.goto(`${app.server.url}/boards`);
  await choose(page, '.begin-board ::-p-text(Number pad)');
  await press(page, 'Draw on this');
  await page.waitForSelector('.drawn-key');
  const before = (await page.$$('.drawn-key')).length;
  const box = await (await page.$('.drawn-key'))?.boundingBox();
  const { x = 0, y = 0, width = 0, height = 0 } = box ?? {};
  await page.mouse.move(x - 6, y - 6);
  await page.mouse.down();
  await page.mouse.move(x + width + 3, y + height + 3, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.press('Delete');
  await page.waitForFunction((n) => document.querySelectorAll('.drawn-key').length === n, {}, before - 1);
  expect(complaints).toEqual([]);
  await page.close();
});
