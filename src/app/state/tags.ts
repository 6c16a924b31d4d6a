/** Words by which a person sorts the profiles of the shelf. They are the browser's, not the profile's; a bundle takes them along. */
import { create } from 'zustand';
import { z } from '../../core/reading';
import { database, inTime, opened, OPENS_WITHIN_MS, whyNot, WRITES_WITHIN_MS } from './database';

const MOST_TAGS = 12;
const TAG_LENGTH = 30;

const rowSchema = z.object({ id: z.string(), tags: z.array(z.string().max(TAG_LENGTH)).max(MOST_TAGS) });

type TagsState = {
  byProfile: ReadonlyMap<string, readonly string[]>;
  load(): Promise<void>;
  /** Tags that were written with their profile. */
  shown(id: string, tags: readonly string[]): void;
  /** Gives a profile these tags and no others; why not, when the store refuses. */
  put(id: string, tags: readonly string[]): Promise<string | undefined>;
};

const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('underloom-tags');
if (channel && 'unref' in channel) (channel as { unref(): void }).unref();

/** Tags as they are kept: without spaces around, none twice, none empty. */
export const tidyTags = (tags: readonly string[]): string[] =>
  [...new Set(tags.map((tag) => tag.trim().replace(/\s+/g, ' ').slice(0, TAG_LENGTH)))]
    .filter((tag) => tag !== '')
    .slice(0, MOST_TAGS);

export const useTags = create<TagsState>()((set, get) => {
  channel?.addEventListener('message', () => void get().load());
  return {
    byProfile: new Map(),

    async load() {
      try {
        await opened();
        const rows = await inTime(database.tags.toArray(), OPENS_WITHIN_MS);
        const read = rows.flatMap((row) => rowSchema.safeParse(row).data ?? []);
        set({ byProfile: new Map(read.map(({ id, tags }) => [id, tags])) });
      } catch {
        // The shelf says that the store cannot be read; what is shown stays.
      }
    },

    shown(id, tags) {
      set(({ byProfile }) => ({ byProfile: new Map(byProfile).set(id, tags) }));
      channel?.postMessage('changed');
    },

    async put(id, tags) {
      const before = get().byProfile;
      const tidy = tidyTags(tags);
      set({ byProfile: new Map(before).set(id, tidy) });
      try {
        await opened();
        await inTime(database.tags.put({ id, tags: tidy }), WRITES_WITHIN_MS);
        channel?.postMessage('changed');
        return undefined;
      } catch (error) {
        set({ byProfile: before });
        return whyNot(error);
      }
    },
  };
});
