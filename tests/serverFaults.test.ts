/** The server as a process among others: killed at any moment, started twice, asked nonsense, left alone. */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { connect } from 'node:net';
import { SHOW_DESK } from '../demo';
import { mustBeSound } from '../src/core/check';
import { seeded } from '../src/core/hands';
import { encodeImage } from '../src/core/image';
import { SERVER_PROGRAM, temporaryFolder, wait } from './browser';
import { open, plugInto } from './cable';
import { runs, seed } from './runs';

let folder: string;
let children: ChildProcess[];
beforeEach(() => {
  folder = temporaryFolder();
  children = [];
});
afterEach(() => children.forEach((child) => child.kill('SIGKILL')));

const environment = () => ({ ...process.env, PORT: '0', UNDERLOOM_DATA: folder, NODE_OPTIONS: '' });

/** The address that a server says, read from what started it. */
async function addressSaidBy(child: ChildProcess): Promise<string> {
  children.push(child);
  let said = '';
  child.stdout?.on('data', (data: Buffer) => (said += data.toString()));
  child.stderr?.on('data', (data: Buffer) => (said += data.toString()));
  for (;;) {
    const url = /http:\/\/127\.0\.0\.1:\d+/.exec(said)?.[0];
    if (url) return url;
    if (child.exitCode !== null) throw new Error(said);
    await wait(10);
  }
}
async function start(): Promise<{ child: ChildProcess; url: string }> {
  const child = spawn(process.execPath, SERVER_PROGRAM, { env: environment(), stdio: ['ignore', 'pipe', 'pipe'] });
  return { child, url: await addressSaidBy(child) };
}
const ended = (child: ChildProcess): Promise<number | null> =>
  child.exitCode !== null || child.signalCode !== null
    ? Promise.resolve(child.exitCode)
    : new Promise((resolve) => child.once('exit', (code) => resolve(code)));

const imageNamed = (name: string): Uint8Array => encodeImage(mustBeSound({ ...SHOW_DESK, name }));

describe('kill -9', () => {
  test('right after a save was read back and compared: it is there, every time', async () => {
    for (let n = 0; n < runs(2); n++) {
      const { child, url } = await start();
      const { client, close } = await plugInto(url);
      const image = imageNamed(`Save ${n}`);
      const before = await client.read(0);
      if (n > 0) expect(Buffer.from(before!).equals(imageNamed(`Save ${n - 1}`))).toBe(true);
      await client.save(0, image);
      child.kill('SIGKILL');
      close();
      await ended(child);
    }
  });

  test('at any moment of a save: the old one or the new one is there, whole', async () => {
    const random = seeded(seed());
    let last = imageNamed('At first');
    const first = await start();
    const plugged = await plugInto(first.url);
    await plugged.client.save(0, last);
    first.child.kill('SIGKILL');
    plugged.close();
    await ended(first.child);
    for (let n = 0; n < runs(3); n++) {
      const { child, url } = await start();
      const { client, close } = await plugInto(url);
      const held = await client.read(0);
      expect(held).toBeDefined();
      last = held!;
      const next = imageNamed(`Moment ${n}`);
      const saved = client.save(0, next).catch(() => 'not saved');
      await wait(random() * 60);
      child.kill('SIGKILL');
      close();
      await ended(child);
      await saved;
      const again = await start();
      const look = await plugInto(again.url);
      const now = Buffer.from((await look.client.read(0))!);
      expect(now.equals(last) || now.equals(next)).toBe(true);
      look.close();
      again.child.kill('SIGKILL');
      await ended(again.child);
    }
  });
});

describe('among others', () => {
  test('a second server on the same folder says so and ends; the first keeps everything', async () => {
    const { url } = await start();
    const { client, close } = await plugInto(url);
    await client.save(2, imageNamed('First'));
    const second = spawnSync(process.execPath, SERVER_PROGRAM, { env: environment(), encoding: 'utf8' });
    expect(second.status).toBe(1);
    expect(second.stderr).toContain('another server keeps its keyboards in');
    expect(second.stderr).toContain('UNDERLOOM_DATA=');
    expect((await client.slotInfo(2)).state).toBe('sound');
    await client.save(1, imageNamed('Still'));
    close();
  });

  test('upgrades to other paths are answered at once, and keep nothing from stopping', async () => {
    const { child, url } = await start();
    const { port } = new URL(url);
    const answers = await Promise.all(
      ['/elsewhere', '/link/', '/', '/hand/none'].map(
        (path) =>
          new Promise<string>((resolve) => {
            const socket = connect(Number(port), '127.0.0.1');
            let got = '';
            socket.on('data', (data) => (got += data.toString()));
            socket.on('close', () => resolve(got.split('\r\n')[0] ?? ''));
            socket.write(
              `GET ${path} HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nOrigin: ${url}\r\nConnection: Upgrade\r\nUpgrade: websocket\r\nSec-WebSocket-Version: 13\r\nSec-WebSocket-Key: AAAAAAAAAAAAAAAAAAAAAA==\r\n\r\n`,
            );
          }),
      ),
    );
    expect(answers.map((answer) => answer.slice(0, 12))).toEqual([
      'HTTP/1.1 404',
      'HTTP/1.1 403',
      'HTTP/1.1 404',
      'HTTP/1.1 404',
    ]);
    // Connections that say nothing do not keep it either.
    const silent = [1, 2, 3].map(() => connect(Number(port), '127.0.0.1').on('error', () => undefined));
    const { close } = await plugInto(url);
    child.kill('SIGTERM');
    expect(await ended(child)).toBe(0);
    silent.forEach((socket) => socket.destroy());
    close();
  });

  test('more pages at once than any person has are refused', async () => {
    const { url } = await start();
    const sockets = await Promise.all(Array.from({ length: 64 }, () => open(url, '/hand/harrow-64')));
    await expect(open(url, '/link/harrow-64')).rejects.toThrow('503');
    sockets.forEach((socket) => socket.terminate());
  });

  test('a path that cannot be understood gets a sentence, and no word about the machine', async () => {
    const { url } = await start();
    const { status, body } = await new Promise<{ status: string; body: string }>((resolve) => {
      const socket = connect(Number(new URL(url).port), '127.0.0.1');
      let got = '';
      socket.on('data', (data) => (got += data.toString()));
      socket.on('close', () => resolve({ status: got.slice(0, 12), body: got.split('\r\n\r\n')[1] ?? '' }));
      socket.write(`GET /%ff HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n`);
    });
    expect(status).toBe('HTTP/1.1 400');
    expect(body).toContain('This cannot be answered.');
    expect(body).not.toMatch(/node_modules|\/work|at \w+/);
  });

  test('it ends when the program that started it is killed', async () => {
    const script = `require('node:child_process').spawn(process.execPath, ${JSON.stringify(SERVER_PROGRAM)}, { stdio: 'inherit' }); setInterval(() => {}, 1000);`;
    const parent = spawn(process.execPath, ['-e', script], { env: environment(), stdio: ['ignore', 'pipe', 'pipe'] });
    const url = await addressSaidBy(parent);
    expect((await fetch(url)).status).toBe(200);
    parent.kill('SIGKILL');
    for (let n = 0; n < 300; n++) {
      const isUp = await fetch(url).then(
        () => true,
        () => false,
      );
      if (!isUp) return;
      await wait(50);
    }
    throw new Error('it is still there');
  });
});
