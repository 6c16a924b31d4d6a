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

  constructor(
    usageCount: number,
    private readonly clock: { readonly nowUs: number },
    private readonly usages: UsageStage,
    private readonly modifiers: ModifierStage,
    private readonly holds: Holds,
    scratch: Hold,
  ) {
    this.latchedAt = new Float64Array(usageCount);
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

  /** Lets go of every latch, the last first. */
  releaseAll(): void {
    this.release([...this.latchedAt.keys()]);
  }

  private isLatched(usage: number): boolean {
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

  private unlatch(usage: number): void {
    this.latchedAt[usage] = 0;
    this.latchedCount--;
    this.usages.up(usage, this.clock.nowUs);
  }
}
