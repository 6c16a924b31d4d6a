/** What the page and the workers that look at takes say to each other. */
import type { Board } from '../core/board';
import type { Profile } from '../core/profile';
import type { Grid, Held, Looked, Part, Scope, Swept, Tuning } from '../core/typing';

export type TakeOrder = {
  profile: Profile;
  board: Board;
  /** A strokes file: a string is handed over in no time, and read there. */
  strokes: string;
  meant: string;
};

/** A part of a sweep; what a whole sweep comes to; what went wrong in a take as it is set now. */
export type TuneOrder =
  | (TakeOrder & { do: 'sweep'; grid: Grid; scope: Scope; part: Part })
  | (TakeOrder & { do: 'finish'; grid: Grid; scope: Scope; swept: Swept })
  | (TakeOrder & { do: 'look' });

/** A take looked at, with figures of each key. */
export type LookedAt = {
  looked: Pick<Looked, 'meant' | 'came' | 'slips'>;
  /** Whether the fingers have depths, and not only down and up. */
  isMeasured: boolean;
  /** How long each key of a gesture was down. */
  threads: [key: string, held: Held[]][];
  /** Delays from finger to host, in µs. */
  delayMeanUs: number;
  delay95Us: number;
  /** Of each key that came to the host: how often, and how late on average, in µs. */
  lateness: [key: string, presses: number, meanUs: number][];
};

/** It with its many tokens as two texts, which are handed over in no time. */
export type LookedOver = Omit<LookedAt, 'looked'> & { meant: string; came: string; slips: Looked['slips'] };

/** Between tokens, none of which has it. */
const BETWEEN = '\u0000';
const tokensIn = (text: string): string[] => (text === '' ? [] : text.split(BETWEEN));

export const packed = ({ looked: { meant, came, slips }, ...more }: LookedAt): LookedOver => ({
  ...more,
  slips,
  meant: meant.join(BETWEEN),
  came: came.join(BETWEEN),
});

export const unpacked = ({ meant, came, slips, ...more }: LookedOver): LookedAt => ({
  ...more,
  looked: { meant: tokensIn(meant), came: tokensIn(came), slips },
});

export type TuneAnswer =
  | { what: 'progress'; done: number; of: number }
  | { what: 'swept'; swept: Swept }
  | { what: 'tuned'; tuning: Tuning }
  | { what: 'looked'; at: LookedOver }
  | { what: 'unreadable'; why: string };
