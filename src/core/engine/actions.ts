/** Actions have a beginning and an end. What lasts between them is kept as holds; what does not is done at once. */
import { Hold, Holds } from './holds';
import { LatchStage } from './latches';
import { LiftStage } from './lifts';
import type { LayerStage } from './layers';
import { MacroStage } from './macros';
import { ModifierStage } from './modifiers';
import type { Outputs } from './outputs';
import type { HoldForPart, KeysPart, LayerPart, MacroPart, Program, RunAction } from './program';
import { TextStage, type Source } from './texts';
import type { Timers } from './timers';
import type { UsageStage } from './usages';

export class ActionStage {
  private readonly holds = new Holds((last) => this.end(last));
  private readonly modifiers: ModifierStage;
  private readonly latches: LatchStage;
  /** The hold of each `holdFor` action that runs, by its number. */
  private readonly heldFor: (Hold | null)[];
  /** The next `keys` action begun is a latch of its codes instead. */
  private latchesNext = false;
  private readonly lifts: LiftStage;
  private readonly texts: TextStage;
  private readonly macros: MacroStage;
  /** Where what begins now comes from; macros and texts keep it for what they do later. */
  private readonly source: Source = { key: 0, layer: 0, pressedUs: 0, press: 0 };

  constructor(
    program: Program,
    private readonly clock: { readonly nowUs: number },
    private readonly usages: UsageStage,
    private readonly layers: LayerStage,
    private readonly timers: Timers,
    private readonly outputs: Outputs,
  ) {
    this.modifiers = new ModifierStage(program, clock, usages, this.holds);
    const scratch = new Hold(() => undefined);
    this.latches = new LatchStage(program.codes.length, clock, usages, this.modifiers, this.holds, scratch);
    this.heldFor = new Array<Hold | null>(program.holdForCount).fill(null);
    const lifts = new LiftStage(usages, this.holds, this.latches, this.modifiers);
    this.lifts = lifts;
    const announce = ({ key, layer, pressedUs }: Source): void =>
      outputs.begin?.(this.clock.nowUs, key, layer, pressedUs);
    this.texts = new TextStage(clock, usages, this.modifiers, lifts, timers, announce);
    this.macros = new MacroStage(
      program.macros,
      program.codes.length,
      clock,
      usages,
      this.holds,
      this.latches,
      this.modifiers,
      lifts,
      this.texts,
      timers,
      outputs,
      announce,
    );
  }

  /** Says which press what begins now comes from, and tells the trace. */
  beginsFrom(key: number, layer: number, pressedUs: number): void {
    this.source.key = key;
    this.source.layer = layer;
    this.source.pressedUs = pressedUs;
    this.outputs.begin?.(this.clock.nowUs, key, layer, pressedUs);
  }

