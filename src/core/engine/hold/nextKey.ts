/**
 * What the next key gets, and what makes way for it. Before a non-modifier goes down,
 *
 *   1. modifiers of other presses' chords (a symbol rolled into a letter does not change it), and those that were added to an
 *      earlier key, unless this key gets them too, go up, last down first in all;
 *   2. what `under` actions of other presses have lifted comes back;
 *   3. the modifiers asked for by `once` go down, then Shift, when `capitals` is on and the key is one it changes.
 *
 * Added modifiers go up after their key, or at 1, whichever is first. Those of a `once` whose key is still held when it is
 * used stay until that key goes up.
 */
import { CAPITALS_ADD, CAPITALS_END, type Program } from '../compile';
import { CAPITALS, HELD_ONCE, type Holder, ONCE } from './claims';
import type { Ledger } from './ledger';

export class NextKey {
  // The modifiers asked for by `once`, and of each who asks: null when the key that asked is up already.
  private readonly asked: number[] = [];
  private readonly askers: (Holder | null)[] = [];
  private count = 0;
  private capitals = false;

  constructor(
    private readonly program: Program,
    private readonly ledger: Ledger,
  ) {}

  /** Whether capitals are written until the word ends. */
  get hasCapitals(): boolean {
    return this.capitals;
  }

  /** `once`: modifiers for the next key. Each key that asks holds a count of its own; those that are up already ask as one. */
  ask(usages: readonly number[], by: Holder | null): void {
    for (let n = 0; n < usages.length; n++) {
      const usage = usages[n] as number;
      if (this.isAsked(usage, by)) continue;
      this.asked[this.count] = usage;
      this.askers[this.count++] = by;
      this.ledger.isCalm = false;
    }
  }

  /** The key that asked goes up: what it asked for stays asked. */
  askerGoes(by: Holder): void {
    for (let n = 0; n < this.count; n++) if (this.askers[n] === by) this.askers[n] = null;
  }

  /** Which modifiers are asked for, as bits. */
  get askedKinds(): number {
    let kinds = 0;
    for (let n = 0; n < this.count; n++) kinds |= this.ledger.kindOf(this.asked[n] as number);
    return kinds;
  }

  /** An `under` lifts modifiers: those that are asked for are used up unsent. While the key that asked is held, they are held, and lifted. */
  useUp(kinds: number, press: number): void {
    const before = this.count;
    this.count = 0;
    for (let n = 0; n < before; n++) {
      const usage = this.asked[n] as number;
      const by = this.askers[n] ?? null;
      this.askers[n] = null;
      if ((this.ledger.kindOf(usage) & kinds) === 0) {
        this.asked[this.count] = usage;
        this.askers[this.count++] = by;
      } else if (by) {
        this.ledger.claimAside(by, usage, HELD_ONCE, press);
      }
    }
  }

  toggleCapitals(): void {
    this.capitals = !this.capitals;
    this.ledger.isCalm = false;
  }

  /** Whether the next key is that key and nothing else: nothing makes way for it, comes back before it or is added to it. */
  get isAsIs(): boolean {
    return !this.ledger.hasPassing && !this.ledger.hasLifts && this.count === 0 && !this.capitals;
  }

  /**
   * Does what has to be done before a non-modifier of a press goes down.
   * @param holder who gets the modifiers that are added to this key
   * @param isButton a mouse button: `once` applies to it, `capitals` does not see it
   */
  before(usage: number, press: number, holder: Holder, isButton: boolean): void {
    const { ledger } = this;
    if (this.isAsIs) return;
    const shifts = !isButton && this.capitals && this.capitalsAdds(usage, press);
    ledger.makeWay(press, shifts);
    if (ledger.hasLifts) ledger.endLiftsOfOthers(press);
    for (let n = 0; n < this.count; n++) {
      const by = this.askers[n] ?? null;
      ledger.claim(by ?? holder, this.asked[n] as number, by ? HELD_ONCE : ONCE, press);
      this.askers[n] = null;
    }
    this.count = 0;
    if (shifts) ledger.claim(holder, this.program.shiftUsage, CAPITALS, press);
  }

  reset(): void {
    this.count = 0;
    this.askers.fill(null);
    this.capitals = false;
  }

  private isAsked(usage: number, by: Holder | null): boolean {
    for (let n = 0; n < this.count; n++) if (this.asked[n] === usage && this.askers[n] === by) return true;
    return false;
  }

  private capitalsAdds(usage: number, press: number): boolean {
    const what = this.program.capitals[usage];
    if (what === CAPITALS_END) this.capitals = false;
    if (what !== CAPITALS_ADD) return false;
    const { commandModifiers } = this.program;
    for (let n = 0; n < commandModifiers.length; n++) {
      const command = commandModifiers[n] as number;
      if (this.ledger.staysDown(command, press)) return false;
      for (let other = 0; other < this.count; other++) if (this.asked[other] === command) return false;
    }
    return true;
  }
}
