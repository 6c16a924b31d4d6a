/**
 * A finger on its way moves an extreme, or the depth that counts, along with it, and nothing else happens: most samples of keys that are
 * sensitive or have plans. How far it may go so is worked out whenever something did happen; each sample then moves what moves, and the quiet range with it.
 */

const STANDS = 0;
const DEEPER = 1;
const SHALLOWER = 2;

/** Where what is moved stands: one number a key, in µm. */
type Moved = Int32Array;

export class Sliding {
  private readonly ways: Uint8Array;
  /** The last depth that only moves, in µm. */
  private readonly limitUm: Int32Array;
  /** How far behind a turn is noticed. */
  private readonly gapUm: Int32Array;
  /** Where the quiet range ends on the other side, whatever is moved. */
  private readonly endUm: Int32Array;
  private readonly moved: (Moved | null)[];

  constructor(
    count: number,
    private readonly quietFromUm: Int32Array,
    private readonly quietBelowUm: Int32Array,
  ) {
    this.ways = new Uint8Array(count);
    this.limitUm = new Int32Array(count);
    this.gapUm = new Int32Array(count);
    this.endUm = new Int32Array(count);
    this.moved = new Array<Moved | null>(count).fill(null);
  }

  stands(key: number): void {
    this.ways[key] = STANDS;
  }

  /** Down to a depth, in µm, a deeper sample only moves; a turn is noticed at the gap, and not above `endUm`. */
  goesDeeper(key: number, moved: Moved, untilUm: number, gapUm: number, endUm: number): void {
    this.set(key, DEEPER, moved, untilUm, gapUm, endUm);
  }

  /** Up to a depth, in µm, a shallower sample only moves; a turn is noticed at the gap, and not below `endUm`. */
  goesShallower(key: number, moved: Moved, untilUm: number, gapUm: number, endUm: number): void {
    this.set(key, SHALLOWER, moved, untilUm, gapUm, endUm);
  }

  /** Takes a depth that is not quiet: whether it only moves. */
  takes(key: number, depthUm: number): boolean {
    const way = this.ways[key] as number;
    if (way === STANDS) return false;
    const limit = this.limitUm[key] as number;
    const gap = this.gapUm[key] as number;
    const end = this.endUm[key] as number;
    if (way === DEEPER) {
      if (depthUm < (this.quietBelowUm[key] as number) || depthUm > limit) return false;
      const from = depthUm - gap + 1;
      this.quietFromUm[key] = from > end ? from : end;
      this.quietBelowUm[key] = depthUm + 1;
    } else {
      if (depthUm >= (this.quietFromUm[key] as number) || depthUm < limit) return false;
      const below = depthUm + gap;
      this.quietFromUm[key] = depthUm;
      this.quietBelowUm[key] = below < end ? below : end;
    }
    (this.moved[key] as Moved)[key] = depthUm;
    return true;
  }

  private set(key: number, way: number, moved: Moved, untilUm: number, gapUm: number, endUm: number): void {
    this.ways[key] = way;
    this.moved[key] = moved;
    this.limitUm[key] = untilUm;
    this.gapUm[key] = gapUm;
    this.endUm[key] = endUm;
  }
}
