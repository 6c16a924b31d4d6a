/** What this program and the server say to each other about a keyboard. */
import type { WebSocket } from 'ws';
import { toHostSchema, type FromHost, type ToHost } from '../core/hostSide';
import { openSocket } from './cable';

export class Talk {
  private constructor(private readonly socket: WebSocket) {}

  /**
   * @param hear takes what the server says
   * @param gone is told when it ends, whoever ends it: nobody hears any more what this program does
   * @throws NotPlugged with a sentence
   */
  static async open(server: string, boardId: string, hear: (told: ToHost) => void, gone: () => void): Promise<Talk> {
    const socket = await openSocket(server, `/host/${encodeURIComponent(boardId)}`, (text) => {
      const told = read(text);
      if (told) hear(told);
    });
    socket.once('close', gone);
    return new Talk(socket);
  }

  say(said: FromHost): void {
    if (this.socket.readyState === this.socket.OPEN) this.socket.send(JSON.stringify(said));
  }

  close(): void {
    this.socket.terminate();
  }
}

/** What the server says; undefined when it is nothing that is known here. */
function read(text: string): ToHost | undefined {
  try {
    return toHostSchema.parse(JSON.parse(text));
  } catch {
    return undefined;
  }
}
