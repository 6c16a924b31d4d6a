/** The keyboards' cables: WebSockets at `/link/BOARD` that carry 64-byte reports. Anything else closes the connection. */
import type { IncomingMessage, Server } from 'node:http';
import type { Duplex } from 'node:stream';
import type { Logger } from 'pino';
import { WebSocketServer, type WebSocket } from 'ws';
import { REPORT_BYTES, type Connection, type Firmware } from '../core/device';
import type { Keyboards } from './keyboards';

/** No page sends more than this in a second; a person's fingers make a few hundred. */
const MOST_REPORTS_A_SECOND = 20_000;
const POLICY_VIOLATION = 1008;

/** The board a request asks for, when it comes from our own page; undefined otherwise. */
function boardAskedFor(request: IncomingMessage): string | undefined {
  const { origin, host } = request.headers;
  if (!origin || !host || origin !== `http://${host}` || !/^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/.test(host))
    return undefined;
  return /^\/link\/([a-z0-9-]{1,40})$/.exec(request.url ?? '')?.[1];
}

/** Refuses an upgrade with a plain HTTP answer. */
function refuse(socket: Duplex, status: string): void {
  socket.end(`HTTP/1.1 ${status}\r\nConnection: close\r\nContent-Length: 0\r\n\r\n`);
}

function connect(socket: WebSocket, firmware: Firmware, log: Logger): void {
  const connection: Connection = { send: (report) => socket.send(report) };
  let windowStartMs = Date.now();
  let reports = 0;
  socket.on('message', (data, isBinary) => {
    const now = Date.now();
    if (now - windowStartMs >= 1000) {
      windowStartMs = now;
      reports = 0;
    }
    if (!isBinary || !Buffer.isBuffer(data) || data.length !== REPORT_BYTES || ++reports > MOST_REPORTS_A_SECOND) {
      socket.close(POLICY_VIOLATION, 'not a report, or too many');
      return;
    }
    firmware.receive(connection, new Uint8Array(data));
  });
  socket.on('error', (error) => log.info({ error: error.message }, 'a link broke'));
  socket.on('close', () => firmware.closed(connection));
}

/**
 * Serves links on an HTTP server, and returns what pulls all cables. Upgrades to other paths are left to others (the
 * bundler's, in development).
 */
export function acceptLinks(server: Server, keyboards: Keyboards, log: Logger): () => void {
  const sockets = new WebSocketServer({ noServer: true, maxPayload: REPORT_BYTES, perMessageDeflate: false });
  server.on('upgrade', (request, socket, head) => {
    if (!request.url?.startsWith('/link/')) return;
    const boardId = boardAskedFor(request);
    const firmware = boardId === undefined ? undefined : keyboards.firmware(boardId);
    if (!firmware) {
      refuse(socket, boardId === undefined ? '403 Forbidden' : '404 Not Found');
      return;
    }
    sockets.handleUpgrade(request, socket, head, (webSocket) => connect(webSocket, firmware, log));
  });
  return () => {
    for (const socket of sockets.clients) socket.terminate();
  };
}
