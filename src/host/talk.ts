/** What this program and the server say to each other about a keyboard. */
import type { WebSocket } from 'ws';
import { toHostSchema, type FromHost, type ToHost } from '../core/hostSide';
import { openSocket } from './cable';

export class Talk {
  private constructor(private readonly socket: WebSocket) {}

  /** @param hear takes what the server says @throws NotPlugged with a sentence */
  static async open(server: string, boardId: string, hear: (told: ToHost) => void): Promise<Talk> {
    const socket = await openSocket(server, `/host/${boardId}`, (text) => {
      const told = toHostSchema.safeParse(JSON.parse(text));
      if (told.success) hear(told.data);
    });
    return new Talk(socket);
  }

  say(said: FromHost): void {
    if (this.socket.readyState === this.socket.OPEN) this.socket.send(JSON.stringify(said));
  }

  close(): void {
    this.socket.terminate();
  }
}
