/**
 * The keyboards' cables: WebSockets at `/link/BOARD` that carry 64-byte reports, at `/plug/BOARD` the same for the one computer that a keyboard is plugged
 * into, at `/hand/BOARD` what a person does with the keyboard on the table, and at `/host/BOARD` and `/rules/BOARD` what the host program and pages say to
 * each other. Anything else closes the connection.
 */
import type { IncomingMessage, Server } from 'node:http';
import type { Duplex } from 'node:stream';
import type { Logger } from 'pino';
import { WebSocketServer, type WebSocket } from 'ws';
import { handSchema, REPORT_BYTES, type Simulation } from '../core/device';
import { fromHostSchema, fromPageSchema, MOST_PAGE_SOUND_BYTES, type ToHost, type ToPage } from '../core/hostSide';
import type { z } from '../core/reading';
import type { HostRooms } from './hostRoom';
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

const WAYS = ['link', 'plug', 'hand', 'host', 'rules'] as const;
type Asked = { what: (typeof WAYS)[number]; boardId: string };
const ASKED = new RegExp(`^/(${WAYS.join('|')})/([a-z0-9-]{1,40})$`);
const MOST_TALK_BYTES = 256 << 10;
/** A sound on its way to a page is a third longer than its file. */
const MOST_PROGRAM_BYTES = MOST_TALK_BYTES + Math.ceil(MOST_PAGE_SOUND_BYTES * 1.4);
const MOST_TALKS_A_SECOND = 200;

/** What a request asks for, when it comes from our own page; undefined otherwise. */
function askedFor(request: IncomingMessage): Asked | undefined {
  const { origin, host } = request.headers;
  if (!isOwnHost(host) || origin?.toLowerCase() !== `http://${host?.toLowerCase()}`) return undefined;
  const [, what, boardId] = ASKED.exec(request.url ?? '') ?? [];
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

function connectLink(socket: WebSocket, simulation: Simulation, isHost: boolean): void {
  const plug = simulation.plugIn(
    {
      send: (report) => sendIfTaken(socket, report),
      pulled: () => socket.close(GOING_AWAY, 'the cable was pulled'),
    },
    isHost,
  );
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

/** The host program, or a page that has to do with it: JSON both ways. */
function connectTalk<Told, Said>(
  socket: WebSocket,
  schema: z.ZodType<Said>,
  enter: (tell: (message: Told) => void) => { take: (said: Said) => void; leave: () => void },
): void {
  const mayCome = withinRate(MOST_TALKS_A_SECOND);
  const { take, leave } = enter((message) => sendIfTaken(socket, JSON.stringify(message)));
  socket.on('message', (data, isBinary) => {
    const read = schema.safeParse(isBinary || !mayCome() ? undefined : parsed(String(data)));
    if (read.success) take(read.data);
    else socket.close(POLICY_VIOLATION, 'nothing that is said here, or too much');
  });
  socket.on('close', leave);
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

function parsedAct(text: string): ReturnType<typeof handSchema.parse> | undefined {
  return handSchema.safeParse(parsed(text)).data;
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
  rooms: HostRooms,
  log: Logger,
  isOthers: (request: IncomingMessage) => boolean,
): Cables {
  const links = new WebSocketServer({ noServer: true, maxPayload: REPORT_BYTES, perMessageDeflate: false });
  const hands = new WebSocketServer({ noServer: true, maxPayload: MOST_ACT_BYTES, perMessageDeflate: false });
  const talks = new WebSocketServer({ noServer: true, maxPayload: MOST_TALK_BYTES, perMessageDeflate: false });
  const programs = new WebSocketServer({ noServer: true, maxPayload: MOST_PROGRAM_BYTES, perMessageDeflate: false });
  const servers = { link: links, plug: links, hand: hands, host: programs, rules: talks };
  const sockets = (): WebSocket[] => [links, hands, talks, programs].flatMap(({ clients }) => [...clients]);
  const plugged = new Map<WebSocket, string>();
  /** The programs that have plugged a keyboard in, by board: one each. */
  const hosts = new Map<string, WebSocket>();
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
    const { id } = keyboard.board;
    if (what === 'plug' && keyboard.simulation.hasHost) {
      refuse(socket, '409 Conflict');
      return;
    }
    if (what === 'host' && hosts.has(id)) {
      refuse(socket, '409 Conflict');
      return;
    }
    servers[what].handleUpgrade(request, socket, head, (webSocket) => {
      webSocket.on('error', (error) => log.info({ error: error.message }, 'a link broke'));
      used.set(webSocket, keyboard.board.id);
      webSocket.on('close', () => used.delete(webSocket));
      switch (what) {
        case 'link':
        case 'plug':
          plugged.set(webSocket, id);
          webSocket.on('close', () => plugged.delete(webSocket));
          connectLink(webSocket, keyboard.simulation, what === 'plug');
          break;
        case 'hand':
          connectHand(webSocket, keyboard.simulation);
          break;
        case 'host':
          hosts.set(id, webSocket);
          webSocket.on('close', () => hosts.delete(id));
          connectTalk(webSocket, fromHostSchema, (tell: (message: ToHost) => void) => rooms.of(id).enterProgram(tell));
          break;
        case 'rules':
          connectTalk(webSocket, fromPageSchema, (tell: (message: ToPage) => void) => rooms.of(id).enterPage(tell));
          break;
      }
    });
  };
  server.on('upgrade', (request, socket, head) => {
    const asked = askedFor(request);
    const keyboard = asked && keyboards.keyboard(asked.boardId);
    if (asked && keyboard) {
      if (sockets().length >= MOST_SOCKETS) refuse(socket, '503 Service Unavailable');
      else accept(keyboard, asked, request, socket, head);
    } else if (!isOthers(request)) {
      refuse(
        socket,
        asked || !/^\/(link|plug|hand|host|rules)\//.test(request.url ?? '') ? '404 Not Found' : '403 Forbidden',
      );
    }
  });
  return {
    pull: () => {
      for (const socket of sockets()) socket.terminate();
    },
    isPlugged: (boardId) => [...plugged.values()].includes(boardId),
    isUsed: (boardId) => [...used.values()].includes(boardId),
  };
}