  /** Begins an action for a press and returns its last part, which `end` takes; null when nothing of it lasts. */
  begin(action: RunAction, press: number, fingerHeld: boolean, earlier: Hold | null = null): Hold | null {
    switch (action.kind) {
      case 'keys':
        return this.beginKeys(action, press, fingerHeld, earlier);
      case 'layer':
        return this.beginLayer(action, press, fingerHeld, earlier);
      case 'once': {
        const hold = fingerHeld ? this.holds.begin(action, press, fingerHeld, earlier) : earlier;
        this.modifiers.askOnce(action.usages, fingerHeld ? hold : null);
        return hold;
      }
      case 'holdFor':
        this.beginHoldFor(action, press);
        return earlier;
      case 'latch':
        this.latches.toggle(action.usages, press);
        return earlier;
      case 'latchNext':
        this.latchesNext = true;
        return earlier;
      case 'capitals':
        this.modifiers.toggleCapitals();
        return earlier;
      case 'wheel':
        this.outputs.wheel?.(this.clock.nowUs, action.dx, action.dy);
        return earlier;
      case 'text':
        this.source.press = press;
        this.texts.begin(action.text, this.source);
        return earlier;
      case 'macro':
        return this.beginMacro(action, press, fingerHeld, earlier);
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
    else this.timers.set(last.timer, this.clock.nowUs + tapUs);
  }

  /** Ends an action, its parts in reverse. */
  end(last: Hold): void {
    this.timers.cancel(last.timer);
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
    for (let hold = this.holds.first; hold; hold = hold.next) {
      if (hold.part?.kind !== 'layer' || hold.part.how !== 'once' || !hold.fingerHeld || hold.goesOnAsWhile) continue;
      if (!this.layers.isOncePending(hold.part.layer)) continue;
      hold.goesOnAsWhile = true;
      this.layers.hold(hold.part.layer, this.clock.nowUs);
    }
    this.layers.clearOnce(this.clock.nowUs);
  }

  /** Ends everything that runs, last begun first, and lets go of latches. */
  endAll(): void {
    this.modifiers.reset();
    this.latchesNext = false;
    this.macros.cutAll();
    this.texts.stopAll();
    while (this.holds.last) {
      this.timers.cancel(this.holds.last.timer);
      this.endPart(this.holds.last);
    }
    this.latches.releaseAll();
    this.lifts.reset();
  }

  private beginKeys(part: KeysPart, press: number, fingerHeld: boolean, earlier: Hold | null): Hold | null {
    if (this.latchesNext && !part.isButton) {
      this.latchesNext = false;
      this.latches.toggle(part.usages, press);
      return earlier;
    }
    const hold = this.holds.begin(part, press, fingerHeld, earlier);
    for (let n = 0; n < part.usages.length; n++) this.takeDown(part.usages[n] as number, press, hold, part.isButton);
    if (part.mixed) this.holds.liftable++;
    return hold;
  }

  private beginHoldFor(part: HoldForPart, press: number): void {
    const running = this.heldFor[part.number];
    const hold = running ?? this.holds.begin(part, press, false, null);
    if (!running) {
      this.heldFor[part.number] = hold;
      for (let n = 0; n < part.usages.length; n++) this.takeDown(part.usages[n] as number, press, hold, false);
    }
    this.timers.set(hold.timer, this.clock.nowUs + part.forUs);
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
    return this.holds.begin(part, press, fingerHeld, earlier);
  }

  private beginMacro(part: MacroPart, press: number, fingerHeld: boolean, earlier: Hold | null): Hold | null {
    if (this.macros.isRunning(part.macro)) {
      this.macros.beginAgain(part.macro);
      return earlier;
    }
    const hold = this.holds.begin(part, press, fingerHeld, earlier);
    this.source.press = press;
    this.macros.begin(part.macro, this.source, hold);
    return hold;
  }

  private takeDown(usage: number, press: number, hold: Hold, isButton: boolean): void {
    if (!this.usages.isModifier(usage)) this.modifiers.before(usage, press, hold, isButton);
    this.usages.down(usage, this.clock.nowUs);
  }

  private endPart(hold: Hold): void {
    const part = hold.part;
    switch (part?.kind) {
      case 'keys':
        this.endKeys(part, hold);
        break;
      case 'holdFor':
        this.heldFor[part.number] = null;
        for (let n = part.usages.length - 1; n >= 0; n--) {
          if (!hold.isAside(n)) this.usages.up(part.usages[n] as number, this.clock.nowUs);
          if (n === part.firstKey) this.modifiers.after(hold);
        }
        break;
      case 'once':
        this.modifiers.endOnce(hold);
        break;
      case 'macro':
        this.macros.actionEnded(part.macro, hold);
        break;
      case 'layer':
        if (part.how === 'while' || hold.goesOnAsWhile) this.layers.letGo(part.layer, this.clock.nowUs);
        break;
    }
    this.holds.giveBack(hold);
  }

  private endKeys(part: KeysPart, hold: Hold): void {
    if (part.mixed && !hold.modifiersLifted) this.holds.liftable--;
    for (let n = part.usages.length - 1; n >= 0; n--) {
      const usage = part.usages[n] as number;
      const isGone = hold.isAside(n) || (hold.modifiersLifted && this.usages.isModifier(usage));
      if (!isGone) this.usages.up(usage, this.clock.nowUs);
      if (part.usages.length === 1) {
        this.latches.takeBack(usage, hold.order);
        this.macros.takeBack(usage, hold.order);
      }
      if (n === part.firstKey) this.modifiers.after(hold);
    }
  }
}
