/**
 * What a person has pasted or listed to write, to practise and to count with: one text and one list of shortcuts, the same on every part of the
 * practice bench, kept in this browser alone. Of two windows each goes on with its own; the one that was written last is found again.
 */
import { create } from 'zustand';
import { z } from '../../core/reading';
import { whyNot } from './database';
import { forgetIfKept, leftBehind, onLeaving } from './kept/leaving';
import { loadPreference, storePreference } from './preferenceStore';

const KINDS = ['text', 'shortcuts'] as const;
export type OwnWordsKind = (typeof KINDS)[number];

/** The most that is kept of each, in characters. */
export const LONGEST_OWN: Readonly<Record<OwnWordsKind, number>> = { text: 20_000, shortcuts: 5000 };
const NAMES: Readonly<Record<OwnWordsKind, string>> = { text: 'ownText', shortcuts: 'ownShortcuts' };

type OwnWordsState = {
  /** Undefined as long as nobody has written anything, or the store has not answered. */
  words: Readonly<Partial<Record<OwnWordsKind, string>>>;
  /** Why it is not kept; empty when it is. */
  problem: string;
  /** Reads what is kept; what has been written meanwhile stays. */
  read(): Promise<void>;
  write(kind: OwnWordsKind, words: string): void;
};

/** With the time of writing, in ms since 1970. */
const keptSchema = z.object({ words: z.string().max(Math.max(...Object.values(LONGEST_OWN))), at: z.number() });
const LEFT = 'own words';
const leftSchema = keptSchema.extend({ kind: z.enum(KINDS) });

let isRead = false;
/** What is on its way to the store. */
const underWay = new Set<OwnWordsKind>();
/** What the store does not have yet, and when it was written. */
const unkept = new Map<OwnWordsKind, number>();
/** The latest time that is known of each: what is written now is later, whatever the clock says. */
const latestAt = new Map<OwnWordsKind, number>();

export const useOwnWords = create<OwnWordsState>()((set, get) => {
  /** Keeps what is there now, and again until nothing has changed on the way. */
  const keep = async (kind: OwnWordsKind): Promise<void> => {
    if (underWay.has(kind)) return;
    underWay.add(kind);
    let problem = '';
    for (let at = unkept.get(kind); at !== undefined && problem === ''; at = unkept.get(kind)) {
      const words = get().words[kind] ?? '';
      try {
        await storePreference(NAMES[kind], { words, at });
        if (words === get().words[kind]) unkept.delete(kind);
      } catch (error) {
        problem = whyNot(error);
      }
    }
    underWay.delete(kind);
    forgetIfKept();
    set({ problem });
  };
  onLeaving(LEFT, () => [...unkept].map(([kind, at]) => ({ kind, words: get().words[kind], at })));
  return {
    words: {},
    problem: '',
    async read() {
      if (isRead) return;
      isRead = true;
      for (const kind of KINDS) {
        const kept = await loadPreference(NAMES[kind], keptSchema.optional(), undefined).catch(
          () => void (isRead = false),
        );
        // A page that was left a moment ago may have written something that the store never got.
        const left = leftBehind(LEFT, leftSchema).filter(({ item }) => item.kind === kind);
        const latest = left.reduce((last, { item }) => (item.at > (last?.at ?? 0) ? item : last), kept ?? undefined);
        latestAt.set(kind, Math.max(latestAt.get(kind) ?? 0, latest?.at ?? 0));
        const isNew = get().words[kind] === undefined;
        if (isNew && latest) set(({ words }) => ({ words: { ...words, [kind]: latest.words } }));
        if (isNew && latest && latest !== kept) {
          unkept.set(kind, latest.at);
          await keep(kind);
        }
        if (!unkept.has(kind)) for (const { done } of left) done();
      }
    },
    write(kind, words) {
      set((state) => ({ words: { ...state.words, [kind]: words.slice(0, LONGEST_OWN[kind]) } }));
      const at = Math.max(Date.now(), (latestAt.get(kind) ?? 0) + 1);
      latestAt.set(kind, at);
      unkept.set(kind, at);
      void keep(kind);
    },
  };
});
