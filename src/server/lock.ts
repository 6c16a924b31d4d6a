/**
 * One server a folder. The lock is a local socket whose name is made from the folder's real path: the system gives it to one process only, and takes it
 * back when that process ends, however it ends. So there is no stale lock to judge.
 */
import { createHash } from 'node:crypto';
import { existsSync, realpathSync, unlinkSync } from 'node:fs';
import { connect, createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { codeOf } from './memoryFile';

export class FolderTaken extends Error {}

function addressOf(folder: string): string {
  const name = `underloom-${createHash('sha256').update(realpathSync(folder)).digest('hex').slice(0, 32)}`;
  if (process.platform === 'linux') return `\0${name}`;
  return process.platform === 'win32' ? `\\\\.\\pipe\\${name}` : join(tmpdir(), `${name}.sock`);
}

const listen = (address: string): Promise<Server> =>
  new Promise((resolve, reject) => {
    const server = createServer((socket) => socket.destroy());
    server.once('error', reject);
    server.listen(address, () => resolve(server));
  });

const answers = (address: string): Promise<boolean> =>
  new Promise((resolve) => {
    const socket = connect(address);
    socket.once('connect', () => (socket.destroy(), resolve(true)));
    socket.once('error', () => resolve(false));
  });

/** Takes a folder. @throws FolderTaken when another server has it */
export async function lockFolder(folder: string): Promise<() => void> {
  const address = addressOf(folder);
  const taken = (): FolderTaken =>
    new FolderTaken(
      `another server keeps its keyboards in ${folder}. Stop it, or choose another folder: UNDERLOOM_DATA=...`,
    );
  let server: Server;
  try {
    server = await listen(address);
  } catch (error) {
    if (codeOf(error) !== 'EADDRINUSE') throw error;
    // Where sockets are files, one may be left of a server that was killed.
    if (address.startsWith('\0') || !existsSync(address) || (await answers(address))) throw taken();
    unlinkSync(address);
    server = await listen(address).catch(() => {
      throw taken();
    });
  }
  server.unref();
  return () => server.close();
}
