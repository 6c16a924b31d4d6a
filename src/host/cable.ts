/** This program's cable to a keyboard of the server: a link of its own kind, of which there is one a keyboard. */
import { WebSocket } from 'ws';
import { boardById, boardSchema, type Board } from '../core/board';
import { KeyboardClient, type Transport } from '../core/device';
import type { TraceLine } from '../core/engine';
import type { AskedFor } from '../core/profile';

/** How long a server takes to answer at the most, in ms. */
const ANSWERS_WITHIN_MS = 5000;
const TAKEN = 409;
const SESSION = 1;

export class NotPlugged extends Error {}

/** Opens a WebSocket as the server's own page would. @param hear takes texts, from the first on @throws NotPlugged with a sentence */
export function openSocket(server: string, path: string, hear?: (text: string) => void): Promise<WebSocket> {
  return new Promise((resolve, reject) => {
    const socket = new WebSocket(`${server.replace(/^http/, 'ws')}${path}`, {
      origin: server,
      handshakeTimeout: ANSWERS_WITHIN_MS,
    });
    if (hear) socket.on('message', (data: Buffer) => hear(String(data)));
    socket.once('open', () => resolve(socket));
    socket.once('unexpected-response', (_request, { statusCode }) => {
      socket.terminate();
      reject(
        new NotPlugged(
          statusCode === TAKEN
            ? 'Another host program is plugged in there already; stop that one first.'
            : `The server at ${server} does not have that keyboard (it answers ${statusCode ?? 0}).`,
        ),
      );
    });
    socket.on('error', (error) =>
      reject(new NotPlugged(`The server at ${server} cannot be reached: ${error.message}.`)),
    );
  });
}

/** The board of a keyboard of the server, which may be one that a person drew. @throws NotPlugged with a sentence */
export async function boardOf(server: string, boardId: string): Promise<Board> {
  const shipped = boardById(boardId);
  if (shipped) return shipped;
  try {
    const answer = await fetch(`${server}/keyboards/${encodeURIComponent(boardId)}/board.json`, {
      signal: AbortSignal.timeout(ANSWERS_WITHIN_MS),
    });
    if (answer.ok) return boardSchema.parse(await answer.json());
  } catch (error) {
    throw new NotPlugged(
      `The board ${boardId} cannot be had from ${server}: ${error instanceof Error ? error.message : String(error)}.`,
    );
  }
  throw new NotPlugged(
    `The server at ${server} does not have the board ${boardId}; open a profile of it in Underloom first.`,
  );
}

export type Cable = { client: KeyboardClient; unplug(): void };

/** What comes over the cable. */
type Comes = {
  /** Something that the keyboard sends. */
  line(line: TraceLine): void;
  /** Something that it asks for. */
  ask(what: AskedFor, name: string): void;
  /** The cable is pulled, or the server is gone; told once. */
  pulled(): void;
};

/** Plugs a keyboard in, and hears what it does. @throws NotPlugged */
export async function plugIn(server: string, boardId: string, comes: Comes): Promise<Cable> {
  const socket = await openSocket(server, `/plug/${encodeURIComponent(boardId)}`);
  const transport: Transport = {
    send: (report) => socket.readyState === socket.OPEN && socket.send(report),
    close: () => socket.close(),
    onReport: () => undefined,
    onClose: () => undefined,
  };
  socket.on('message', (data: Buffer) => transport.onReport(new Uint8Array(data)));
  socket.on('close', () => {
    transport.onClose();
    comes.pulled();
  });
  const client = new KeyboardClient(
    transport,
    (ms, call) => {
      const timer = setTimeout(call, ms);
      return () => clearTimeout(timer);
    },
    SESSION,
  );
  try {
    await client.hello();
    await client.watch({ keyIds: [], layerIds: [], jointIds: [] }, comes.line);
    await client.hearAsks(comes.ask);
  } catch (error) {
    // Left open, it would be the other host program of which the next try is told.
    socket.terminate();
    throw error;
  }
  return { client, unplug: () => socket.terminate() };
}
