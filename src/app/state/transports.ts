/** Makers of transports: a WebSocket to the server's keyboards, or a web worker with the same firmware when there is no server. */
import { z } from '../../core/reading';
import { LinkError, REPORT_BYTES, type Transport } from '../../core/device';

/** Where the simulated keyboard lives. */
export type KeyboardHome = 'server' | 'page';

/** A way to a keyboard that does not open within this time, in ms, is not waited for. */
const OPENS_WITHIN_MS = 5000;

const NOTHING = (): void => undefined;
const listSchema = z.object({ keyboards: z.array(z.object({ id: z.string() })) });

let homeKnown: Promise<KeyboardHome> | null = null;

/** Asks once whether our server is there; a page served as plain files has none. */
function findHome(): Promise<KeyboardHome> {
  homeKnown ??= fetch('/keyboards.json', { signal: AbortSignal.timeout(OPENS_WITHIN_MS) })
    .then(async (response): Promise<KeyboardHome> =>
      response.ok && listSchema.safeParse(await response.json()).success ? 'server' : 'page',
    )
    .catch((): KeyboardHome => 'page');
  return homeKnown;
}

function overSocket(boardId: string): Promise<Transport> {
  return new Promise((resolve, reject) => {
    const socket = new WebSocket(`${location.origin.replace(/^http/, 'ws')}/link/${boardId}`);
    socket.binaryType = 'arraybuffer';
    const transport: Transport = {
      send: (report) => {
        if (socket.readyState === WebSocket.OPEN) socket.send(new Uint8Array(report));
      },
      close: () => socket.close(),
      onReport: NOTHING,
      onClose: NOTHING,
    };
    const timer = setTimeout(() => {
      reject(new LinkError('the keyboard does not answer'));
      socket.close();
    }, OPENS_WITHIN_MS);
    socket.onopen = () => {
      clearTimeout(timer);
      resolve(transport);
    };
    socket.onerror = () => reject(new LinkError('the keyboard cannot be reached'));
    socket.onmessage = ({ data }) => {
      if (data instanceof ArrayBuffer && data.byteLength === REPORT_BYTES) transport.onReport(new Uint8Array(data));
    };
    socket.onclose = () => transport.onClose();
  });
}

function inWorker(boardId: string): Promise<Transport> {
  const worker = new Worker(new URL('../../workers/keyboard.worker.ts', import.meta.url), {
    type: 'module',
    name: boardId,
  });
  const transport: Transport = {
    send: (report) => worker.postMessage(report),
    close: () => {
      worker.terminate();
      transport.onClose();
    },
    onReport: NOTHING,
    onClose: NOTHING,
  };
  worker.onmessage = ({ data }: MessageEvent<unknown>) => {
    if (data instanceof Uint8Array) transport.onReport(data);
  };
  worker.onerror = () => transport.close();
  return Promise.resolve(transport);
}

/** Opens the way to a board's keyboard. @throws LinkError when it cannot be reached */
export async function openTransport(boardId: string): Promise<{ transport: Transport; home: KeyboardHome }> {
  const home = await findHome();
  return { home, transport: await (home === 'server' ? overSocket(boardId) : inWorker(boardId)) };
}
