/**
 * What was brought and is not on the shelf yet: nothing of it is written before the person has seen it and said so. It is read in a worker, which is stopped when it
 * takes too long: whatever an archive holds, the page goes on.
 */
import { create } from 'zustand';
import type { Incoming } from '../../core/files';
import { sameData } from '../../core/profile';
import { findShareCode } from '../../core/files/share/mark';
import { READING_BUDGET } from '../../core/reading';
import type { BringInAnswer, BringInOrder } from '../../workers/bringInOrder';
import { useBoards } from './boards';

/** A profile that waits, with where it came from. */
export type Waiting = Extract<Incoming, { profile: unknown }> & { key: number; from: string; size: number };
/** Something that could not be read, in words. */
type NotRead = { from: string; reason: string };

type IncomingState = {
  isReading: boolean;
  waiting: readonly Waiting[];
  notRead: readonly NotRead[];
  bringFiles(files: readonly File[]): Promise<void>;
  bringText(text: string): Promise<void>;
  /** Puts a changed profile in the place of one that waits. */
  change(key: number, to: Partial<Pick<Waiting, 'profile'>>): void;
  /** Lets go of some that wait: they were brought in, or are not wanted. */
  letGo(keys: readonly number[]): void;
  readNotRead(): void;
};

/** A profile that comes once more, from another archive of the same bundle, is the same one: only its snapshots are added. */
function withAnother(waiting: readonly Waiting[], one: Waiting): readonly Waiting[] {
  const at = waiting.findIndex(({ profile }) => profile.id === one.profile.id);
  const same = waiting[at];
  if (!same || !sameData(same.profile, one.profile)) return [...waiting, one];
  const snapshots = [...(same.snapshots ?? []), ...(one.snapshots ?? [])];
  return waiting.with(at, { ...same, tags: same.tags ?? one.tags ?? [], ...(snapshots.length > 0 && { snapshots }) });
}

const READS_WITHIN_MS = 20_000;
let lastKey = 0;

function readIt(order: BringInOrder): Promise<BringInAnswer> {
  return new Promise((resolve) => {
    const worker = new Worker(new URL('../../workers/bringIn.worker.ts', import.meta.url), { type: 'module' });
    const over = (answer: BringInAnswer): void => {
      clearTimeout(timer);
      worker.terminate();
      resolve(answer);
    };
    const timer = setTimeout(() => over({ reason: 'the whole file: takes too long to read' }), READS_WITHIN_MS);
    worker.onmessage = ({ data }: MessageEvent<BringInAnswer>) => over(data);
    worker.onerror = () => over({ reason: 'it cannot be read' });
    worker.postMessage(order);
  });
}

export const useIncoming = create<IncomingState>()((set) => {
  const bring = async (from: string, size: number, what: Uint8Array | string): Promise<void> => {
    const boards = useBoards.getState().own.map(({ board }) => board);
    const answer = await readIt({ what, boards });
    const items = 'items' in answer ? answer.items : [{ place: '', reason: answer.reason }];
    set(({ waiting, notRead }) => ({
      waiting: items.reduce<readonly Waiting[]>(
        (all, one) => ('profile' in one ? withAnother(all, { ...one, key: ++lastKey, from, size }) : all),
        waiting,
      ),
      notRead: [
        ...notRead,
        ...items.flatMap((one): NotRead[] =>
          'reason' in one ? [{ from, reason: one.place === '' ? one.reason : `${one.place}: ${one.reason}` }] : [],
        ),
      ],
    }));
  };
  const reading = async (work: () => Promise<void>): Promise<void> => {
    set({ isReading: true });
    try {
      await work();
    } finally {
      set({ isReading: false });
    }
  };
  return {
    isReading: false,
    waiting: [],
    notRead: [],

    bringFiles: (files) =>
      reading(async () => {
        for (const file of files) {
          const most = Math.max(READING_BUDGET.json.bytes, READING_BUDGET.bundle.bytes);
          if (file.size > most)
            set(({ notRead }) => ({
              notRead: [...notRead, { from: file.name, reason: `the whole file: is larger than ${most >> 20} MB` }],
            }));
          else
            try {
              await bring(file.name, file.size, new Uint8Array(await file.arrayBuffer()));
            } catch {
              set(({ notRead }) => ({ notRead: [...notRead, { from: file.name, reason: 'it cannot be read' }] }));
            }
        }
      }),

    bringText: (text) =>
      reading(() => bring(findShareCode(text) === undefined ? 'what was pasted' : 'a share code', text.length, text)),

    change: (key, to) =>
      set(({ waiting }) => ({ waiting: waiting.map((one) => (one.key === key ? { ...one, ...to } : one)) })),
    letGo: (keys) => set(({ waiting }) => ({ waiting: waiting.filter(({ key }) => !keys.includes(key)) })),
    readNotRead: () => set({ notRead: [] }),
  };
});
