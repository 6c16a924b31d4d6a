/**
 * How far two rows of tokens are from each other: the least number of tokens to add, take out or change (Levenshtein 1966), found by how far
 * each diagonal reaches with so many (Ukkonen, *Algorithms for approximate string matching*, 1985): rows that are nearly equal are compared in
 * little more than their length.
 */

/** How far a diagonal reaches that is not reached at all. */
const NOWHERE = -2;

/** How far rows are equal from two places on. */
function equalFrom(a: Int32Array, b: Int32Array, i: number, j: number): number {
  const [n, m] = [a.length, b.length];
  while (i < n && j < m && a[i] === b[j]) {
    i++;
    j++;
  }
  return i;
}

/** Of each number of changes, how far the diagonals reach: that of `j - i` stands at `j - i + changes + 1`. */
type Reached = Int32Array;

/**
 * Walks outwards until the ends meet; every stage is handed over when it is done.
 * @returns the number of changes
 */
function walk(a: Int32Array, b: Int32Array, stage?: (reached: Reached) => void): number {
  const last = b.length - a.length;
  let before: Reached = new Int32Array([NOWHERE, equalFrom(a, b, 0, 0), NOWHERE]);
  stage?.(before);
  for (let changes = 0; ; changes++) {
    if (Math.abs(last) <= changes && (before[last + changes + 1] as number) >= a.length) return changes;
    const next = changes + 1;
    const reached = new Int32Array(2 * next + 3).fill(NOWHERE);
    for (let diagonal = -next; diagonal <= next; diagonal++) {
      if (diagonal > b.length || -diagonal > a.length) continue;
      // In the stage before, the same diagonal stands one place further left.
      const at = diagonal + changes + 1;
      const changed = at >= 0 && at < before.length ? (before[at] as number) + 1 : NOWHERE;
      const added = at >= 1 && at - 1 < before.length ? (before[at - 1] as number) : NOWHERE;
      const taken = at + 1 < before.length ? (before[at + 1] as number) + 1 : NOWHERE;
      let i = Math.max(changed, added, taken);
      i = Math.min(i, a.length, b.length - diagonal);
      if (i < 0 || i + diagonal < 0) continue;
      reached[diagonal + next + 1] = equalFrom(a, b, i, i + diagonal);
    }
    before = reached;
    stage?.(before);
  }
}

/** Room for two stages, kept: a sweep asks thousands of times. */
let room: [Int32Array, Int32Array] = [new Int32Array(0), new Int32Array(0)];

/** Of each token how many more there are in one row than in another. */
let surplus = new Int32Array(1024);

/** A distance is not less than what a row has too many of, or too few: quickly counted, and enough for rows that have little to do with each other. */
function leastByCounts(a: Int32Array, b: Int32Array): number {
  let highest = 0;
  for (let n = 0; n < a.length; n++) if ((a[n] as number) > highest) highest = a[n] as number;
  for (let n = 0; n < b.length; n++) if ((b[n] as number) > highest) highest = b[n] as number;
  if (highest >= surplus.length) surplus = new Int32Array(highest * 2);
  surplus.fill(0, 0, highest + 1);
  for (let n = 0; n < a.length; n++) (surplus[a[n] as number] as number)++;
  for (let n = 0; n < b.length; n++) (surplus[b[n] as number] as number)--;
  let [many, few] = [0, 0];
  for (let n = 0; n <= highest; n++) {
    const more = surplus[n] as number;
    if (more > 0) many += more;
    else few -= more;
  }
  return Math.max(many, few);
}

/**
 * Two rows, walked through from their ends in step: where they differ, on to the nearest place where they are equal again. It tells between what the distance
 * lies: so many changes are enough, and fewer than what one row has too many of, or too few, are not. Seldom do the two differ by more than some hundredths.
 */
class Bounds {
  /** So many changes are enough. */
  enough = 0;
  /** From each place of the first row, and one of the second that stands so much farther (or less), at least so many are needed. */
  needed = new Int32Array(0);
  apart = new Int32Array(0);
  private many = 0;
  private few = 0;
  private i = 0;
  private j = 0;

  constructor(
    private a: Int32Array,
    private b: Int32Array,
  ) {}

