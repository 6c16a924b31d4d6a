/**
 * The shelf: the profiles of this browser as the page shows them. What is done to one is an act; its keeper writes it, follows
 * what other windows do to it, and says where it is. Nothing waits for the store: without one, everything works and is plainly
 * marked as not kept.
 */
import { create } from 'zustand';
import { historyStepSchema, newDocument, type Document, type Edit, type Profile, type Step } from '../../core/profile';
import { foreign } from '../../core/reading';
import { newActId, newProfileId } from './ids';
import { NewerStore, onStoreGone, opened, reasonOf } from './database';
import { erase, isThere, loadNewer, loadShelf, type Stored, type UnreadableRow } from './store';
import { Collection, type Entry } from './kept/collection';
import type { Keeping } from './kept/kept';
import { onLeftBehind } from './kept/leaving';
import type { Besides } from './besides';
import { flagSchema, loadPreference, storePreference } from './preferenceStore';
import { askToPersist } from './persistence';
import { profileKind } from './profileKind';
import { restAgain, unfitFor, unreadableAsNew, whatRestsOn, type Profiles } from './resting';
import { beforeEdit } from './snapshots';
import { takeOverUnborn, writeDownUnborn } from './unborn';

export type { Keeping, UnreadableRow };

/** A profile on the shelf, when it was last changed (ms since 1970), and where it is. */
export type ShelfEntry = Entry<Document> & { profile: Profile };

/** What became of undo or redo: what the step is called, why it was refused, or nothing when there is no such step. */
export type Travelled = { what: string } | { refused: string } | undefined;

/** Something the person has to know that no field can show: it happened in another window, or to the store. */
type Notice = { id: number; text: string };

type ShelfState = {
  status: 'loading' | 'ready';
  /** Why the browser's store cannot be used; empty when it can. */
  storeProblem: string;
  /** Profiles in the store that this version cannot read; they stay there, and can be saved as files. */
  unreadable: UnreadableRow[];
  entries: ShelfEntry[];
  /** Profiles that another window has taken off the shelf while they were shown here. */
  takenOffElsewhere: ReadonlyMap<string, Document>;
  notices: readonly Notice[];
  /** True when this browser had no profiles and the demo was put on the shelf. */
  firstStart: boolean;
  load(): Promise<void>;
  /** Puts a new profile on the shelf, with what comes along; resolves when all of it is kept, or is not. */
  add(profile: Profile, document?: Document, besides?: Besides): Promise<Keeping>;
  /** Resolves when everything that was done to a profile is kept, or is not. */
  whenKept(id: string): Promise<Keeping>;
  /** Whether an id is taken, on the shelf or by something in the store that cannot be read. */
  isTaken(id: string): Promise<boolean>;
  /**
   * Makes an edit to a profile; `what` names it for undo. Edits of one `row`, a drag or a visit to a field, become one step.
   * @returns why it was refused; undefined when it was made
   */
  edit(id: string, edit: Edit, what: string, row?: string): string | undefined;
  /** The person has decided about a clash: what the variant says counts. */
  resolveClash(id: string, subject: string): void;
  undo(id: string): Travelled;
  redo(id: string): Travelled;
  /** Reads the steps of a profile that can be taken back. */
  readHistory(id: string): Promise<void>;
  /** Takes a profile off the shelf for good; the reason when the store refuses, and then it stays. */
  remove(id: string): Promise<{ ok: true; putBack: () => Promise<Keeping> } | { ok: false; because: string }>;
  /** Takes something that cannot be read out of the store for good; the reason when that fails. */
  removeUnreadable(id: string): Promise<string | undefined>;
  /** Puts back what another window has taken off. */
  putBack(id: string): void;
  /** Tries at once what is not kept. */
  tryAgain(): void;
  /** Says something on whatever page is open. */
  notify(text: string): void;
  readNotice(id: number): void;
};

