/**
 * Pages of the shared browser, lent to one test after the other: a page that has been on the app keeps what it has read of it, and opening
 * the app anew in it costs half of what a new page does. One with which a test has done more than open, press and read is closed for good.
 */
import type { Keyboard, KeyInput, Page } from 'puppeteer-core';

/** What a page would carry into the next test. */
const SPOILING = [
  'on',
  'once',
  'evaluateOnNewDocument',
  'exposeFunction',
  'setViewport',
  'setOfflineMode',
  'setRequestInterception',
  'createCDPSession',
  'emulateMediaType',
] as const;

/** What Puppeteer itself listens to on a page, to know what is under way. */
const ITS_OWN: readonly unknown[] = ['response', 'requestfailed', 'requestfinished'];

const IDLE_AT = { x: 1, y: 799 };

/** Where the pages of a worker wait; they outlive the file that opened them. */
export type Pool = Page[];

/**
 * A page that waits, or a new one.
 * @param prepare done once to a page, before it goes anywhere
 */
export async function borrow(
  pool: Pool,
  make: () => Promise<Page>,
  prepare: (page: Page) => Promise<void>,
): Promise<Page> {
  let page = pool.pop();
  while (page?.isClosed()) page = pool.pop();
  if (page) return page;
  page = await make();
  await prepare(page);
  return page;
}

/**
 * Notes which keys are down: one that a test has left down would only repeat in the next.
 * @returns lets go of them
 */
function noteKeys(keyboard: Keyboard): () => Promise<void> {
  const down = new Set<KeyInput>();
  const [press, lift] = [keyboard.down.bind(keyboard), keyboard.up.bind(keyboard)];
  keyboard.down = (key, options) => {
    down.add(key);
    return press(key, options);
  };
  keyboard.up = (key) => {
    down.delete(key);
    return lift(key);
  };
  return async () => {
    Object.assign(keyboard, { down: press, up: lift });
    for (const key of down) await lift(key);
  };
}

/** From now on `close` gives the page back. @param stop takes off what was listened to */
export function lend(pool: Pool, page: Page, stop: () => void): void {
  const close = page.close.bind(page);
  const release = noteKeys(page.keyboard);
  let isSpoilt = false;
  for (const name of SPOILING) {
    const real = (page[name] as (...args: unknown[]) => unknown).bind(page);
    Object.assign(page, {
      [name]: (...args: unknown[]) => {
        isSpoilt ||= !ITS_OWN.includes(args[0]);
        return real(...args);
      },
    });
  }
  page.close = async (options) => {
    for (const name of [...SPOILING, 'close'] as const) Reflect.deleteProperty(page, name);
    if (options || isSpoilt || page.isClosed()) return close(options);
    try {
      stop();
      await release();
      const accept = (dialog: { accept(): Promise<void> }): void => void dialog.accept();
      page.on('dialog', accept);
      await page.goto(new URL('/icon.svg', page.url()).href);
      page.off('dialog', accept);
      await page.emulateMediaFeatures([]);
      await page.mouse.reset();
      await page.mouse.move(IDLE_AT.x, IDLE_AT.y);
      pool.push(page);
    } catch {
      // Its server is gone, or it hangs.
      await close();
    }
  };
}
