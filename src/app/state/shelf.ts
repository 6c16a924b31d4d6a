/**
 * The shelf: the profiles of this browser as the page shows them. What is done to one is an act; its keeper writes it, follows
 * what other windows do to it, and says where it is. Nothing waits for the store: without one, everything works and is plainly
 * marked as not kept.
 */
import { create } from 'zustand';
import {
  historyStepSchema,
  mayChangeTooMuch,
  MOST_CHANGES,
  newDocument,
  rowOf,
  unreadableRow,
  type Document,
  type Edit,
  type Profile,
  type Step,
} from '../../core/profile';
import { foreign, listed } from '../../core/reading';
import { newActId, newProfileId } from './ids';
import { NewerStore, onStoreGone, opened, reasonOf } from './database';
import { Keeper, type Keeping, type Kept, type Told } from './keeper';
import { erase, isThere, loadNewer, loadShelf, type Stored, type UnreadableRow } from './store';
import { onLeftBehind } from './leaving';
import type { Besides } from './besides';
import { flagSchema, loadPreference, storePreference } from './preferenceStore';
import { askToPersist } from './persistence';
import { beforeEdit } from './snapshots';
import { takingOver, writeDownWhenLeaving } from './takeOver';
import { onOtherWindows, tellOtherWindows } from './windows';

export type { Keeping, UnreadableRow };

/** A profile on the shelf, when it was last changed (ms since 1970), and where it is. */
export type ShelfEntry = Kept & { profile: Profile };

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
  /** Decides about a clash between a variant and its base: what the variant says counts. */
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

const keepers = new Map<string, Keeper>();
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

