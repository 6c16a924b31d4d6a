/**
 * Modifiers that fingers hold, put aside while a macro with `liftModifiers` or a text plays: they go up, last down first,
 * and those still held come back, first down first, when it has played. Each lifting has an owner, the run that asked for it.
 */
import type { Hold, Holds } from './holds';
import type { LatchStage } from './latches';
import type { ModifierStage } from './modifiers';
import type { UsageStage } from './usages';

export class LiftStage {
  constructor(
    private readonly usages: UsageStage,
    private readonly holds: Holds,
    private readonly latches: LatchStage,
    private readonly modifiers: ModifierStage,
  ) {}

  /** Puts every modifier aside that no macro holds. Modifiers that were added to a key go up for good. */
  lift(owner: object): void {
    this.modifiers.dropAllAdded();
    let hold = this.holds.last;
    let latch = this.latches.lastModifier(Infinity);
    while (hold || latch >= 0) {
      if (latch >= 0 && (!hold || this.latches.orderOf(latch) > hold.order)) {
        if (!this.usages.isMacroHeld(latch)) this.latches.putAside(latch, owner);
        latch = this.latches.lastModifier(this.latches.orderOf(latch));
      } else if (hold) {
        this.liftHold(hold, owner);
        hold = hold.previous;
      }
    }
  }

  /** Brings back what is still held of what an owner put aside. */
  bringBack(owner: object): void {
    let hold = this.holds.first;
    let latch = this.latches.firstAside(owner, 0);
    while (hold || latch >= 0) {
      if (latch >= 0 && (!hold || this.latches.orderOf(latch) < hold.order)) {
        const order = this.latches.orderOf(latch);
        this.latches.bringBack(latch);
        latch = this.latches.firstAside(owner, order);
      } else if (hold) {
        if (hold.asideFor === owner) this.bringHoldBack(hold);
        hold = hold.next;
      }
    }
  }

  private liftHold(hold: Hold, owner: object): void {
    const usages = hold.usages;
    if (!usages || hold.modifiersLifted) return;
    for (let n = usages.length - 1; n >= 0; n--) {
      const usage = usages[n] as number;
      if (!this.usages.isModifier(usage) || hold.isAside(n) || this.usages.isMacroHeld(usage)) continue;
      hold.putAside(n, owner);
      this.usages.upNow(usage);
    }
  }

  private bringHoldBack(hold: Hold): void {
    const usages = hold.usages ?? [];
    for (let n = 0; n < usages.length; n++) if (hold.isAside(n)) this.usages.downNow(usages[n] as number);
    hold.clearAside();
  }
}
