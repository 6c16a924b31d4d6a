/**
 * Claims: who keeps which usage down at the host. A claim is one holder's hold on one usage, and all claims stand in one row in
 * the order in which they went down, so that "last down first" is a walk from the end, whoever holds what and why.
 */

// Why a usage is held, and so what besides its holder may end the claim.

/** A key or a modifier of an action. */
export const KEY = 0;
/** A modifier of a chord that holds a key too: it goes up before a key of another action. */
export const CHORD_MODIFIER = 1;
/** Added to a key by `once`: it goes up before any key that it was not added to. */
export const ONCE = 2;
/** Shift, added to a letter by `capitals`: likewise, but it stays while the next key gets it too. */
export const CAPITALS = 3;
/** Of a `once` whose key is held: it stays until that key goes up. */
export const HELD_ONCE = 4;
/** Kept down with no finger on it. */
export const LATCH = 5;
/** Held by a macro that runs. */
export const RUN = 6;
/** Left down by a macro that has finished. */
export const LEFT = 7;
/** It has gone up already; its holder does not know yet. */
export const GONE = 8;

export class Claim {
  usage = 0;
  why = KEY;
  /** The press that it comes from. */
  press = 0;
  /** When it went down, among all that begins. */
  order = 0;
  /** When it began; unlike its order it stays, also when it is pressed again. */
  since = 0;
  /** In which pass of a macro it was pressed last. */
  pass = 0;
  /** Put aside while a macro, a text or an `under` lifts it: it holds nothing, until it comes back. */
  isAside = false;
  /** When its holder began, among all that begins. */
  holderOrder = 0;
  /** What its holder claimed before it. */
  earlier: Claim | null = null;
  /** Where it stands in the row. */
  place = 0;
}

/**
 * Records in the order they began. Those behind the row's end are free and used again, so that nothing is allocated once warm, and
 * what ends while little else runs, as most does, moves nothing.
 */
export class Row<T extends { place: number }> {
  length = 0;
  private readonly records: T[] = [];

  constructor(private readonly make: () => T) {}

  at(place: number): T {
    return this.records[place] as T;
  }

  /** A record at the end of the row, as it was left by whoever used it last. */
  append(): T {
    const place = this.length++;
    const known = this.records[place];
    if (known) return known;
    const record = this.make();
    record.place = place;
    this.records[place] = record;
    return record;
  }

  /** Takes a record out of the row. */
  remove(record: T): void {
    const end = --this.length;
    this.moveTo(end, record);
  }

  /** Puts a record that is in the row at its end. */
  moveToEnd(record: T): void {
    this.moveTo(this.length - 1, record);
  }

  private moveTo(end: number, record: T): void {
    const { records } = this;
    if (record.place === end) return;
    for (let place = record.place; place < end; place++) {
      const later = records[place + 1] as T;
      records[place] = later;
      later.place = place;
    }
    records[end] = record;
    record.place = end;
  }
}

/** Whoever holds usages: a running action, a macro. */
export class Holder {
  lastClaim: Claim | null = null;
  /** When it began, among all that begins. */
  order = 0;
}

/** Whether the next key may end a claim. */
export const isPassing = (why: number): boolean => why === CHORD_MODIFIER || why === ONCE || why === CAPITALS;

/** Whether a claim on a modifier is what an `under` calls held: of modifiers alone, of a time, of a latch, of a `once` whose key is held. */
export const isHeldAlone = (why: number): boolean => why === KEY || why === HELD_ONCE || why === LATCH;

/** Whether a claim on a modifier is put aside while a macro or a text plays: what fingers and latches hold. */
export const canBeAside = (why: number): boolean =>
  why === KEY || why === CHORD_MODIFIER || why === HELD_ONCE || why === LATCH;
