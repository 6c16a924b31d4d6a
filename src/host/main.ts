/** `npm run host`: plugs a keyboard of the server into the computer that this runs on. It types nothing before the person has said yes here. */
import { setPriority } from 'node:os';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import { Command, Option } from 'commander';
import { boardById, BOARDS } from '../core/board';
import { bringHosts } from '../core/hosts';
import { Asks } from './asks';
import { NotPlugged } from './cable';
import { guard } from './guard';
import { BadList, listCommand, usualListFile } from './list';
import { Plugged } from './plugged';
import { watchForStops } from './stops';
import { UhidDevice } from './uhid/device';
import { UhidPlugged } from './uhid/plugged';
import type { Layout } from './uhid/reports';
import { Display, DisplayGone } from './x11/display';

const AGAIN_AFTER_MS = 1000;
const PRIORITY = -15;
const say = (sentence: string): void => void process.stdout.write(`${sentence}\n`);

type Options = {
  board: string;
  server: string;
  list: string;
  display?: string;
  player?: string;
  guards?: string;
  uhid?: Layout;
};

/** The next line that the person writes; undefined when there will be none. */
function answer(question: string): Promise<string | undefined> {
  process.stdout.write(question);
  return new Promise((resolve) => {
    const lines = createInterface({ input: process.stdin });
    lines.once('line', (line) => {
      resolve(line);
      lines.close();
    });
    lines.once('close', () => resolve(undefined));
  });
}

/** What comes late is heard: where the system allows it, this program goes before others. */
function beQuick(): void {
  try {
    setPriority(PRIORITY);
  } catch {
    // Only who rules the system may.
  }
}

/** What this program will do, and a yes. Nothing is opened, and nothing typed, before. */
async function saysYes(sentences: readonly string[]): Promise<boolean> {
  sentences.forEach(say);
  if ((await answer('Type yes to begin: '))?.trim().toLowerCase() === 'yes') return true;
  say('Nothing was typed.');
  return false;
}

const ASKS =
  'A program is started, or a sound played, only when its name is on your own list, and somebody presses a key that asks for it.';

/** A keyboard that is plugged in, in one way or another. */
type Plug = { start(): Promise<void>; stop(): void | Promise<void> };

/**
 * Keeps a keyboard plugged in until something stops it: again and again, when the cable was pulled or the server is gone.
 * @param make a plug that tells when it was pulled, and what stops everything
 * @param watch begins to watch for what stops, and returns what ends that
 */
function keepPlugged(
  make: (pulled: () => void, stop: (why: string) => void) => Plug,
  watch: (end: (code: number, why: string) => void) => () => void,
): Promise<number> {
  return new Promise<number>((resolve) => {
    let plugged: Plug | null = null;
    let isOver = false;
    let isFirst = true;
    const end = (code: number, why: string): void => {
      if (isOver) return;
      isOver = true;
      endWatching();
      // What is held has been let go of when that is said.
      void Promise.resolve(plugged?.stop())
        .catch(() => undefined)
        .then(() => {
          say(why);
          resolve(code);
        });
    };
    const endWatching = watch(end);
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.once(signal, () => end(0, STOPPED));
    // Once for each plug: one that fails while it starts may be told, besides, that its cable is out.
    const again = (plug: Plug): void => {
      if (isOver || plugged !== plug) return;
      plugged = null;
      void plug.stop();
      setTimeout(() => void begin(), AGAIN_AFTER_MS);
    };
    const begin = async (): Promise<void> => {
      if (isOver) return;
      const next = make(
        () => {
          if (isOver || plugged !== next) return;
          say('The cable is out, or the server is gone. Nothing is held; it is tried again.');
          again(next);
        },
        (why) => end(0, `${why} ${STOPPED}`),
      );
      plugged = next;
      try {
        await next.start();
        say(isFirst ? 'Plugged in.' : 'Plugged in again.');
        isFirst = false;
      } catch (error) {
        if (isFirst) end(1, error instanceof Error ? error.message : String(error));
        else again(next);
      }
    };
    void begin();
  });
}

const STOPPED = 'Stopped; nothing is held.';

