/** `npm run screenshots`: one PNG of each main view at 1280x800, from the demo data, into docs/screenshots/. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { PROMPT_BOOK, SHOW_DESK } from '../demo';
import { HARROW_64 } from '../src/core/board';
import { mustBeSound } from '../src/core/check';
import { encodeImage } from '../src/core/image';
import { writeStrokes } from '../src/core/files';
import { seeded } from '../src/core/hands';
import { bringHosts } from '../src/core/hosts';
import {
  mustEdit,
  plainProfile,
  writeProfile,
  writeProfiles,
  type Action,
  type Edit,
  type Profile,
} from '../src/core/profile';
import { typed, YARD_TEXTS } from '../src/core/typing';
import { openBrowser, openPage, sayYes, startApp, temporaryFolder } from '../tests/browser';
import { launchOn } from '../tests/browsers.mjs';
import { open, plugInto } from '../tests/cable';
import { startHost } from '../tests/making/hostProgram';
import { lacking, startScreen } from '../tests/making/screen';
import { buildIfChanged } from './build.mjs';
import { bundleOf } from './bundle.mjs';

const FOLDER = 'docs/screenshots';
const only = process.argv.slice(2);
const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** The hand of the trial picture: a cue by rolling out of Caps Lock, then a double tap, then letters. */
async function playSomething(page: Page): Promise<void> {
  const { keyboard } = page;
  await keyboard.down('CapsLock');
  await wait(100);
  await keyboard.down('KeyF');
  await wait(60);
  await keyboard.up('KeyF');
  await wait(150);
  await keyboard.down('KeyJ');
  await wait(120);
  await keyboard.up('CapsLock');
  await wait(40);
  await keyboard.up('KeyJ');
  await wait(150);
  for (const key of ['KeyA', 'KeyS', 'CapsLock'] as const) {
    await keyboard.down(key);
    await wait(70);
    await keyboard.up(key);
    await wait(50);
  }
  await keyboard.down('Tab');
  await wait(60);
  await keyboard.up('Tab');
  await wait(900);
}

/** Brings a file on the shelf. */
async function bring(page: Page, content: string): Promise<void> {
  const path = join(temporaryFolder(), 'from-the-old-mill.json');
  writeFileSync(path, content);
  const input = await page.waitForSelector('input[aria-label="Profile files"]');
  await (input as ElementHandle<HTMLInputElement>).uploadFile(path);
}

const keys = (...codes: string[]): Action => ({ do: 'keys', codes });

/** A desk of somebody else, with a key that does harm. */
const fromTheOldMill = (): Profile =>
  [
    { edit: 'describe', to: { name: 'From the Old Mill' } } as const,
    {
      edit: 'assign',
      layer: 'rig',
      key: 'F9',
      to: {
        does: {
          kind: 'act',
          action: {
            do: 'many',
            actions: [
              keys('MetaLeft', 'KeyR'),
              { do: 'text', text: 'powershell -enc aGVsbG8gd29ybGQ=', gapMs: 0 },
              keys('Enter'),
            ],
          },
        },
      },
    } as const,
  ].reduce<Profile>((profile, edit) => mustEdit(profile, edit as Edit), SHOW_DESK);

/** Two desks that fire at other depths. */
const otherDesks = (): Profile[] => {
  const depth = (key: string | null, pointUm: number): Edit => ({
    edit: 'travel',
    key,
    to: { mode: 'fixed', pointUm },
  });
  const reversal: Edit = {
    edit: 'travel',
    key: 'KeyJ',
    to: { mode: 'reversal', pointUm: 300, pressUm: 200, releaseUm: 200, reset: 'point' },
  };
  return [
    [depth(null, 1800), reversal].reduce(mustEdit, { ...SHOW_DESK, id: 'quay', name: 'Quay Street' }),
    [depth('Space', 200), depth('KeyS', 2600)].reduce(mustEdit, { ...SHOW_DESK, id: 'tour', name: 'Winter tour' }),
  ];
};

/** A take of the yard, by a typist made of numbers, as files. */
async function takeFiles(): Promise<[strokes: string, meant: string]> {
  await bringHosts();
  const text = Array.from({ length: 2 }, () =>
    YARD_TEXTS.slice(0, 2)
      .map((one) => one.text)
      .join(' '),
  ).join(' ');
  const folder = temporaryFolder();
  const files: [string, string] = [join(folder, 'Cue sheet, act 2.csv'), join(folder, 'Cue sheet, act 2.txt')];
  writeFileSync(files[0], writeStrokes(typed(text, mustBeSound(PROMPT_BOOK), seeded(3))));
  writeFileSync(files[1], text);
  return files;
}