  /** For rows whose tokens have been counted. */
  find(a: Int32Array, b: Int32Array): void {
    this.a = a;
    this.b = b;
    if (a.length >= this.needed.length) {
      this.needed = new Int32Array(a.length * 2 + 1);
      this.apart = new Int32Array(a.length * 2 + 1);
    }
    this.many = this.few = this.enough = 0;
    surplus.fill(0);
    this.i = a.length;
    this.j = b.length;
    this.note();
    while (this.i > 0 || this.j > 0) {
      if (this.i > 0 && this.j > 0 && a[this.i - 1] === b[this.j - 1]) {
        this.i--;
        this.j--;
        this.note();
      } else this.pass();
    }
  }

  /** Goes on to where both are equal again, the nearest there is. */
  private pass(): void {
    const [i, j] = [this.i, this.j];
    for (let far = 1; far <= FARTHEST; far++)
      for (let less = 0; less <= far; less++) {
        if (this.isEqualBefore(i - far, j - less)) return this.change(far, less);
        if (this.isEqualBefore(i - less, j - far)) return this.change(less, far);
      }
    if (i === 0 || j === 0) this.change(Math.min(1, i), Math.min(1, j));
    else this.change(1, 1);
  }

  private isEqualBefore(i: number, j: number): boolean {
    if (i < 0 || j < 0) return false;
    for (let n = 1; n <= ALIKE; n++) {
      if (i < n || j < n) return i < n && j < n;
      if (this.a[i - n] !== this.b[j - n]) return false;
    }
    return true;
  }

  private change(ofFirst: number, ofSecond: number): void {
    this.enough += ofFirst > ofSecond ? ofFirst : ofSecond;
    for (let n = 0; n < ofSecond; n++) {
      const token = this.b[--this.j] as number;
      const more = surplus[token] as number;
      if (more > 0) this.many--;
      else this.few++;
      surplus[token] = more - 1;
    }
    if (ofFirst === 0) this.note();
    for (let n = 0; n < ofFirst; n++) {
      const token = this.a[--this.i] as number;
      const more = surplus[token] as number;
      if (more < 0) this.few--;
      else this.many++;
      surplus[token] = more + 1;
      this.note();
    }
  }

  private note(): void {
    this.needed[this.i] = this.many > this.few ? this.many : this.few;
    this.apart[this.i] = this.j - this.i;
  }
}

/** So far it is looked for where two rows are equal again, and for so many tokens in a row. */
const FARTHEST = 8;
const ALIKE = 3;

/** Kept: a sweep asks thousands of times. */
const bounds = new Bounds(new Int32Array(0), new Int32Array(0));

/**
 * The least number of tokens to add, take out or change between two rows.
 * @param most counted up to here: more than that is `most + 1`
 */
export function distance(a: Int32Array, b: Int32Array, most = Infinity): number {
  const needed = leastByCounts(a, b);
  if (needed > most) return most + 1;
  bounds.find(a, b);
  const { enough } = bounds;
  if (needed === enough) return enough;
  const changes = countUpTo(a, b, Math.min(most, enough));
  return changes === NOT_FOUND ? most + 1 : changes;
}

const NOT_FOUND = -1;

/** The same up to a limit, with the bounds of these rows at hand; -1 for more. */
function countUpTo(a: Int32Array, b: Int32Array, limit: number): number {
  const [n, m] = [a.length, b.length];
  const { needed, apart } = bounds;
  const last = m - n;
  if (Math.abs(last) > limit) return NOT_FOUND;
  // Diagonal d stands at d + centre; those beyond what is reached say NOWHERE.
  const centre = limit + 2;
  if (room[0].length < 2 * centre + 1) room = [new Int32Array(2 * centre + 1), new Int32Array(2 * centre + 1)];
  let [before, reached] = room;
  before.fill(NOWHERE, centre - 2, centre + 3);
  before[centre] = equalFrom(a, b, 0, 0);
  let [low, high] = [0, 0];
  for (let changes = 0; ; changes++) {
    if (last >= low && last <= high && (before[last + centre] as number) >= n) return changes;
    if (changes === limit || low > high) return NOT_FOUND;
    const next = changes + 1;
    const from = Math.max(low - 1, last - (limit - next), -n);
    const to = Math.min(high + 1, last + (limit - next), m);
    low = m + 1;
    high = -n - 1;
    for (let diagonal = from; diagonal <= to; diagonal++) {
      const at = diagonal + centre;
      let i = (before[at] as number) + 1;
      const added = before[at - 1] as number;
      const taken = (before[at + 1] as number) + 1;
      if (added > i) i = added;
      if (taken > i) i = taken;
      if (i > n) i = n;
      if (i > m - diagonal) i = m - diagonal;
      let j = i + diagonal;
      if (i < 0 || j < 0) {
        reached[at] = NOWHERE;
        continue;
      }
      while (i < n && j < m && a[i] === b[j]) {
        i++;
        j++;
      }
      // From where more is needed than is left nothing leads to the end: a place on another diagonal needs at most as much less as it lies apart.
      const off = diagonal - (apart[i] as number);
      if (next + (needed[i] as number) - (off < 0 ? -off : off) > limit) {
        reached[at] = NOWHERE;
        continue;
      }
      reached[at] = i;
      if (diagonal < low) low = diagonal;
      high = diagonal;
    }
    reached[from + centre - 1] = reached[to + centre + 1] = NOWHERE;
    reached[from + centre - 2] = reached[to + centre + 2] = NOWHERE;
    [before, reached] = [reached, before];
  }
}

