/**
 * Twenty-four jobs as somebody does them who is new here, by the shortest way that is in sight, with their steps counted: a click, a key, a chord
 * or a text that is typed is one. None may take more than it once did, and all together must take half of that.
 */
import { afterAll, expect, test } from '@jest/globals';
import type { ElementHandle, Page } from 'puppeteer-core';
import { useApp } from './app';
import { choose, downloads, openPage, quickHands, seeText, sayYes, takeIn, temporaryFolder, wait } from './browser';
import { hasItsTurn } from './runs';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';

const app = useApp();
const taken: { steps: number; most: number }[] = [];

/** A person at the page, who counts. */
class Person {
  steps = 0;
  constructor(readonly page: Page) {}

  async click(selector: string): Promise<this> {
    this.steps++;
    await choose(this.page, selector);
    return this;
  }
  async key(name: string): Promise<this> {
    this.steps++;
    const keys = name.split('+');
    for (const key of keys) await this.page.keyboard.down(key as 'KeyA');
    for (const key of keys.toReversed()) await this.page.keyboard.up(key as 'KeyA');
    await wait(40);
    return this;
  }
  async type(text: string): Promise<this> {
    this.steps++;
    await this.page.keyboard.type(text);
    return this;
  }
  /** Drags from the middle of one thing to that of another. */
  async drag(from: string, to: string): Promise<this> {
    this.steps++;
    for (const [n, selector] of [from, to].entries()) {
      const {
        x = 0,
        y = 0,
        width = 0,
        height = 0,
      } = (await (await this.page.waitForSelector(selector))?.boundingBox()) ?? {};
      await this.page.mouse.move(x + width / 2, y + height / 2, { steps: n === 0 ? 1 : 6 });
      if (n === 0) await this.page.mouse.down();
    }
    await this.page.mouse.up();
    return this;
  }
  /** Finds by words and takes the first. */
  async find(words: string): Promise<this> {
    await this.key('ControlLeft+KeyK');
    await this.page.waitForSelector('.found');
    await this.type(words);
    await this.key('Enter');
    return this;
  }
  /** Gives the key that has the focus a meaning: typed straight away, and taken. */
  async assign(line: string): Promise<this> {
    await this.type(line);
    await this.key('Enter');
    await this.page.waitForFunction(() => document.activeElement?.hasAttribute('data-key'));
    return this;
  }
  sees(selector: string, text: string): Promise<void> {
    return seeText(this.page, selector, text);
  }
}

let jobs = 0;
/** A job on a profile's bench, and the most steps that it may take. One of three has its turn in the usual run, each in the hunt. */
const job = (
  what: string,
  most: number,
  path: string,
  work: (person: Person) => Promise<unknown>,
  ready = '.workbench',
): void => {
  if (!hasItsTurn(jobs++, 3)) return;
  test(what, async () => {
    const { page, complaints } = await openPage(app.browser, `${app.server.url}${path}`);
    await page.waitForSelector(ready);
    const person = new Person(page);
    await work(person);
    expect(complaints).toEqual([]);
    expect(person.steps).toBeLessThanOrEqual(most);
    taken.push({ steps: person.steps, most });
    await page.close();
  });
};

const DESK = '/profile/demo-show-desk';
const BOOK = '/profile/demo-prompt-book';
const PAD = '/profile/demo-sound-pad';
const key = (id: string): string => `.layer-board [data-key="${id}"]`;
const LINE = 'input[aria-label="The score as a line"]';

/** Begins a macro, named as it is made, with the cursor in its line. */
async function write(person: Person, name: string, line: string): Promise<void> {
  await person.click('.macro-list ::-p-text(+ Write one)');
  await person.page.waitForFunction(() => document.activeElement?.matches('.macro-name'));
  await person.type(name);
  await person.key('Enter');
  await person.page.waitForFunction((field) => document.activeElement?.matches(field), {}, LINE);
  await person.type(line);
  await person.key('Enter');
}

job('Caps Lock taps and holds', 6, `${DESK}/layout`, async (person) => {
  await person.click(key('CapsLock'));
  await person.assign('tap Esc, hold Ctrl');
  await person.sees('.sentences', 'it holds Control');
});

