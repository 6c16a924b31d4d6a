/**
 * How much of something hostile is looked at. A few bytes can stand for very much: a reference to a reference to a list, brackets
 * in brackets. So what is counted is what is built, before it is built. Core has no clock; a count of nodes bounds time as well.
 */
import { Unreadable } from './unreadable';

/** The most that a file or an image may ask of its reader. `nodes` are values, however they came about. */
export const READING_BUDGET = {
  json: { bytes: 16 << 20, nodes: 3_000_000, depth: 40 },
  csv: { bytes: 128 << 20, rows: 4_000_000 },
  /** Bytes of a bundle, files in it, and bytes and values that they may unpack to together. */
  bundle: { bytes: 16 << 20, entries: 2000, unpacked: 32 << 20, nodes: 3_000_000 },
  /** Characters of the JSON that a share code may stand for: so many in any case, and so many for each of its bytes; and letters of the code. */
  share: { bytes: 96 << 10, free: 6000, aByte: 48, letters: 100_000 },
  /** Things and coded bits that an image may stand for, whatever its length, and for each of its bytes. */
  image: { nodes: 1500, nodesAByte: 1, decisions: 30_000, decisionsAByte: 16 },
} as const;

/** Counts what reading has built so far. */
export class Budget {
  private nodes = 0;

  constructor(
    private readonly mostNodes: number,
    private readonly place: string,
  ) {}

  get spent(): number {
    return this.nodes;
  }

  /** Pays for things before they are built. @throws Unreadable when that is too much */
  spend(nodes: number): void {
    this.nodes += nodes;
    if (this.nodes > this.mostNodes)
      throw new Unreadable(this.place, `stands for more than ${this.mostNodes} things, which nothing sound does`);
  }
}
