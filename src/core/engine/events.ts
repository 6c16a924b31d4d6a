/**
 * Events between the rooms of the engine: what one sample did to a key, as bits, since one sample can do several things; and
 * the queue in which events wait. An event is one record with names, filled in again and again, so that nothing is allocated
 * and nobody has to pass five numbers in the right order.
 */

/** The key goes down, by its actuation. */
export const PRESS = 1;
/** The key goes up, by its actuation. */
export const RELEASE = 2;
/** The depth that counts passed over a depth of one of the key's stroke plans. */
export const MOVE = 4;
/** The key is at rest again. */
export const END = 8;
/** The stroke has no plan, whatever layers are active by now: only its edges count. */
export const PLAIN = 16;
/** The event waits as part of a stroke that runs a plan. */
export const AS_PLAN = 32;

/** The bits that are edges. */
export const EDGES = PRESS | RELEASE;

/** One event of a key (or a joint press), by number. */
export class StrokeEvent {
  key = 0;
  /** What happened, as bits. */
  what = 0;
  /** When, in µs. */
  tUs = 0;
  /** The depth that counts before and after, in µm. */
  fromUm = 0;
  toUm = 0;
}

/** Who takes events. The record belongs to the giver, who fills it in again afterwards. */
export interface EventTaker {
  take(event: StrokeEvent): void;
}

/** No event of a key is in a queue. */
export const NOTHING_WAITS = -1;

/**
 * Events that wait, in the order they came, each with its own time. The columns are kept and used again; they only grow when
 * more waits than ever before. An event can leave from the middle: the release of a key whose press was handled long ago passes
 * the others.
 */
export class EventQueue {
  private keys = new Int16Array(64);
  private whats = new Uint8Array(64);
  private times = new Float64Array(64);
  private froms = new Int32Array(64);
  private tos = new Int32Array(64);
  length = 0;

  push(event: StrokeEvent): void {
    const at = this.length;
    if (at === this.keys.length) this.grow();
    this.keys[at] = event.key;
    this.whats[at] = event.what;
    this.times[at] = event.tUs;
    this.froms[at] = event.fromUm;
    this.tos[at] = event.toUm;
    this.length = at + 1;
  }

  key(at: number): number {
    return this.keys[at] as number;
  }

  what(at: number): number {
    return this.whats[at] as number;
  }

  setWhat(at: number, what: number): void {
    this.whats[at] = what;
  }

  tUs(at: number): number {
    return this.times[at] as number;
  }

  /** Fills in the event at a place. */
  read(at: number, event: StrokeEvent): StrokeEvent {
    event.key = this.keys[at] as number;
    event.what = this.whats[at] as number;
    event.tUs = this.times[at] as number;
    event.fromUm = this.froms[at] as number;
    event.toUm = this.tos[at] as number;
    return event;
  }

  /** What the last event of a key before a place is, `NOTHING_WAITS` when there is none. */
  lastOf(key: number, before: number): number {
    for (let at = before - 1; at >= 0; at--) if (this.keys[at] === key) return this.whats[at] as number;
    return NOTHING_WAITS;
  }

  remove(at: number): void {
    const length = --this.length;
    for (let n = at; n < length; n++) {
      this.keys[n] = this.keys[n + 1] as number;
      this.whats[n] = this.whats[n + 1] as number;
      this.times[n] = this.times[n + 1] as number;
      this.froms[n] = this.froms[n + 1] as number;
      this.tos[n] = this.tos[n + 1] as number;
    }
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
