/**
 * The app for each test of a file, from a known state: a server with an empty folder, and a browser window that has kept nothing. A
 * test that is tried again begins there too, so that no test needs another one before it.
 */
import { afterAll, afterEach, beforeAll, beforeEach } from '@jest/globals';
import type { Browser, BrowserContext } from 'puppeteer-core';
import { openBrowser, startApp, temporaryFolder, type AppServer } from './browser';

export type App = {
  browser: BrowserContext;
  server: AppServer;
  /** Stops the server and starts it again, with the same folder and address. */
  restart(between?: () => Promise<void>): Promise<void>;
};

/** Registers the beginning and the end; what it returns can be used inside tests. */
export function useApp(): App {
  let browser: Browser;
  let folder: string;
  const app = {
    restart: async (between) => {
      const port = Number(new URL(app.server.url).port);
      await app.server.stop();
      await between?.();
      app.server = await startApp(folder, port);
    },
  } as App;
  beforeAll(async () => {
    browser = await openBrowser();
  });
  beforeEach(async () => {
    folder = temporaryFolder();
    [app.server, app.browser] = await Promise.all([startApp(folder), browser.createBrowserContext()]);
  });
  afterEach(async () => {
    await Promise.all([app.browser.close(), app.server.stop()]);
  });
  afterAll(() => browser.close());
  return app;
}
