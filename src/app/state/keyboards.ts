/**
 * The keyboards this page can reach, one for each board, and what is stored in them. The link is opened when a profile of
 * that board is looked at, and opened again when it was lost. What is shown is what the keyboard said when it was read.
 */
import { create } from 'zustand';
import {
  KeyboardClient,
  LinkError,
  type After,
  type KeyboardHello,
  type PageInfo,
  type SaveOptions,
  type SlotInfo,
} from '../../core/device';
import type { Board } from '../../core/board';
import type { Sound } from '../../core/check';
import { decodeImage, decodeRecordings, imageFor, type LeftOut, type Recording } from '../../core/image';
import { sameData, type Profile } from '../../core/profile';
import { Unreadable } from '../../core/reading';
import { useBoards } from './boards';
import { rememberImage } from './savedImages';
import { chooseOnUsb, openTransport, type KeyboardHome } from './transports';

/** One place for a profile: empty, a profile, bytes that no longer read, or damage. */
export type Slot =
  | { state: 'empty' }
  | { state: 'profile'; sound: Sound; profile: Profile; bytes: number }
  | { state: 'unreadable'; reason: string; bytes: number }
  | { state: 'damaged'; reason: string; bytes: number };

export type Saving = { slot: number; part: number };

export type KeyboardState = {
  status: 'connecting' | 'connected' | 'lost';
  /** Why it cannot be reached, as far as that is known. */
  because: string;
  home: KeyboardHome | null;
  hello: KeyboardHello | null;
  slots: Slot[];
  pages: PageInfo[];
  /** What was recorded on the keyboard itself. */
  recordings: Recording[];
  saving: Saving | null;
  /** The person is asked for a yes on the keyboard. */
  isAsked: boolean;
  /** How many reports had to be sent again since the link was opened. */
  resent: number;
};

type KeyboardsState = {
  byBoard: ReadonlyMap<string, KeyboardState>;
  /** Lets the person choose a board on USB, which then stands in place of the simulated one. */
  useUsb(board: Board): Promise<void>;
  /** Opens the link to a board's keyboard when it is not open. */
  connect(board: Board): Promise<void>;
  refresh(board: Board): Promise<void>;
  /**
   * Writes a profile to a slot, reads it back and compares.
   * @param replacesDamaged what is damaged there may be replaced
   * @throws LinkError with a sentence that says what is known
   */
  save(sound: Sound, slot: number, replacesDamaged?: boolean): Promise<LeftOut>;
  /** The same with an image that was saved before. */
  putBack(board: Board, slot: number, name: string, image: Uint8Array): Promise<void>;
  /** Calls off what waits for a yes, or is being written. */
  callOff(boardId: string): void;
  select(board: Board, slot: number): Promise<void>;
  clear(board: Board, slot: number): Promise<void>;
  /** Takes out what was recorded on a key, by its place. */
  forgetRecording(board: Board, key: number): Promise<void>;
  format(board: Board): Promise<void>;
  client(boardId: string): KeyboardClient | undefined;
};

const NOT_YET: KeyboardState = {
  status: 'connecting',
  because: '',
  home: null,
  hello: null,
  slots: [],
  pages: [],
  recordings: [],
  saving: null,
  isAsked: false,
  resent: 0,
};
const RECONNECT_AFTER_MS = 800;
/** Changes that come together are read together. */
const LOOK_AFTER_MS = 60;

const after: After = (ms, call) => {
  const timer = setTimeout(call, ms);
  return () => clearTimeout(timer);
};

const clients = new Map<string, KeyboardClient>();
/** Each board as the page knows it now. */
const latest = new Map<string, Board>();
const opening = new Set<string>();
const calledOff = new Set<string>();

/** Which slot a profile goes to: its own, else the first empty one; `undefined` when all hold something else. */
export function slotFor(slots: readonly Slot[], profileId: string): number | undefined {
  const own = slots.findIndex((slot) => slot.state === 'profile' && slot.profile.id === profileId);
  if (own >= 0) return own;
  const empty = slots.findIndex((slot) => slot.state === 'empty');
  return empty >= 0 ? empty : undefined;
}

