/**
 * Makers of transports: a WebSocket to the server's keyboards, a web worker with the same firmware when there is no server, or WebHID for a board that
 * speaks this link. A simulated keyboard also has a body, which can be seen and touched: that is another way than the link, since the
 * yes on the keyboard must not be the page's to say.
 */
import { boardById, type Board } from '../../core/board';
import { z } from '../../core/reading';
import { bodySchema, LinkError, REPORT_BYTES, type Body, type HandAct, type Transport } from '../../core/device';
import { LampArray, setLampArray, type LampDevice } from './lampArray';
import { chooseHid, hidTransport, webHid, type HidDevice } from './hid';
import type { FromKeyboard, ToKeyboard } from '../../workers/keyboardOrder';

/** Where the simulated keyboard lives. */
export type KeyboardHome = 'server' | 'page' | 'usb';

/** A way to a keyboard that does not open within this time, in ms, is not waited for. */
const OPENS_WITHIN_MS = 5000;
const HAND_AGAIN_MS = 800;

const NOTHING = (): void => undefined;
const listSchema = z.object({
  keyboards: z.array(z.object({ id: z.string(), trouble: z.string().max(500).optional() })),
});

let homeKnown: Promise<KeyboardHome> | null = null;

const askServer = async (): Promise<z.infer<typeof listSchema> | undefined> => {
  const response = await fetch('/keyboards.json', { signal: AbortSignal.timeout(OPENS_WITHIN_MS) });
  return response.ok ? listSchema.safeParse(await response.json()).data : undefined;
};

/** Asks once whether our server is there; a page served as plain files has none. */
function findHome(): Promise<KeyboardHome> {
  homeKnown ??= askServer()
    .then((list): KeyboardHome => (list ? 'server' : 'page'))
    .catch((): KeyboardHome => 'page');
  return homeKnown;
}

/** Why the server has no such keyboard; undefined when it has one, or cannot be asked. */
const troubleOf = (boardId: string): Promise<string | undefined> =>
  askServer()
    .then((list) => list?.keyboards.find(({ id }) => id === boardId)?.trouble)
    .catch(() => undefined);

export const addressOf = (what: 'link' | 'hand' | 'rules', boardId: string): string =>
  `${location.origin.replace(/^http/, 'ws')}/${what}/${boardId}`;

function overSocket(boardId: string): Promise<Transport> {
  return new Promise((resolve, reject) => {
    const socket = new WebSocket(addressOf('link', boardId));
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
    socket.onerror = () =>
      void troubleOf(boardId).then((trouble) => reject(new LinkError(trouble ?? 'the keyboard cannot be reached')));
    socket.onmessage = ({ data }) => {
      if (data instanceof ArrayBuffer && data.byteLength === REPORT_BYTES) transport.onReport(new Uint8Array(data));
    };
    socket.onclose = () => transport.onClose();
  });
}

/** Own boards as they were brought last: a hand that reaches out again brings what is there by then. */
const latest = new Map<string, Board>();

/** Brings a board of one's own to the server, which has a keyboard of it from then on. @throws LinkError with the server's reason */
async function bringBoard(board: Board): Promise<void> {
  if (boardById(board.id)) return;
  latest.set(board.id, board);
  const response = await fetch(`/keyboards/${board.id}/board.json`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(board),
    signal: AbortSignal.timeout(OPENS_WITHIN_MS),
  }).catch(() => undefined);
  if (!response) throw new LinkError('the keyboard does not answer');
  if (!response.ok) throw new LinkError((await response.text()).slice(0, 200).replace(/\.$/, ''));
}

/** A keyboard in a worker of this page. It lives as long as the page, however often its cable is pulled. */
class WorkerKeyboard {
  private readonly worker: Worker;
  private readonly takers = new Set<(message: FromKeyboard) => void>();
  body: Body | null = null;

