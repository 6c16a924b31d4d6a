/**
 * What the keyboard's own lamps show: worked out anew when the engine, the slot or what surrounds it has changed, and not for every event. Brightness,
 * movement and whether anything glows at all are the person's, by keys of the keyboard itself.
 */
import type { Engine } from '../engine';
import type { Board } from '../board';
import { AT_REST, DARK, lampPlan, lampsAt, type LampPlan, type Shown, type Surroundings } from '../lamps';
import { LIMITS, MOVEMENTS, type LampMovement, type Profile } from '../profile';

const USUAL_LEVEL = 3;

/** Whether lamps are on, how bright they are, and how they move. */
export type Lamps = { isOn: boolean; level: number; most: number; movement: LampMovement };

export class Glowing {
  lamps: Lamps = { isOn: true, level: USUAL_LEVEL, most: LIMITS.lampLevel.most, movement: 'still' };
  private plan: LampPlan | null = null;
  private began = '';
  private colors: Int32Array = new Int32Array(0);
  private pulsing: readonly number[] = [];

  constructor(private readonly board: Board) {}

  /** Another profile runs, or none. What it says of brightness and movement counts when it comes into use, and not when it is saved anew as it was. */
  begin(profile: Profile | null, slot: number): void {
    this.plan = profile && lampPlan(profile, this.board);
    const began = `${slot} ${this.plan?.level ?? ''} ${this.plan?.movement ?? ''}`;
    if (began === this.began) return;
    this.began = began;
    if (!this.plan) return;
    this.lamps = { ...this.lamps, level: this.plan.level ?? this.lamps.level, movement: this.plan.movement };
  }

  /** A key of the keyboard itself makes lamps brighter or darker, turns them on or off, or lets them move in the next way. */
  turn(what: 'lampsUp' | 'lampsDown' | 'lampsToggle' | 'lampsMove'): void {
    const { lamps } = this;
    const { isOn, level, most, movement } = lamps;
    switch (what) {
      case 'lampsUp':
      case 'lampsDown':
        this.lamps = {
          ...lamps,
          isOn: true,
          level: Math.max(0, Math.min(most, level + (what === 'lampsUp' ? 1 : -1))),
        };
        break;
      case 'lampsToggle':
        this.lamps = { ...lamps, isOn: !isOn };
        break;
      case 'lampsMove':
        this.lamps = { ...lamps, movement: MOVEMENTS[(MOVEMENTS.indexOf(movement) + 1) % MOVEMENTS.length] ?? 'still' };
        break;
    }
  }

  /** Works out what is shown now; true when it is something else than before. */
  look(engine: Engine | undefined, surroundings: Surroundings): boolean {
    const { plan } = this;
    const standing = engine?.standing() ?? AT_REST;
    const colors = plan ? lampsAt(plan, standing, surroundings) : new Int32Array(this.board.keys.length).fill(DARK);
    const pulsing = plan?.pulses ? standing.waiting : [];
    const isSame =
      colors.length === this.colors.length &&
      colors.every((color, n) => color === this.colors[n]) &&
      pulsing.length === this.pulsing.length &&
      pulsing.every((key, n) => key === this.pulsing[n]);
    if (isSame) return false;
    this.colors = colors;
    this.pulsing = pulsing;
    return true;
  }

  get shown(): Shown {
    return { colors: Array.from(this.colors), pulsing: this.pulsing };
  }
}
