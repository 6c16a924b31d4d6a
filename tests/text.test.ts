/** The text bench: a profile written from nothing, saved and played; text and board follow each other; nothing typed is lost. */
import { expect } from '@jest/globals';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { useApp } from './app';
import { choose, hands, listen, openPage, press, saveToKeyboard, seeText, takeIn, temporaryFolder } from './browser';
import { test } from './turns';

const app = useApp();

async function openText(id = 'demo-show-desk'): Promise<{ page: Page; complaints: string[] }> {
  const opened = await openPage(app.browser, `${app.server.url}/profile/${id}/text`);
  await opened.page.waitForSelector('.cm-content');
  return opened;
}

/** The text as it is drawn; a long one is drawn as far as it can be seen. */
const drawn = (page: Page): Promise<string> =>
  page.$$eval('.cm-line', (lines) => lines.map((line) => line.textContent).join('\n'));
const kept = (page: Page): Promise<unknown> => page.waitForSelector('[data-text-keeping=kept]');
const command = async (page: Page, key: 'KeyA' | 'KeyZ' | 'End', ...more: 'ShiftLeft'[]): Promise<void> => {
  await page.keyboard.down('ControlLeft');
  for (const one of more) await page.keyboard.down(one);
  await page.keyboard.press(key);
  for (const one of more) await page.keyboard.up(one);
  await page.keyboard.up('ControlLeft');
};

/** Puts a text in the place of all that stands in the editor, by pasting. */
async function replaceAll(page: Page, text: string): Promise<void> {
  await page.focus('.cm-content');
  await command(page, 'KeyA');
  await page.$eval(
    '.cm-content',
    (content, pasted) => {
      const clipboardData = new DataTransfer();
      clipboardData.setData('text/plain', pasted);
      content.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
    },
    text,
  );
}

const NIGHT = `// Written by hand.
profile Night shift
  board harrow-64

let go = F20   // the one cue

layer Base
  like the board
  CapsLock: tap Esc, hold while Cues

layer Cues, madder
  F Space: "Go" $go -- comes with the light
  G: type "ready"
`;

