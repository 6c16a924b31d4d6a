/** What the page and the replay worker say to each other. */
import type { Board } from '../core/board';
import type { Sample } from '../core/engine';
import type { Profile } from '../core/profile';

export type ReplayOrder = {
  profile: Profile;
  board: Board;
  samples: readonly Sample[];
  /** When everything was let go of, in µs, rising. */
  lettings: readonly number[];
  untilUs: number;
};
