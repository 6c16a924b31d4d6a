/**
 * From samples of depth to events. Most samples change nothing: a key at rest, a finger that trembles, a key on its way. So each
 * key has a range of depths in which nothing happens, worked out anew whenever something did, and a sample within it is over
 * after two comparisons.
 */
import type { Program } from '../compile';
import type { StrokeEvent } from '../events';
import { Actuations, type SwitchState } from './actuation';
import { CountedDepths } from './countedDepth';
import { ANY_ABOVE_UM, ANY_BELOW_UM, Quiet } from './quiet';
import { Sliding } from './sliding';

export class Travel {
  private readonly actuations: Actuations;
  private readonly counted: CountedDepths;
  private readonly quiet = new Quiet();
  private readonly quietFromUm: Int32Array;
  private readonly quietBelowUm: Int32Array;
  private readonly sliding: Sliding;
  private readonly hasPlan: Uint8Array;
  /** Of keys with fixed points and no plan, which are most: where they go down, and up. Others have -1. */
  private readonly simplePointUm: Int32Array;
  private readonly simpleReleaseUm: Int32Array;
  private readonly isFixed: Uint8Array;

  constructor(program: Program) {
    this.actuations = new Actuations(program);
    this.counted = new CountedDepths(program);
    const count = program.keyIds.length;
    this.quietFromUm = new Int32Array(count);
    this.quietBelowUm = new Int32Array(count);
    this.sliding = new Sliding(count, this.quietFromUm, this.quietBelowUm);
    this.hasPlan = Uint8Array.from(program.planDepths, (depths) => (depths ? 1 : 0));
    const isSimple = program.actuation.map((setting, key) => setting.mode === 'fixed' && this.hasPlan[key] === 0);
    this.simplePointUm = Int32Array.from(program.actuation, ({ pointUm }, key) => (isSimple[key] ? pointUm : -1));
    this.simpleReleaseUm = Int32Array.from(program.actuation, (setting) =>
      setting.mode === 'fixed' ? setting.releaseUm : -1,
    );
    this.isFixed = Uint8Array.from(program.actuation, ({ mode }) => (mode === 'fixed' ? 1 : 0));
    for (let key = 0; key < count; key++) this.findQuiet(key);
  }

  /** Whether a depth in µm changes nothing at all. */
  isQuiet(key: number, depthUm: number): boolean {
    return depthUm < (this.quietBelowUm[key] as number) && depthUm >= (this.quietFromUm[key] as number);
  }

  /** Whether a key has fixed points and no plan, as most have. */
  isSimple(key: number): boolean {
    return (this.simplePointUm[key] as number) >= 0;
  }

  /** A simple key at a depth that is not quiet: whether it goes down; else it goes up. It is quiet until its other point. */
  goesDown(key: number, depthUm: number): boolean {
    const isPress = depthUm >= (this.quietBelowUm[key] as number);
    this.quietFromUm[key] = isPress ? (this.simpleReleaseUm[key] as number) : ANY_ABOVE_UM;
    this.quietBelowUm[key] = isPress ? ANY_BELOW_UM : (this.simplePointUm[key] as number);
    return isPress;
  }

  /** Whether a depth in µm that is not quiet only moves along what follows the finger. */
  slides(key: number, depthUm: number): boolean {
    return this.sliding.takes(key, depthUm);
  }

  /** Takes one depth in µm of a key that is not simple and fills in what it did to it; false when it is no event. */
  sample(key: number, depthUm: number, event: StrokeEvent): boolean {
    event.key = key;
    let what = this.actuations.sample(key, depthUm);
    if (this.hasPlan[key] === 1) {
      what |= this.counted.sample(key, depthUm);
      event.fromUm = this.counted.fromUm;
      event.toUm = this.counted.toUm;
    }
    event.what = what;
    this.findQuiet(key);
    return what !== 0;
  }

  isDown(key: number): boolean {
    return this.isSimple(key) ? this.quietBelowUm[key] === ANY_BELOW_UM : this.actuations.isDown(key);
  }

  /** Whether no stroke goes on, of a key that has a plan. */
  isAtRest(key: number): boolean {
    return this.counted.isAtRest(key);
  }

  stateOf(key: number): SwitchState {
    return this.isSimple(key)
      ? { isDown: this.isDown(key), inZone: false, extremeUm: 0 }
      : this.actuations.stateOf(key);
  }

  private findQuiet(key: number): void {
    const { quiet, sliding } = this;
    quiet.reset();
    this.actuations.narrow(key, quiet);
    this.actuations.slide(key, sliding);
    if (this.hasPlan[key] === 1) {
      // One thing can move along; where two would, every sample is looked at.
      if (this.isFixed[key] === 1) this.counted.slide(key, quiet, sliding);
      else sliding.stands(key);
      this.counted.narrow(key, quiet);
    }
    this.quietFromUm[key] = quiet.fromUm;
    this.quietBelowUm[key] = quiet.belowUm;
  }
}