test('a profile written from nothing is saved and played, and its comments are there again', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/shelf`);
  await press(page, 'Harrow 64');
  await page.waitForSelector('.layout-bench');
  const id = page.url().split('/').at(-2) ?? '';
  await page.goto(`${app.server.url}/profile/${id}/text`);
  await page.waitForSelector('.cm-content');
  await replaceAll(page, NIGHT);
  await seeText(page, '.bar-profile', 'Night shift');
  await seeText(page, '.text-hints', 'The text reads.');
  await choose(page, '.text-layer ::-p-text(Cues)');
  await seeText(page, '[data-key="KeyF"]', 'Go');
  await kept(page);
  await saveToKeyboard(page);

  await page.goto(`${app.server.url}/profile/${id}/trial`);
  await listen(page);
  await hands(page, '+CapsLock 260 +KeyG 60 -KeyG 200 -CapsLock');
  await seeText(page, '.trial-host, .host-screen, .trial-main', 'ready');

  await page.goto(`${app.server.url}/profile/${id}/text`);
  await seeText(page, '.cm-content', '// the one cue');
  expect(await drawn(page)).toBe(NIGHT);
  expect(complaints).toEqual([]);
  await page.close();
});

test('what the board changes changes one line, what the text changes changes the board, and undo is one', async () => {
  const { page } = await openText();
  await choose(page, '.text-layer ::-p-text(Cues)');
  await choose(page, '[data-key="KeyF"]');
  await seeText(page, '.loom-marked', 'F: "Go" F20');

  // The cursor is there: a word more makes another key of it, at once.
  await page.focus('.cm-content');
  await page.keyboard.press('End');
  for (let n = 0; n < ' (Cues)'.length + 3; n++) await page.keyboard.press(n < 7 ? 'ArrowLeft' : 'Backspace');
  await page.keyboard.type('F23', { delay: 30 });
  await page.keyboard.press('Escape');
  await seeText(page, '.sentences', 'It sends F23');
  await page.waitForSelector('[data-keeping=kept]');
  await kept(page);

  // Another bench changes the same profile; the text has that, and what was written by hand.
  await page.goto(`${app.server.url}/profile/demo-show-desk/layout`);
  await choose(page, '.ladder ::-p-text(Cues)');
  await choose(page, '[data-key="KeyH"]');
  await page.keyboard.press('Backspace');
  await page.waitForSelector('[data-keeping=kept]');
  await page.goto(`${app.server.url}/profile/demo-show-desk/text`);
  await choose(page, '.text-layer ::-p-text(Cues)');
  await choose(page, '[data-key="KeyF"]');
  await seeText(page, '.loom-marked', 'F: "Go" F23 (Cues)');
  await choose(page, '[data-key="KeyH"]');
  await seeText(page, '.loom-marked', 'H: "Back" none (Cues)');

  await page.focus('.cm-content');
  await command(page, 'KeyZ');
  await seeText(page, '.loom-marked', 'H: "Back" F22 (Cues)');
  await page.click('[aria-label=Undo]');
  await choose(page, '[data-key="KeyF"]');
  await seeText(page, '.loom-marked', 'F: "Go" F20 (Cues)');
  await page.click('[aria-label=Redo]');
  await seeText(page, '.loom-marked', 'F: "Go" F23 (Cues)');
  await page.close();
});

test('what is chosen or changed while the text is still being brought is in it when it comes', async () => {
  const { page } = await openText();
  await choose(page, '[data-key="KeyF"]');
  await seeText(page, '.loom-marked', 'F');
  // Only a text that was kept is brought up to date.
  await kept(page);
  await page.evaluateOnNewDocument(`
    const send = Worker.prototype.postMessage;
    Worker.prototype.postMessage = function (...order) {
      if (order[0]?.kept === undefined) return send.apply(this, order);
      globalThis.bring = () => send.apply(this, order);
    };
  `);
  await page.goto(`${app.server.url}/profile/demo-show-desk/layout`);
  await choose(page, '[data-key="KeyY"]');
  await page.keyboard.press('Backspace');
  await page.waitForSelector('[data-keeping=kept]');
  await choose(page, '.benches ::-p-text(Text)');
  await page.waitForFunction('globalThis.bring');
  expect(await page.$('.cm-content')).toBeNull();
  await page.click('[aria-label=Undo]');
  await seeText(page, '[data-key="KeyY"]', 'Y');
  await choose(page, '.text-layer ::-p-text(Dark)');
  await choose(page, '.text-layer ::-p-text(Base)');
  await page.evaluate('bring(); globalThis.bring = undefined;');
  // What came is of the profile as it was, so it is brought once more.
  await page.waitForFunction('globalThis.bring');
  await page.evaluate('bring()');
  await seeText(page, '.loom-marked', 'Y');
  expect(await drawn(page)).not.toContain('Y: none');
  await kept(page);
  await page.close();
});

test('where the worker cannot be had, the page brings the text itself', async () => {
  const { page } = await openPage(app.browser, 'about:blank');
  await page.evaluateOnNewDocument(`
    // It fails before anything is asked of it, and never says another word.
    const { Worker: Real } = globalThis;
    globalThis.Worker = class extends Real {
      constructor(url, options) {
        super(url, options);
        if (options?.name !== 'text') return;
        this.postMessage = () => undefined;
        queueMicrotask(() => this.dispatchEvent(new ErrorEvent('error', { message: 'planted' })));
      }
    };
  `);
  await page.goto(`${app.server.url}/profile/demo-show-desk/text`);
  await page.waitForSelector('.cm-content');
  expect(await drawn(page)).toContain('profile Show desk');
  await kept(page);
  await page.close();
});

test('a text that does not read touches nothing, is kept as it is, and the board can be worked on meanwhile', async () => {
  const { page, complaints } = await openText('demo-prompt-book');
  await page.focus('.cm-content');
  await command(page, 'End');
  await page.keyboard.type('\n// mine\nlayer Stage\n  Q: cmd c', { delay: 5 });
  await seeText(page, '.text-problems', 'Did you mean Meta+C?');
  await kept(page);
  await page.reload();
  await page.waitForSelector('.cm-content');
  await seeText(page, '.text-problems', 'Did you mean Meta+C?');

  // Undo takes the board's change back, with the broken lines still there.
  await page.goto(`${app.server.url}/profile/demo-prompt-book/layout`);
  await choose(page, '[data-key="L1-2"]');
  await page.keyboard.press('Backspace');
  await page.waitForSelector('[data-keeping=kept]');
  await page.goto(`${app.server.url}/profile/demo-prompt-book/text`);
  await seeText(page, '.text-problems', 'Did you mean Meta+C?');
  await (await page.waitForSelector('.cm-content'))?.focus();
  await command(page, 'End');
  await seeText(page, '.cm-content', '// mine');
  for (let n = 0; n < 'cmd c'.length; n++) await page.keyboard.press('Backspace');
  await page.keyboard.type('Meta+C', { delay: 5 });
  await page.keyboard.press('Escape');
  await seeText(page, '.text-layers', 'Stage');
  await seeText(page, '.text-hints', 'The text reads.');
  await choose(page, '.text-layer ::-p-text(Base)');
  await choose(page, '[data-key="L1-2"]');
  await seeText(page, '.sentences', 'It does nothing');
  expect(complaints).toEqual([]);
  await page.close();
});

test('a comment is a step, too: undo takes it back and nothing else; writing anew can be undone', async () => {
  const { page } = await openText('demo-sound-pad');
  const end = (): Promise<string> =>
    page.$$eval('.cm-line', (all) =>
      all
        .map((one) => one.textContent)
        .join('\n')
        .slice(-60),
    );
  await page.focus('.cm-content');
  await command(page, 'End');
  await page.keyboard.type('\nlayer Third\n', { delay: 5 });
  await seeText(page, '.text-layers', 'Third');
  await page.keyboard.type('// a comment', { delay: 5 });
  await seeText(page, '.cm-content', '// a comment');
  await command(page, 'KeyZ');
  await page.waitForFunction(() => !document.querySelector('.cm-content')?.textContent?.includes('// a comment'));
  await seeText(page, '.text-layers', 'Third');
  await command(page, 'KeyZ', 'ShiftLeft');
  await seeText(page, '.cm-content', '// a comment');
  expect(await end()).toContain('layer Third\n// a comment');

  await press(page, 'Tidy the text');
  await page.waitForFunction(() => !document.querySelector('.cm-content')?.textContent?.includes('// a comment'));
  await page.click('[aria-label=Undo]');
  await page.focus('.cm-content');
  await command(page, 'End');
  await seeText(page, '.cm-content', '// a comment');
  await page.close();
});

test('a text file comes to the shelf with every profile in it', async () => {
  const { page } = await openPage(app.browser, `${app.server.url}/shelf`);
  await page.waitForSelector('.shelf-card');
  const path = join(temporaryFolder(), 'stage.loom');
  writeFileSync(
    path,
    `base Common\n  board harrow-64\nlayer Base\n  like the board\n\nprofile Day stage like Common\nprofile Late stage like Common\nlayer Dark\n  A: none\n`,
  );
  const input = (await page.waitForSelector('input[aria-label="Profile files"]')) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(path);
  await takeIn(page);
  await seeText(page, '.shelf-card h2', 'Day stage');
  await seeText(page, '.shelf-card h2', 'Late stage');
  const alone = path.replace('stage', 'alone');
  writeFileSync(alone, '// by hand\nprofile Alone\n  board harrow-64\nlayer Base\n  like the board // all of it\n');
  await input.uploadFile(alone);
  await takeIn(page);
  await seeText(page, '.shelf-card h2', 'Alone');
  const bench = await openText('alone');
  await seeText(bench.page, '.cm-content', '// all of it');
  await bench.page.close();
  await page.bringToFront();
  const broken = path.replace('stage', 'broken');
  writeFileSync(broken, readFileSync(path, 'utf8').replaceAll('stage', 'desk').replace('A: none', 'A: nonne'));
  await input.uploadFile(broken);
  await seeText(page, '.ant-message', 'line 9, column 6');
  await page.close();
});
