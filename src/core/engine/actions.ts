/**
 * Actions have a beginning and an end. While one runs, each of its parts is a *hold*: a record of what it took, so that
 * its end gives back exactly that, whatever layers are active by then. Holds stand in one list in the order they began.
 */
import type { LayerStage } from './layers';
import type { KeysPart, LayerPart, RunAction } from './program';
import { Timer, type Timers } from './timers';
import type { UsageStage } from './usages';

/** One part of a running action. Records are kept and used again. */
export class Hold {
  part: KeysPart | LayerPart | null = null;
  /** Which press began it; parts of one press do not lift each other's modifiers. */
  press = 0;
  /** False for a tap that is only being shown to the host: its key is not held. */
  fingerHeld = false;
  /** The chord's modifiers went up early, because another key was typed. */
  modifiersLifted = false;
  /** A `once` layer that was used up while its key is held, and goes on as `while`. */
  goesOnAsWhile = false;
  /** The part of the same action that began before this one: an action ends in reverse. */
  earlierPart: Hold | null = null;
  previous: Hold | null = null;
  next: Hold | null = null;
  /** Ends the action of which this is the last part, when it is a tap. */
  readonly tapEnd: Timer;

  constructor(endTap: (last: Hold) => void) {
    this.tapEnd = new Timer(() => endTap(this));
  }
}

export class ActionStage {
  private first: Hold | null = null;
  private last: Hold | null = null;
  private free: Hold | null = null;
  /** Running chords whose modifiers another key would lift. */
  private liftable = 0;

  constructor(
    private readonly clock: { readonly nowUs: number },
    private readonly usages: UsageStage,
    private readonly layers: LayerStage,
    private readonly timers: Timers,
  ) {}

  /** Begins an action for a press and returns its last part, which `end` takes; null when nothing of it lasts. */
  begin(action: RunAction, press: number, fingerHeld: boolean, earlier: Hold | null = null): Hold | null {
    switch (action.kind) {
      case 'keys': {
        const hold = this.record(action, press, fingerHeld, earlier);
        for (let n = 0; n < action.usages.length; n++) this.takeDown(action.usages[n] as number, press);
        if (action.mixed) this.liftable++;
        return hold;
      }
      case 'layer':
        return this.beginLayer(action, press, fingerHeld, earlier);
      case 'many': {
        let last = earlier;
        for (const part of action.parts) last = this.begin(part, press, fingerHeld, last);
        return last;
      }
    }
  }

  /** Begins an action that ends by itself: at once when it only holds modifiers or a layer, else after `tapUs`. */
  tap(action: RunAction, press: number, tapUs: number): void {
    const last = this.begin(action, press, false);
    if (!last) return;
    if (action.modifiersOnly || action.holdsLayer) this.end(last);
    else this.timers.set(last.tapEnd, this.clock.nowUs + tapUs);
  }

  /** Ends an action, its parts in reverse. */
  end(last: Hold): void {
    this.timers.cancel(last.tapEnd);
    let hold: Hold | null = last;
    while (hold) {
      const earlier: Hold | null = hold.earlierPart;
      this.endPart(hold);
      hold = earlier;
    }
  }

  /** Whether the release of this action holds back while a key is undecided: it ends modifiers only, or a layer. */
  endsQuietly(action: RunAction, last: Hold): boolean {
    if (action.modifiersOnly) return true;
    for (let hold: Hold | null = last; hold; hold = hold.earlierPart) {
      if (hold.part?.kind === 'layer' && (hold.part.how === 'while' || hold.goesOnAsWhile)) return true;
    }
    return false;
  }

  /** A press has looked up its binding: pending `once` layers are used up, or go on while their keys are held. */
  useUpOnce(): void {
    for (let hold = this.first; hold; hold = hold.next) {
      if (hold.part?.kind !== 'layer' || hold.part.how !== 'once' || !hold.fingerHeld || hold.goesOnAsWhile) continue;
      if (!this.layers.isOncePending(hold.part.layer)) continue;
      hold.goesOnAsWhile = true;
      this.layers.hold(hold.part.layer, this.clock.nowUs);
    }
    this.layers.clearOnce(this.clock.nowUs);
  }

  /** Ends everything that runs, last begun first. */
  endAll(): void {
    while (this.last) {
      this.timers.cancel(this.last.tapEnd);
      this.endPart(this.last);
    }
  }

  private beginLayer(part: LayerPart, press: number, fingerHeld: boolean, earlier: Hold | null): Hold | null {
    const now = this.clock.nowUs;
    switch (part.how) {
      case 'flip':
        this.layers.flip(part.layer, now);
        return earlier;
      case 'go':
        this.layers.goTo(part.layer, now);
        return earlier;
      case 'while':
        this.layers.hold(part.layer, now);
        break;
      case 'once':
        this.layers.addOnce(part.layer, now);
        break;
    }
    return this.record(part, press, fingerHeld, earlier);
  }

  private takeDown(usage: number, press: number): void {
    if (this.liftable > 0 && !this.usages.isModifier(usage)) this.liftChords(press);
    this.usages.down(usage, this.clock.nowUs);
  }

  /** Modifiers of other presses' chords go up, last down first, before a non-modifier goes down. */
  private liftChords(press: number): void {
    for (let hold = this.last; hold && this.liftable > 0; hold = hold.previous) {
      const part = hold.part;
      if (part?.kind !== 'keys' || !part.mixed || hold.modifiersLifted || hold.press === press) continue;
      hold.modifiersLifted = true;
      this.liftable--;
      for (let n = part.usages.length - 1; n >= 0; n--) {
        const usage = part.usages[n] as number;
        if (this.usages.isModifier(usage)) this.usages.up(usage, this.clock.nowUs);
      }
    }
  }

  private endPart(hold: Hold): void {
    const part = hold.part;
    const { modifiersLifted, goesOnAsWhile } = hold;
    this.giveBack(hold);
    if (part?.kind === 'keys') {
      if (part.mixed && !modifiersLifted) this.liftable--;
      for (let n = part.usages.length - 1; n >= 0; n--) {
        const usage = part.usages[n] as number;
        if (!modifiersLifted || !this.usages.isModifier(usage)) this.usages.up(usage, this.clock.nowUs);
      }
    } else if (part && (part.how === 'while' || goesOnAsWhile)) {
      this.layers.letGo(part.layer, this.clock.nowUs);
    }
  }

  private record(part: KeysPart | LayerPart, press: number, fingerHeld: boolean, earlier: Hold | null): Hold {
    const hold = this.free ?? new Hold((last) => this.end(last));
    this.free = hold.next;
    hold.part = part;
    hold.press = press;
    hold.fingerHeld = fingerHeld;
    hold.modifiersLifted = false;
    hold.goesOnAsWhile = false;
    hold.earlierPart = earlier;
    hold.previous = this.last;
    hold.next = null;
    if (this.last) this.last.next = hold;
    else this.first = hold;
    this.last = hold;
    return hold;
  }

  private giveBack(hold: Hold): void {
    if (hold.previous) hold.previous.next = hold.next;
    else this.first = hold.next;
    if (hold.next) hold.next.previous = hold.previous;
    else this.last = hold.previous;
    hold.part = null;
    hold.earlierPart = null;
    hold.previous = null;
    hold.next = this.free;
    this.free = hold;
  }
}
