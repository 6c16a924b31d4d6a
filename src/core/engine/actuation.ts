/**
 * From travel to edges. Each key follows its own finger; a fixed key has a point to fire and a point to let go, a
 * reversal key fires and lets go on small movements once it is in its zone.
 */
import type { Program, RunActuation } from './program';

/** What a sample did to a key. */
export const NO_EDGE = 0;
export const DOWN_EDGE = 1;
export const UP_EDGE = 2;

/** Where a key stands: `extremeUm` is its deepest depth while down, its shallowest while up in the zone of a reversal key. */
export type SwitchState = { isDown: boolean; inZone: boolean; extremeUm: number };

export class ActuationStage {
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

  /** Takes one depth in µm and says which edge it makes. */
  sample(key: number, depthUm: number): typeof NO_EDGE | typeof DOWN_EDGE | typeof UP_EDGE {
    const setting = this.settings[key];
    if (!setting) return NO_EDGE;
    if (setting.mode === 'fixed') {
      if (this.down[key] === 0) return depthUm >= setting.pointUm ? this.goDown(key, depthUm) : NO_EDGE;
      return depthUm < setting.releaseUm ? this.goUp(key, depthUm) : NO_EDGE;
    }
    if (this.inZone[key] === 0) {
      if (depthUm < setting.pointUm) return NO_EDGE;
      this.inZone[key] = 1;
      return this.goDown(key, depthUm);
    }
    const extreme = this.extremeUm[key] ?? 0;
    if (depthUm < setting.leaveUm) {
      this.inZone[key] = 0;
      return this.down[key] === 1 ? this.goUp(key, depthUm) : NO_EDGE;
    }
    if (this.down[key] === 1) {
      if (depthUm <= Math.max(extreme, depthUm) - setting.releaseUm) return this.goUp(key, depthUm);
      this.extremeUm[key] = Math.max(extreme, depthUm);
    } else {
      if (depthUm >= Math.min(extreme, depthUm) + setting.pressUm) return this.goDown(key, depthUm);
      this.extremeUm[key] = Math.min(extreme, depthUm);
    }
    return NO_EDGE;
  }

  private goDown(key: number, depthUm: number): typeof DOWN_EDGE {
    this.down[key] = 1;
    this.extremeUm[key] = depthUm;
    return DOWN_EDGE;
  }

  private goUp(key: number, depthUm: number): typeof UP_EDGE {
    this.down[key] = 0;
    this.extremeUm[key] = depthUm;
    return UP_EDGE;
  }
}
