/**
 * The keyboards' cables: WebSockets at `/link/BOARD` that carry 64-byte reports, and at `/hand/BOARD` what a person does with the
 * keyboard on the table. Anything else closes the connection.
 */
import type { IncomingMessage, Server } from 'node:http';
import type { Duplex } from 'node:stream';
import type { Logger } from 'pino';
import { WebSocketServer, type WebSocket } from 'ws';
import { handSchema, REPORT_BYTES, type Simulation } from '../core/device';
import type { Keyboard, Keyboards } from './keyboards';
import { isOwnHost } from './ownName';

/** No page sends more than this in a second; a person's fingers make a few hundred. */
const MOST_REPORTS_A_SECOND = 20_000;
const MOST_ACTS_A_SECOND = 2000;
const MOST_ACT_BYTES = 200;
/** So many pages at once; more are no person's. */
const MOST_SOCKETS = 64;
/** A page that does not take what it is sent is not sent more. */
const MOST_UNSENT_BYTES = 4 << 20;
const POLICY_VIOLATION = 1008;
const GOING_AWAY = 1001;

type Asked = { what: 'link' | 'hand'; boardId: string };

/** What a request asks for, when it comes from our own page; undefined otherwise. */
function askedFor(request: IncomingMessage): Asked | undefined {
  const { origin, host } = request.headers;
  if (!isOwnHost(host) || origin?.toLowerCase() !== `http://${host?.toLowerCase()}`) return undefined;
  const [, what, boardId] = /^\/(link|hand)\/([a-z0-9-]{1,40})$/.exec(request.url ?? '') ?? [];
  return what && boardId ? { what: what as Asked['what'], boardId } : undefined;
}

/** Refuses an upgrade with a plain HTTP answer, and does not wait for the other side to go. */
function refuse(socket: Duplex, status: string): void {
  socket.on('error', () => undefined);
  socket.write(`HTTP/1.1 ${status}\r\nConnection: close\r\nContent-Length: 0\r\n\r\n`, () => socket.destroy());
}

/** Counts what comes in a second. */
function withinRate(most: number): () => boolean {
  // A clock that is set, by a person or by the network, moves no window of a monotonic one.
  let windowStartMs = performance.now();
  let count = 0;
  return () => {
    const now = performance.now();
    if (now - windowStartMs >= 1000) {
      windowStartMs = now;
      count = 0;
    }
    return ++count <= most;
  };
}

function sendIfTaken(socket: WebSocket, data: Uint8Array | string): void {
  if (socket.bufferedAmount > MOST_UNSENT_BYTES) socket.terminate();
  else if (socket.readyState === socket.OPEN) socket.send(data);
}

function connectLink(socket: WebSocket, simulation: Simulation): void {
  const plug = simulation.plugIn({
    send: (report) => sendIfTaken(socket, report),
    pulled: () => socket.close(GOING_AWAY, 'the cable was pulled'),
  });
  if (!plug) {
    socket.close(GOING_AWAY, 'the cable is not plugged in');
    return;
  }
  const mayCome = withinRate(MOST_REPORTS_A_SECOND);
  socket.on('message', (data, isBinary) => {
    if (!isBinary || !Buffer.isBuffer(data) || data.length !== REPORT_BYTES || !mayCome()) {
      socket.close(POLICY_VIOLATION, 'not a report, or too many');
      return;
    }
    plug.receive(new Uint8Array(data));
  });
  socket.on('close', () => plug.unplug());
}

function connectHand(socket: WebSocket, simulation: Simulation): void {
  const mayCome = withinRate(MOST_ACTS_A_SECOND);
  const stopWatching = simulation.watch((body) => sendIfTaken(socket, JSON.stringify(body)));
  const pressed = new Set<number>();
  socket.on('message', (data, isBinary) => {
    const act = isBinary || !mayCome() ? undefined : parsedAct(String(data));
    if (!act) {
      socket.close(POLICY_VIOLATION, 'nothing that is done with a keyboard, or too much');
      return;
    }
    if (act.do === 'finger') {
      if (act.depthUm > 0) pressed.add(act.key);
      else pressed.delete(act.key);
    }
    simulation.act(act);
  });
  socket.on('close', () => {
    stopWatching();
    // A hand that goes away holds nothing down.
    for (const key of pressed) simulation.act({ do: 'finger', key, depthUm: 0 });
  });
}

function parsedAct(text: string): ReturnType<typeof handSchema.parse> | undefined {
  try {
    return handSchema.safeParse(JSON.parse(text)).data;
  } catch {
    return undefined;
  }
}

/** All cables of a server. */
export type Cables = {
  pull(): void;
  /** Whether a page has its link to a keyboard open. */
  isPlugged(boardId: string): boolean;
  /** Whether anybody is at a keyboard: a page with its link, or one that shows it on the table. */
  isUsed(boardId: string): boolean;
};

/**
 * Serves links on an HTTP server, and returns its cables.
 * @param isOthers whether somebody else takes an upgrade (the bundler, in development); all others are refused at once
 */
export function acceptLinks(
  server: Server,
  keyboards: Keyboards,
  log: Logger,
  isOthers: (request: IncomingMessage) => boolean,
): Cables {
  const links = new WebSocketServer({ noServer: true, maxPayload: REPORT_BYTES, perMessageDeflate: false });
  const hands = new WebSocketServer({ noServer: true, maxPayload: MOST_ACT_BYTES, perMessageDeflate: false });
  const plugged = new Map<WebSocket, string>();
  const used = new Map<WebSocket, string>();
  const accept = (
    keyboard: Keyboard,
    { what }: Asked,
    request: IncomingMessage,
    socket: Duplex,
    head: Buffer,
  ): void => {
    if ('trouble' in keyboard) {
      refuse(socket, '503 Service Unavailable');
      return;
    }
    (what === 'link' ? links : hands).handleUpgrade(request, socket, head, (webSocket) => {
      webSocket.on('error', (error) => log.info({ error: error.message }, 'a link broke'));
      used.set(webSocket, keyboard.board.id);
      webSocket.on('close', () => used.delete(webSocket));
      if (what === 'link') {
        plugged.set(webSocket, keyboard.board.id);
        webSocket.on('close', () => plugged.delete(webSocket));
        connectLink(webSocket, keyboard.simulation);
      } else connectHand(webSocket, keyboard.simulation);
    });
  };
  server.on('upgrade', (request, socket, head) => {
    const asked = askedFor(request);
    const keyboard = asked && keyboards.keyboard(asked.boardId);
    if (asked && keyboard) {
      if (links.clients.size + hands.clients.size >= MOST_SOCKETS) refuse(socket, '503 Service Unavailable');
      else accept(keyboard, asked, request, socket, head);
    } else if (!isOthers(request)) {
      refuse(socket, asked || !/^\/(link|hand)\//.test(request.url ?? '') ? '404 Not Found' : '403 Forbidden');
    }
  });
  return {
    pull: () => {
      for (const socket of [...links.clients, ...hands.clients]) socket.terminate();
    },
    isPlugged: (boardId) => [...plugged.values()].includes(boardId),
    isUsed: (boardId) => [...used.values()].includes(boardId),
  };
}
