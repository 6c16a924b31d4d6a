/**
 * From travel to edges. Each key follows its own finger; a fixed key has a point to fire and a point to let go, a
 * reversal key fires and lets go on small movements once it is in its zone.
 */
import type { Program, RunActuation } from '../compile';
import { PRESS, RELEASE } from '../events';
import { ANY_BELOW_UM, type Quiet } from './quiet';
import type { Sliding } from './sliding';

/** Where a key stands: `extremeUm` is its deepest depth while down, its shallowest while up in the zone of a reversal key. */
export type SwitchState = { isDown: boolean; inZone: boolean; extremeUm: number };

export class Actuations {
  private readonly settings: readonly RunActuation[];
  private readonly down: Uint8Array;
  private readonly inZone: Uint8Array;
  /** The deepest depth while down, the shallowest while up in the zone; in µm. */
  private readonly extremeUm: Int32Array;

  constructor(program: Program) {
    this.settings = program.actuation;
    this.down = new Uint8Array(program.keyIds.length);
    this.inZone = new Uint8Array(program.keyIds.length);
    this.extremeUm = new Int32Array(program.keyIds.length);
  }

  isDown(key: number): boolean {
    return this.down[key] === 1;
  }

  stateOf(key: number): SwitchState {
    return { isDown: this.isDown(key), inZone: this.inZone[key] === 1, extremeUm: this.extremeUm[key] ?? 0 };
  }

  /** Takes one depth in µm and says which edge it makes: `PRESS`, `RELEASE` or 0. */
  sample(key: number, depthUm: number): number {
    const setting = this.settings[key] as RunActuation;
    if (setting.mode === 'fixed') {
      if (this.down[key] === 0) return depthUm >= setting.pointUm ? this.goDown(key, depthUm) : 0;
      return depthUm < setting.releaseUm ? this.goUp(key, depthUm) : 0;
    }
    if (this.inZone[key] === 0) {
      if (depthUm < setting.pointUm) return 0;
      this.inZone[key] = 1;
      return this.goDown(key, depthUm);
    }
    const extreme = this.extremeUm[key] as number;
    if (depthUm < setting.leaveUm) {
      this.inZone[key] = 0;
      return this.down[key] === 1 ? this.goUp(key, depthUm) : 0;
    }
    if (this.down[key] === 1) {
      if (depthUm <= extreme - setting.releaseUm) return this.goUp(key, depthUm);
      this.extremeUm[key] = Math.max(extreme, depthUm);
    } else {
      if (depthUm >= extreme + setting.pressUm) return this.goDown(key, depthUm);
      this.extremeUm[key] = Math.min(extreme, depthUm);
    }
    return 0;
  }

  /** Says how a reversal key in its zone moves its extreme; others stand. */
  slide(key: number, sliding: Sliding): void {
    const setting = this.settings[key] as RunActuation;
    if (setting.mode === 'fixed' || this.inZone[key] === 0) sliding.stands(key);
    else if (this.down[key] === 1)
      sliding.goesDeeper(key, this.extremeUm, ANY_BELOW_UM, setting.releaseUm, setting.leaveUm);
    else sliding.goesShallower(key, this.extremeUm, setting.leaveUm, setting.pressUm, ANY_BELOW_UM);
  }

  /** Narrows the depths between which nothing changes to those between which this switch does not. */
  narrow(key: number, quiet: Quiet): void {
    const setting = this.settings[key] as RunActuation;
    if (setting.mode === 'fixed') {
      if (this.down[key] === 1) quiet.atLeast(setting.releaseUm);
      else quiet.below(setting.pointUm);
    } else if (this.inZone[key] === 0) {
      quiet.below(setting.pointUm);
    } else {
      const extreme = this.extremeUm[key] as number;
      quiet.atLeast(setting.leaveUm);
      quiet.atLeast(this.down[key] === 1 ? extreme - setting.releaseUm + 1 : extreme);
      quiet.below(this.down[key] === 1 ? extreme + 1 : extreme + setting.pressUm);
    }
  }

  /** The switch goes down at a depth. */
  goDown(key: number, depthUm: number): number {
    this.down[key] = 1;
    this.extremeUm[key] = depthUm;
    return PRESS;
  }

  /** The switch goes up at a depth. */
  goUp(key: number, depthUm: number): number {
    this.down[key] = 0;
    this.extremeUm[key] = depthUm;
    return RELEASE;
  }
}