job('a second layer with a way in and back, and ten keys', 36, `${BOOK}/layout`, async (person) => {
  await person.click('.ladder > .word');
  await person.page.waitForSelector('.new-layer');
  await person.type('Props');
  await person.key('Enter');
  await person.sees('.rung.selected', 'Props');
  await person.drag(key('L2-2'), key('R2-5'));
  await person.assign('F1 .. F10');
  await person.sees('.rung.selected', '10 keys');
  await person.sees('.rung.selected', 'while Esc held');
});

job('three meanings on one key', 4, `${DESK}/layout`, async (person) => {
  await person.click(key('KeyG'));
  await person.assign('tap G, twice B, hold F13');
  await person.sees('.sentences', 'F13');
});

job('a macro recorded, repaired, put on a key and changed', 37, `${BOOK}/macros`, async (person) => {
  await person.click('.macro-list ::-p-text(● Record)');
  await person.sees('[data-testid=recording]', 'Waiting');
  await person.key('KeyA');
  await person.key('KeyB');
  await person.key('ShiftLeft+ShiftRight');
  await person.sees('[data-testid=counts]', '4 events');
  await person.click('[aria-label="Take out event 3"]');
  await person.click('::-p-text(Put on a key …)');
  await person.click('.ant-modal [data-key="L2-2"]');
  await person.sees('.macro-list li.chosen', '(L2-2) on Base');
  await person.click('.operations button ::-p-text(Time …)');
  await person.click('.operation-row ::-p-text(Set all gaps)');
  await person.page.waitForFunction(() => document.activeElement?.matches('.operation-figures input'));
  await person.key('Control+KeyA');
  await person.type('25');
  await person.key('Enter');
  await person.page.waitForFunction(
    (field) => document.querySelector<HTMLInputElement>(field)?.value === '+A 25 -A',
    {},
    LINE,
  );
});

job('one that only presses, and lets go on release', 22, `${BOOK}/macros`, async (person) => {
  await write(person, 'Both lights', '+A 20 +B');
  await person.click('.macro-head .ant-segmented-item ::-p-text(On release)');
  await person.click(LINE);
  await person.type('-A 20 -B');
  await person.key('Enter');
  await person.click('::-p-text(Put on a key …)');
  await person.click('.ant-modal [data-key="L2-2"]');
  await person.sees('.macro-says', 'When the key is up');
});

job('22 presses made 20', 11, `${BOOK}/macros`, async (person) => {
  await write(person, 'Bell', Array(22).fill('A:10').join(' 10 '));
  await person.sees('[data-testid=counts]', '22 presses, 22 releases');
  await person.click('[aria-label="Take out event 44"]');
  await person.click('[aria-label="Take out event 42"]');
  await person.sees('[data-testid=counts]', '20 presses, 20 releases');
});

job('a repeated key', 10, `${BOOK}/macros`, async (person) => {
  await person.click('.macro-list ::-p-text(+ Write one)');
  await person.click('.macro-head .ant-segmented-item ::-p-text(Repeated)');
  await person.click('.macro-run .ant-select');
  await person.click('.ant-select-item ::-p-text(while held)');
  await person.click(LINE);
  await person.type('A:30 30');
  await person.key('Enter');
  await person.click('::-p-text(Put on a key …)');
  await person.click('.ant-modal [data-key="L2-2"]');
  await person.sees('.macro-says', 'long as the key is held, it plays 1 press');
});

job('a text at a pace, after a macro', 20, `${DESK}/macros`, async (person) => {
  await person.click('.macro-item ::-p-text(Curtain call)');
  await person.click(LINE);
  await person.key('End');
  await person.type(' 100 "Scene 3" every 40 ms');
  await person.key('Enter');
  await person.sees('.macro-says', 'the text “Scene 3”');
});

