/** What the page and the workers that look at takes say to each other. */
import type { Board } from '../core/board';
import type { Profile } from '../core/profile';
import type { Grid, Held, Looked, Part, Scope, Swept, Tuning } from '../core/typing';
import type { Sample } from '../core/engine';

export type TakeOrder = {
  profile: Profile;
  board: Board;
  samples: readonly Sample[];
  meant: string;
};

/** A part of a sweep; what a whole sweep comes to; what went wrong in a take as it is set now. */
export type TuneOrder =
  | (TakeOrder & { do: 'sweep'; grid: Grid; scope: Scope; part: Part })
  | (TakeOrder & { do: 'finish'; grid: Grid; scope: Scope; swept: Swept })
  | (TakeOrder & { do: 'look' });

/** A take looked at, with figures of each key. */
export type LookedAt = {
  looked: Looked;
  /** How long each key of a gesture was down. */
  threads: [key: string, held: Held[]][];
  /** Delays from finger to host, in µs. */
  delayMeanUs: number;
  delay95Us: number;
  /** Of each key that came to the host: how often, and how late on average, in µs. */
  lateness: [key: string, presses: number, meanUs: number][];
};

export type TuneAnswer =
  | { what: 'progress'; done: number; of: number }
  | { what: 'swept'; swept: Swept }
  | { what: 'tuned'; tuning: Tuning }
  | { what: 'looked'; at: LookedAt };
