/**
 * Events between the stages: what one sample did to a key, as bits, since one sample can do several things; and the queue
 * in which events wait.
 */

/** The key goes down, by its actuation. */
export const PRESS = 1;
/** The key goes up, by its actuation. */
export const RELEASE = 2;
/** The depth that counts passed over a depth of one of the key's stroke plans. */
export const MOVE = 4;
/** The key is at rest again. */
export const END = 8;
/** The stroke is part of a joint press, and finds no plan. */
export const NO_PLAN = 16;

/** What later stages do with events: keys (and joints) by number, times in µs, the counted depths before and after in µm. */
export interface EventTaker {
  take(key: number, what: number, tUs: number, fromUm: number, toUm: number): void;
}

/**
 * Events that wait behind an undecided key, in the order they came, each with its own time. The arrays are kept and used
 * again; they only grow when more waits than ever before. An event can leave from the middle: the release of a key whose
 * press was handled long ago passes the others.
 */
export class EventQueue {
  private keys = new Int16Array(64);
  private whats = new Uint8Array(64);
  private times = new Float64Array(64);
  private froms = new Int32Array(64);
  private tos = new Int32Array(64);
  length = 0;

  push(key: number, what: number, tUs: number, fromUm: number, toUm: number): void {
    if (this.length === this.keys.length) this.grow();
    this.keys[this.length] = key;
    this.whats[this.length] = what;
    this.times[this.length] = tUs;
    this.froms[this.length] = fromUm;
    this.tos[this.length] = toUm;
    this.length++;
  }

  key(index: number): number {
    return this.keys[index] as number;
  }

  what(index: number): number {
    return this.whats[index] as number;
  }

  tUs(index: number): number {
    return this.times[index] as number;
  }

  fromUm(index: number): number {
    return this.froms[index] as number;
  }

  toUm(index: number): number {
    return this.tos[index] as number;
  }

  /** The last event of a key before a place, or -1. */
  lastOf(key: number, before: number): number {
    for (let n = before - 1; n >= 0; n--) if (this.keys[n] === key) return n;
    return -1;
  }

  remove(index: number): void {
    this.length--;
    if (index >= this.length) return;
    for (const column of [this.keys, this.whats, this.times, this.froms, this.tos])
      column.copyWithin(index, index + 1, this.length + 1);
  }

  clear(): void {
    this.length = 0;
  }

  private grow(): void {
    const { keys, whats, times, froms, tos } = this;
    this.keys = new Int16Array(keys.length * 2);
    this.whats = new Uint8Array(keys.length * 2);
    this.times = new Float64Array(keys.length * 2);
    this.froms = new Int32Array(keys.length * 2);
    this.tos = new Int32Array(keys.length * 2);
    this.keys.set(keys);
    this.whats.set(whats);
    this.times.set(times);
    this.froms.set(froms);
    this.tos.set(tos);
  }
}
