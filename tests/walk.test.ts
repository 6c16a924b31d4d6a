/**
 * A walk through every control of every bench by a hand that does not know what it does: clicks, drags, keys and words that make
 * no sense, with undo and reloads in between. Whatever it does, no bench tears, the browser has nothing to complain of, and
 * every profile loads again. The seed is printed: `SEED=3 HUNT=50 npm test -- walk` goes elsewhere, and further.
 */
import { expect, jest, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { boardSchema } from '../src/core/board';
import { readProfile, printProblem, type Profile } from '../src/core/profile';
import { seeded } from '../src/core/hands';
import { useApp } from './app';
import { goToBench, openPage, wait } from './browser';
import { untrue } from './facts';
import { runs, seed } from './runs';

const SEED = seed();
/** Where the walk begins and comes back to, when it is about one place: `WALK_AT=/boards`. */
const AT = process.env.WALK_AT;
const STEPS = runs(6);
jest.setTimeout(300_000 + STEPS * 1500);

const app = useApp();

/** Something that can be pressed, written into or dragged, as it stands on the page now. */
type Control = {
  x: number;
  y: number;
  width: number;
  height: number;
  kind: 'press' | 'write' | 'slide' | 'drag';
  name: string;
};

const WORDS = [
  'tap Esc, hold Ctrl',
  'while Cues',
  'go Base',
  Array(17).fill('A').join(' & '),
  'type "é"',
  '"é"',
  '+A 0.5 -A',
  'A:80 "Scene 3"/5',
  'down 0.6 to up 0.6 mm: W',
  'at 25 mm',
  'reversal 30 mm, press 0.01, release 9, to the top',
  '2.5',
  '-1',
  '99999999',
  '1e9',
  '',
  'pass',
  'play Thunder roll',
  'x'.repeat(70),
  'אבג',
  '__proto__',
];
const KEYS = [
  'ArrowLeft',
  'ArrowRight',
  'ArrowUp',
  'ArrowDown',
  'Enter',
  'Escape',
  'Delete',
  'Space',
  'Tab',
  'PageUp',
  'Home',
  'KeyA',
  'KeyC',
  'KeyV',
  'KeyR',
] as const;

/** Every control that a pointer can reach now: what lies under something else is left out. */
const controlsOf = (page: Page): Promise<Control[]> =>
  page.evaluate(() => {
    const found: Control[] = [];
    const wanted =
      'button, a[href^="/"], input, textarea, [role=slider], [role=option], [role=menuitem], [tabindex="0"], [data-key], [data-handle], .ant-select, .ant-segmented-item, .ant-checkbox-wrapper, .ant-radio-wrapper, canvas, svg.loop, .ant-select-item-option, .ant-dropdown-menu-item';
    for (const element of document.querySelectorAll<HTMLElement>(wanted)) {
      const box = element.getBoundingClientRect();
      if (box.width < 2 || box.height < 2 || element.matches(':disabled, [type=file], [aria-disabled=true]')) continue;
      const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
      const top = document.elementFromPoint(x, y);
      if (!top || !(element.contains(top) || top.contains(element))) continue;
      const isText = element.matches('input:not([type=checkbox]):not([type=radio]), textarea');
      const kind = isText
        ? 'write'
        : element.matches('[role=slider]')
          ? 'slide'
          : element.matches('canvas, svg')
            ? 'drag'
            : 'press';
      const name = `${element.tagName.toLowerCase()} ${element.getAttribute('aria-label') ?? element.getAttribute('data-key') ?? element.textContent?.slice(0, 40) ?? ''}`;
      found.push({ x, y, width: box.width, height: box.height, kind, name });
    }
    return found;
  });

/** Every row of a table of the store, as the browser has it. */
const stored = async (page: Page, table: string): Promise<{ id: string; profile?: unknown; board?: unknown }[]> =>
  page.evaluate(
    (name) =>
      new Promise<{ id: string }[]>((resolve, reject) => {
        const opening = indexedDB.open('underloom');
        opening.onerror = () => reject(new Error('no store'));
        opening.onsuccess = () => {
          const reading = opening.result.transaction(name).objectStore(name).getAll();
          reading.onsuccess = () => {
            opening.result.close();
            resolve(reading.result as { id: string }[]);
          };
        };
      }),
    table,
  );

test(`a walk of ${STEPS} steps, seed ${SEED}`, async () => {
  const random = seeded(SEED);
  const below = (count: number): number => Math.floor(random() * count);
  const pick = <T>(list: readonly T[]): T => list[below(list.length)] as T;
  const { page, complaints } = await openPage(
    app.browser,
    `${app.server.url}${AT ?? '/profile/demo-show-desk/layout'}`,
  );
  page.on('dialog', (dialog) => void dialog.accept());
  await page.waitForSelector(AT === undefined ? '.layout-bench' : 'main');
  const walked: string[] = [];
  const log = (what: string): void => void walked.push(what);

  const press = async (key: string, ...held: string[]): Promise<void> => {
    for (const other of held) await page.keyboard.down(other as 'Shift');
    await page.keyboard.press(key as 'Enter');
    for (const other of held.reverse()) await page.keyboard.up(other as 'Shift');
  };
  const use = async (control: Control): Promise<void> => {
    const { x, y, width, height, kind, name } = control;
    log(`${kind} ${name}`);
    await page.mouse.click(x, y, kind === 'write' ? { count: 3 } : {});
    if (kind === 'write') {
      const word = pick(WORDS);
      log(`  “${word}”`);
      await page.keyboard.type(word);
      await press(pick(['Enter', 'Tab', 'Escape', 'Enter']));
    } else if (kind === 'slide') {
      for (let n = below(4); n >= 0; n--)
        await press(pick(['ArrowLeft', 'ArrowRight', 'PageUp', 'PageDown', 'Home', 'End']));
    } else if (kind === 'drag' || random() < 0.1) {
      await page.mouse.move(x + (random() - 0.5) * width, y + (random() - 0.5) * height);
      await page.mouse.down();
      await page.mouse.move(x + (random() - 0.5) * width * 2, y + (random() - 0.5) * height * 2, { steps: 3 });
      await page.mouse.up();
    } else if (random() < 0.2) {
      const key = pick(KEYS);
      log(`  ${key}`);
      await press(key, ...(random() < 0.3 ? ['Control'] : []));
    }
  };
  const elsewhere = async (): Promise<void> => {
    const what = below(7);
    log(['undo', 'redo', 'reload', 'bench', 'bench', 'shelf', 'profile'][what] as string);
    if (what === 0) for (let n = below(6); n >= 0; n--) await press('KeyZ', 'Control');
    else if (what === 1) await press('KeyZ', 'Control', 'Shift');
    else if (what === 2) await page.reload({ waitUntil: 'load' });
    else if (what < 5) await press('Escape').then(() => press(`Digit${1 + below(5)}`, 'Alt'));
    else {
      const profile = pick(['demo-show-desk', 'demo-prompt-book']);
      const bench = pick(['layout', 'travel', 'macros', 'text', 'trial', 'practice', 'device']);
      await page.goto(
        `${app.server.url}${AT ?? (what === 5 ? pick(['/shelf', '/boards', '/new']) : `/profile/${profile}/${bench}`)}`,
      );
    }
    await wait(120);
  };

  try {
    for (let step = 0; step < STEPS; step++) {
      const controls = await controlsOf(page);
      if (controls.length === 0 || random() < 0.09) await elsewhere();
      else await use(pick(controls));
      const torn = await page.$eval('.torn', (element) => element.textContent).catch(() => null);
      expect(torn).toBeNull();
      expect(complaints).toEqual([]);
    }
    await press('Escape');
    await page.goto(`${app.server.url}/shelf`);
    await page.waitForSelector('.shelf-title');
    await page.waitForFunction(() =>
      document.querySelector('.shelf-title')?.textContent?.match(/kept in this browser|none yet/),
    );
    const rows = await stored(page, 'profiles');
    for (const { id, board } of await stored(page, 'boards'))
      expect([id, boardSchema.safeParse(board).error?.issues ?? []]).toEqual([id, []]);
    for (const { id, profile } of rows) {
      const read = readProfile(profile);
      expect('problems' in read ? `${id}: ${printProblem(read.problems[0]!)}` : id).toBe(id);
    }
    expect(await page.$('.shelf-unreadable')).toBeNull();
    expect(await page.$$('.shelf-card')).toHaveLength(rows.length);
    for (const { id } of rows) {
      await page.goto(`${app.server.url}/profile/${id}/layout`);
      for (const bench of ['layout', 'travel', 'macros', 'text', 'trial', 'practice', 'device']) {
        if (bench !== 'layout') await goToBench(page, `${bench[0]?.toUpperCase()}${bench.slice(1)}`);
        await page.waitForSelector(bench === 'practice' ? '.practice, .torn' : `.${bench}-bench, .torn`);
        await wait(150);
        expect([id, bench, await page.$('.torn')]).toEqual([id, bench, null]);
        const kept = rows.find((row) => row.id === id)?.profile;
        expect([id, await untrue(page, kept as Profile, bench)]).toEqual([id, []]);
      }
    }
    expect(complaints).toEqual([]);
  } catch (error) {
    throw new Error(
      `${error instanceof Error ? error.message : String(error)}\nseed ${SEED}, step ${walked.length}; the last steps:\n${walked.slice(-20).join('\n')}`,
      { cause: error },
    );
  } finally {
    await page.close();
  }
});
