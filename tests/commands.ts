/** The command line for tests: as a function, and as people start it; and what is given to it. */
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { run } from '../src/cli/run';
import { temporaryFolder } from './folder';

export const folder = temporaryFolder();
export const at = (name: string): string => join(folder, name);
export const put = (name: string, content: string | Uint8Array): string => {
  writeFileSync(at(name), content);
  return at(name);
};

export type Said = { out: string; err: string; status: number | null };

/** Runs the command line in this process. */
export async function cli(...args: string[]): Promise<Said> {
  let [out, err] = ['', ''];
  const write = (text: string): Promise<void> => {
    out += text;
    return Promise.resolve();
  };
  const status = await run(args, { write, complain: (text) => void (err += text) });
  return { out, err, status };
}

/** Runs a script of the shell in which `$CLI` is the command line as people start it. */
export function shell(script: string): Said {
  const env = { ...process.env, NODE_OPTIONS: '', CLI: `${process.execPath} scripts/cli.mjs` };
  const { stdout, stderr, status } = spawnSync('bash', ['-c', script], { encoding: 'utf8', env });
  return { out: stdout, err: stderr, status };
}

export const DESK = 'demo/show-desk.json';
export const ROLL =
  't_us,key,depth_um\n0,CapsLock,4000\n60000,KeyF,4000\n90000,KeyF,0\n120000,CapsLock,0\n200000,KeyA,4000\n230000,KeyA,0\n';
export const EDGES = [
  '{"t":90000,"edge":"down","code":"F20"}',
  '{"t":90000,"edge":"up","code":"F20"}',
  '{"t":200000,"edge":"down","code":"KeyA"}',
  '{"t":230000,"edge":"up","code":"KeyA"}',
];
export const WHY =
  '{"t":90000,"why":"nested","key":"CapsLock","layer":"base","step":1,"outcome":"hold","sinceUs":90000}';

/** The demo with an action of one's own on B. */
export const withAction = (action: unknown): string => {
  const profile = JSON.parse(readFileSync(DESK, 'utf8'));
  profile.layers[0].keys.KeyB.does = { kind: 'act', action };
  return JSON.stringify(profile);
};
export const nested = (depth: number): unknown =>
  Array.from({ length: depth }).reduce((action) => ({ do: 'many', actions: [action] }), { do: 'capitals' } as unknown);
