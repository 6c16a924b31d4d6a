/** What takes a while to work out about a profile, worked out when the page has nothing better to do: an edit is painted first. */
import { useEffect, useState } from 'react';
import type { Board } from '../../core/board';
import type { Profile } from '../../core/profile';

/** It is worked out after so long at the latest, in ms, however busy the page is. */
const WITHIN_MS = 400;

/**
 * What was worked out last; for another profile or board at once, for a changed one a moment later.
 * @param compute always the same function
 */
export function useWhenIdle<T>(profile: Profile, board: Board, compute: (profile: Profile, board: Board) => T): T {
  const [known, setKnown] = useState(() => ({ profile, board, value: compute(profile, board) }));
  useEffect(() => {
    if (known.profile === profile && known.board === board) return;
    const idle = requestIdleCallback(() => setKnown({ profile, board, value: compute(profile, board) }), {
      timeout: WITHIN_MS,
    });
    return () => cancelIdleCallback(idle);
  }, [known, profile, board, compute]);
  if (known.profile.id === profile.id && known.board.id === board.id) return known.value;
  const other = { profile, board, value: compute(profile, board) };
  setKnown(other);
  return other.value;
}