let lastNotice = 0;
const STORE_RETRY_MS = 5000;
/** Two windows of a new browser may put the demo on the shelf at once: it is one demo. */
const DEMO_BIRTH = 'demo';

/** Steps that were looked at: what comes from the store may have been written by another version. */
const sound = new WeakSet<Step>();
function isSoundStep(step: Step): boolean {
  if (!sound.has(step)) {
    if (!historyStepSchema.safeParse(step).success) return false;
    sound.add(step);
  }
  return true;
}

/** The profile that the page's address names. */
const lookedAt = (): string | undefined =>
  typeof location === 'undefined' ? undefined : /^\/(?:profile|history|sheet)\/([^/]+)/.exec(location.pathname)?.[1];

const isSameEntry = (a: Entry<Document>, b: Entry<Document>): boolean =>
  a.document === b.document && a.keeping === b.keeping && a.changedAt === b.changedAt && a.hasHistory === b.hasHistory;

export const useShelf = create<ShelfState>()((set, get) => {
  const notify = (text: string): void =>
    set(({ notices }) => ({ notices: [...notices, { id: ++lastNotice, text }].slice(-5) }));

  /** The only truth of what is on the shelf; `entries` is how it is drawn. */
  const profiles: Profiles = new Collection(
    profileKind((document, before) => unfitFor(profiles, document, before)),
    {
      show(entries) {
        const before = new Map(get().entries.map((entry) => [entry.id, entry]));
        // An entry that is as it was stays the same object, and is not drawn again.
        set({
          entries: entries.map((entry) => {
            const old = before.get(entry.id);
            return old && isSameEntry(old, entry) ? old : { ...entry, profile: entry.document.profile };
          }),
        });
      },
      changed(id) {
        if (get().takenOffElsewhere.has(id))
          set(({ takenOffElsewhere }) => {
            const elsewhere = new Map(takenOffElsewhere);
            elsewhere.delete(id);
            return { takenOffElsewhere: elsewhere };
          });
        restAgain(profiles, id);
      },
      refused: (_id, act, reason) =>
        notify(
          `Another window has changed this profile meanwhile, so “${act.act === 'edit' ? act.what : act.act}” could not be kept: ${reason}`,
        ),
      gone: ({ id, document }) =>
        set(({ takenOffElsewhere }) => ({ takenOffElsewhere: new Map(takenOffElsewhere).set(id, document) })),
      // What is being read may have been read before that came.
      unknown: () => {
        if (attaching) readsAgain = true;
        else void attach();
      },
    },
  );

  const take = (stored: Stored): void => void profiles.take(stored.document.profile.id, stored);

  const addNew = async (profile: Profile, document?: Document, birth?: string, besides?: Besides): Promise<Keeping> => {
    // The same gate as for edits: what would not load again never comes to the shelf.
    const reason = unreadableAsNew(profiles, profile, document);
    if (reason !== undefined) {
      const because = `it would not load again: ${reason}`;
      notify(`“${foreign(profile.name)}” was not put on the shelf: ${because}`);
      return { state: 'notKept', because };
    }
    const stored = {
      document: document ?? newDocument(profile),
      changedAt: Date.now(),
      revision: 0,
      oldestRead: 0,
      first: 0,
    };
    return profiles.add(profile.id, stored, { besides, birth });
  };

  /** The demo is fetched when it is put on the shelf, which is once in the life of a browser. */
  const demoProfiles = async (): Promise<Profile[]> => {
    const { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } = await import('../../../demo');
    return [SOUND_PAD, PROMPT_BOOK, SHOW_DESK];
  };

  let attaching: Promise<boolean> | null = null;
  let readsAgain = false;
  let nextTry: ReturnType<typeof setTimeout> | null = null;

  /** Reads the store and takes what is in it; tries again later when that fails. What is on the page stays. */
  const attach = (): Promise<boolean> => {
    if (nextTry) clearTimeout(nextTry);
    nextTry = null;
    attaching ??= attachOnce().finally(() => {
      attaching = null;
      if (!readsAgain) return;
      readsAgain = false;
      void attach();
    });
    return attaching;
  };

  const attachOnce = async (): Promise<boolean> => {
    try {
      const { stored, unreadable } = await loadShelf(lookedAt(), take);
      const started = await loadPreference('started', flagSchema, false);
      // A demo that was shown while the store did not answer, and that nobody touched, gives way to what is kept.
      if (stored.length > 0 || started)
        for (const { document, profile } of get().entries)
          if (document.past.length === 0 && pretended.has(profile.id) && profile.id !== lookedAt())
            profiles.drop(profile.id);
      for (const one of stored.toReversed()) take(one);
      profiles.arrange(stored.map(({ document }) => document.profile.id));
      await takeOver();
      const isFirst = !started && stored.length === 0 && get().entries.length === 0;
      const demo = isFirst ? await demoProfiles() : [];
      const adding = demo.map((profile) => addNew(profile, undefined, DEMO_BIRTH));
      set({ unreadable, storeProblem: '', status: 'ready', ...(isFirst && { firstStart: true }) });
      profiles.writeAll();
      const keepings = await Promise.all(adding);
      if (!started && keepings.every(({ state }) => state === 'kept')) await storePreference('started', true);
      return true;
    } catch (error) {
      set({ storeProblem: reasonOf(error) });
      // It does not become older by waiting.
      if (error instanceof NewerStore) return false;
      nextTry = setTimeout(() => void attach(), STORE_RETRY_MS);
      return false;
    }
  };

  /** Shows what can be read of a store that a newer version has made. Nothing of it is written. */
  const showNewer = async (): Promise<boolean> => {
    const refusal: unknown = await opened().catch((error: unknown) => error);
    if (!(refusal instanceof NewerStore)) return false;
    const { stored, unreadable } = await loadNewer().catch(() => ({ stored: [], unreadable: [] }));
    for (const one of stored.toReversed()) take(one);
    set({ unreadable, status: 'ready' });
    return true;
  };

  /** Does what pages that are gone had no time to have kept, one after the other. */
  let taking: Promise<void> = Promise.resolve();
  const takeOver = (): Promise<void> =>
    (taking = taking
      .catch(() => undefined)
      .then(() => takeOverUnborn(profiles, (profile, birth, board) => addNew(profile, undefined, birth, { board })))
      .then(() => profiles.takeOver()));

  const pretended = new Set<string>();

  /** The step that undo or redo is about is an act like others. */
  const travel = (id: string, direction: 'undo' | 'redo'): Travelled => {
    const thing = profiles.get(id);
    if (!thing) return undefined;
    const { past, future } = thing.shown.document;
    const step = direction === 'undo' ? past.at(-1) : future.at(-1);
    if (!step) return undefined;
    const refused = isSoundStep(step)
      ? thing.act({ act: direction, id: newActId(), step: step.id })
      : 'That step was written by another version, and cannot be read.';
    return refused === undefined ? { what: step.what } : { refused };
  };

  onLeftBehind(() => void takeOver().catch(() => undefined));

  onStoreGone(() => {
    // Whatever took it away may have taken what was in it: everything is written that is not there any more.
    setTimeout(() => profiles.makeSure(), 200);
  });

  writeDownUnborn(profiles);

  return {
    status: 'loading',
    storeProblem: '',
    unreadable: [],
    entries: [],
    takenOffElsewhere: new Map(),
    notices: [],
    firstStart: false,

    async load() {
      if (await attach()) return;
      if (await showNewer()) return;
      // Without a store there is the demo to work with, under ids that no store has.
      for (const profile of get().entries.length > 0 ? [] : await demoProfiles()) {
        const id = newProfileId();
        pretended.add(id);
        void addNew({ ...profile, id });
      }
      set({ status: 'ready', firstStart: true });
    },

    add: (profile, document, besides) => addNew(profile, document, undefined, besides),

    whenKept: (id) => profiles.whenKept(id),

    async isTaken(id) {
      if (profiles.get(id)) return true;
      try {
        return await isThere(id);
      } catch {
        // A store that cannot be asked has nothing that could be overwritten: writing would fail the same.
        return get().unreadable.some((row) => row.id === id);
      }
    },

    edit(id, edit, what, row) {
      const thing = profiles.get(id);
      if (!thing) return 'This profile is not on the shelf any more.';
      const before = thing.shown.document.profile;
      const refused = thing.act({ act: 'edit', id: newActId(), edit, what, ...(row !== undefined && { row }) });
      if (refused === undefined) {
        beforeEdit(before);
        askToPersist();
      }
      return refused;
    },

    resolveClash: (id, subject) => void profiles.get(id)?.act({ act: 'resolve', id: newActId(), subject }),

    undo: (id) => travel(id, 'undo'),
    redo: (id) => travel(id, 'redo'),

    async readHistory(id) {
      await profiles.get(id)?.readHistory();
    },

    async remove(id) {
      const thing = profiles.get(id);
      if (!thing) return { ok: false, because: 'it is not on the shelf' };
      const resting = whatRestsOn(profiles, id);
      if (resting !== undefined) return { ok: false, because: `${resting} on it` };
      await thing.readHistory();
      const { document } = thing.shown;
      try {
        const besides = await profiles.remove(id, () => erase(id, thing.birth));
        return { ok: true, putBack: () => addNew(document.profile, document, undefined, besides) };
      } catch (error) {
        return { ok: false, because: reasonOf(error) };
      }
    },

    async removeUnreadable(id) {
      try {
        await erase(id);
      } catch (error) {
        return reasonOf(error);
      }
      set(({ unreadable }) => ({ unreadable: unreadable.filter((row) => row.id !== id) }));
      return undefined;
    },

    putBack(id) {
      const document = get().takenOffElsewhere.get(id);
      if (document) void addNew(document.profile, document);
    },

    tryAgain() {
      if (get().storeProblem !== '') void attach();
      profiles.writeAll();
    },

    notify,
    readNotice: (id) => set(({ notices }) => ({ notices: notices.filter((notice) => notice.id !== id) })),
  };
});