const VIEWS: Record<string, (page: Page, url: string) => Promise<void>> = {
  layout: async (page, url) => {
    await page.goto(`${url}/profile/demo-show-desk/layout`);
    await (await page.waitForSelector('[data-key="CapsLock"]'))?.click();
  },
  text: async (page, url) => {
    await page.goto(`${url}/profile/demo-show-desk/text`);
    await (await page.waitForSelector('.text-layer ::-p-text(Cues)'))?.click();
    await (await page.waitForSelector('[data-key="KeyG"]'))?.click();
    await page.waitForSelector('.loom-marked');
  },
  trial: async (page, url) => {
    await page.goto(`${url}/profile/demo-show-desk/trial`);
    await page.waitForSelector('.trial-main');
    await (await page.waitForSelector('button ::-p-text(Listen to my keyboard)'))?.click();
    await playSomething(page);
  },
  travel: async (page, url) => {
    await page.goto(`${url}/profile/demo-show-desk/travel`);
    await (await page.waitForSelector('[data-key="ArrowUp"]'))?.click();
    await page.$eval('.finger', (finger) => (finger as SVGElement).focus());
    for (const key of [
      'End',
      'ArrowUp',
      'ArrowUp',
      'ArrowUp',
      'PageUp',
      'ArrowDown',
      'ArrowDown',
      'PageDown',
    ] as const) {
      await page.keyboard.press(key);
      await wait(220);
    }
  },
  macros: async (page, url) => {
    await page.goto(`${url}/profile/demo-show-desk/macros`);
    await (await page.waitForSelector('.macro-item ::-p-text(Scene tag 1)'))?.click();
    await (await page.waitForSelector('.receiver .ant-segmented-item ::-p-text(looks 60)'))?.click();
    await page.waitForSelector('.receiver-remedies button');
    await wait(800);
  },
  tune: async (page, url) => {
    await page.goto(`${url}/profile/demo-prompt-book/practice/tune`);
    const input = (await page.waitForSelector(
      'input[aria-label="Files of a take"]',
    )) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(...(await takeFiles()));
    await (await page.waitForSelector('.settings-wait .ant-btn:not(:disabled)'))?.click();
    await page.waitForSelector('[data-testid=suggestion]', { timeout: 60_000 });
    await wait(3500);
  },
  practise: async (page, url) => {
    await page.goto(`${url}/profile/demo-prompt-book/practice/practise`);
    await (await page.waitForSelector('.practice-choice ::-p-text(Letters)'))?.click();
    await (await page.waitForSelector('.practise-acts .ant-btn-primary'))?.click();
    for (let n = 0; n < 40; n++) {
      const next = await page.$eval('.practise-now', (now) => now.textContent ?? '');
      const key = `Key${(n % 11 === 4 ? 'x' : next).toUpperCase()}` as 'KeyA';
      await page.keyboard.press(key, { delay: 30 });
      await wait(70 + ((n * 37) % 160));
    }
    await page.keyboard.press('F10');
    await (await page.waitForSelector('.practice-choice ::-p-text(Signs)'))?.click();
    await wait(900);
  },
  load: async (page, url) => {
    await page.goto(`${url}/profile/demo-prompt-book/practice/load`);
    await (await page.waitForSelector('.load-of ::-p-text(Letters and signs)'))?.click();
    await page.waitForSelector('.load-figures');
    await (await page.waitForSelector('.load-thumb .ant-btn'))?.click();
    await page.waitForFunction(() => /No change|⇄/.test(document.querySelector('.load-thumb')?.textContent ?? ''), {
      timeout: 60_000,
    });
  },
  walk: async (page, url) => {
    await page.goto(`${url}/profile/demo-prompt-book/practice/walk`);
    await page.waitForSelector('.walk-step:focus');
    for (let n = 0; n < 3; n++) await page.keyboard.press('ArrowDown');
    await wait(300);
  },
  glow: async (page, url) => {
    await page.goto(`${url}/profile/demo-prompt-book/layout`);
    await (await page.waitForSelector('button ::-p-text(as it glows)'))?.click();
    await (await page.waitForSelector('.rung ::-p-text(Signs)'))?.click();
    await page.waitForSelector('.lamp-choices');
    await wait(500);
  },
  device: async (page, url) => {
    await page.goto(`${url}/profile/demo-show-desk/layout`);
    await (await page.waitForSelector('.save-button:not([disabled])'))?.click();
    await sayYes(page);
    await page.waitForSelector('button ::-p-text(In the keyboard)');
    await page.waitForSelector('[data-key="KeyG"]');
    await page.keyboard.press('Escape');
    await page.click('[data-key="CapsLock"]');
    await page.keyboard.press('Enter');
    await page.keyboard.type('tap Esc, hold while Cues, twice flip Cues');
    await page.keyboard.press('Enter');
    await wait(500);
    await page.waitForSelector('[data-keeping=kept]');
    await page.goto(`${url}/profile/demo-show-desk/device`);
    await page.waitForSelector('.slot.in-use');
    await wait(3500);
  },
  boards: async (page, url) => {
    await page.goto(`${url}/boards`);
    await (await page.waitForSelector('.begin-board ::-p-text(Split, columns staggered)'))?.click();
    for (const [label, value] of [
      ['rows', '4'],
      ['thumb keys', '5'],
    ] as const) {
      await (await page.waitForSelector(`input[aria-label="${label}"]`))?.click({ count: 3 });
      await page.keyboard.type(value);
    }
    await (await page.waitForSelector('button ::-p-text(Draw on this)'))?.click();
    await page.waitForSelector('.drawing');
    await page.click('input[aria-label="Name of the board"]', { count: 3 });
    await page.keyboard.type('Mill bench 58');
    await page.keyboard.press('Enter');
    await page.click('[data-key="L2-5"]');
    await (await page.waitForSelector('.press-in'))?.click();
    await page.waitForSelector('.slip');
  },
  'host-eyes': async (page, url) => {
    await page.goto(`${url}/profile/demo-prompt-book/layout`);
    await (await page.waitForSelector('.board-host'))?.click();
    await (await page.waitForSelector('[data-part=eyes] .text-layer ::-p-text(Signs)'))?.click();
  },
  shelf: async (page, url) => {
    await page.goto(`${url}/shelf`);
    await page.waitForSelector('.shelf-card');
    await page.click('[aria-label="More for Show desk"]');
    await (await page.waitForSelector('.ant-dropdown-menu-item ::-p-text(A variant that rests on it)'))?.click();
    await page.waitForSelector('.shelf-card:nth-child(4)');
    await wait(5000);
  },
  'bring-in': async (page, url) => {
    await page.goto(`${url}/shelf`);
    await bring(page, writeProfile(fromTheOldMill()));
    await page.waitForSelector('.deed-twice');
  },
  compare: async (page, url) => {
    await page.goto(`${url}/shelf`);
    await bring(page, writeProfiles(otherDesks()));
    await (await page.waitForSelector('[data-part=bring-button]'))?.click();
    await page.waitForSelector('.bring-in', { hidden: true });
    await wait(800);
    await page.goto(`${url}/compare?with=demo-show-desk,quay,tour`);
    await (await page.waitForSelector('.compare-line .ant-segmented-item ::-p-text(depths)'))?.click();
    await (await page.waitForSelector('[data-key="KeyJ"]'))?.click();
    await wait(600);
  },
  night: async (page, url) => {
    await page.goto(`${url}/profile/demo-show-desk/layout`);
    await (await page.waitForSelector('[aria-label="Night cloth"]'))?.click();
  },
};

