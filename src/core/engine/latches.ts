/**
 * Latches: usages that are kept down with no finger on them. A usage is latched at most once and holds a count of its own.
 * A latch action lets go when all its codes are latched, else it latches the others.
 */
import type { Hold, Holds } from './holds';
import type { ModifierStage } from './modifiers';
import type { UsageStage } from './usages';

export class LatchStage {
  /** When each usage was latched, in the order of holds; 0 when it is not. */
  private readonly latchedAt: Float64Array;
  /** Gathers modifiers added to a key that is latched; they go up right after its down. */
  private readonly scratch: Hold;
  private latchedCount = 0;
  /** Who put a latched modifier aside; null when it is down. */
  private readonly asideFor: (object | null)[];

  constructor(
    usageCount: number,
    private readonly clock: { readonly nowUs: number },
    private readonly usages: UsageStage,
    private readonly modifiers: ModifierStage,
    private readonly holds: Holds,
    scratch: Hold,
  ) {
    this.latchedAt = new Float64Array(usageCount);
    this.asideFor = new Array<object | null>(usageCount).fill(null);
    this.scratch = scratch;
  }

  /** Carries out a latch action for a press. */
  toggle(usages: readonly number[], press: number): void {
    if (usages.every((usage) => this.isLatched(usage))) {
      this.release(usages);
      return;
    }
    for (const usage of usages) if (!this.isLatched(usage)) this.latch(usage, press);
  }

  /** The end of a `keys` action of that usage alone takes the latch back, if it began after the latch. */
  takeBack(usage: number, begunAt: number): void {
    if (this.latchedCount > 0 && this.isLatched(usage) && (this.latchedAt[usage] as number) < begunAt)
      this.unlatch(usage);
  }

  /** When a usage was latched, in the order of holds. */
  orderOf(usage: number): number {
    return this.latchedAt[usage] as number;
  }

  /** The modifier that was latched last before an order and is down; -1 when there is none. */
  lastModifier(before: number): number {
    if (this.latchedCount === 0) return -1;
    let last = -1;
    for (let usage = 0; usage < this.latchedAt.length; usage++) {
      const order = this.orderOf(usage);
      if (order === 0 || order >= before || this.asideFor[usage] || !this.usages.isModifier(usage)) continue;
      if (last < 0 || order > this.orderOf(last)) last = usage;
    }
    return last;
  }

  putAside(usage: number, owner: object): void {
    this.asideFor[usage] = owner;
    this.usages.up(usage, this.clock.nowUs);
  }

  /** The latch put aside by an owner that was latched first after an order; -1 when there is none. */
  firstAside(owner: object, after: number): number {
    if (this.latchedCount === 0) return -1;
    let first = -1;
    for (let usage = 0; usage < this.latchedAt.length; usage++) {
      const order = this.orderOf(usage);
      if (this.asideFor[usage] !== owner || order <= after) continue;
      if (first < 0 || order < this.orderOf(first)) first = usage;
    }
    return first;
  }

  bringBack(usage: number): void {
    this.asideFor[usage] = null;
    this.usages.down(usage, this.clock.nowUs);
  }

  /** Lets go of every latch, the last first. */
  releaseAll(): void {
    this.release([...this.latchedAt.keys()]);
  }

  isLatched(usage: number): boolean {
    return (this.latchedAt[usage] as number) > 0;
  }

  private latch(usage: number, press: number): void {
    if (!this.usages.isModifier(usage)) this.modifiers.before(usage, press, this.scratch, false);
    this.latchedAt[usage] = this.holds.nextOrder();
    this.latchedCount++;
    this.usages.down(usage, this.clock.nowUs);
    this.modifiers.after(this.scratch);
  }

  private release(usages: readonly number[]): void {
    const latched = usages.filter((usage) => this.isLatched(usage));
    latched.sort((a, b) => (this.latchedAt[b] as number) - (this.latchedAt[a] as number));
    for (const usage of latched) this.unlatch(usage);
  }

  unlatch(usage: number): void {
    this.latchedAt[usage] = 0;
    this.latchedCount--;
    if (this.asideFor[usage]) this.asideFor[usage] = null;
    else this.usages.up(usage, this.clock.nowUs);
  }
}
