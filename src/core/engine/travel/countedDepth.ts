/**
 * The depth that counts, of keys that have a stroke plan, from the moment a key leaves rest until it is at rest again. It follows
 * the finger with a backlash, so that a trembling finger crosses nothing twice: the direction turns when the finger is that far
 * behind its extreme, and everything passed over is crossed then.
 */
import { REST_UM } from '../../profile';
import type { Program } from '../compile';
import { END, MOVE } from '../events';
import type { Quiet } from './quiet';
import type { Sliding } from './sliding';

/** How far behind its extreme a finger is when its direction turns, in µm. */
export const BACKLASH_UM = 150;

const AT_REST = 0;
const GOING_DOWN = 1;
const GOING_UP = 2;

export class CountedDepths {
  private readonly going: Uint8Array;
  private readonly countedUm: Int32Array;
  /** The depth of a plan that is met next on the present way; beyond all travel when there is none. */
  private readonly nextUm: Int32Array;
  /** The counted depth before and after the last sample, in µm. */
  fromUm = 0;
  toUm = 0;

  constructor(private readonly program: Program) {
    const count = program.keyIds.length;
    this.going = new Uint8Array(count);
    this.countedUm = new Int32Array(count);
    this.nextUm = new Int32Array(count);
  }

  isAtRest(key: number): boolean {
    return this.going[key] === AT_REST;
  }

  /** Takes one depth in µm of a key that has a plan, and says what it did: `MOVE`, `END`, both, or 0. */
  sample(key: number, depthUm: number): number {
    if (this.going[key] === AT_REST) {
      if (depthUm < REST_UM) return 0;
      this.turn(key, GOING_DOWN);
    }
    this.fromUm = this.toUm = this.countedUm[key] as number;
    const moved = this.follow(key, depthUm);
    if (depthUm >= REST_UM) return moved;
    this.going[key] = AT_REST;
    this.countedUm[key] = 0;
    return moved | END;
  }

  /** Narrows the depths between which nothing changes to those between which the counted depth stands still. */
  narrow(key: number, quiet: Quiet): void {
    const counted = this.countedUm[key] as number;
    if (this.going[key] === AT_REST) {
      quiet.below(REST_UM);
      return;
    }
    quiet.atLeast(REST_UM);
    quiet.atLeast(this.going[key] === GOING_DOWN ? counted - BACKLASH_UM + 1 : counted);
    quiet.below(this.going[key] === GOING_DOWN ? counted + 1 : counted + BACKLASH_UM);
  }

  /** Says how the counted depth follows the finger until the next depth of a plan, within the bounds of the key's switch. */
  slide(key: number, { fromUm, belowUm }: Quiet, sliding: Sliding): void {
    const next = this.nextUm[key] as number;
    if (this.going[key] === AT_REST) sliding.stands(key);
    else if (this.going[key] === GOING_DOWN)
      sliding.goesDeeper(key, this.countedUm, Math.min(next, belowUm) - 1, BACKLASH_UM, Math.max(fromUm, REST_UM));
    else sliding.goesShallower(key, this.countedUm, Math.max(next, fromUm, REST_UM), BACKLASH_UM, belowUm);
  }

  private follow(key: number, depthUm: number): number {
    const counted = this.fromUm;
    if (this.going[key] === GOING_DOWN) {
      if (depthUm <= counted - BACKLASH_UM) this.turn(key, GOING_UP);
      else if (depthUm <= counted) return 0;
    } else {
      if (depthUm >= counted + BACKLASH_UM) this.turn(key, GOING_DOWN);
      else if (depthUm >= counted) return 0;
    }
    this.countedUm[key] = this.toUm = depthUm;
    const next = this.nextUm[key] as number;
    if (this.going[key] === GOING_DOWN ? depthUm < next : depthUm >= next) return 0;
    this.findNext(key);
    return MOVE;
  }

  private turn(key: number, going: number): void {
    this.going[key] = going;
    this.findNext(key);
  }

  /** Crossed going down from less to at least the depth, going up from at least to less. */
  private findNext(key: number): void {
    const depths = this.program.planDepths[key] as Int32Array;
    const counted = this.countedUm[key] as number;
    if (this.going[key] === GOING_DOWN) {
      let n = 0;
      while (n < depths.length && (depths[n] as number) <= counted) n++;
      this.nextUm[key] = n < depths.length ? (depths[n] as number) : 2 ** 31 - 1;
    } else {
      let n = depths.length - 1;
      while (n >= 0 && (depths[n] as number) > counted) n--;
      this.nextUm[key] = n >= 0 ? (depths[n] as number) : -1;
    }
  }
}