/** A window of a real browser on an X server without a screen, with what the show desk typed into it; and the device bench that says what is in front there. */
async function theComputer(page: Page, url: string): Promise<void> {
  if (lacking().length > 0) return;
  const screen = await startScreen();
  const other = await launchOn(screen.display);
  const [field] = await other.pages();
  if (!field) return;
  await field.setViewport({ width: 1180, height: 640 });
  await field.goto(
    'data:text/html;charset=utf-8,<title>Prompt book, act 2</title><body style="margin:0;background:%23f6f1e7"><textarea autofocus style="width:96vw;height:90vh;margin:2vh 2vw;padding:24px;box-sizing:border-box;font:22px/1.6 monospace;border:1px solid %23b9ae93"></textarea>',
  );
  // Not the line for addresses, into which a new window lets one write.
  await field.bringToFront();
  await field.click('textarea');
  const plug = await plugInto(url);
  const plain = plainProfile(HARROW_64, 'typing', 'Typing');
  const text =
    'Scène 3 : la tempête.\nLumières à 40 %, puis « tonnerre » ; l’écho dure.\nTyped by the keyboard of this server, on a French host layout:\nâ ê î ô û ë ï ü, ç é è à ù, 1 + 1 = 2, {a} [b] #c @d'.replaceAll(
      /[«»’]/g,
      "'",
    );
  const keys = {
    ...plain.layers[0]?.keys,
    KeyF: { does: { kind: 'act', action: { do: 'text', text, gapMs: 2 } } },
  } as Profile['layers'][number]['keys'];
  const typing: Profile = { ...plain, hostLayout: 'fr', layers: [{ id: 'base', name: 'Base', dye: 'indigo', keys }] };
  await plug.client.save(1, encodeImage(mustBeSound(typing)));
  screen.ask('setxkbmap', 'fr');
  const list = join(temporaryFolder(), 'list.json');
  writeFileSync(list, JSON.stringify({ program: { Mixer: '/mixer.desktop' }, sound: { Bell: '/bell.wav' } }));
  const host = startHost(['--server', url, '--display', screen.display, '--list', list]);
  await host.says('Type yes');
  host.answer('yes');
  await host.says('Plugged in.');
  const hand = await open(url, `/hand/${HARROW_64.id}`);
  const place = HARROW_64.keys.findIndex(({ id }) => id === 'KeyF');
  for (const depthUm of [HARROW_64.travelUm, 0]) {
    hand.send(JSON.stringify({ do: 'finger', key: place, depthUm }));
    await wait(60);
  }
  await wait(3000);
  await field.screenshot({ path: `${FOLDER}/window.png` });
  screen.ask('setxkbmap', 'us');
  screen.run('xterm', ['-class', 'Cueing', '-T', 'Cueing', '-e', 'sleep', '600']);
  await wait(1500);
  const [, cueing = ''] = /Window id: (0x[0-9a-f]+)/.exec(screen.ask('xwininfo', '-name', 'Cueing')) ?? [];
  screen.ask('xprop', '-root', '-f', '_NET_ACTIVE_WINDOW', '32x', '-set', '_NET_ACTIVE_WINDOW', cueing);
  const rules = await open(url, `/rules/${HARROW_64.id}`);
  rules.send(
    JSON.stringify({
      say: 'rules',
      was: [],
      rules: [
        { name: 'Mixer', program: 'Mixer', wants: { do: 'slot', slot: 2 } },
        { name: 'Cueing', program: 'Cueing', wants: { do: 'layer', layer: 'Cues' } },
      ],
    }),
  );
  await plug.client.save(0, encodeImage(mustBeSound(SHOW_DESK)));
  plug.close();
  await page.goto(`${url}/profile/demo-show-desk/device`);
  await page.waitForSelector('.host-rule.at-work', { timeout: 10_000 }).catch(() => undefined);
  await wait(700);
  await page.screenshot({ path: `${FOLDER}/computer.png` });
  process.stdout.write(`${FOLDER}/window.png\n${FOLDER}/computer.png\n`);
  rules.terminate();
  hand.terminate();
  host.child.kill('SIGTERM');
  await host.ended;
  await other.close();
  await screen.kill();
}

buildIfChanged();
await Promise.all([bundleOf('host'), bringHosts()]);
mkdirSync(FOLDER, { recursive: true });
const server = await startApp(temporaryFolder());
const browser = await openBrowser();
try {
  const { page, complaints } = await openPage(browser, server.url);
  await page.waitForSelector('.layout-bench');
  for (const [name, show] of Object.entries(VIEWS)) {
    if (only.length > 0 && !only.includes(name)) continue;
    await show(page, server.url);
    await wait(700);
    await page.screenshot({ path: `${FOLDER}/${name}.png` });
    process.stdout.write(`${FOLDER}/${name}.png\n`);
  }
  if (only.length === 0 || only.includes('window')) await theComputer(page, server.url);
  if (complaints.length > 0) process.stdout.write(`the page complained:\n${complaints.join('\n')}\n`);
} finally {
  await browser.close();
  await server.stop();
}