export const useShelf = create<ShelfState>()((set, get) => {
  const notify = (text: string): void =>
    set(({ notices }) => ({ notices: [...notices, { id: ++lastNotice, text }].slice(-5) }));

  const drop = (id: string): void => {
    keepers.delete(id);
    set(({ entries }) => ({ entries: entries.filter(({ profile }) => profile.id !== id) }));
  };

  /** What a keeper says about a profile goes to the page. */
  const tellingOf = (id: string): Told => ({
    changed: (kept: Kept) => {
      const before = get().entries.find(({ profile }) => profile.id === id)?.profile;
      set(({ entries }) => ({
        entries: entries.map((entry) =>
          entry.profile.id === id ? { ...kept, profile: kept.document.profile } : entry,
        ),
      }));
      if (before !== kept.document.profile) restAgain(id);
    },
    unfit: unfitFor,
    refused: (what: string, reason: string) =>
      notify(`Another window has changed this profile meanwhile, so “${what}” could not be kept: ${reason}`),
    gone: () => {
      const entry = get().entries.find(({ profile }) => profile.id === id);
      if (!entry) return;
      drop(id);
      set(({ takenOffElsewhere }) => ({ takenOffElsewhere: new Map(takenOffElsewhere).set(id, entry.document) }));
    },
  });

  /** Why something that rests on a profile could not be read any more if that became another one. */
  const unfitFor = (document: Document, before: Document): string | undefined => {
    const { profile, base } = document;
    const tooMany = mayChangeTooMuch(document);
    if (tooMany !== undefined && base)
      return `That would change ${tooMany} things of ${foreign(base.name)}; ${MOST_CHANGES} are the most. Make it whole first.`;
    if (profile.board === before.profile.board) return undefined;
    const resting = get().entries.filter((one) => one.profile.restsOn === profile.id);
    return resting.length === 0
      ? undefined
      : `${listed(resting.map((one) => one.profile.name))} ${resting.length > 1 ? 'rest' : 'rests'} on it, for the same board. Make that whole first.`;
  };

  /** What rests on a profile follows it, and it follows what it rests on. A circle, which two windows can make together, is left alone. */
  const restAgain = (id: string): void => {
    const profileOf = (one: string): Profile | undefined => keepers.get(one)?.kept.document.profile;
    const below: string[] = [];
    for (let on = profileOf(id)?.restsOn; on !== undefined; on = profileOf(on)?.restsOn) {
      if (on === id) return;
      // A circle further down is not this one's business.
      if (below.includes(on)) break;
      below.push(on);
    }
    const base = below[0] === undefined ? undefined : profileOf(below[0]);
    if (base) keepers.get(id)?.rebase(base);
    const own = profileOf(id);
    if (own) for (const keeper of keepers.values()) if (keeper.kept.document.profile.restsOn === id) keeper.rebase(own);
  };

  const show = (id: string, keeper: Keeper): void => {
    keepers.set(id, keeper);
    const { kept } = keeper;
    set(({ entries, takenOffElsewhere }) => {
      const elsewhere = new Map(takenOffElsewhere);
      elsewhere.delete(id);
      return {
        entries: [{ ...kept, profile: kept.document.profile }, ...entries.filter(({ profile }) => profile.id !== id)],
        takenOffElsewhere: elsewhere,
      };
    });
    restAgain(id);
  };

  const take = (stored: Stored): void => {
    const { id } = stored.document.profile;
    if (!keepers.has(id)) show(id, Keeper.of(stored, tellingOf(id)));
  };

  const addNew = async (profile: Profile, document?: Document, birth?: string, besides?: Besides): Promise<Keeping> => {
    // The same gate as for edits: what would not load again never comes to the shelf.
    const base = profile.restsOn === undefined ? undefined : keepers.get(profile.restsOn)?.kept.document.profile;
    const row = rowOf({ ...(document ?? newDocument(profile)), ...(base && { base }) });
    const reason = unreadableRow(row, (id) => {
      const below = keepers.get(id)?.kept.document;
      return below && rowOf(below);
    });
    if (reason !== undefined) {
      const because = `it would not load again: ${reason}`;
      notify(`“${foreign(profile.name)}” was not put on the shelf: ${because}`);
      return { state: 'notKept', because };
    }
    const keeper = Keeper.ofNew(profile, tellingOf(profile.id), document, birth, besides);
    show(profile.id, keeper);
    return keeper.write().then((keeping) => {
      tellOtherWindows({ what: 'look', id: profile.id });
      return keeping;
    });
  };

  /** The demo is fetched when it is put on the shelf, which is once in the life of a browser. */
  const demoProfiles = async (): Promise<Profile[]> => {
    const { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } = await import('../../../demo');
    return [SOUND_PAD, PROMPT_BOOK, SHOW_DESK];
  };

  let attaching: Promise<boolean> | null = null;
  let nextTry: ReturnType<typeof setTimeout> | null = null;

  /** Reads the store and takes what is in it; tries again later when that fails. What is on the page stays. */
  const attach = (): Promise<boolean> => {
    if (nextTry) clearTimeout(nextTry);
    nextTry = null;
    attaching ??= attachOnce().finally(() => {
      attaching = null;
    });
    return attaching;
  };

  const attachOnce = async (): Promise<boolean> => {
    try {
      const { stored, unreadable } = await loadShelf();
      const started = await loadPreference('started', flagSchema, false);
      // A demo that was shown while the store did not answer, and that nobody touched, gives way to what is kept.
      if (stored.length > 0 || started)
        for (const { document, profile } of get().entries)
          if (document.past.length === 0 && pretended.has(profile.id) && !isLookedAt(profile.id)) drop(profile.id);
      for (const one of stored.toReversed()) take(one);
      await takeOver();
      const isFirst = !started && stored.length === 0 && get().entries.length === 0;
      const demo = isFirst ? await demoProfiles() : [];
      const adding = demo.map((profile) => addNew(profile, undefined, DEMO_BIRTH));
      set({ unreadable, storeProblem: '', status: 'ready', ...(isFirst && { firstStart: true }) });
      for (const keeper of keepers.values()) if (keeper.isAhead) void keeper.write();
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

  const takeOver = takingOver(keepers, (profile, birth, board) => addNew(profile, undefined, birth, { board }));

  const pretended = new Set<string>();
  const isLookedAt = (id: string): boolean => typeof location !== 'undefined' && location.pathname.includes(id);

  /** The step that undo or redo is about goes to the keeper as an act. */
  const travel = (id: string, direction: 'undo' | 'redo'): Travelled => {
    const keeper = keepers.get(id);
    if (!keeper) return undefined;
    const { past, future } = keeper.kept.document;
    const step = direction === 'undo' ? past.at(-1) : future.at(-1);
    if (!step) return undefined;
    const refused = isSoundStep(step)
      ? keeper.act({ act: direction, id: newActId(), step: step.id })
      : 'That step was written by another version, and cannot be read.';
    return refused === undefined ? { what: step.what } : { refused };
  };

  onOtherWindows((message) => {
    const keeper = keepers.get(message.id);
    if (keeper && message.what === 'acts') keeper.hear(message.from, message.to, message.acts, message.changedAt);
    else if (keeper) void keeper.follow();
    else void attach();
  });

  onLeftBehind(() => void takeOver().catch(() => undefined));

  onStoreGone(() => {
    // Whatever took it away may have taken what was in it: everything is written that is not there any more.
    setTimeout(() => keepers.forEach((keeper) => keeper.makeSure()), 200);
  });

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

    whenKept: async (id) =>
      (await keepers.get(id)?.write()) ?? { state: 'notKept', because: 'it is not on the shelf any more' },

    async isTaken(id) {
      if (keepers.has(id)) return true;
      try {
        return await isThere(id);
      } catch {
        // A store that cannot be asked has nothing that could be overwritten: writing would fail the same.
        return get().unreadable.some((row) => row.id === id);
      }
    },

    edit(id, edit, what, row) {
      const keeper = keepers.get(id);
      if (!keeper) return 'This profile is not on the shelf any more.';
      const before = keeper.kept.document.profile;
      const refused = keeper.act({ act: 'edit', id: newActId(), edit, what, ...(row !== undefined && { row }) });
      if (refused === undefined) {
        beforeEdit(before);
        askToPersist();
      }
      return refused;
    },

    resolveClash: (id, subject) => void keepers.get(id)?.act({ act: 'resolve', id: newActId(), subject }),

    undo: (id) => travel(id, 'undo'),
    redo: (id) => travel(id, 'redo'),

    async readHistory(id) {
      await keepers.get(id)?.readHistory();
    },

    async remove(id) {
      const keeper = keepers.get(id);
      if (!keeper) return { ok: false, because: 'it is not on the shelf' };
      const resting = get().entries.filter(({ profile }) => profile.restsOn === id);
      if (resting.length > 0)
        return {
          ok: false,
          because: `${listed(resting.map(({ profile }) => profile.name))} ${resting.length > 1 ? 'rest' : 'rests'} on it`,
        };
      await keeper.readHistory();
      const { document } = keeper.kept;
      await keeper.leave();
      let besides: Besides;
      try {
        besides = await erase(id, keeper.birth);
      } catch (error) {
        keeper.stay();
        return { ok: false, because: reasonOf(error) };
      }
      drop(id);
      tellOtherWindows({ what: 'look', id });
      return { ok: true, putBack: () => addNew(document.profile, document, undefined, besides) };
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
      for (const keeper of keepers.values()) void keeper.write();
    },

    notify,
    readNotice: (id) => set(({ notices }) => ({ notices: notices.filter((notice) => notice.id !== id) })),
  };
});

writeDownWhenLeaving(keepers);

export const useProfile = (id: string): Profile | undefined =>
  useShelf((state) => state.entries.find(({ profile }) => profile.id === id)?.profile);

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
