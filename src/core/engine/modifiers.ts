/**
 * What happens to modifiers around a key. Before a non-modifier goes down,
 *
 *   1. modifiers of other presses' chords (a symbol rolled into a letter does not change it), and those that were added to an
 *      earlier key, unless this key gets them too, go up, last down first in all;
 *   2. the modifiers asked for by `once` go down, then Shift, when `capitals` is on and the key is one it changes.
 *
 * Added modifiers go up after their key, or at 1, whichever is first. Those of a `once` whose key is still held when it is
 * used stay until that key goes up.
 */
import { CAPITALS_ADD, CAPITALS_END } from './capitals';
import type { Hold, Holds } from './holds';
import type { KeysPart, Program } from './program';
import type { UsageStage } from './usages';

const NONE: readonly number[] = [];

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
    const shifts = !isButton && this.capitals && this.capitalsAdds(usage, press);
    this.clear(press, shifts);
    if (this.asked.length > 0) this.addAsked(hold);
    if (shifts) this.add(hold, this.program.shiftUsage);
  }

  /** What has to be done before a key of a macro or a text goes down, to which nothing is added. */
  beforeUnaided(press: number): void {
    this.clear(press, false);
  }

  /** Modifiers that were added to the key of a hold go up, whatever comes next. */
  dropAddedTo(hold: Hold): void {
    if (hold.part?.kind !== 'once') this.dropAdded(hold, 0);
  }

  /** After the key of a hold has gone up, so do the modifiers that were added to it. */
  after(hold: Hold): void {
    if (hold.added.length > 0) this.dropAdded(hold, 0);
  }

  reset(): void {
    this.asked.length = 0;
    this.capitals = false;
  }

  private capitalsAdds(usage: number, press: number): boolean {
    const what = this.program.capitals[usage];
    if (what === CAPITALS_END) this.capitals = false;
    if (what !== CAPITALS_ADD) return false;
    for (const command of this.program.commandModifiers) {
      if (this.staysDown(command, press) || this.asked.some(({ usage: asked }) => asked === command)) return false;
    }
    return true;
  }

  /** Whether a usage is down when the modifiers have gone up that do so before a key of a press. */
  private staysDown(usage: number, press: number): boolean {
    let count = this.usages.countOf(usage);
    for (let hold = count > 0 ? this.holds.last : null; hold; hold = hold.previous) {
      if (hold.part?.kind !== 'once') for (let n = 0; n < hold.addedByOnce; n++) if (hold.added[n] === usage) count--;
      const lifted = this.isLiftedBefore(hold, press) ? hold.part.usages : NONE;
      for (let n = 0; n < lifted.length; n++) if (lifted[n] === usage && !hold.isAside(n)) count--;
    }
    return count > 0;
  }

  /** Whether a hold is a chord of another press, whose modifiers go up before a key. */
  private isLiftedBefore(hold: Hold, press: number): hold is Hold & { part: KeysPart } {
    return hold.part?.kind === 'keys' && hold.part.mixed && !hold.modifiersLifted && hold.press !== press;
  }

  /** What has to be up before a key of a press goes down goes up; the Shift of `capitals` stays when the key gets it too. */
  private clear(press: number, keepsCapitals: boolean): void {
    if (this.holds.liftable === 0 && this.holds.withAdded === 0) return;
    for (let hold = this.holds.last; hold; hold = hold.previous) {
      // What was added to a hold's key went down after the hold's own modifiers.
      if (hold.added.length > 0 && hold.part?.kind !== 'once') this.dropEarlierAdded(hold, keepsCapitals);
      if (this.isLiftedBefore(hold, press)) this.liftChord(hold);
    }
  }

  private liftChord(hold: Hold & { part: KeysPart }): void {
    hold.modifiersLifted = true;
    this.holds.liftable--;
    const { usages } = hold.part;
    for (let n = usages.length - 1; n >= 0; n--) {
      const usage = usages[n] as number;
      if (this.usages.isModifier(usage) && !hold.isAside(n)) this.usages.up(usage, this.clock.nowUs);
    }
    hold.clearAside();
  }

  private dropEarlierAdded(hold: Hold, keepsCapitals: boolean): void {
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