/** Whether a slot holds the same, to the last key: whoever else has saved there meanwhile is not overwritten unseen. */
const holdsSame = (a: Slot | undefined, b: Slot | undefined): boolean =>
  a?.state === 'profile' && b?.state === 'profile' ? sameData(a.profile, b.profile) : sameData(a, b);

/** What was read of each place over a link, with its checksum: what has not changed is not read again. */
type Known<T> = { crc32: number; lengthBytes: number; content: T };
const slotsRead = new WeakMap<KeyboardClient, Map<number, Known<Slot>>>();
const recordingsRead = new WeakMap<KeyboardClient, Known<Recording[]>>();

async function readSlot(client: KeyboardClient, board: Board, slot: number): Promise<Slot> {
  const info = await client.slotInfo(slot);
  const all = slotsRead.get(client) ?? new Map<number, Known<Slot>>();
  slotsRead.set(client, all);
  const known = all.get(slot);
  if (info.state === 'sound' && known?.crc32 === info.crc32 && known.lengthBytes === info.lengthBytes)
    return known.content;
  const content = await readAnew(client, board, slot, info);
  const { crc32, lengthBytes } = info;
  all.delete(slot);
  // Another page may have written between the two questions.
  if (info.state === 'sound' && (await client.slotInfo(slot)).crc32 === crc32)
    all.set(slot, { crc32, lengthBytes, content });
  return content;
}

async function readAnew(
  client: KeyboardClient,
  board: Board,
  slot: number,
  { state, lengthBytes }: SlotInfo,
): Promise<Slot> {
  if (state === 'damaged') return { state, reason: 'some of its bytes are not what was saved', bytes: lengthBytes };
  const image = state === 'empty' ? undefined : await client.read(slot);
  if (!image) return { state: 'empty' };
  try {
    const sound = decodeImage(image, board);
    return { state: 'profile', sound, profile: sound.profile, bytes: image.length };
  } catch (error) {
    if (!(error instanceof Unreadable)) throw error;
    return { state: 'unreadable', reason: error.message, bytes: image.length };
  }
}

async function readRecordings(client: KeyboardClient, board: Board, slots: number): Promise<Recording[]> {
  const { state, crc32, lengthBytes } = await client.slotInfo(slots);
  if (state !== 'sound') return [];
  const known = recordingsRead.get(client);
  if (known?.crc32 === crc32 && known.lengthBytes === lengthBytes) return known.content;
  try {
    const content = decodeRecordings((await client.read(slots)) ?? new Uint8Array(), board.device.macroEvents);
    if ((await client.slotInfo(slots)).crc32 === crc32) recordingsRead.set(client, { crc32, lengthBytes, content });
    return content;
  } catch (error) {
    if (error instanceof Unreadable) return [];
    throw error;
  }
}

