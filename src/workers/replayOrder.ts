/** What the page and the replay worker say to each other. */
import type { Board } from '../core/board';
import type { Sample, TraceLine } from '../core/engine';
import type { Profile } from '../core/profile';

export type ReplayOrder = { profile: Profile; board: Board; samples: readonly Sample[]; untilUs: number };
/** A piece of what happened: the samples it covers end before `nextSample`. */
export type ReplayPiece = { lines: TraceLine[]; nextSample: number; isDone: boolean };
