/** What is known of the stretches of a take: pieces of what comes, each for all timings that lie within its bounds. */
import { figuresOf, handsBit, type Leeway, type PressMemory, ruleBit, runTiming } from '../engine';
import type { GestureTiming } from '../profile';
import type { Arrivals } from './arrivals';
import type { Delays } from './playing';

/** A timing that a piece is looked for, as the engine's figures and bits. */
export type Wanted = { figures: Int32Array; rules: number };

export const wantedOf = (timing: GestureTiming): Wanted => ({
  figures: Int32Array.from(figuresOf(runTiming(timing))),
  rules: ruleBit(timing.interrupt) | handsBit(timing.otherHandOnly),
});

/** The first standing, and what follows the last piece of a take. */
export const FIRST = 0;
export const OVER = -1;
const NONE = -1;

/** So many are kept, and so much of what comes in them; what is more is begun anew. */
const MOST_PIECES = 500_000;
const MOST_KEPT = 4_000_000;

const FRESH: PressMemory = { last: -1, typedUs: -Infinity, releasedUs: -Infinity, tapped: -1 };

const isSame = (one: PressMemory, other: PressMemory): boolean =>
  one.last === other.last &&
  one.typedUs === other.typedUs &&
  one.releasedUs === other.releasedUs &&
  one.tapped === other.tapped;

/** How an engine stands at the beginning of a stretch, before a sample. */
type Standing = { from: number; memory: PressMemory };

/** What a stretch came to under one timing, and how far that holds. */
type Played = { leeway: Leeway; arrivals: Arrivals; presses: Delays };

/**
 * A piece in a row of whole numbers, so that it lies together in memory: sets are walked through a thousand times.
 * Of each figure what it is above and what it is not above (µs), the rules that would do, the next piece of the same standing; the standing in which it ends;
 * how many tokens it takes back; where its tokens and delays begin, and end.
 */
const FIGURES = 4;
const UP_TO = 4;
const RULES = 8;
const SIBLING = 9;
export const NEXT = 10;
export const BELOW = 11;
export const TOKENS = 12;
export const TOKENS_END = 13;
export const DELAYS = 14;
export const DELAYS_END = 15;
const LONG = 16;

/** What is known of stretches. A piece is what came of a standing under all timings that lie within its bounds; pieces of one standing are chained. */
export class Pieces {
  readonly tokens = new Grows(Int32Array);
  readonly delays = new Grows(Float64Array);
  readonly rows = new Grows(Int32Array);
  private readonly standings: Standing[] = [];
  /** Of each standing where its first piece begins. */
  private readonly first = new Grows(Int32Array);
  /** The standings before each sample. */
  private readonly bySample = new Map<number, number[]>();

  constructor() {
    this.standingAt({ from: 0, memory: FRESH });
  }

  get isFull(): boolean {
    return this.rows.length > MOST_PIECES * LONG || this.tokens.length + this.delays.length > MOST_KEPT;
  }

  standing(number: number): Standing {
    return this.standings[number] as Standing;
  }

  /** Where the piece of a standing for a timing begins, or -1. */
  find(standing: number, { figures, rules }: Wanted): number {
    const row = this.rows.values;
    let at = this.first.values[standing] as number;
    for (; at !== NONE; at = row[at + SIBLING] as number) {
      if (((row[at + RULES] as number) & rules) !== rules) continue;
      let n = 0;
      while (n < FIGURES) {
        const figure = figures[n] as number;
        if (figure <= (row[at + n] as number) || figure > (row[at + UP_TO + n] as number)) break;
        n++;
      }
      if (n === FIGURES) return at;
    }
    return NONE;
  }

  /** Notes what came, and where it ends; null at the end of the take. @returns where the piece begins */
  add(standing: number, { leeway, arrivals, presses }: Played, end: Standing | null): number {
    const at = this.rows.length;
    const next = end ? this.standingAt(end) : OVER;
    this.rows.push([
      ...leeway.above.map((us) => Math.max(LEAST, us)),
      ...leeway.upTo.map((us) => Math.min(MOST, us)),
      leeway.rules | leeway.hands,
      this.first.values[standing] as number,
      next,
      arrivals.below,
      ...this.tokens.push(arrivals.tokens.subarray(0, arrivals.length)),
      ...this.delays.push(presses.delays.subarray(0, presses.length)),
    ]);
    this.first.values[standing] = at;
    return at;
  }

  private standingAt(standing: Standing): number {
    let numbers = this.bySample.get(standing.from);
    if (!numbers) this.bySample.set(standing.from, (numbers = []));
    const known = numbers.find((number) => isSame(this.standing(number).memory, standing.memory));
    if (known !== undefined) return known;
    const number = this.standings.push(standing) - 1;
    numbers.push(number);
    this.first.push([NONE]);
    return number;
  }
}

const [LEAST, MOST] = [-(2 ** 31), 2 ** 31 - 1];

/** Numbers, and room for more. */
export class Grows<T extends Int32Array | Float64Array> {
  values: T;
  length = 0;

  constructor(private readonly Row: new (length: number) => T) {
    this.values = new Row(4096);
  }

  /** @returns where they begin and end */
  push(more: ArrayLike<number>): [from: number, to: number] {
    const from = this.length;
    this.makeRoom(more.length);
    this.values.set(more, from);
    this.length += more.length;
    return [from, this.length];
  }

  /** Adds some of another, and does little else. */
  append({ values }: Grows<T>, from: number, to: number): void {
    this.makeRoom(to - from);
    const own = this.values;
    let at = this.length;
    for (let n = from; n < to; n++) own[at++] = values[n] as number;
    this.length = at;
  }

  private makeRoom(more: number): void {
    if (this.length + more <= this.values.length) return;
    const row = new this.Row(Math.max(this.values.length * 2, this.length + more));
    row.set(this.values);
    this.values = row;
  }
}
