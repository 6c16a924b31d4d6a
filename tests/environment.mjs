/**
 * Where end-to-end tests run: the environment of all tests, and beside it what a worker has one of, however many files it runs: the
 * connection to its browser, and the server's program. Both are loaded outside the files' own module worlds, once.
 */
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import pino from 'pino';
import { connect, launch, launchFirefox } from './browsers.mjs';
import PlainRealm from './realm.mjs';

let browser;
let server;
/** Pages that wait for the next test, whatever file it is in. */
const pool = [];
/** A blank page that is never closed: a browser without a page ends. */
const blank = { page: null };

/** The browser of this worker. */
const ownBrowser = () =>
  (browser ??= connect(
    process.env.UNDERLOOM_BROWSERS.split(' ')[
      (Number(process.env.JEST_WORKER_ID ?? '1') - 1) % process.env.UNDERLOOM_BROWSERS.split(' ').length
    ],
  ));

/** Starts a server in this process. */
async function serve(options) {
  server ??= import(pathToFileURL(join(process.cwd(), 'dist-node/server/server.js')).href);
  const { startServer } = await server;
  return startServer({ development: false, log: pino({ level: 'silent' }), ...options });
}

export default class extends PlainRealm {
  async setup() {
    await super.setup();
    this.global.underloom = { ownBrowser, launch, launchFirefox, serve, pool, blank };
  }
}
