/** Which profiles the shelf shows, and in what order. */
import type { Profile } from '../../core/profile';
import type { ShelfEntry } from '../state/shelf';

export const SORTS = { change: 'by last change', name: 'by name', board: 'by board' } as const;
export type Sort = keyof typeof SORTS;

export type Wanted = { words: string; board: string; tag: string; sort: Sort };

/** What a search looks at: names of the profile, its board, layers, macros and tags. */
const wordsOf = (profile: Profile, boardName: string, tags: readonly string[]): string =>
  [
    profile.name,
    boardName,
    ...tags,
    ...profile.layers.map(({ name }) => name),
    ...profile.macros.map(({ name }) => name),
  ]
    .join('\n')
    .toLowerCase();

export function wantedOf(
  entries: readonly ShelfEntry[],
  { words, board, tag, sort }: Wanted,
  boardName: (id: string) => string,
  tagsOf: (id: string) => readonly string[],
): ShelfEntry[] {
  const asked = words
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  const found = entries.filter(({ profile }) => {
    const tags = tagsOf(profile.id);
    if (board !== '' && profile.board !== board) return false;
    if (tag !== '' && !tags.includes(tag)) return false;
    const said = asked.length === 0 ? '' : wordsOf(profile, boardName(profile.board), tags);
    return asked.every((word) => said.includes(word));
  });
  const byName = (a: ShelfEntry, b: ShelfEntry): number =>
    a.profile.name.localeCompare(b.profile.name, 'en', { numeric: true });
  switch (sort) {
    case 'change':
      return found;
    case 'name':
      return found.sort(byName);
    case 'board':
      return found.sort(
        (a, b) => boardName(a.profile.board).localeCompare(boardName(b.profile.board), 'en') || byName(a, b),
      );
  }
}
