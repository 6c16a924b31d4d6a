/** What the shelf shows for what is asked: words in any order, wherever they stand; a board; a tag; and the order. */
import { describe, expect, test } from '@jest/globals';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../demo';
import type { ShelfEntry } from '../state/shelf';
import { wantedOf, type Wanted } from './shelfOrder';

const entryOf = (profile: typeof SHOW_DESK, changedAt: number): ShelfEntry => ({
  id: profile.id,
  profile,
  changedAt,
  document: { profile, past: [], future: [] },
  keeping: { state: 'kept' },
  hasHistory: true,
});
const ENTRIES = [
  entryOf(SOUND_PAD, 9),
  entryOf({ ...SHOW_DESK, id: 'ten', name: 'Show 10' }, 8),
  entryOf({ ...SHOW_DESK, id: 'two', name: 'Show 2' }, 7),
  entryOf(PROMPT_BOOK, 6),
];
const BOARD_NAMES: Record<string, string> = {
  'harrow-64': 'Harrow 64',
  'twill-42': 'Twill 42',
  'bobbin-21': 'Bobbin 21',
};
const TAGS: Record<string, string[]> = { two: ['tour', 'Bühne'], ten: ['tour'] };

const shown = (wanted: Partial<Wanted>): string[] =>
  wantedOf(
    ENTRIES,
    { words: '', board: '', tag: '', sort: 'change', ...wanted },
    (id) => BOARD_NAMES[id] ?? id,
    (id) => TAGS[id] ?? [],
  ).map(({ profile }) => profile.name);

describe('what is asked for', () => {
  test.each<[Partial<Wanted>, string[]]>([
    [{}, ['Sound pad', 'Show 10', 'Show 2', 'Prompt book']],
    [{ words: 'SHOW bühne' }, ['Show 2']],
    [{ words: 'tour bühne' }, ['Show 2']],
    [{ words: 'thunder' }, ['Show 10', 'Show 2']],
    [{ words: 'harrow' }, ['Show 10', 'Show 2']],
    [{ words: 'bühne' }, ['Show 2']],
    [{ words: 'no such thing' }, []],
    [{ words: '  ' }, ['Sound pad', 'Show 10', 'Show 2', 'Prompt book']],
    [{ board: 'bobbin-21' }, ['Sound pad']],
    [{ tag: 'tour' }, ['Show 10', 'Show 2']],
    [{ tag: 'tour', words: '10' }, ['Show 10']],
    [{ sort: 'name' }, ['Prompt book', 'Show 2', 'Show 10', 'Sound pad']],
    [{ sort: 'board' }, ['Sound pad', 'Show 2', 'Show 10', 'Prompt book']],
  ])('%j', (wanted, expected) => expect(shown(wanted)).toEqual(expected));
});
