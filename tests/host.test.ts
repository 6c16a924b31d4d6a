/** The host program on an X server without a screen: what a real window gets, what follows the window in front, what is asked for; and that nothing stays down. */
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import { chmodSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import type { WebSocket } from 'ws';
import { familyById, HARROW_64, startingBoard } from '../src/core/board';
import { mustBeSound } from '../src/core/check';
import { bringHosts, charactersOf, hostLayout, HOSTS, strokesOf } from '../src/core/hosts';
import { encodeImage } from '../src/core/image';
import { parseLine } from '../src/core/notation';
import { plainProfile, type Assignment, type Profile } from '../src/core/profile';
import { Display } from '../src/host/x11/display';
import { useApp } from './app';
import { bringProfile, choose, goToBench, openPage, seeText, temporaryFolder } from './browser';
import { launchOn } from './browsers.mjs';
import { open, plugInto, type CableToServer } from './cable';
import { startHost, type HostProgram } from './making/hostProgram';
import { lacking, startScreen, textOf, until, type Screen } from './making/screen';

const missing = lacking();
const withScreen = missing.length === 0 ? describe : describe.skip;
if (missing.length > 0)
  process.stderr.write(
    `Skipped: the host program on a real display needs ${missing.join(', ')}, which this machine does not have.\n`,
  );

const app = useApp();
let screen: Screen;
let folder: string;
let cable: CableToServer;
let hand: WebSocket;
let host: HostProgram | null = null;

beforeAll(async () => {
  await bringHosts();
  if (missing.length === 0) screen = await startScreen();
});
afterAll(() => screen?.kill());
beforeEach(async () => {
  folder = temporaryFolder();
  cable = await plugInto(app.server.url);
  hand = await open(app.server.url, `/hand/${HARROW_64.id}`);
  hand.on('error', () => undefined);
});
afterEach(async () => {
  host?.child.kill('SIGKILL');
  await host?.ended;
  host = null;
  hand.terminate();
  cable.close();
});

/** A profile of assign lines by layer, the base first; keys are named by their codes. */
function profileOf(lines: Record<string, Record<string, string>>, more: Partial<Profile> = {}): Profile {
  const named = Object.keys(lines).map((name) => ({ id: name.toLowerCase(), name }));
  const plain = plainProfile(HARROW_64, 'stage', 'Stage');
  const layers = Object.entries(lines).map(([name, keys], n) => ({
    id: name.toLowerCase(),
    name,
    dye: 'indigo' as const,
    keys: {
      ...(n === 0 ? plain.layers[0]?.keys : {}),
      ...Object.fromEntries(
        Object.entries(keys).map(([key, line]): [string, Assignment] => {
          const read = parseLine(line, { layers: named, macros: [] });
          if (!read.ok) throw new Error(`${line}: ${read.error.message}`);
          return [key, { does: read.binding }];
        }),
      ),
    },
  }));
  return { ...plain, layers, ...more };
}

const place = (key: string): number => HARROW_64.keys.findIndex(({ id }) => id === key);
const finger = (key: string, isDown: boolean): void =>
  hand.send(JSON.stringify({ do: 'finger', key: place(key), depthUm: isDown ? HARROW_64.travelUm : 0 }));
const press = async (key: string): Promise<void> => {
  finger(key, true);
  await new Promise((resolve) => setTimeout(resolve, 20));
  finger(key, false);
};
const save = (profile: Profile, slot = 0): Promise<void> => cable.client.save(slot, encodeImage(mustBeSound(profile)));

async function plugIn(...more: string[]): Promise<HostProgram> {
  host = startHost([
    '--server',
    app.server.url,
    '--display',
    screen.display,
    '--list',
    join(folder, 'list.json'),
    ...more,
  ]);
  await host.says('Type yes to begin');
  host.answer('yes');
  await host.says('Plugged in.');
  return host;
}

/** A terminal that writes every key it gets into a file. */
async function terminal(name: string): Promise<() => string> {
  const file = join(folder, `${name}.txt`);
  const ready = join(folder, `${name}.ready`);
  screen.run(
    'xterm',
    ['-class', name, '-geometry', '200x60+0+0', '-e', 'sh', '-c', `stty raw -echo; touch ${ready}; exec cat > ${file}`],
    { LC_ALL: 'C.UTF-8', LANG: 'C.UTF-8', XMODIFIERS: '' },
  );
  await until(
    () => textOf(ready) !== undefined && screen.ask('xprop', '-root').length > 0 && isThere(ready),
    'the terminal is there',
  );
  return () => textOf(file);
}
const isThere = (file: string): boolean => {
  try {
    readFileSync(file);
    return true;
  } catch {
    return false;
  }
};

withScreen('in a real window', () => {
  test('a text arrives character by character on every host layout, dead keys included', async () => {
    const typed = await terminal('Ledger');
    await plugIn();
    let expected = '';
    for (const { id, xkb, variant } of HOSTS as readonly {
      id: Profile['hostLayout'];
      xkb: string;
      variant?: string;
    }[]) {
      screen.ask('setxkbmap', '-layout', xkb, '-variant', variant ?? '');
      const layout = hostLayout(id);
      const all = charactersOf(layout).filter((character) => /\S/.test(character));
      const few = (some: string[], most: number): string[] =>
        some.filter((_, n) => n % Math.max(1, Math.ceil(some.length / most)) === 0);
      const strokes = (character: string): number => strokesOf(layout, character)?.length ?? 0;
      const text = [
        ...few(
          all.filter((one) => strokes(one) === 1),
          60,
        ),
        ...few(
          all.filter((one) => strokes(one) > 1),
          40,
        ),
      ].join('');
      expect([id, [...text].length]).toEqual([id, expect.any(Number)]);
      expect([...text].length).toBeGreaterThanOrEqual(40);
      const plain = profileOf({ Base: {} });
      await save({
        ...plain,
        hostLayout: id,
        layers: [
          {
            id: 'base',
            name: 'Base',
            dye: 'indigo',
            keys: { KeyF: { does: { kind: 'act', action: { do: 'text', text, gapMs: 0 } } } },
          },
        ],
      });
      await press('KeyF');
      expected += text;
      await until(() => typed().length >= expected.length, `${id}: all of ${text}`);
      expect(typed().slice(-text.length)).toBe(text);
    }
    screen.ask('setxkbmap', 'us');
  });

  test('and in the text field of a browser, with dead keys', async () => {
    const layout = hostLayout('fr');
    const text = 'Décor, nuit : â ë î, 100 % prêt; et le tout & la suite?';
    expect([...text].filter((character) => !strokesOf(layout, character))).toEqual([]);
    expect([...text].some((character) => (strokesOf(layout, character)?.length ?? 0) > 1)).toBe(true);
    screen.ask('setxkbmap', 'fr');
    const browser = await launchOn(screen.display);
    const [page] = await browser.pages();
    await page!.goto('data:text/html,<textarea autofocus style="width:99vw;height:99vh"></textarea>');
    await page!.bringToFront();
    const plain = profileOf({ Base: {} }, { hostLayout: 'fr' });
    const base = plain.layers[0]!;
    await save({
      ...plain,
      layers: [{ ...base, keys: { KeyF: { does: { kind: 'act', action: { do: 'text', text, gapMs: 5 } } } } }],
    });
    await plugIn();
    // Where there is no window manager the focus goes with the pointer.
    const display = await Display.open(screen.display);
    display.move(-20, -20);
    await page!.waitForFunction(() => document.hasFocus());
    await press('KeyF');
    const typed = (): Promise<string> => page!.evaluate(() => document.querySelector('textarea')!.value);
    await until(async () => [...(await typed())].length >= [...text].length, 'the text in the field');
    expect(await typed()).toBe(text);
    screen.ask('setxkbmap', 'us');
    display.close();
    await browser.close();
  });

  test('Caps Lock of the display comes back to the keyboard, and its layers follow', async () => {
    const typed = await terminal('Ledger');
    await save(
      profileOf(
        { Base: { CapsLock: 'Caps', KeyF: 'f' }, Lit: { KeyF: 'x' } },
        {
          lampLayers: [{ lamp: 'CapsLock', lit: true, shows: 'lit' }],
        },
      ),
    );
    await plugIn();
    await press('KeyF');
    await until(() => typed() === 'f', 'a small f');
    await press('CapsLock');
    const display = await Display.open(screen.display);
    await until(async () => (await display.lamps()) === 1, 'the lamp is lit');
    await new Promise((resolve) => setTimeout(resolve, 200));
    await press('KeyF');
    await until(() => typed() === 'fX', 'what the layer of the lamp has, as a capital');
    await press('CapsLock');
    await until(async () => (await display.lamps()) === 0, 'the lamp is dark');
    display.close();
  });

  test('buttons, wheel, movements and media keys are those of the display', async () => {
    await save(profileOf({ Base: { KeyF: 'move left at 2000', KeyG: 'button 2', KeyH: 'AudioVolumeUp' } }));
    await plugIn();
    const display = await Display.open(screen.display);
    finger('KeyH', true);
    await until(async () => (await display.keysDown()).includes(123), 'the volume key is down');
    finger('KeyH', false);
    await until(async () => (await display.keysDown()).length === 0, 'and up');
    finger('KeyF', true);
    await until(
      async () => (await display.corner()) === 0 && (await display.pointer()).x < 400,
      'the pointer has moved to the left',
    );
    finger('KeyF', false);
    display.close();
  });
});

withScreen('nothing stays down', () => {
  let display: Display;
  beforeEach(async () => {
    await save(profileOf({ Base: { KeyF: 'Ctrl+F13' } }));
    display = await Display.open(screen.display);
    await plugIn();
    finger('KeyF', true);
    await until(async () => (await display.keysDown()).length === 2, 'two keys are down');
  });
  afterEach(() => display.close());
  const isUp = (): Promise<true> =>
    until(async () => (await display.keysDown()).length === 0 && (true as const), 'nothing is down any more');

  test('when the program is killed', async () => {
    host!.child.kill('SIGKILL');
    await isUp();
  });

  test('when the server dies, and it goes on when it is there again', async () => {
    await app.restart(async () => {
      await host!.says('The cable is out, or the server is gone');
      await isUp();
    });
    await host!.says('Plugged in again.');
  });

  test('when the cable is pulled', async () => {
    hand.send(JSON.stringify({ do: 'cable', isIn: false }));
    await isUp();
    hand.send(JSON.stringify({ do: 'cable', isIn: true }));
    await host!.says('Plugged in again.');
  });

  test('when Pause is pressed, and when the pointer is thrown into a corner twice', async () => {
    display.key(127, true);
    display.key(127, false);
    expect(await host!.ended).toBe(0);
    expect(host!.said()).toContain('The key Pause was pressed. Stopped; nothing is held.');
    await isUp();
    await plugIn();
    for (let n = 0; n < 2; n++) {
      display.move(-3000, -3000);
      await new Promise((resolve) => setTimeout(resolve, 200));
      display.move(300, 300);
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
    expect(await host!.ended).toBe(0);
    expect(host!.said()).toContain('thrown into a corner twice');
  });
});

withScreen('before it types', () => {
  test('it says what it will do and waits for a yes; anything else ends it; a second one is refused', async () => {
    const first = startHost(['--server', app.server.url, '--display', screen.display]);
    const said = await first.says('Type yes to begin');
    for (const words of ['whatever window has the focus', 'Pause', 'corner', 'Ctrl+C', screen.display])
      expect(said).toContain(words);
    first.answer('maybe');
    expect(await first.ended).toBe(1);
    expect(first.said()).toContain('Nothing was typed.');
    await plugIn();
    const second = startHost(['--server', app.server.url, '--display', screen.display]);
    await second.says('Type yes');
    second.answer('yes');
    expect(await second.ended).toBe(1);
    expect(second.said()).toContain('Another host program is plugged in there already');
  });

  test('no display, no server, and a display that dies are sentences', async () => {
    const end = async (...args: string[]): Promise<[number | null, string]> => {
      const program = startHost(args);
      await program.says('Type yes');
      program.answer('yes');
      return [await program.ended, program.said()];
    };
    expect(await end('--server', app.server.url, '--display', ':4177')).toEqual([
      1,
      expect.stringContaining('The display :4177 cannot be opened'),
    ]);
    expect(await end('--server', 'http://127.0.0.1:9', '--display', screen.display)).toEqual([
      1,
      expect.stringContaining('cannot be reached'),
    ]);
    const other = await startScreen();
    const program = startHost(['--server', app.server.url, '--display', other.display]);
    await program.says('Type yes');
    program.answer('yes');
    await program.says('Plugged in.');
    await other.kill();
    expect(await program.ended).toBe(1);
    expect(program.said()).toContain(`The display ${other.display} is gone.`);
  });
});

withScreen('the program in front', () => {
  const windowOf = (program: string): string | undefined =>
    /Window id: (0x[0-9a-f]+)/.exec(screen.ask('xwininfo', '-name', program))?.[1];
  /** Puts a window in front, as a window manager says it. */
  const front = async (program: string): Promise<void> => {
    const window = await until(
      () => /WM_CLASS/.test(screen.ask('xprop', '-name', program, 'WM_CLASS')) && windowOf(program),
      `the window of ${program}`,
    );
    screen.ask('xprop', '-root', '-f', '_NET_ACTIVE_WINDOW', '32x', '-set', '_NET_ACTIVE_WINDOW', window);
  };

  test('chooses a slot or shows a layer, by rules; with none, it is as it was', async () => {
    const typed = await terminal('Mixer');
    await save(profileOf({ Base: { KeyF: 'a' }, Cues: { KeyF: 'c' } }), 0);
    await save(profileOf({ Base: { KeyF: 'b' } }), 1);
    await cable.client.select(0);
    const rules = await open(app.server.url, `/rules/${HARROW_64.id}`);
    type Told = {
      rules: unknown[];
      state: { front: { program: string } | null; rule: string | null; because: string } | null;
    };
    let told: Told | undefined;
    rules.on('message', (data: Buffer) => (told = JSON.parse(String(data)) as Told));
    await plugIn();
    screen.run('xterm', ['-class', 'Cueing', '-T', 'Cueing', '-geometry', '10x2+900+700', '-e', 'sleep', '600']);
    screen.run('xterm', ['-class', 'Faders', '-T', 'Faders', '-geometry', '10x2+1000+700', '-e', 'sleep', '600']);
    rules.send(
      JSON.stringify({
        say: 'rules',
        was: [],
        rules: [
          { name: 'Sounds', program: 'faders', wants: { do: 'slot', slot: 2 } },
          { name: 'Show', program: 'Cueing', wants: { do: 'layer', layer: 'Cues' } },
          { name: 'Never', program: 'Cueing', title: 'nowhere', wants: { do: 'slot', slot: 2 } },
        ],
      }),
    );
    let expected = '';
    const types = async (program: string, rule: string | null, letter: string): Promise<void> => {
      await front(program);
      await until(() => told?.state?.front?.program === program && told.state.rule === rule, `${program}: ${rule}`);
      await press('KeyF');
      expected += letter;
      await until(() => typed() === expected, `${expected}, not ${typed()}`);
    };
    await types('Faders', 'Sounds', 'b');
    await types('Cueing', 'Show', 'c');
    // While a finger is down nothing changes.
    finger('KeyF', true);
    expected += 'c';
    await until(() => typed() === expected, expected);
    await front('Faders');
    await until(() => told?.state?.rule === 'Sounds', 'the rule counts');
    expect((await cable.client.hello()).selected).toBe(0);
    finger('KeyF', false);
    await until(async () => (await cable.client.hello()).selected === 1, 'the slot has changed');
    screen.ask('xprop', '-root', '-remove', '_NET_ACTIVE_WINDOW');
    await until(async () => (await cable.client.hello()).selected === 0, 'it is as it was');
    rules.terminate();
  });

  test('shows a layer on a board that somebody drew, too', async () => {
    const typed = await terminal('Ledger');
    const pad = startingBoard(familyById('number-pad')!, {}, { id: 'own-pad' });
    await fetch(`${app.server.url}/keyboards/own-pad/board.json`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json', origin: app.server.url },
      body: JSON.stringify(pad),
    });
    const own = await plugInto(app.server.url, pad.id, pad);
    const key = pad.keys[0]!.id;
    const profile: Profile = {
      ...plainProfile(pad, 'drawn', 'Drawn'),
      layers: [letters('base', 'Base', key, 'KeyA'), letters('cues', 'Cues', key, 'KeyC')],
    };
    await own.client.save(0, encodeImage(mustBeSound(profile, pad)));
    const rules = await open(app.server.url, `/rules/${pad.id}`);
    const rule = { name: 'Show', program: 'Cueing', wants: { do: 'layer', layer: 'Cues' } };
    rules.send(JSON.stringify({ say: 'rules', was: [], rules: [rule] }));
    await plugIn('--board', pad.id);
    screen.run('xterm', ['-class', 'Cueing', '-T', 'Cueing', '-geometry', '10x2+900+700', '-e', 'sleep', '600']);
    await front('Cueing');
    const fingers = await open(app.server.url, `/hand/${pad.id}`);
    await until(async () => {
      for (const depthUm of [pad.travelUm, 0]) fingers.send(JSON.stringify({ do: 'finger', key: 0, depthUm }));
      await new Promise((resolve) => setTimeout(resolve, 100));
      return typed().includes('c');
    }, 'what the layer has');
    screen.ask('xprop', '-root', '-remove', '_NET_ACTIVE_WINDOW');
    fingers.terminate();
    rules.terminate();
    own.close();
  });
});

/** A layer with one key that types a letter. */
const letters = (id: string, name: string, key: string, code: string): Profile['layers'][number] => ({
  id,
  name,
  dye: 'indigo',
  keys: { [key]: { does: { kind: 'act', action: { do: 'keys', codes: [code] } } } },
});

withScreen('beside what was sent', () => {
  /** The trial bench of a profile that is in use, watching the keyboard. */
  const watch = async (profile: Profile): Promise<Page> => {
    await save(profile);
    const { page } = await openPage(app.browser, `${app.server.url}/shelf`);
    await bringProfile(page, profile);
    await page.goto(`${app.server.url}/profile/${profile.id}/trial`);
    await choose(page, '::-p-text(watch the keyboard)');
    return page;
  };
  const said = (page: Page): Promise<string> =>
    page.evaluate(() => document.querySelector('[data-testid="computer-text"]')?.textContent ?? '');

  test('the trial bench has what really arrived, how late, and what it reads there', async () => {
    const typed = await terminal('Ledger');
    screen.ask('setxkbmap', 'de');
    await plugIn();
    const page = await watch(profileOf({ Base: { KeyF: 'NumpadHash', KeyG: 'type "lazy"' } }));
    await until(async () => /Nothing has arrived yet/.test(await said(page)), 'the computer is heard');
    expect(await said(page)).toContain('Its layout is German; this profile is made for English (US).');
    await press('KeyG');
    await until(async () => /8 of 8 presses and releases arrived/.test(await said(page)), 'all of it');
    expect(await said(page)).toContain('layz');
    expect(typed()).toBe('layz');
    await press('KeyF');
    await until(async () => /Sent, and never there: /.test(await said(page)), 'what this display has no key for');
    await seeText(page, '.lane-title', 'Computer');
    screen.ask('setxkbmap', 'us');
    await until(async () => !/this profile is made for/.test(await said(page)), 'the layouts are the same again');
    // Of a server that is gone nothing is known, and nothing is said.
    await app.restart(() => until(async () => (await said(page)) === '', 'nothing is said').then(() => undefined));
    await host!.says('Plugged in again.');
    await until(async () => /Nothing has arrived yet/.test(await said(page)), 'it is heard again');
    hand.terminate();
    hand = await open(app.server.url, `/hand/${HARROW_64.id}`);
    await press('KeyG');
    await until(async () => /8 of 8/.test(await said(page)), 'all of it again');
  });
});

withScreen('programs and sounds', () => {
  test('are what a name on the list says, and nothing else', async () => {
    const list = join(folder, 'list.json');
    const started = join(folder, 'started.txt');
    const program = join(folder, 'start.sh');
    writeFileSync(program, `#!/bin/sh\nprintf '%s|' "$@" > ${started}\n`);
    chmodSync(program, 0o755);
    const entry = join(folder, 'mixer.desktop');
    writeFileSync(
      entry,
      `[Desktop Entry]\nType=Application\nName=Mixer\nExec=${program} "two words" %U \\\\$(touch ${folder}/never)\n`,
    );
    const quoted = join(folder, 'quoted.desktop');
    writeFileSync(
      quoted,
      `[Desktop Entry]\nType=Application\nExec=${program} "two words" "\\\\$(touch ${folder}/never); x" %U\n`,
    );
    const wav = join(folder, 'bell.wav');
    const samples = Buffer.alloc(44 + 200, 7);
    samples.write('RIFF', 0, 'latin1');
    samples.write('WAVE', 8, 'latin1');
    writeFileSync(wav, samples);
    const player = join(folder, 'player.sh');
    writeFileSync(player, `#!/bin/sh\ncp "$1" ${folder}/heard.wav\n`);
    chmodSync(player, 0o755);
    const terminalSays = async (...words: string[]): Promise<string> => {
      const child = startHost(['--list', list, ...words]);
      await child.ended;
      return child.said().trim();
    };
    expect(await terminalSays('list', 'add', 'program', 'Mixer', entry)).toContain('has no Exec line that can be read');
    expect(await terminalSays('list', 'add', 'program', 'Mixer', quoted)).toBe(
      `The program Mixer is on the list: ${quoted}.`,
    );
    expect(await terminalSays('list', 'add', 'sound', 'Bell', entry)).toContain('is no WAV file');
    expect(await terminalSays('list', 'add', 'sound', 'Bell', wav)).toContain('is on the list');
    expect((await terminalSays('list')).split('\n')).toEqual([`program Mixer: ${quoted}`, `sound Bell: ${wav}`]);
    await save(profileOf({ Base: { KeyF: 'start "Mixer"', KeyG: 'sound "Bell"', KeyH: 'start "$(touch never); x"' } }));
    // With no host program nothing happens, and the lamp says no.
    let body: { indicator?: string } = {};
    hand.on('message', (data: Buffer) => (body = JSON.parse(String(data)) as typeof body));
    await press('KeyF');
    await until(() => body.indicator === 'refused', 'the lamp says no');
    const running = await plugIn('--player', player);
    await press('KeyF');
    await until(() => textOf(started).includes('x|'), 'the program has started');
    expect(textOf(started)).toBe(`two words|$(touch ${folder}/never); x|`);
    await press('KeyG');
    await until(() => isThere(join(folder, 'heard.wav')), 'the sound was played');
    await press('KeyH');
    await running.says('is not on your list; nothing was done');
    expect(isThere(join(folder, 'never'))).toBe(false);
  });

  test('a page that has been told to plays a sound, whatever bench is looked at; closed, it does not', async () => {
    const wav = join(folder, 'bell.wav');
    writeFileSync(wav, wavOf(Array.from({ length: 800 }, (_, n) => Math.round(9000 * Math.sin(n / 3)))));
    writeFileSync(join(folder, 'list.json'), JSON.stringify({ program: {}, sound: { Bell: wav } }));
    const profile = profileOf({ Base: { KeyG: 'sound "Bell"' } });
    await save(profile);
    const running = await plugIn('--player', 'page');
    await press('KeyG');
    await running.says('The sound "Bell" was asked for, and it failed: no page is open that plays sounds.');
    const { page } = await openPage(app.browser, `${app.server.url}/shelf`);
    await bringProfile(page, profile);
    await page.goto(`${app.server.url}/profile/${profile.id}/device`);
    await choose(page, '::-p-text(sounds on this page)');
    await goToBench(page, 'Layout');
    await until(async () => {
      await press('KeyG');
      return /The sound "Bell" was asked for\./.test(running.said());
    }, 'the page has played it');
    await page.goto('about:blank');
    await until(async () => {
      await press('KeyG');
      return running.said().split('no page is open that plays sounds').length > 2;
    }, 'the page is gone');
  });
});

/** A RIFF WAVE file of one channel, 16 bits, 8 kHz. */
function wavOf(samples: readonly number[]): Buffer {
  const file = Buffer.alloc(44 + 2 * samples.length);
  file.write('RIFF', 0, 'latin1');
  file.writeUInt32LE(file.length - 8, 4);
  file.write('WAVEfmt ', 8, 'latin1');
  [16, 1 | (1 << 16), 8000, 16_000, 2 | (16 << 16)].forEach((word, n) => file.writeUInt32LE(word, 16 + 4 * n));
  file.write('data', 36, 'latin1');
  file.writeUInt32LE(2 * samples.length, 40);
  samples.forEach((sample, n) => file.writeInt16LE(sample, 44 + 2 * n));
  return file;
}
