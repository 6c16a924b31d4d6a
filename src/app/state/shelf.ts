/**
 * The profiles of this browser and the edits made to them. Each profile has a history of its own; an edit is a value, its
 * inverse is kept for undo, and what changed is stored at once.
 */
import { nanoid } from 'nanoid';
import { create } from 'zustand';
import { PROMPT_BOOK, SHOW_DESK } from '../../../demo';
import { applyEdit, invertEdit, type Edit, type Profile } from '../../core/profile';
import {
  flagSchema,
  loadPreference,
  loadShelf,
  removeProfile,
  storePreference,
  storeProfile,
  type ShelfEntry,
} from './database';

/** One step that can be taken back: what undoes it, and what it is called. */
type Step = { undo: Edit; redo: Edit; what: string };
type History = { past: Step[]; future: Step[] };
export type SaveState = 'saved' | 'saving' | 'failed';

type ShelfState = {
  status: 'loading' | 'ready' | 'failed';
  /** Why the shelf could not be read. */
  failure: string;
  /** Profiles in the store that no longer pass the schema; they are kept, and can be downloaded. */
  unreadable: { id: string; profile: unknown }[];
  entries: ShelfEntry[];
  histories: Record<string, History>;
  saveState: SaveState;
  /** True when this browser had no profiles and the demo was put on the shelf. */
  firstStart: boolean;
  load(): Promise<void>;
  add(profile: Profile): void;
  /**
   * Makes an edit to a profile; `what` names it for undo. Edits that go on (a drag, a word being typed) become one step
   * with those of the same name just before.
   */
  edit(id: string, edit: Edit, what: string, goesOn?: boolean): void;
  undo(id: string): string | undefined;
  redo(id: string): string | undefined;
  /** Takes a profile off the shelf; what is returned puts it back. */
  remove(id: string): () => void;
};

const MOST_STEPS = 500;
const NO_HISTORY: History = { past: [], future: [] };
/** Edits that go on within this time are one step, so that undo takes back a drag or a word, not a pixel or a letter. */
const MERGE_WITHIN_MS = 900;

/** Profiles with changes that are not written yet, and those being written. */
const unstored = new Set<string>();
const writing = new Set<string>();
let lastEdit = { id: '', what: '', atMs: 0 };

export const newProfileId = (): string => `p_${nanoid(8)}`;

export const useShelf = create<ShelfState>()((set, get) => {
  /** Writes a profile at once; what changes while it is being written is written right after. */
  const store = async (id: string): Promise<void> => {
    unstored.add(id);
    set({ saveState: 'saving' });
    if (writing.has(id)) return;
    writing.add(id);
    try {
      while (unstored.delete(id)) {
        const entry = get().entries.find(({ profile }) => profile.id === id);
        if (entry) await storeProfile(entry);
      }
      if (unstored.size === 0 && writing.size === 1) set({ saveState: 'saved' });
    } catch {
      set({ saveState: 'failed' });
    } finally {
      writing.delete(id);
    }
  };

  /** Puts a changed profile in its place and stores it. */
  const replace = (profile: Profile, history: History): void => {
    set(({ entries, histories }) => ({
      entries: entries.map((entry) => (entry.profile.id === profile.id ? { profile, changedAt: Date.now() } : entry)),
      histories: { ...histories, [profile.id]: history },
    }));
    void store(profile.id);
  };

  const profileOf = (id: string): Profile | undefined =>
    get().entries.find(({ profile }) => profile.id === id)?.profile;

  /** Moves one step between past and future, and returns its name. */
  const travel = (id: string, direction: 'undo' | 'redo'): string | undefined => {
    const profile = profileOf(id);
    const history = get().histories[id] ?? NO_HISTORY;
    const step = direction === 'undo' ? history.past.at(-1) : history.future.at(-1);
    if (!profile || !step) return undefined;
    lastEdit = { id: '', what: '', atMs: 0 };
    const next =
      direction === 'undo'
        ? { past: history.past.slice(0, -1), future: [...history.future, step] }
        : { past: [...history.past, step], future: history.future.slice(0, -1) };
    replace(applyEdit(profile, step[direction]), next);
    return step.what;
  };

  return {
    status: 'loading',
    failure: '',
    unreadable: [],
    entries: [],
    histories: {},
    saveState: 'saved',
    firstStart: false,

    async load() {
      try {
        const { entries, unreadable } = await loadShelf();
        const started = await loadPreference('started', flagSchema, false);
        if (started || entries.length > 0) {
          set({ status: 'ready', entries, unreadable });
          return;
        }
        const now = Date.now();
        const demo = [SHOW_DESK, PROMPT_BOOK].map((profile, index) => ({ profile, changedAt: now - index }));
        await Promise.all(demo.map(storeProfile));
        await storePreference('started', true);
        set({ status: 'ready', entries: demo, unreadable, firstStart: true });
      } catch (error) {
        set({ status: 'failed', failure: error instanceof Error ? error.message : String(error) });
      }
    },

    add(profile) {
      set(({ entries }) => ({
        entries: [{ profile, changedAt: Date.now() }, ...entries.filter((entry) => entry.profile.id !== profile.id)],
      }));
      void store(profile.id);
    },

    edit(id, edit, what, goesOn = false) {
      const profile = profileOf(id);
      if (!profile) return;
      const history = get().histories[id] ?? NO_HISTORY;
      const changed = applyEdit(profile, edit);
      const now = Date.now();
      const merges = goesOn && lastEdit.id === id && lastEdit.what === what && now - lastEdit.atMs < MERGE_WITHIN_MS;
      lastEdit = { id, what, atMs: now };
      const last = history.past.at(-1);
      const step: Step =
        merges && last
          ? { undo: last.undo, redo: { edit: 'several', edits: [last.redo, edit] }, what }
          : { undo: invertEdit(profile, edit), redo: edit, what };
      const past = merges && last ? [...history.past.slice(0, -1), step] : [...history.past.slice(-MOST_STEPS), step];
      replace(changed, { past, future: [] });
    },

    undo: (id) => travel(id, 'undo'),
    redo: (id) => travel(id, 'redo'),

    remove(id) {
      const entry = get().entries.find(({ profile }) => profile.id === id);
      unstored.delete(id);
      set(({ entries }) => ({ entries: entries.filter(({ profile }) => profile.id !== id) }));
      void removeProfile(id);
      return () => {
        if (!entry) return;
        set(({ entries }) => ({ entries: [entry, ...entries].sort((a, b) => b.changedAt - a.changedAt) }));
        void store(id);
      };
    },
  };
});

export const useProfile = (id: string): Profile | undefined =>
  useShelf((state) => state.entries.find(({ profile }) => profile.id === id)?.profile);
