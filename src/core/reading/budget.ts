/**
 * How much of something hostile is looked at. A few bytes can stand for very much: a reference to a reference to a list, brackets
 * in brackets. So what is counted is what is built, before it is built. Core has no clock; a count of nodes bounds time as well.
 */
import { Unreadable } from './unreadable';

/** The most that a file or an image may ask of its reader. `nodes` are values, however they came about. */
export const READING_BUDGET = {
  json: { bytes: 16 << 20, nodes: 3_000_000, depth: 40 },
  csv: { bytes: 128 << 20, rows: 4_000_000 },
  /** A sound image holds few things a byte; references let it stand for some more. */
  image: { nodes: 50_000, nodesAByte: 8 },
} as const;

/** Counts what reading has built so far. */
export class Budget {
  private nodes = 0;

  constructor(
    private readonly mostNodes: number,
    private readonly place: string,
  ) {}

  /** Pays for things before they are built. @throws Unreadable when that is too much */
  spend(nodes: number): void {
    this.nodes += nodes;
    if (this.nodes > this.mostNodes)
      throw new Unreadable(this.place, `stands for more than ${this.mostNodes} things, which nothing sound does`);
  }
}
