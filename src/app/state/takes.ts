/**
 * Takes: what somebody typed, with what was meant, in this browser alone. A take grows while it is
 * written; then its name is all that changes of it. What
 * is shown is what the store has, in every window.
 */
import Dexie, { liveQuery, type EntityTable } from 'dexie';
import { create } from 'zustand';
import { boardById } from '../../core/board';
import type { Sample } from '../../core/engine';
import { writeStrokes } from '../../core/files';
import type { Profile } from '../../core/profile';
import { z } from '../../core/reading';
import { inTime, OPENS_WITHIN_MS, reasonOf, whyNot, WRITES_WITHIN_MS } from './database';
import { newActId } from './ids';

const NAME_LENGTH = 60;

/** As it stands in the store: `strokes` is a strokes file, `meant` a line as `replay --text` prints it, `at` ms since 1970. */
const rowSchema = z.object({
  id: z.string(),
  name: z.string().max(NAME_LENGTH),
  at: z.number(),
  profile: z.string(),
  profileName: z.string(),
  board: z.string(),
  meant: z.string(),
  strokes: z.string(),
});
export type Take = z.infer<typeof rowSchema>;

const database = new Dexie('underloom-takes', { chromeTransactionDurability: 'strict' }) as Dexie & {
  takes: EntityTable<Take, 'id'>;
};
database.version(1).stores({ takes: 'id, at' });

type TakesState = {
  /** The newest first; null as long as the store has not been read. */
  takes: readonly Take[] | null;
  /** Why the store cannot be read; empty when it can. */
  problem: string;
  follow(): void;
  /** Keeps a take, in the place of what was kept with this id before. Why not, when the store refuses. */
  add(take: Omit<Take, 'id'>, id?: string): Promise<string | undefined>;
  rename(id: string, name: string): Promise<string | undefined>;
  remove(ids: readonly string[]): Promise<string | undefined>;
};

let isFollowed = false;

/** Does something to the store; why not, when it refuses. */
async function kept(work: () => Promise<unknown>): Promise<string | undefined> {
  try {
    await inTime(work(), WRITES_WITHIN_MS);
    return undefined;
  } catch (error) {
    return whyNot(error);
  }
}

const nameOf = (name: string): string => name.trim().replace(/\s+/g, ' ').slice(0, NAME_LENGTH);

export const useTakes = create<TakesState>()((set) => ({
  takes: null,
  problem: '',

  follow() {
    if (isFollowed) return;
    isFollowed = true;
    const read = async (): Promise<Take[]> => {
      const rows = await inTime(database.takes.orderBy('at').reverse().toArray(), OPENS_WITHIN_MS);
      return rows.flatMap((row) => rowSchema.safeParse(row).data ?? []);
    };
    liveQuery(read).subscribe({
      next: (takes) => set({ takes, problem: '' }),
      error: (error: unknown) => {
        isFollowed = false;
        set(({ takes }) => ({ takes: takes ?? [], problem: reasonOf(error) }));
      },
    });
  },

  add: (take, id = newActId()) => kept(() => database.takes.put({ ...take, name: nameOf(take.name), id })),
  rename: (id, name) => kept(() => database.takes.update(id, { name: nameOf(name) })),
  remove: (ids) => kept(() => database.takes.bulkDelete([...ids])),
}));

/** Of what a take is that is made now: when, on which profile and board. */
export const headOf = ({ id, name, board }: Profile): Pick<Take, 'at' | 'profile' | 'profileName' | 'board'> => ({
  at: Date.now(),
  profile: id,
  profileName: name,
  board,
});

/** What fingers did, as a take keeps it. */
export const strokesOfTake = (samples: readonly Sample[]): string => writeStrokes(samples);

/** How a board of a take is called. */
export const boardNameOf = ({ board }: Take): string => boardById(board)?.name ?? board;
