/** What the page and the player worker say to each other. */
import type { Board } from '../core/board';
import type { TraceLine } from '../core/engine';
import type { Profile } from '../core/profile';

/** Presses of one key, in µs from the beginning. */
export type PlayOrder = {
  profile: Profile;
  board: Board;
  key: string;
  presses: readonly { fromUs: number; toUs: number }[];
  untilUs: number;
};

export type PlayedPiece = {
  lines: TraceLine[];
  /** How late each usage edge of `lines` was sent, in µs. */
  lateUs: number[];
  isDone: boolean;
  /** When time 0 is, on the clock of `performance.timeOrigin`; in the first piece. */
  startMs?: number;
};