job('depths for all keys, for four and for one', 15, `${DESK}/travel`, async (person) => {
  const depths = 'input[aria-label="Depths as a line"]';
  const set = async (line: string): Promise<void> => {
    await person.click(depths);
    await person.page.$eval(depths, (input) => (input as HTMLInputElement).select());
    await person.type(line);
    await person.key('Enter');
  };
  await person.click('.travel-select ::-p-text(all)');
  await set('at 1.5 mm');
  await person.click('.travel-bench [data-key="KeyW"]');
  for (let n = 0; n < 3; n++) await person.key('Shift+ArrowRight');
  await set('at 0.8 mm');
  await person.click('.travel-bench [data-key="KeyA"]');
  await set('at 2 mm');
  await person.sees('.travel-title', 'a setting of its own');
});

job('a press of two stages', 6, `${DESK}/layout`, async (person) => {
  await person.click(key('KeyJ'));
  await person.assign('down 0.7 to down 2.1 mm: A, down 2.1 to up 0.7 mm: B');
  await person.sees('.sentences', 'B');
});

job('a joint press, and a layer on the space key', 28, `${DESK}/layout`, async (person) => {
  await person.click(key('KeyJ'));
  await person.key('Shift+ArrowRight');
  await person.click('.together ::-p-text(+ Joint press)');
  await person.click('[aria-label="What the joint press does"]');
  await person.type('F20');
  await person.key('Enter');
  await person.sees('.together', 'J + K F20');
  await person.click(key('Space'));
  await person.click('.ladder ::-p-text(+ Layer)');
  await person.page.waitForSelector('.new-layer');
  await person.type('Props');
  await person.key('Enter');
  await person.sees('.ladder', 'while Space held');
});

job('two keys swapped, a role, a label and a note', 37, `${PAD}/layout`, async (person) => {
  await person.click('.layer-board [data-key]:nth-of-type(2)');
  await person.click('::-p-text(Swap with …)');
  await person.click('.layer-board [data-key]:nth-of-type(3)');
  await person.click('#key-role');
  await person.click('[aria-label="Name of a new role"]');
  await person.type('Storm');
  await person.key('Enter');
  await person.sees('.key-card .ant-select', 'Storm');
  await person.click('#key-label');
  await person.type('Rain');
  await person.click('#key-note');
  await person.type('Softly.');
  await person.sees('.layer-board', 'Rain');
});

job('a held mouse button, the volume, nothing, a latch on four keys', 37, `${DESK}/layout`, async (person) => {
  await person.click(key('KeyQ'));
  for (const [n, line] of ['hold button 1 for 3 s', 'volume up', 'none', 'latch Shift'].entries()) {
    if (n > 0) await person.key('ArrowRight');
    await person.assign(line);
  }
  await person.sees('.sentences', 'Shift');
});

job('saved, and played from the keyboard’s memory', 11, `${PAD}/layout`, async (person) => {
  await person.sees('.link-state', 'connected');
  await person.click('.save-button');
  person.steps++;
  await sayYes(person.page);
  await person.sees('.save-button', 'In the keyboard');
  await person.click('nav a ::-p-text(Trial)');
  await person.click('.trial-head .ant-segmented-item ::-p-text(what is saved)');
  await person.page.waitForSelector('.trial-board [data-key]');
  await person.click('.trial-board [data-key]:nth-of-type(3)');
  await person.page.waitForSelector('.look-back-tick');
});

job('a file out and in again', 13, `${PAD}/layout`, async (person) => {
  const file = await downloads(person.page);
  await person.click('.bar-ways ::-p-text(Shelf)');
  await person.page.waitForSelector('.shelf-card');
  await person.click('.shelf-card ::-p-text(Save as a file)');
  const path = join(temporaryFolder(), 'out.json');
  writeFileSync(path, await file());
  person.steps += 2;
  const input = (await person.page.waitForSelector(
    'input[aria-label="Profile files"]',
  )) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(path);
  person.steps++;
  await takeIn(person.page);
  await person.sees('.shelf-card h2', '(from a file)');
});

