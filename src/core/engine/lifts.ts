/**
 * Modifiers that fingers hold, put aside while macros with `liftModifiers` or texts play: they go up, last down first, and
 * those still held come back, first down first, when none of them plays any more. A modifier that a macro holds too stays down
 * by that alone. Each lifting has an owner, the run that asked for it.
 */
import type { Hold, Holds } from './holds';
import type { LatchStage } from './latches';
import type { ModifierStage } from './modifiers';
import type { UsageStage } from './usages';

export class LiftStage {
  /** The runs that have lifted and not finished. */
  private readonly owners = new Set<object>();

  constructor(
    private readonly usages: UsageStage,
    private readonly holds: Holds,
    private readonly latches: LatchStage,
    private readonly modifiers: ModifierStage,
  ) {}

  /** Puts every modifier aside that is not yet, last down first. Modifiers that were added to a key go up for good. */
  lift(owner: object): void {
    this.owners.add(owner);
    let hold = this.holds.last;
    let latch = this.latches.lastModifier(Infinity);
    while (hold || latch >= 0) {
      if (latch >= 0 && (!hold || this.latches.orderOf(latch) > hold.order)) {
        this.latches.putAside(latch, this);
        latch = this.latches.lastModifier(this.latches.orderOf(latch));
      } else if (hold) {
        this.modifiers.dropAddedTo(hold);
        this.liftHold(hold);
        hold = hold.previous;
      }
    }
  }

  /** A run has finished: when it was the last that lifted, what is still held of what was put aside comes back. */
  bringBack(owner: object): void {
    this.owners.delete(owner);
    if (this.owners.size > 0) return;
    let hold = this.holds.first;
    let latch = this.latches.firstAside(this, 0);
    while (hold || latch >= 0) {
      if (latch >= 0 && (!hold || this.latches.orderOf(latch) < hold.order)) {
        const order = this.latches.orderOf(latch);
        this.latches.bringBack(latch);
        latch = this.latches.firstAside(this, order);
      } else if (hold) {
        if (hold.asideFor === this) this.bringHoldBack(hold);
        hold = hold.next;
      }
    }
  }

  /** Everything was let go of: nothing is left to come back. */
  reset(): void {
    this.owners.clear();
  }

  private liftHold(hold: Hold): void {
    const usages = hold.usages;
    if (!usages || hold.modifiersLifted) return;
    for (let n = usages.length - 1; n >= 0; n--) {
      const usage = usages[n] as number;
      if (!this.usages.isModifier(usage) || hold.isAside(n)) continue;
      hold.putAside(n, this);
      this.usages.upNow(usage);
    }
  }

  private bringHoldBack(hold: Hold): void {
    const usages = hold.usages ?? [];
    for (let n = 0; n < usages.length; n++) if (hold.isAside(n)) this.usages.downNow(usages[n] as number);
    hold.clearAside();
  }
}
