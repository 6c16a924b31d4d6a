/** One server and one browser for all tests of a file, ended with it. */
import { afterAll, beforeAll } from '@jest/globals';
import type { Browser } from 'puppeteer-core';
import { openBrowser, startApp, temporaryFolder, type AppServer } from './browser';

export type App = { browser: Browser; server: AppServer };

/** Registers the beginning and the end; what it returns can be used inside tests. */
export function useApp(): App {
  const app = {} as App;
  beforeAll(async () => {
    app.server = await startApp(temporaryFolder());
    app.browser = await openBrowser();
  });
  afterAll(async () => {
    await app.browser.close();
    await app.server.stop();
  });
  return app;
}
