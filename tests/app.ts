/**
 * The app for each test of a file, from a known state: a server with an empty folder, and a browser that has kept nothing. The browser and
 * the server's address stay the same all along, so that the browser need not read the same program anew for each test.
 */
import { afterEach, beforeEach } from '@jest/globals';
import type { BrowserContext, Page } from 'puppeteer-core';
import { temporaryFolder, world } from './browser';

export type App = {
  browser: BrowserContext;
  server: { url: string };
  /** Stops the server and starts it again, with the same folder and address. */
  restart(between?: () => Promise<void>): Promise<void>;
};

/** Everything that a page can keep. */
const KEPT = 'cookies,local_storage,indexeddb,service_workers,cache_storage,file_systems';

/** A browser that is shared may have been at the same address before, with another server behind it. */
export async function forget(page: Page, origin: string): Promise<void> {
  const session = await page.createCDPSession();
  await session.send('Storage.clearDataForOrigin', { origin, storageTypes: KEPT });
  await session.detach();
}

let port = 0;

/** Registers the beginning and the end; what it returns can be used inside tests. */
export function useApp(): App {
  let stop: () => Promise<void>;
  let folder: string;
  const start = async (): Promise<void> => {
    const server = await world().serve({ port, dataFolder: folder, appFolder: 'dist' });
    ({ port, stop } = server);
    app.server = { url: `http://127.0.0.1:${port}` };
  };
  const app = {
    restart: async (between) => {
      await stop();
      await between?.();
      await start();
    },
  } as App;
  beforeEach(async () => {
    folder = temporaryFolder();
    await start();
    app.browser = (await world().ownBrowser()).defaultBrowserContext();
    // One that a test has closed may still be on its way out; those that wait for a test stay, and so does the blank one, from which everything is cleared.
    const { pool, blank } = world();
    const before = (await app.browser.pages()).filter((page) => page !== blank.page && !pool.includes(page));
    blank.page ??= await app.browser.newPage();
    await Promise.all(before.map((page) => page.close().catch(() => undefined)));
    await forget(blank.page, app.server.url);
  });
  afterEach(() => stop());
  return app;
}
