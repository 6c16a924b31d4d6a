/** The cable of a host program. */
import { expect, jest, test } from '@jest/globals';
import type { AddressInfo } from 'node:net';
import { WebSocketServer } from 'ws';
import { plugIn } from './cable';

jest.setTimeout(60_000);

test('a keyboard that does not answer is let go of, and is no other host program to the next try', async () => {
  const silent = new WebSocketServer({ port: 0, host: '127.0.0.1' });
  await new Promise((resolve) => silent.once('listening', resolve));
  const closed = new Promise<string>((resolve) =>
    silent.once('connection', (socket, { url }) => socket.once('close', () => resolve(url ?? ''))),
  );
  const { port } = silent.address() as AddressInfo;
  const nothing = { line: () => undefined, ask: () => undefined, pulled: () => undefined };
  await expect(plugIn(`http://127.0.0.1:${port}`, 'own pad', nothing)).rejects.toThrow();
  expect(await closed).toBe('/plug/own%20pad');
  silent.close();
});