/** Plugs a keyboard into a display of X. */
async function plugIntoDisplay(options: Options): Promise<number> {
  const { board: boardId, server, list, player, display: displayName = process.env.DISPLAY ?? '' } = options;
  if (displayName === '') {
    say(
      'There is no display here: DISPLAY is not set. Start this on the desktop that the keyboard is to be plugged into, or say --display :0.',
    );
    return 2;
  }
  const isMeant = await saysYes([
    `This plugs the ${boardById(boardId)?.name ?? boardId} of ${server} into the display ${displayName}.`,
    'Whatever that keyboard sends will be typed there, into whatever window has the focus: keys, media keys, mouse buttons, wheel and pointer.',
    'Its lamps follow those of the display. Which program is in front is looked at for your rules, and the title of a window only where a rule asks for it.',
    ASKS,
    'It stops when you press Pause on any keyboard, throw the pointer into a corner of the screen twice, or press Ctrl+C here.',
  ]);
  if (!isMeant) return 1;
  beQuick();
  await bringHosts();
  const display = await Display.open(displayName);
  const guard = [process.execPath, fileURLToPath(import.meta.url), '--guards'];
  const asks = new Asks(list, player);
  const code = await keepPlugged(
    (pulled) => new Plugged(display, displayName, { server, boardId, guard, asks, say }, pulled),
    (end) => {
      display.onGone = () => end(1, `The display ${displayName} is gone.`);
      return watchForStops(display, (what) => end(0, `${what} ${STOPPED}`), say);
    },
  );
  display.close();
  return code;
}

/** Makes a keyboard a HID device of this computer. */
async function plugAsDevice(layout: Layout, { board: boardId, server, list, player }: Options): Promise<number> {
  const isMeant = await saysYes([
    `This makes the ${boardById(boardId)?.name ?? boardId} of ${server} a HID device of this computer, through /dev/uhid.`,
    'Whatever that keyboard sends will be typed, wherever this computer takes keys: keys, media keys, mouse buttons, wheel and pointer.',
    'Its lamps are those that the computer lights. What is in front is not looked at.',
    ASKS,
    'It stops when that keyboard sends Pause, or with Ctrl+C here.',
  ]);
  if (!isMeant) return 1;
  let device: UhidDevice;
  try {
    device = new UhidDevice(layout);
  } catch (error) {
    say(`/dev/uhid cannot be opened: ${error instanceof Error ? error.message : String(error)}.`);
    return 1;
  }
  beQuick();
  await bringHosts();
  const asks = new Asks(list, player);
  const code = await keepPlugged(
    (pulled, stop) =>
      new UhidPlugged(device, { server, boardId, layout, asks, say }, pulled, () => stop('The keyboard sent Pause.')),
    () => () => undefined,
  );
  device.close();
  return code;
}

const program = new Command('host')
  .description('plugs a keyboard of the server into the computer that this runs on')
  .option('--board <id>', `which keyboard: ${BOARDS.map(({ id }) => id).join(', ')}, or one of yours`, BOARDS[0]?.id)
  .option('--server <url>', 'where the server is', `http://127.0.0.1:${process.env.PORT ?? '4747'}`)
  .option('--display <name>', 'which display; DISPLAY where nothing is said')
  .addOption(
    new Option(
      '--uhid <layout>',
      'makes it a HID device through /dev/uhid instead: reports of six keys, or of all',
    ).choices(['boot', 'bitmap']),
  )
  .option('--list <file>', 'your list of programs and sounds that a key may ask for', usualListFile())
  .option('--player <program>', 'what plays sounds: a program, which is given the file, or page')
  .addOption(new Option('--guards <display>').hideHelp())
  .argument(
    '[words...]',
    'list; list add program NAME FILE.desktop; list add sound NAME FILE.wav; list remove program NAME',
  )
  .action(async (words: string[], options: Options) => {
    if (words[0] === 'list') {
      try {
        say(listCommand(options.list, words.slice(1)));
      } catch (error) {
        if (!(error instanceof BadList)) throw error;
        say(error.message);
        process.exitCode = 2;
      }
      return;
    }
    if (words.length > 0) {
      say(`What is ${words.join(' ')}? Say nothing to plug the keyboard in, or: list.`);
      process.exitCode = 2;
      return;
    }
    if (options.guards !== undefined) {
      await guard(options.guards);
      return;
    }
    try {
      process.exitCode =
        options.uhid === undefined ? await plugIntoDisplay(options) : await plugAsDevice(options.uhid, options);
    } catch (error) {
      if (!(error instanceof DisplayGone || error instanceof NotPlugged)) throw error;
      say(error.message);
      process.exitCode = 1;
    }
    // A socket that is closing keeps nobody waiting.
    setTimeout(() => process.exit(), 200).unref();
  });
await program.parseAsync();
