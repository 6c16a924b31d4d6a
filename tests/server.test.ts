import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import express from 'express';
import { spawnSync } from 'node:child_process';
import { request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { WebSocket } from 'ws';
import { familyById, startingBoard } from '../src/core/board';
import { ReportWriter, REQUEST } from '../src/core/device/linkReports';
import { forget } from './app';
import {
  openPage,
  saveToKeyboard,
  seeText,
  SERVER_PROGRAM,
  startApp,
  temporaryFolder,
  world,
  wait,
  type AppServer,
} from './browser';

let server: AppServer;
let port: number;
beforeAll(async () => {
  server = await startApp(temporaryFolder());
  port = Number(new URL(server.url).port);
});
afterAll(() => server.stop());

const statusFor = (path: string, headers: Record<string, string>): Promise<number> =>
  new Promise((resolve, reject) => {
    request({ host: '127.0.0.1', port, path, headers }, (response) => {
      response.resume();
      resolve(response.statusCode ?? 0);
    })
      .on('error', reject)
      .end();
  });

/** How a WebSocket attempt ends: `open`, an HTTP status, or a close code after sending something. */
const tryLink = (path: string, origin: string, send?: Uint8Array | string): Promise<string> =>
  new Promise((resolve) => {
    const socket = new WebSocket(`ws://127.0.0.1:${port}${path}`, { origin });
    socket.on('open', () => (send === undefined ? (resolve('open'), socket.close()) : socket.send(send)));
    socket.on('unexpected-response', (_request, response) => resolve(`status ${response.statusCode}`));
    socket.on('message', (data: Buffer) => (resolve(`answer ${data[0]}`), socket.close()));
    socket.on('close', (code) => resolve(`closed ${code}`));
    socket.on('error', () => undefined);
  });

describe('boards of one’s own', () => {
  const pad = startingBoard(familyById('number-pad')!, {}, { id: 'own-pad' });
  const bring = async (board: object, more: { origin?: string; id?: string } = {}): Promise<string> => {
    const response = await fetch(`${server.url}/keyboards/${more.id ?? 'own-pad'}/board.json`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json', origin: more.origin ?? server.url },
      body: JSON.stringify(board),
    });
    return `${response.status} ${await response.text()}`.trim();
  };

  test('each has its keyboard, and one that has changed begins anew', async () => {
    const own = `http://127.0.0.1:${port}`;
    const hello = (): Uint8Array => new ReportWriter(REQUEST.hello, 1, 9).u8(1).u8(9).sealed();
    expect(await tryLink('/link/own-pad', own)).toBe('status 404');
    expect(await bring(pad)).toBe('204');
    expect(await tryLink('/link/own-pad', own, hello())).toBe('answer 129');
    // What is the same stays as it is; what has changed waits until nobody works with the old one.
    const changed = { ...pad, device: { ...pad.device, memoryBytes: 16_384 } };
    const socket = new WebSocket(`ws://127.0.0.1:${port}/link/own-pad`, { origin: own });
    await new Promise((resolve) => socket.once('open', resolve));
    expect(await bring(pad)).toBe('204');
    expect(await bring(changed)).toContain('409 Another page works with this board');
    const closed = new Promise((resolve) => socket.once('close', resolve));
    socket.close();
    await closed;
    await wait(100);
    expect(await bring(changed)).toBe('204');
    expect(await tryLink('/link/own-pad', own, hello())).toBe('answer 129');
  });

  test.each([
    ['from another page', pad, { origin: 'http://elsewhere.example' }, '403 Only a page of Underloom may do this.'],
    ['from no page', pad, { origin: '' }, '403'],
    ['under another id', pad, { id: 'own-two' }, '400 The board has another id.'],
    ['that is none', { keys: 'many' }, {}, '400 The board cannot be read'],
    [
      'with keys one upon another',
      { ...pad, keys: [pad.keys[0], { ...pad.keys[1], x: 0.3 }] },
      {},
      '400 Keys of the board lie',
    ],
    ['that ships with Underloom', { ...pad, id: 'harrow-64' }, { id: 'harrow-64' }, '409 A board that ships'],
    ['far too large', { ...pad, name: 'x'.repeat(300_000) }, {}, '400'],
    ['with a path for an id', { ...pad, id: '../up' }, { id: '..%2Fup' }, '400'],
  ])('a board %s is refused', async (_what, board, more, answer) => expect(await bring(board, more)).toContain(answer));

  test('is told to whoever plugs its keyboard in', async () => {
    const told = async (id: string): Promise<unknown> => {
      const response = await fetch(`${server.url}/keyboards/${id}/board.json`);
      return response.ok ? response.json() : response.status;
    };
    const drawn = { ...pad, id: 'own-told' };
    expect(await told(drawn.id)).toBe(404);
    expect(await bring(drawn, drawn)).toBe('204');
    expect(await told(drawn.id)).toEqual(drawn);
    expect(await told('..%2fkeyboards.json')).toBe(404);
    // Where a person draws it there is the page.
    const drawing = await fetch(`${server.url}/boards/${drawn.id}`);
    expect(drawing.headers.get('content-type')).toContain('text/html');
  });

  test('those that nobody is at are let go of, and their memory is there when they come again', async () => {
    const own = `http://127.0.0.1:${port}`;
    expect(await bring(pad)).toBe('204');
    const socket = new WebSocket(`ws://127.0.0.1:${port}/link/own-pad`, { origin: own });
    await new Promise((resolve) => socket.once('open', resolve));
    const answers = new Set<string>();
    for (let n = 0; n < 70; n++) answers.add(await bring({ ...pad, id: `own-${n}` }, { id: `own-${n}` }));
    expect([...answers]).toEqual(['204']);
    // The last one is there, those before it are not, and where somebody is, it stays.
    expect(await tryLink('/link/own-69', own)).not.toBe('status 404');
    expect(await tryLink('/link/own-1', own)).toBe('status 404');
    expect(socket.readyState).toBe(WebSocket.OPEN);
    const closed = new Promise((resolve) => socket.once('close', resolve));
    socket.close();
    await closed;
    expect(await bring({ ...pad, id: 'own-1' }, { id: 'own-1' })).toBe('204');
    expect(await tryLink('/link/own-1', own)).not.toBe('status 404');
  });
});

