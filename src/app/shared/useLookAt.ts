/** What is to be looked at in a profile. */
import type { Board } from '../../core/board';
import type { Profile } from '../../core/profile';
import { toLookAt, type ToLookAt } from './problems';
import { useWhenIdle } from './useWhenIdle';

/** What was found last; for another profile or board at once, for a changed one a moment later. */
export const useLookAt = (profile: Profile, board: Board): readonly ToLookAt[] => useWhenIdle(profile, board, toLookAt);
