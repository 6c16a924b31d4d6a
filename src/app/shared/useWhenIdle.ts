/** What takes a while to work out about a profile, worked out when the page has nothing better to do: an edit is painted first. */
import { useEffect, useState } from 'react';
import type { Board } from '../../core/board';
import type { Profile } from '../../core/profile';

/** It is worked out after so long at the latest, in ms, however busy the page is. */
const WITHIN_MS = 400;

type Compute<T> = (profile: Profile, board: Board) => T;
type Known = { board: Board; value: unknown };

/** What was worked out, by whom and about what: another bench needs the same. */
const known = new WeakMap<Compute<unknown>, WeakMap<Profile, Known>>();

function workedOut<T>(compute: Compute<T>, profile: Profile, board: Board): T {
  const before = known.get(compute)?.get(profile);
  if (before?.board === board) return before.value as T;
  const value = compute(profile, board);
  const byProfile = known.get(compute) ?? new WeakMap<Profile, Known>();
  known.set(compute, byProfile.set(profile, { board, value }));
  return value;
}

/**
 * What was worked out last; for another profile or board at once, for a changed one a moment later.
 * @param compute always the same function
 */
export function useWhenIdle<T>(profile: Profile, board: Board, compute: Compute<T>): T {
  const [last, setLast] = useState(() => ({ profile, board, value: workedOut(compute, profile, board) }));
  useEffect(() => {
    if (last.profile === profile && last.board === board) return;
    const idle = requestIdleCallback(() => setLast({ profile, board, value: workedOut(compute, profile, board) }), {
      timeout: WITHIN_MS,
    });
    return () => cancelIdleCallback(idle);
  }, [last, profile, board, compute]);
  if (last.profile.id === profile.id && last.board.id === board.id) return last.value;
  const other = { profile, board, value: workedOut(compute, profile, board) };
  setLast(other);
  return other.value;
}
