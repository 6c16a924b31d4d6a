/**
 * The keyboards this page can reach, one for each board, and what is stored in them. The link is opened when a profile of
 * that board is looked at, and opened again when it was lost.
 */
import { create } from 'zustand';
import { KeyboardClient, LinkError, type After, type KeyboardHello } from '../../core/device';
import type { Board } from '../../core/board';
import type { Sound } from '../../core/check';
import { decodeImage, encodeImage } from '../../core/image';
import type { Profile } from '../../core/profile';
import { Unreadable } from '../../core/reading';
import { openTransport, type KeyboardHome } from './transports';

/** One place for a profile: empty, a profile, or bytes that no longer read. */
export type Slot =
  | { state: 'empty' }
  | { state: 'profile'; sound: Sound; profile: Profile; bytes: number }
  | { state: 'unreadable'; reason: string; bytes: number };

export type Saving = { slot: number; part: number };

export type KeyboardState = {
  status: 'connecting' | 'connected' | 'lost';
  home: KeyboardHome | null;
  hello: KeyboardHello | null;
  slots: Slot[];
  saving: Saving | null;
};

type KeyboardsState = {
  byBoard: ReadonlyMap<string, KeyboardState>;
  /** Opens the link to a board's keyboard when it is not open. */
  connect(board: Board): Promise<void>;
  refresh(board: Board): Promise<void>;
  /** Writes a profile to a slot, reads it back and compares. @throws LinkError with a sentence that says what is known */
  save(sound: Sound, slot: number): Promise<void>;
  select(board: Board, slot: number): Promise<void>;
  client(boardId: string): KeyboardClient | undefined;
};

const NOT_YET: KeyboardState = { status: 'connecting', home: null, hello: null, slots: [], saving: null };
const RECONNECT_AFTER_MS = 800;

const after: After = (ms, call) => {
  const timer = setTimeout(call, ms);
  return () => clearTimeout(timer);
};

const clients = new Map<string, KeyboardClient>();
const opening = new Set<string>();

/** Which slot a profile goes to: its own, else the first empty one; `undefined` when all hold something else. */
export function slotFor(slots: readonly Slot[], profileId: string): number | undefined {
  const own = slots.findIndex((slot) => slot.state === 'profile' && slot.profile.id === profileId);
  if (own >= 0) return own;
  const empty = slots.findIndex((slot) => slot.state === 'empty');
  return empty >= 0 ? empty : undefined;
}

/** What a slot holds, as far as replacing it is concerned. */
const occupantOf = (slot: Slot | undefined): string =>
  slot?.state === 'profile' ? slot.profile.id : (slot?.state ?? '');

async function readSlot(client: KeyboardClient, board: Board, slot: number): Promise<Slot> {
  const image = await client.read(slot);
  if (!image) return { state: 'empty' };
  try {
    const sound = decodeImage(image, board);
    return { state: 'profile', sound, profile: sound.profile, bytes: image.length };
  } catch (error) {
    if (!(error instanceof Unreadable)) throw error;
    return { state: 'unreadable', reason: error.message, bytes: image.length };
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

  return {
    byBoard: new Map(),

    async connect(board) {
      if (clients.has(board.id) || opening.has(board.id)) return;
      opening.add(board.id);
      let opened: KeyboardClient | undefined;
      try {
        const { transport, home } = await openTransport(board.id);
        const client = new KeyboardClient(transport, after);
        opened = client;
        client.onClose = () => {
          clients.delete(board.id);
          update(board.id, { status: 'lost', saving: null });
          setTimeout(() => void get().connect(board), RECONNECT_AFTER_MS);
        };
        const hello = await client.hello();
        if (hello.boardId !== board.id) throw new LinkError(`a ${hello.boardId} answered`);
        clients.set(board.id, client);
        update(board.id, { home, hello });
        await get().refresh(board);
        update(board.id, { status: 'connected' });
      } catch {
        // A link that answered badly is no link: the next attempt starts with a new one.
        clients.delete(board.id);
        opened?.close();
        update(board.id, { status: 'lost' });
        setTimeout(() => void get().connect(board), RECONNECT_AFTER_MS);
      } finally {
        opening.delete(board.id);
      }
    },

    async refresh(board) {
      const client = clientOf(board);
      const hello = await client.hello();
      const slots: Slot[] = [];
      for (let slot = 0; slot < hello.slots; slot++) slots.push(await readSlot(client, board, slot));
      update(board.id, { hello, slots });
    },

    async save(sound, slot) {
      const { board } = sound;
      const client = clientOf(board);
      let image = encodeImage(sound);
      const most = get().byBoard.get(board.id)?.hello?.slotBytes ?? Infinity;
      if (image.length > most) image = encodeImage(sound, { withoutNames: true });
      const expected = occupantOf(get().byBoard.get(board.id)?.slots[slot]);
      update(board.id, { saving: { slot, part: 0 } });
      try {
        // Another page may have written meanwhile; what the person agreed to replace must still be what is there.
        await get().refresh(board);
        if (occupantOf(get().byBoard.get(board.id)?.slots[slot]) !== expected) {
          throw new LinkError(
            `slot ${slot + 1} was changed from elsewhere meanwhile; look at it first. Nothing was written`,
          );
        }
        await client.save(slot, image, (part) => update(board.id, { saving: { slot, part } }));
      } finally {
        update(board.id, { saving: null });
        // Whatever became of it: what the page shows of the keyboard is what the keyboard says now.
        if (clients.get(board.id) === client)
          await get()
            .refresh(board)
            .catch(() => undefined);
      }
    },

    async select(board, slot) {
      await clientOf(board).select(slot);
      await get().refresh(board);
    },

    client: (boardId) => clients.get(boardId),
  };
});

export const useKeyboard = (boardId: string): KeyboardState =>
  useKeyboards((state) => state.byBoard.get(boardId)) ?? NOT_YET;