/** One step of an alignment: places in what was meant and in what came. */
export type Aligned =
  | { is: 'same'; meant: number; came: number }
  | { is: 'other'; meant: number; came: number }
  /** It was meant, and did not come. */
  | { is: 'lacking'; meant: number }
  /** It came before this place of what was meant, which it is no part of. */
  | { is: 'extra'; meant: number; came: number }
  /** Two that came the wrong way round; it counts as two changes. */
  | { is: 'swapped'; meant: number; came: number };

/**
 * What was meant beside what came, with the fewest changes. Of several alignments with as many, the one in which what is equal stands as far
 * to the right as it can; two neighbours that came the wrong way round are one step.
 */
export function align(meant: Int32Array, came: Int32Array): Aligned[] {
  const stages: Reached[] = [];
  const changes = walk(meant, came, (reached) => stages.push(reached));
  const steps: Aligned[] = [];
  let [i, j] = [meant.length, came.length];
  const reach = (stage: number, diagonal: number): number => {
    const reached = stages[stage];
    const at = diagonal + stage + 1;
    return reached && at >= 0 && at < reached.length ? (reached[at] as number) : NOWHERE;
  };
  for (let stage = changes; stage > 0; stage--) {
    const diagonal = j - i;
    const changed = reach(stage - 1, diagonal) + 1;
    const added = reach(stage - 1, diagonal - 1);
    const taken = reach(stage - 1, diagonal + 1) + 1;
    const from = Math.min(Math.max(changed, added, taken), meant.length, came.length - diagonal);
    while (i > from) steps.push({ is: 'same', meant: --i, came: --j });
    if (changed >= from && i > 0 && j > 0) steps.push({ is: 'other', meant: --i, came: --j });
    else if (added >= from && j > 0) steps.push({ is: 'extra', meant: i, came: --j });
    else steps.push({ is: 'lacking', meant: --i });
  }
  while (i > 0 && j > 0) steps.push({ is: 'same', meant: --i, came: --j });
  return withSwaps(steps.reverse(), meant, came);
}

/** Two changes beside each other that are each other's are one swap. */
function withSwaps(steps: readonly Aligned[], meant: Int32Array, came: Int32Array): Aligned[] {
  const found: Aligned[] = [];
  for (let n = 0; n < steps.length; n++) {
    const [step, next, third] = [steps[n] as Aligned, steps[n + 1], steps[n + 2]];
    const isCrossed = (m: number, c: number): boolean => meant[m] === came[c + 1] && meant[m + 1] === came[c];
    if (step.is === 'other' && next?.is === 'other' && isCrossed(step.meant, step.came)) {
      found.push({ is: 'swapped', meant: step.meant, came: step.came });
      n++;
    } else if (
      step.is === 'extra' &&
      next?.is === 'same' &&
      third?.is === 'lacking' &&
      isCrossed(next.meant, step.came)
    ) {
      found.push({ is: 'swapped', meant: next.meant, came: step.came });
      n += 2;
    } else if (
      step.is === 'lacking' &&
      next?.is === 'same' &&
      third?.is === 'extra' &&
      isCrossed(step.meant, next.came)
    ) {
      found.push({ is: 'swapped', meant: step.meant, came: next.came });
      n += 2;
    } else found.push(step);
  }
  return found;
}
