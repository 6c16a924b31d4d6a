/**
 * What happens to modifiers around a key. Before a non-modifier goes down,
 *
 *   1. modifiers of other presses' chords go up, last down first (a symbol rolled into a letter does not change it);
 *   2. modifiers that were added to an earlier key go up, unless this key gets them too;
 *   3. the modifiers asked for by `once` go down, then Shift, when `capitals` is on and the key is one it changes.
 *
 * Added modifiers go up after their key, or at 2, whichever is first. Those of a `once` whose key is still held when it is
 * used stay until that key goes up.
 */
import { CAPITALS_ADD, CAPITALS_END } from './capitals';
import type { Hold, Holds } from './holds';
import type { Program } from './program';
import type { UsageStage } from './usages';

type Asked = { usage: number; by: Hold | null };

export class ModifierStage {
  private readonly asked: Asked[] = [];
  private capitals = false;

  constructor(
    private readonly program: Program,
    private readonly clock: { readonly nowUs: number },
    private readonly usages: UsageStage,
    private readonly holds: Holds,
  ) {}

  /** `once`: modifiers for the next key. `by` is the hold of the key that asks, null when it is up already. */
  askOnce(usages: readonly number[], by: Hold | null): void {
    for (const usage of usages) {
      // Each key that asks holds a count of its own; those that are up already ask as one.
      const known = this.asked.some((entry) => entry.usage === usage && entry.by === by);
      if (!known) this.asked.push({ usage, by });
    }
  }

  /** The key that asked for `once` goes up: what it asked for stays asked, what it got goes up. */
  endOnce(hold: Hold): void {
    for (const entry of this.asked) if (entry.by === hold) entry.by = null;
    this.dropAdded(hold, 0);
  }

  toggleCapitals(): void {
    this.capitals = !this.capitals;
  }

  /**
   * Does what has to be done before a non-modifier goes down.
   * @param hold where modifiers added to this key are kept
   * @param isButton a mouse button: `once` applies to it, `capitals` does not see it
   */
  before(usage: number, press: number, hold: Hold, isButton: boolean): void {
    if (this.holds.liftable === 0 && this.holds.withAdded === 0 && this.asked.length === 0 && !this.capitals) return;
    if (this.holds.liftable > 0) this.liftChords(press);
    const shifts = !isButton && this.capitals && this.capitalsAdds(usage);
    if (this.holds.withAdded > 0) this.dropEarlierAdded(shifts);
    if (this.asked.length > 0) this.addAsked(hold);
    if (shifts) this.add(hold, this.program.shiftUsage);
  }

  /** What has to be done before a key of a macro or a text goes down, to which nothing is added. */
  beforeUnaided(press: number): void {
    if (this.holds.liftable > 0) this.liftChords(press);
    if (this.holds.withAdded > 0) this.dropEarlierAdded(false);
  }

  /** Modifiers that were added to keys go up, whatever comes next. */
  dropAllAdded(): void {
    if (this.holds.withAdded > 0) this.dropEarlierAdded(false);
  }

  /** After the key of a hold has gone up, so do the modifiers that were added to it. */
  after(hold: Hold): void {
    if (hold.added.length > 0) this.dropAdded(hold, 0);
  }

  reset(): void {
    this.asked.length = 0;
    this.capitals = false;
  }

  private capitalsAdds(usage: number): boolean {
    const what = this.program.capitals[usage];
    if (what === CAPITALS_END) this.capitals = false;
    if (what !== CAPITALS_ADD) return false;
    for (const command of this.program.commandModifiers) {
      if (this.staysDown(command) || this.asked.some(({ usage: asked }) => asked === command)) return false;
    }
    return true;
  }

  /** Whether a usage is down when what `once` has added to earlier keys has gone up, which it does before the next one. */
  private staysDown(usage: number): boolean {
    let count = this.usages.countOf(usage);
    if (count === 0) return false;
    if (this.holds.withAdded > 0)
      for (let hold = this.holds.last; hold; hold = hold.previous) {
        if (hold.part?.kind === 'once') continue;
        for (let n = 0; n < hold.addedByOnce; n++) if (hold.added[n] === usage) count--;
      }
    return count > 0;
  }

  private liftChords(press: number): void {
    for (let hold = this.holds.last; hold && this.holds.liftable > 0; hold = hold.previous) {
      const part = hold.part;
      if (part?.kind !== 'keys' || !part.mixed || hold.modifiersLifted || hold.press === press) continue;
      hold.modifiersLifted = true;
      this.holds.liftable--;
      for (let n = part.usages.length - 1; n >= 0; n--) {
        const usage = part.usages[n] as number;
        if (this.usages.isModifier(usage) && !hold.isAside(n)) this.usages.up(usage, this.clock.nowUs);
      }
      hold.clearAside();
    }
  }

  /** Modifiers added to earlier keys go up; the Shift of `capitals` stays when this key gets it too. */
  private dropEarlierAdded(keepsCapitals: boolean): void {
    for (let hold = this.holds.last; hold; hold = hold.previous) {
      if (hold.added.length === 0 || hold.part?.kind === 'once') continue;
      if (!keepsCapitals) {
        this.dropAdded(hold, 0);
      } else if (hold.addedByOnce > 0) {
        const capitals = hold.added.length > hold.addedByOnce;
        if (capitals) hold.added.length = hold.addedByOnce;
        this.dropAdded(hold, 0);
        if (capitals) {
          hold.added.push(this.program.shiftUsage);
          this.holds.withAdded++;
        }
      }
    }
  }

  private addAsked(hold: Hold): void {
    for (const { usage, by } of this.asked) {
      this.add(by ?? hold, usage);
      if (!by) hold.addedByOnce++;
    }
    this.asked.length = 0;
  }

  private add(hold: Hold, usage: number): void {
    if (hold.added.length === 0) this.holds.withAdded++;
    hold.added.push(usage);
    this.usages.down(usage, this.clock.nowUs);
  }

  private dropAdded(hold: Hold, from: number): void {
    if (hold.added.length === 0) return;
    const isOnce = hold.part?.kind === 'once';
    for (let n = hold.added.length - 1; n >= from; n--)
      if (!isOnce || !hold.isAside(n)) this.usages.up(hold.added[n] as number, this.clock.nowUs);
    hold.added.length = from;
    hold.addedByOnce = 0;
    if (from === 0) this.holds.withAdded--;
  }
}
