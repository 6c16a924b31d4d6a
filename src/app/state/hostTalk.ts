/** What this page and the server say to each other about the computer that a keyboard is plugged into; opened again when it was lost. */
import { toPageSchema, type FromPage, type ToPage } from '../../core/hostSide';
import { addressOf } from './transports';

const AGAIN_AFTER_MS = 2000;

export type HostTalk = {
  /** @returns whether it could be said now */
  say(said: FromPage): boolean;
  close(): void;
};

type Around = {
  told: (message: ToPage) => void;
  opened?: () => void;
  /** The server is gone. */
  lost?: () => void;
};

export function openHostTalk(boardId: string, { told, opened, lost }: Around): HostTalk {
  let isOver = false;
  let socket: WebSocket;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const open = (): void => {
    const own = new WebSocket(addressOf('rules', boardId));
    socket = own;
    own.onopen = () => opened?.();
    own.onmessage = ({ data }: MessageEvent<unknown>) => {
      const message = toPageSchema.safeParse(typeof data === 'string' ? JSON.parse(data) : undefined).data;
      if (message && !isOver) told(message);
    };
    own.onclose = () => {
      if (isOver) return;
      lost?.();
      timer = setTimeout(open, AGAIN_AFTER_MS);
    };
  };
  open();
  return {
    say: (said) => {
      if (socket.readyState !== WebSocket.OPEN) return false;
      socket.send(JSON.stringify(said));
      return true;
    },
    close: () => {
      isOver = true;
      clearTimeout(timer);
      socket.close();
    },
  };
}
