/** The app as a person meets it: the built server as a child process, and a real Chromium that drives the page. */
import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer, { type Browser, type Page } from 'puppeteer-core';

const CHROMIUM = [process.env.CHROMIUM_PATH, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find((path) => path !== undefined && existsSync(path));

const FLAGS = ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--lang=en'];

export const VIEW = { width: 1280, height: 800 };

/** A folder that is gone when the process ends. */
export function temporaryFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'underloom-'));
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  return folder;
}

export type AppServer = { url: string; stop(): Promise<void> };

/** Starts the server on a port (0: any free one) with its data in a folder. */
export async function startApp(dataFolder: string, port = 0): Promise<AppServer> {
  const child: ChildProcess = spawn(process.execPath, ['--import', 'tsx', 'src/server/main.ts'], {
    env: { ...process.env, PORT: String(port), UNDERLOOM_DATA: dataFolder, NODE_OPTIONS: '' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const url = await new Promise<string>((resolve, reject) => {
    let said = '';
    const listen = (data: Buffer): void => {
      said += data.toString();
      const address = /http:\/\/127\.0\.0\.1:\d+/.exec(said)?.[0];
      if (address) resolve(address);
    };
    child.stdout?.on('data', listen);
    child.stderr?.on('data', listen);
    child.once('exit', () => reject(new Error(`the server stopped: ${said}`)));
  });
  return {
    url,
    stop: () =>
      new Promise((resolve) => {
        child.once('exit', () => resolve());
        child.kill('SIGTERM');
      }),
  };
}

export async function openBrowser(): Promise<Browser> {
  if (!CHROMIUM) throw new Error('no Chromium; `npm test` installs it, or set CHROMIUM_PATH');
  return puppeteer.launch({ executablePath: CHROMIUM, headless: true, args: FLAGS, userDataDir: temporaryFolder(), defaultViewport: VIEW });
}

/** A new page that collects what the browser complains about. */
export async function openPage(browser: Browser, url: string): Promise<{ page: Page; complaints: string[] }> {
  const page = await browser.newPage();
  const complaints: string[] = [];
  page.on('pageerror', (error) => complaints.push(String(error)));
  page.on('console', (message) => {
    if (message.type() === 'error' && !/WebSocket|ERR_CONNECTION|Failed to load resource/.test(message.text())) complaints.push(message.text());
  });
  await page.goto(url, { waitUntil: 'load' });
  return { page, complaints };
}