export const useKeyboards = create<KeyboardsState>()((set, get) => {
  const update = (boardId: string, change: Partial<KeyboardState>): void =>
    set(({ byBoard }) => ({
      byBoard: new Map(byBoard).set(boardId, { ...(byBoard.get(boardId) ?? NOT_YET), ...change }),
    }));

  const clientOf = (board: Board): KeyboardClient => {
    const client = clients.get(board.id);
    if (!client) throw new LinkError(`the ${board.name} is not connected`);
    return client;
  };

  const options = (boardId: string): SaveOptions => {
    calledOff.delete(boardId);
    return {
      asked: (isAsked) => update(boardId, { isAsked }),
      isStopped: () => calledOff.has(boardId),
    };
  };

  /** Something that the keyboard does to itself; whatever becomes of it, what the page shows is what the keyboard says then. */
  const change = async (board: Board, work: (client: KeyboardClient) => Promise<void>): Promise<void> => {
    const client = clientOf(board);
    try {
      await work(client);
    } finally {
      update(board.id, { saving: null, isAsked: false, resent: client.resent });
      if (clients.get(board.id) === client)
        await get()
          .refresh(board)
          .catch(() => undefined);
    }
  };

  const write = async (
    board: Board,
    slot: number,
    name: string,
    image: Uint8Array,
    replacesDamaged: boolean,
  ): Promise<void> => {
    const expected = get().byBoard.get(board.id)?.slots[slot];
    update(board.id, { saving: { slot, part: 0 } });
    await change(board, async (client) => {
      // Another page may have written meanwhile; what the person agreed to replace must still be what is there.
      await get().refresh(board);
      if (!holdsSame(get().byBoard.get(board.id)?.slots[slot], expected))
        throw new LinkError(
          `slot ${slot + 1} was changed from elsewhere meanwhile; look at it first. Nothing was written`,
        );
      await client.save(slot, image, {
        ...options(board.id),
        replacesDamaged,
        progress: (part) => update(board.id, { saving: { slot, part }, resent: client.resent }),
      });
      await rememberImage({ board: board.id, slot, at: Date.now(), name, image });
    });
  };

  return {
    byBoard: new Map(),

    async connect(board) {
      const known = latest.get(board.id);
      latest.set(board.id, board);
      // A board of one's own that was changed is another keyboard: the link is opened anew.
      if (known && !sameData(known, board)) clients.get(board.id)?.close();
      if (clients.has(board.id) || opening.has(board.id)) return;
      const now = (): Board => latest.get(board.id) ?? board;
      opening.add(board.id);
      let opened: KeyboardClient | undefined;
      try {
        const { transport, home } = await openTransport(board);
        const [session = 1] = crypto.getRandomValues(new Uint16Array(1));
        const client = new KeyboardClient(transport, after, session);
        opened = client;
        client.onClose = () => {
          clients.delete(board.id);
          update(board.id, { status: 'lost', saving: null, isAsked: false });
          setTimeout(() => void get().connect(now()), RECONNECT_AFTER_MS);
        };
        const hello = await client.hello();
        if (hello.boardId !== board.id) throw new LinkError(`a ${hello.boardId} answered`);
        clients.set(board.id, client);
        update(board.id, { home, hello, resent: 0 });
        await get().refresh(board);
        let callOff = (): void => undefined;
        client.onChange = () => {
          callOff();
          callOff = after(LOOK_AFTER_MS, () => {
            // While this page writes, it looks by itself when that is over.
            if (!get().byBoard.get(board.id)?.saving)
              void get()
                .refresh(now())
                .catch(() => undefined);
          });
        };
        update(board.id, { status: 'connected', because: '' });
      } catch (error) {
        // A link that answered badly is no link: the next attempt starts with a new one.
        clients.delete(board.id);
        opened?.close();
        update(board.id, { status: 'lost', because: error instanceof Error ? error.message : String(error) });
        setTimeout(() => void get().connect(now()), RECONNECT_AFTER_MS);
      } finally {
        opening.delete(board.id);
      }
    },

    async useUsb(board) {
      if (!(await chooseOnUsb(board.id))) return;
      // What is open is closed; what is opened next is the board that was chosen.
      clients.get(board.id)?.close();
    },

    async refresh(board) {
      const client = clientOf(board);
      const hello = await client.hello();
      const slots: Slot[] = [];
      for (let slot = 0; slot < hello.slots; slot++) slots.push(await readSlot(client, board, slot));
      const recordings = await readRecordings(client, board, hello.slots);
      update(board.id, { hello, slots, recordings, pages: await client.pages(), resent: client.resent });
    },

    async save(sound, slot, replacesDamaged = false) {
      const { board, profile } = sound;
      const { image, leftOut } = imageFor(sound, get().byBoard.get(board.id)?.hello?.slotBytes);
      await write(board, slot, profile.name, image, replacesDamaged);
      return leftOut;
    },

    putBack: (board, slot, name, image) => write(board, slot, name, image, false),

    callOff: (boardId) => void calledOff.add(boardId),

    select: (board, slot) => change(board, (client) => client.select(slot)),

    clear: (board, slot) => change(board, (client) => client.clear(slot, options(board.id))),

    forgetRecording: (board, key) =>
      change(board, (client) => client.clearRecording(board.device.slots, key, options(board.id))),

    format: (board) => change(board, (client) => client.format(options(board.id))),

    client: (boardId) => clients.get(boardId),
  };
});

// A board of one's own that is drawn on, here or in another window, is another keyboard from then on.
useBoards.subscribe(({ own }) => {
  for (const { board } of own) {
    const known = latest.get(board.id);
    if (known && known !== board) void useKeyboards.getState().connect(board);
  }
});

export const useKeyboard = (boardId: string): KeyboardState =>
  useKeyboards((state) => state.byBoard.get(boardId)) ?? NOT_YET;