job('everything of it undone', 25, `${BOOK}/layout`, async (person) => {
  const before = await person.page.$eval('.layer-board .board', (board) => board.textContent);
  await person.click(key('L1-2'));
  for (const word of ['F1', 'F2', 'F3']) {
    await person.assign(word);
    await person.key('ArrowRight');
  }
  for (let n = 0; n < 3; n++) await person.key('Control+KeyZ');
  await person.page.waitForFunction(
    (was) => document.querySelector('.layer-board .board')?.textContent === was,
    {},
    before,
  );
});

job(
  'a pad of three times three, drawn and pressed in',
  28,
  '/boards',
  async (person) => {
    await person.click('.begin-board ::-p-text(Small pad)');
    await person.page.waitForFunction(() => document.activeElement?.textContent === 'Draw on this');
    await person.key('Enter');
    await person.click('.press-in');
    for (const code of ['Digit7', 'Digit8', 'Digit9', 'Digit4', 'Digit5', 'Digit6', 'Digit1', 'Digit2', 'Digit3']) {
      await person.page.waitForSelector('.slip');
      await person.key(code);
    }
    await person.page.waitForSelector('.slip', { hidden: true });
    await person.sees('.drawn-key[data-key="K3-3"]', '3');
  },
  '.begin-board',
);

job('a German host, aimed anew, and a text with its signs', 12, `${DESK}/layout`, async (person) => {
  await person.click('.board-host');
  await person.click('.ant-modal button ::-p-text(to mean the same there)');
  await person.sees('.board-host', 'German');
  await person.click(key('KeyG'));
  await person.assign('type "Größe €"');
  await person.sees('.sentences', 'types “Größe €”');
});

job('three keys and a layer by text', 10, `${PAD}/text`, async (person) => {
  await person.click('.cm-content');
  await person.key('Control+End');
  await person.type('\nlayer More, orchil\n  N1: F1\n  N2: F2\n  N3: F3');
  await person.sees('.text-right', 'More');
});

job('a legend sheet of two layers', 16, `${DESK}/layout`, async (person) => {
  await person.find('legend sheet');
  await person.page.waitForSelector('.sheet-page');
  for (const layer of ['Rig', 'Book', 'Dark']) await person.click(`.sheet-aside label ::-p-text(${layer})`);
  await person.page.waitForFunction(() => !document.querySelector('.sheet-page')?.textContent.includes('Dim'));
});

job(
  'a variant that follows its base',
  8,
  '/shelf',
  async (person) => {
    await person.click('button[aria-label="More for Show desk"]');
    await person.click('.ant-dropdown-menu-item ::-p-text(ariant)');
    await person.sees('.shelf-grid', 'rests on');
  },
  '.shelf-card',
);

job('back to how it was some steps ago', 14, `${DESK}/layout`, async (person) => {
  await person.click(key('KeyG'));
  await person.assign('F1');
  await person.find('history');
  await person.click('button ::-p-text(Go back to this)');
  await person.click('a ::-p-text(back to Layout)');
  await person.sees(key('KeyG'), 'G');
});

job('a misfire explained and mended', 14, `${BOOK}/trial`, async (person) => {
  await person.click('button ::-p-text(Listen to my keyboard)');
  await person.sees('.trial-listening', 'Listening');
  person.steps++;
  await quickHands(person.page, '+KeyS +KeyH -KeyH -KeyS');
  await person.key('F10');
  await person.click('[data-testid=decisions] button');
  await person.click('[aria-label="Take it: Decide by time alone"]');
  await person.sees('.compared', 'run again');
});

job('every key that sends F13 to F24, and where the dash is', 14, `${DESK}/layout`, async (person) => {
  await person.key('ControlLeft+KeyK');
  await person.page.waitForSelector('.found');
  await person.type('F13 to F24');
  await person.sees('.found-note', 'Nothing sends F23.');
  await person.key('Escape');
  await person.page.waitForSelector('.found', { hidden: true });
  await person.find('dash');
  await person.sees('.key-title', 'Minus');
});

afterAll(() => {
  // Some of them alone say nothing of the sum.
  if (taken.length < 12) return;
  const sum = (of: 'steps' | 'most'): number => taken.reduce((all, one) => all + one[of], 0);
  expect(sum('steps')).toBeLessThanOrEqual(sum('most') / 2);
});
