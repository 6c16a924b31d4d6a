/** What is compared: profiles of the shelf, snapshots of them, what is in a keyboard, and what was brought and is not taken yet. Each by a word in the address. */
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Board } from '../../core/board';
import { onOneBoard, type OnOneBoard } from '../../core/compare';
import type { Dye, Profile } from '../../core/profile';
import { apartOf } from '../shared/apart';
import { boardNow } from '../state/boards';
import { useIncoming } from '../state/incoming';
import { useKeyboards } from '../state/keyboards';
import { useShelf } from '../state/shelf';
import { loadSnapshots, type KeptSnapshot } from '../state/snapshots';

export const MOST_COMPARED = 6;

/** The dye of each of those that are compared, in their order. */
export const DYES_OF: readonly Dye[] = ['indigo', 'madder', 'verdigris', 'weld', 'orchil', 'woad'];

/** One of those that are compared. Only one that is `on` the shelf can take over from the others. */
export type Compared = {
  word: string;
  /** In the keys of the first one's board. */
  profile: Profile;
  /** Its name, and what tells it apart from another of that name. */
  title: string;
  about: string;
  on: 'shelf' | 'elsewhere';
  /** The name of its own board, and what of both boards has no partner; absent for one of the first one's board. */
  other?: { board: string; alone: OnOneBoard['alone'] };
};

type Found = Pick<Compared, 'word' | 'profile' | 'about' | 'on'>;

/** Each told apart from others of its name, and brought onto the board of the first. */
function sideBySide(found: readonly Found[]): Compared[] {
  const boards = found.map(({ profile }) => boardNow(profile.board));
  const apart = apartOf(
    found.map(({ word, profile, about }, n) => ({
      key: word,
      name: profile.name,
      board: boards[n]?.name ?? profile.board,
      about,
    })),
  );
  const [mine] = boards;
  return found.map((one, n): Compared => {
    const behind = apart.get(one.word) ?? '';
    const title = behind === '' ? one.profile.name : `${one.profile.name} · ${behind}`;
    const board = boards[n];
    if (n === 0 || !mine || !board || board.id === mine.id) return { ...one, title };
    const { profile, alone } = broughtOnto(one.profile, board, mine);
    return { ...one, title, profile, other: { board: board.name, alone } };
  });
}

/** A profile is brought onto a board once: it is never changed in place. */
const brought = new WeakMap<Profile, { from: Board; to: Board; made: OnOneBoard }>();

function broughtOnto(profile: Profile, from: Board, to: Board): OnOneBoard {
  const known = brought.get(profile);
  if (known?.from === from && known.to === to) return known.made;
  const made = onOneBoard(profile, from, to);
  brought.set(profile, { from, to, made });
  return made;
}

const dateOf = (ms: number): string =>
  new Date(ms).toLocaleString('en', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

export function useCompared(): {
  compared: readonly Compared[];
  missing: readonly string[];
  put: (words: readonly string[]) => void;
  words: readonly string[];
  snapshots: readonly KeptSnapshot[];
  isReading: boolean;
} {
  const [search, setSearch] = useSearchParams();
  const given = search.get('with') ?? '';
  const words = [...new Set(given.split(',').filter((word) => word !== ''))].slice(0, MOST_COMPARED);
  const entries = useShelf((state) => state.entries);
  const waiting = useIncoming((state) => state.waiting);
  const byBoard = useKeyboards((state) => state.byBoard);
  const [snapshots, setSnapshots] = useState<readonly KeptSnapshot[]>([]);
  const [isReading, setIsReading] = useState(given.includes('snapshot:'));
  const whose = words
    .map((word) => (word.startsWith('snapshot:') ? (word.split(':')[1] ?? '') : word))
    .filter((id) => !id.includes(':'));
  const ids = [...new Set(whose)].join(',');

  useEffect(() => {
    let isOn = true;
    void Promise.all(
      ids
        .split(',')
        .filter(Boolean)
        .map((id) => loadSnapshots(id).catch(() => [])),
    )
      .then((found) => isOn && setSnapshots(found.flat()))
      .finally(() => isOn && setIsReading(false));
    return () => {
      isOn = false;
    };
  }, [ids]);

  const missing: string[] = [];
  const found = words.flatMap((word): Found[] => {
    const [kind, a = '', b = ''] = word.split(':');
    if (kind === 'snapshot') {
      const found = snapshots.find(({ id }) => id === b);
      if (found)
        return [
          {
            word,
            profile: found.profile,
            about: `${found.name || 'snapshot'}, ${dateOf(found.atMs)}`,
            on: 'elsewhere',
          },
        ];
    } else if (kind === 'slot') {
      const slot = byBoard.get(a)?.slots[Number(b)];
      if (slot?.state === 'profile')
        return [{ word, profile: slot.profile, about: `in the keyboard, slot ${Number(b) + 1}`, on: 'elsewhere' }];
    } else if (kind === 'incoming') {
      const found = waiting.find(({ key }) => String(key) === a);
      if (found) return [{ word, profile: found.profile, about: 'brought, not taken yet', on: 'elsewhere' }];
    } else {
      const found = entries.find(({ profile }) => profile.id === word);
      if (found) return [{ word, profile: found.profile, about: 'on the shelf', on: 'shelf' }];
    }
    missing.push(word);
    return [];
  });
  return {
    compared: sideBySide(found),
    missing,
    words,
    snapshots,
    isReading,
    put: (next) => setSearch({ with: [...new Set(next)].slice(0, MOST_COMPARED).join(',') }, { replace: true }),
  };
}

/** The same list as long as the same things are in it: profiles are never changed in place. */
export function useSteady<T>(list: readonly T[]): readonly T[] {
  const [steady, setSteady] = useState(list);
  const isSame = steady.length === list.length && steady.every((one, n) => one === list[n]);
  if (!isSame) setSteady(list);
  return isSame ? steady : list;
}
