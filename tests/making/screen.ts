/**
 * An X server without a screen, and programs on it, for tests of the host program. Where this machine has none, such tests are skipped, and say so.
 */
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';

const NEEDED = ['Xvfb', 'xterm', 'xprop', 'setxkbmap'];

/** Which of the programs that these tests need are not here. */
export const lacking = (): string[] => NEEDED.filter((program) => !existsSync(`/usr/bin/${program}`));

export type Screen = {
  display: string;
  run(command: string, args?: string[], env?: NodeJS.ProcessEnv): ChildProcess;
  ask(command: string, ...args: string[]): string;
  kill(): Promise<void>;
};

/**
 * Starts an X server on a free display. It repeats no key: on a machine that stands still for more than half a second while one is down, what it adds by itself
 * would be taken for typed.
 */
export async function startScreen(): Promise<Screen> {
  const server = spawn(
    '/usr/bin/Xvfb',
    ['-displayfd', '3', '-screen', '0', '1280x800x24', '-nolisten', 'tcp', '-noreset', '-r'],
    {
      stdio: ['ignore', 'ignore', 'ignore', 'pipe'],
    },
  );
  const display = await new Promise<string>((resolve, reject) => {
    server.stdio[3]?.once('data', (data: Buffer) => resolve(`:${String(data).trim()}`));
    server.once('exit', () => reject(new Error('the X server did not start')));
  });
  const children: ChildProcess[] = [];
  const env = (more: NodeJS.ProcessEnv = {}) => ({ ...process.env, DISPLAY: display, ...more });
  return {
    display,
    run: (command, args = [], more) => {
      const child = spawn(command, args, { env: env(more), stdio: ['ignore', 'ignore', 'ignore'] });
      children.push(child);
      return child;
    },
    ask: (command, ...args) => spawnSync(command, args, { env: env(), encoding: 'utf8' }).stdout,
    kill: async () => {
      for (const child of children) child.kill('SIGKILL');
      server.kill('SIGKILL');
      if (server.exitCode === null && server.signalCode === null)
        await new Promise((resolve) => server.once('exit', resolve));
    },
  };
}

/** Waits until something is so. */
export async function until<T>(
  look: () => T | undefined | false | Promise<T | undefined | false>,
  what: string,
): Promise<T> {
  for (const fromMs = performance.now(); performance.now() - fromMs < 60_000;) {
    const found = await look();
    if (found !== undefined && found !== false) return found;
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  throw new Error(`${what}: not within a minute`);
}

export const textOf = (file: string): string => (existsSync(file) ? readFileSync(file, 'utf8') : '');
