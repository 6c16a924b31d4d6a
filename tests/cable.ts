/** A page without a browser: a client on the server's link, and a hand that says yes on the keyboard. */
import { WebSocket } from 'ws';
import { boardById, HARROW_64, type Board } from '../src/core/board';
import { KeyboardClient, yesKeyOf, type Transport } from '../src/core/device';

export const open = (url: string, path: string): Promise<WebSocket> =>
  new Promise((resolve, reject) => {
    const socket = new WebSocket(`${url.replace('http', 'ws')}${path}`, { origin: url });
    socket.on('open', () => resolve(socket));
    socket.on('error', reject);
  });

export type CableToServer = { client: KeyboardClient; close(): void };

/** Plugs in, says hello, and gives leave to write. @param own the board, where somebody drew it */
export async function plugInto(url: string, boardId = HARROW_64.id, own?: Board): Promise<CableToServer> {
  const board = own ?? boardById(boardId) ?? HARROW_64;
  const [socket, hand] = await Promise.all([open(url, `/link/${boardId}`), open(url, `/hand/${boardId}`)]);
  hand.on('error', () => undefined);
  socket.on('error', () => undefined);
  hand.on('message', (data: Buffer) => {
    if (!String(data).includes('"asked"')) return;
    for (const depthUm of [board.travelUm, 0])
      hand.send(JSON.stringify({ do: 'finger', key: yesKeyOf(board), depthUm }));
  });
  const transport: Transport = {
    send: (report) => socket.send(report),
    close: () => socket.close(),
    onReport: () => undefined,
    onClose: () => undefined,
  };
  socket.on('message', (data: Buffer) => transport.onReport(new Uint8Array(data)));
  socket.on('close', () => transport.onClose());
  const client = new KeyboardClient(
    transport,
    (ms, call) => {
      const timer = setTimeout(call, ms);
      return () => clearTimeout(timer);
    },
    1,
  );
  await client.hello();
  await client.leave();
  return {
    client,
    close: () => {
      socket.terminate();
      hand.terminate();
    },
  };
}
