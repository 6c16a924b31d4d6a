/**
 * Latch actions: usages that are kept down with no finger on them. A usage is latched at most once and holds a count of its own.
 * A latch action lets go when all its codes are latched, else it latches the others.
 */
import { Holder } from './claims';
import type { Ledger } from './ledger';
import type { NextKey } from './nextKey';

export class Latches {
  /** Holds modifiers added to a key that is latched; they go up right after its down. */
  private readonly moment = new Holder();

  constructor(
    private readonly ledger: Ledger,
    private readonly nextKey: NextKey,
  ) {}

  /** Carries out a latch action of a press. */
  toggle(usages: readonly number[], press: number): void {
    let all = true;
    for (let n = 0; n < usages.length; n++) if (!this.ledger.isLatched(usages[n] as number)) all = false;
    if (all) {
      this.ledger.unlatchTogether(usages);
      return;
    }
    for (let n = 0; n < usages.length; n++) this.latch(usages[n] as number, press);
  }

  private latch(usage: number, press: number): void {
    const { ledger, moment } = this;
    if (ledger.isLatched(usage)) return;
    if (!ledger.isModifier(usage)) this.nextKey.before(usage, press, moment, false);
    ledger.latch(usage, press);
    while (moment.lastClaim) ledger.releaseLast(moment);
  }
}