export const useProfile = (id: string): Profile | undefined =>
  useShelf((state) => state.entries.find(({ profile }) => profile.id === id)?.profile);

/** Whether what the address names can be drawn: the profile that is open is read before all others. */
export const useCanBegin = (): boolean =>
  useShelf((state) => state.status === 'ready' || state.entries.some(({ id }) => id === lookedAt()));

/** Where a profile is; draws again when that changes, and not for each edit. */
export const useKeeping = (id: string): Keeping | undefined =>
  useShelf((state) => state.entries.find(({ profile }) => profile.id === id)?.keeping);

/** A profile with the steps that led to it, and what it rests on. */
export const useDocument = (id: string): Document | undefined =>
  useShelf((state) => state.entries.find(({ profile }) => profile.id === id)?.document);

export const useEntry = (id: string): ShelfEntry | undefined =>
  useShelf((state) => state.entries.find(({ profile }) => profile.id === id));

/** What of the shelf is not in the store: profiles that are not kept, or that have been on their way there for a while. */
export const notKept = (entries: readonly ShelfEntry[], nowMs: number): ShelfEntry[] =>
  entries.filter(
    ({ keeping }) =>
      keeping.state === 'notKept' || (keeping.state === 'keeping' && nowMs - keeping.sinceMs > KEEPS_WITHIN_MS),
  );

/** Writing takes this long at the most, in ms, without anybody having to know. */
const KEEPS_WITHIN_MS = 1500;

if (typeof window !== 'undefined' && typeof window.addEventListener === 'function')
  window.addEventListener('beforeunload', (event) => {
    if (notKept(useShelf.getState().entries, performance.now()).length > 0) event.preventDefault();
  });