  constructor(
    boardId: string,
    public board: Board,
  ) {
    this.worker = new Worker(new URL('../../workers/keyboard.worker.ts', import.meta.url), {
      type: 'module',
      name: boardId,
    });
    this.worker.onmessage = ({ data }: MessageEvent<FromKeyboard>) => {
      if (data.what === 'body') ({ body: this.body } = data);
      for (const take of this.takers) take(data);
    };
  }

  tell(message: ToKeyboard): void {
    this.worker.postMessage(message);
  }

  hear(take: (message: FromKeyboard) => void): () => void {
    this.takers.add(take);
    return () => this.takers.delete(take);
  }

  plugIn(): Promise<Transport> {
    return new Promise((resolve, reject) => {
      const transport: Transport = {
        send: (report) => this.tell({ what: 'report', report }),
        close: () => {
          deafen();
          transport.onClose();
        },
        onReport: NOTHING,
        onClose: NOTHING,
      };
      const deafen = this.hear((message) => {
        if (message.what === 'plugged') resolve(transport);
        else if (message.what === 'report') transport.onReport(message.report);
        else if (message.what === 'pulled') {
          reject(new LinkError('the cable is not plugged in'));
          transport.close();
        } else if (message.what === 'trouble') {
          deafen();
          reject(new LinkError(`its memory cannot be used: ${message.reason}`));
        }
      });
      this.tell({ what: 'plug', board: this.board });
    });
  }
}

const inWorkers = new Map<string, WorkerKeyboard>();
function workerKeyboard(board: Board): WorkerKeyboard {
  const keyboard = inWorkers.get(board.id) ?? new WorkerKeyboard(board.id, board);
  inWorkers.set(board.id, keyboard);
  keyboard.board = board;
  return keyboard;
}

/** Boards on USB that were chosen in place of the simulated ones. */
const onUsb = new Map<string, HidDevice>();

/** Lets the person choose a board on USB to stand for one of ours. @returns whether one was chosen */
export async function chooseOnUsb(boardId: string): Promise<boolean> {
  const hid = webHid();
  const chosen = hid && (await chooseHid(hid));
  if (!chosen) return false;
  onUsb.set(boardId, chosen.link);
  setLampArray(undefined);
  for (const device of chosen.all) {
    const lamps = await LampArray.of(device as unknown as LampDevice);
    if (lamps) setLampArray(lamps);
  }
  return true;
}

/** Opens the way to a board's keyboard. @throws LinkError when it cannot be reached */
export async function openTransport(board: Board): Promise<{ transport: Transport; home: KeyboardHome }> {
  const hid = webHid();
  const device = onUsb.get(board.id);
  if (hid && device) return { home: 'usb', transport: await hidTransport(hid, device) };
  const home = await findHome();
  if (home === 'page') return { home, transport: await workerKeyboard(board).plugIn() };
  await bringBoard(board);
  return { home, transport: await overSocket(board.id) };
}

/** A hand on the simulated keyboard: what it does, and what it sees. */
export type Hand = { act(act: HandAct): void };

/** Reaches for a board's keyboard, and again when it was lost. `see` gets its body whenever that changes, null when it is out of sight. */
export async function reachFor(board: Board, see: (body: Body | null) => void): Promise<Hand> {
  if ((await findHome()) === 'page') {
    const keyboard = workerKeyboard(board);
    keyboard.hear((message) => message.what === 'body' && see(message.body));
    see(keyboard.body);
    return { act: (act) => keyboard.tell({ what: 'act', act }) };
  }
  let socket: WebSocket | null = null;
  const open = async (): Promise<void> => {
    // Why a board cannot be brought is said where the link is opened.
    await bringBoard(latest.get(board.id) ?? board).catch(() => undefined);
    socket = new WebSocket(addressOf('hand', board.id));
    socket.onmessage = ({ data }) => {
      const body = bodySchema.safeParse(JSON.parse(String(data)));
      if (body.success) see(body.data);
    };
    socket.onclose = () => {
      see(null);
      setTimeout(() => void open(), HAND_AGAIN_MS);
    };
  };
  void open();
  return {
    act: (act) => {
      if (socket?.readyState === WebSocket.OPEN) socket.send(JSON.stringify(act));
    },
  };
}
