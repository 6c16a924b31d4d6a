/** The host program as a person starts it: in a terminal, with a yes. */
import { spawn, type ChildProcess } from 'node:child_process';
import { until } from './screen';

export const HOST_PROGRAM = ['dist-node/host/main.js'];

export type HostProgram = {
  child: ChildProcess;
  said(): string;
  says(words: string): Promise<string>;
  answer(line: string): void;
  ended: Promise<number | null>;
};

export function startHost(args: readonly string[]): HostProgram {
  const child = spawn(process.execPath, [...HOST_PROGRAM, ...args], { stdio: ['pipe', 'pipe', 'pipe'] });
  let text = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (data: Buffer) => (text += String(data)));
  return {
    child,
    said: () => text,
    says: (words) =>
      until(() => text.includes(words) && text, `the host program says “${words}”, and not only:\n${text}`),
    answer: (line) => void child.stdin.write(`${line}\n`),
    ended: new Promise((resolve) => child.once('exit', (code) => resolve(code))),
  };
}