describe('the server keeps to itself', () => {
  test('it answers by its own name only', async () => {
    expect(await statusFor('/', { host: `127.0.0.1:${port}` })).toBe(200);
    expect(await statusFor('/', { host: `localhost:${port}` })).toBe(200);
    expect(await statusFor('/', { host: 'elsewhere.example' })).toBe(403);
    expect(await statusFor('/assets/none.js', { host: `localhost:${port}` })).toBe(404);
  });

  test('every page has a policy that lets nothing in from elsewhere, with a fresh nonce', async () => {
    const policies = await Promise.all(
      [1, 2].map(async () => (await fetch(server.url)).headers.get('content-security-policy') ?? ''),
    );
    expect(policies[0]).toContain("default-src 'none'");
    expect(policies[0]).toContain("script-src 'self';");
    expect(policies[0]).not.toContain('unsafe');
    expect(policies[0]).not.toBe(policies[1]);
  });

  test('the page goes out with its nonce under its file’s name, too', async () => {
    const page = await (await fetch(`${server.url}/index.html`)).text();
    const policy = (await fetch(`${server.url}/index.html`)).headers.get('content-security-policy') ?? '';
    expect(page).toMatch(/nonce="[A-Za-z0-9+/=_-]{16,}"|content="[A-Za-z0-9+/=_-]{16,}"/);
    expect(page).not.toContain('__STYLE_NONCE__');
    expect(policy).toContain("'nonce-");
  });

  test('the keyboard link takes 64-byte reports from its own page', async () => {
    const own = `http://127.0.0.1:${port}`;
    const hello = new ReportWriter(REQUEST.hello, 1, 9).u8(1).u8(9).sealed();
    expect(await tryLink('/link/harrow-64', own, hello)).toBe('answer 129');
    expect(await tryLink('/link/harrow-64', own.toUpperCase().replace('HTTP', 'http'), hello)).toBe('answer 129');
    expect(await tryLink('/hand/harrow-64', own)).toBe('open');
    expect(await tryLink('/hand/harrow-64', 'http://elsewhere.example')).toBe('status 403');
    expect(await tryLink('/link/harrow-64', 'http://elsewhere.example')).toBe('status 403');
    expect(await tryLink('/link/loom-9', own)).toBe('status 404');
    expect(await tryLink('/link/harrow-64', own, new Uint8Array(63))).toBe('closed 1008');
    expect(await tryLink('/link/harrow-64', own, 'text')).toBe('closed 1008');
    expect(await tryLink('/link/harrow-64', own, new Uint8Array(65))).toBe('closed 1009');
  });

  test.each([
    [{ PORT: 'door' }, 'PORT must be a number from 0 to 65535, not "door".'],
    [{ PORT: 'taken' }, 'is taken by another program. Stop it, or choose another port: PORT='],
  ])('a wrong start is said in a sentence: %j', (given, message) => {
    const env = {
      ...process.env,
      ...given,
      PORT: given.PORT === 'taken' ? String(port) : given.PORT,
      UNDERLOOM_DATA: temporaryFolder(),
      NODE_OPTIONS: '',
    };
    const { stderr, status } = spawnSync(process.execPath, SERVER_PROGRAM, {
      env,
      encoding: 'utf8',
    });
    expect(stderr).toContain(message);
    expect(status).not.toBe(0);
  });
});

test('without our server the keyboard lives in the page, and keeps what was saved', async () => {
  const plain = express();
  plain.use(express.static('dist'));
  plain.get('/{*page}', (_request, response) => response.sendFile('index.html', { root: 'dist' }));
  const files = plain.listen(0, '127.0.0.1');
  await new Promise((resolve) => files.once('listening', resolve));
  const url = `http://127.0.0.1:${(files.address() as AddressInfo).port}`;
  const browser = (await world().ownBrowser()).defaultBrowserContext();
  const blank = await browser.newPage();
  await forget(blank, url);
  try {
    const { page } = await openPage(browser, url);
    await page.waitForSelector('.layout-bench');
    await saveToKeyboard(page);
    await page.goto(`${url}/profile/demo-show-desk/device`);
    await seeText(page, '.device-bench', 'Simulated in this page');
    await seeText(page, '[data-testid=slot-1]', 'Show desk in use');
    // A second tab does not get the same keyboard, and says why; when the first is gone, it does.
    const second = (await openPage(browser, `${url}/profile/demo-show-desk/device`)).page;
    await seeText(second, '[aria-label=Keyboard]', 'another tab of this browser has it');
    await page.close();
    await seeText(second, '[data-testid=slot-1]', 'Show desk in use');
    await second.close();
  } finally {
    await blank.close();
    files.close();
  }
});
