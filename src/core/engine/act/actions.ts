/** Actions have a beginning and an end. What lasts between them is kept as holds; what does not is done at once. */
import { HOST_LAMPS } from '../../codes';
import type { Clock, Timer } from '../clock';
import {
  ASK,
  CAPITAL_LETTERS,
  DEVICE,
  HOLD_FOR,
  KEYS,
  LATCH_KEYS,
  LATCH_NEXT,
  LAYER,
  MACRO,
  MANY,
  MOVE,
  ONCE_MODIFIERS,
  SLOT,
  TEXT,
  UNDER,
  WHEEL,
  type HoldForPart,
  type KeysPart,
  type LastingPart,
  type LayerPart,
  type MacroPart,
  type Program,
  type RunAction,
  type SlotPart,
  type UnderPart,
} from '../compile';
import { CHORD_MODIFIER, KEY, Latches, Ledger, NextKey } from '../hold';
import type { Listener } from '../out';
import type { Hold } from './holds';
import { Holds } from './holds';
import type { Layers } from './layers';
import { Macros } from './macros';
import { Moves } from './moves';
import { OneKeys } from './oneKeys';
import { announce, type Origin } from './origin';
import { Texts } from './texts';

const CAPS_LAMP = HOST_LAMPS.indexOf('CapsLock');

export class Actions {
  private readonly ledger: Ledger;
  private readonly nextKey: NextKey;
  private readonly latches: Latches;
  private readonly holds: Holds;
  readonly oneKeys: OneKeys;
  private readonly texts: Texts;
  private readonly macros: Macros;
  private readonly moves: Moves;
  /** The hold of each `holdFor` action that runs, by its number. */
  private readonly heldFor: (Hold | null)[];
  /** The next `keys` action begun is a latch of its codes instead. */
  private latchesNext = false;
  /** Whether the action begun last types or holds a layer by what an `under` was. */
  private tookTyping = false;
  private tookLayer = false;

  constructor(
    program: Program,
    private readonly clock: Clock,
    private readonly layers: Layers,
    private readonly listener: Listener,
    /** Lets go of everything, as soon as what happens now is over. */
    private readonly leaving: Timer,
    depths: Int32Array | null,
  ) {
    this.ledger = new Ledger(program, clock, listener);
    this.nextKey = new NextKey(program, this.ledger);
    this.latches = new Latches(this.ledger, this.nextKey);
    this.holds = new Holds(this.ledger, (last) => this.end(last));
    this.oneKeys = new OneKeys(program.keyIds.length + program.joints.length, clock, this.ledger);
    this.texts = new Texts(clock, this.ledger, listener);
    this.macros = new Macros(program.macros, clock, this.ledger, this.texts, listener);
    this.moves = new Moves(program.pollUs, depths, clock, listener);
    this.heldFor = new Array<Hold | null>(program.holdForCount).fill(null);
  }

  /** What stays with no finger on it. */
  get staying(): { hasLatches: boolean; capitals: boolean } {
    return { hasLatches: this.ledger.hasLatches, capitals: this.nextKey.hasCapitals };
  }

  /** Another slot was asked for: what waits is dropped, and nothing more is begun. */
  get isLeaving(): boolean {
    return this.leaving.isSet;
  }

  /** Begins what is no more than one key, until `endOne`; false when it is more, as things stand, and nothing has begun. */
  beginOne(action: RunAction, origin: Origin): boolean {
    if (action.kind !== KEYS || action.only < 0 || !this.isOneKey) return false;
    this.tookTyping = this.tookLayer = false;
    announce(origin, this.clock, this.listener);
    this.oneKeys.begin(origin.key, action.only);
    return true;
  }

  /** Whether a key that begins now is that key and nothing else: nothing goes up before it, is added to it or comes of it. */
  get isOneKey(): boolean {
    return this.ledger.isCalm || this.findCalm();
  }

  /** Whether nothing lasts, plays or is kept for the next key. */
  get isAtRest(): boolean {
    return (
      this.holds.length === 0 &&
      !this.latchesNext &&
      !this.leaving.isSet &&
      this.nextKey.isAsIs &&
      this.ledger.isAtRest &&
      this.macros.areIdle
    );
  }

  private findCalm(): boolean {
    return (this.ledger.isCalm = !this.latchesNext && this.nextKey.isAsIs && !this.leaving.isSet);
  }

  /** Begins an action and returns its last part, which `end` takes; null when nothing of it lasts. */
  begin(action: RunAction, origin: Origin, fingerHeld: boolean): Hold | null {
    this.tookTyping = this.tookLayer = false;
    if (this.leaving.isSet) return null;
    announce(origin, this.clock, this.listener);
    return this.beginPart(action, origin, fingerHeld, null);
  }

  /** Whether an action that has just begun types: what an `under` is shows when it begins. */
  typed(action: RunAction): boolean {
    return action.types || this.tookTyping;
  }

  /** Begins an action that ends by itself: at once when it only holds modifiers or a layer, else after `tapUs`. */
  tap(action: RunAction, origin: Origin, tapUs: number): void {
    if (action.kind === KEYS && action.only >= 0 && this.isOneKey) {
      this.tookTyping = this.tookLayer = false;
      announce(origin, this.clock, this.listener);
      this.oneKeys.show(action.only, tapUs);
      return;
    }
    const last = this.begin(action, origin, false);
    if (!last) return;
    if (action.modifiersOnly || action.holdsLayer || this.tookLayer) this.end(last);
    else this.clock.setIn(last.timer, tapUs);
  }

  /** Ends an action, its parts in reverse. */
  end(last: Hold): void {
    if (last.timer.isSet) this.clock.cancel(last.timer);
    let hold: Hold | null = last;
    do {
      const earlier: Hold | null = hold.earlierPart;
      this.endPart(hold);
      hold = earlier;
    } while (hold);
  }

  /** Whether the end of an action that runs ends a layer. */
  endsLayer(last: Hold): boolean {
    for (let hold: Hold | null = last; hold; hold = hold.earlierPart) {
      if (hold.part?.kind === LAYER && (hold.part.how === 'while' || hold.goesOnAsWhile)) return true;
    }
    return false;
  }

  /** A press has looked up its binding: pending `once` layers are used up, or go on while their keys are held. */
  useUpOnce(): void {
    for (let place = 0; place < this.holds.length; place++) {
      const hold = this.holds.at(place);
      if (hold.part?.kind !== LAYER || hold.part.how !== 'once' || !hold.fingerHeld || hold.goesOnAsWhile) continue;
      if (!this.layers.isOncePending(hold.part.layer)) continue;
      hold.goesOnAsWhile = true;
      this.layers.hold(hold.part.layer);
    }
    this.layers.clearOnce();
  }

  /** The host has lit a lamp, by its place in `HOST_LAMPS`, or put it out. */
  light(lamp: number, lit: boolean): void {
    this.ledger.tellCapsLamp(lamp === CAPS_LAMP ? lit : undefined);
  }

  /** Ends everything that runs, last begun first, and lets go of latches. */
  endAll(): void {
    this.clock.cancel(this.leaving);
    this.ledger.forgetLifts();
    this.nextKey.reset();
    this.latchesNext = false;
    this.macros.cutAll();
    this.texts.stopAll();
    for (;;) {
      const last = this.holds.length > 0 ? this.holds.at(this.holds.length - 1) : null;
      const one = this.oneKeys.lastOrder;
      if (one > (last?.order ?? 0)) {
        this.oneKeys.endAt(one);
        continue;
      }
      if (!last) break;
      this.clock.cancel(last.timer);
      this.endPart(last);
    }
    this.moves.reset();
    this.ledger.unlatchTogether(null);
    this.ledger.reset();
  }

  private beginPart(action: RunAction, origin: Origin, fingerHeld: boolean, earlier: Hold | null): Hold | null {
    if (this.leaving.isSet) return earlier;
    // Most actions are keys. Said apart, they need no call into what all others need.
    if (action.kind === KEYS) return this.beginKeys(action, origin.press, fingerHeld, earlier);
    return this.beginOther(action, origin, fingerHeld, earlier);
  }

  private beginOther(
    action: Exclude<RunAction, KeysPart>,
    origin: Origin,
    fingerHeld: boolean,
    earlier: Hold | null,
  ): Hold | null {
    switch (action.kind) {
      case LAYER:
        return this.beginLayer(action, origin.press, fingerHeld, earlier);
      case ONCE_MODIFIERS: {
        const hold = fingerHeld ? this.holds.begin(action, origin.press, fingerHeld, earlier) : earlier;
        this.nextKey.ask(action.usages, fingerHeld ? hold : null);
        return hold;
      }
      case HOLD_FOR:
        this.beginHoldFor(action, origin.press);
        return earlier;
      case LATCH_KEYS:
        this.latches.toggle(action.usages, origin.press);
        return earlier;
      case LATCH_NEXT:
        this.latchesNext = true;
        this.ledger.isCalm = false;
        return earlier;
      case CAPITAL_LETTERS:
        this.nextKey.toggleCapitals();
        return earlier;
      case WHEEL:
        this.listener.wheel?.(this.clock.nowUs, action.dx, action.dy);
        return earlier;
      case TEXT:
        this.texts.begin(action.text, origin);
        return earlier;
      case MACRO:
        return this.beginMacro(action, origin, fingerHeld, earlier);
      case SLOT:
        this.leave(action);
        return earlier;
      case ASK:
        this.listener.ask?.(this.clock.nowUs, action.what, action.name);
        return earlier;
      case DEVICE:
        this.listener.device?.(this.clock.nowUs, action.what, true);
        return this.holds.begin(action, origin.press, fingerHeld, earlier);
      case MOVE: {
        const hold = this.holds.begin(action, origin.press, fingerHeld, earlier);
        this.moves.begin(action, origin.key, hold);
        return hold;
      }
      case UNDER:
        return this.beginUnder(action, origin, fingerHeld, earlier);
      case MANY: {
        const { parts } = action;
        let last = earlier;
        for (let n = 0; n < parts.length; n++) last = this.beginPart(parts[n] as RunAction, origin, fingerHeld, last);
        return last;
      }
    }
  }

  /** The first case whose modifiers are all held, without them; else what it is otherwise. */
  private beginUnder(part: UnderPart, origin: Origin, fingerHeld: boolean, earlier: Hold | null): Hold | null {
    const { cases } = part;
    const held = this.ledger.heldAlone | this.nextKey.askedKinds;
    let n = 0;
    while (n < cases.length && ((cases[n] as UnderPart['cases'][number]).kinds & ~held) !== 0) n++;
    const taken = cases[n];
    const action = taken ? taken.action : part.otherwise;
    if (this.listener.under) this.listener.under(this.clock.nowUs, taken ? taken.kinds : 0, held);
    if (!action) return earlier;
    if (action.types) this.tookTyping = true;
    if (action.holdsLayer) this.tookLayer = true;
    if (!taken) return this.beginPart(action, origin, fingerHeld, earlier);
    this.nextKey.useUp(taken.kinds, origin.press);
    const hold = this.holds.begin(part, origin.press, fingerHeld, earlier);
    hold.liftedAt = this.ledger.lift(taken.kinds, origin.press);
    return this.beginPart(action, origin, fingerHeld, hold);
  }

  /** Another slot is asked for: nothing more begins, and what is held ends before anything else happens. */
  private leave({ how, slot, slots }: SlotPart): void {
    this.listener.slot?.(this.clock.nowUs, how, slot, slots);
    this.leaving.dueUs = this.clock.nowUs;
    this.leaving.order = -1;
    this.ledger.isCalm = false;
    this.clock.restore(this.leaving);
  }

  private beginKeys(part: KeysPart, press: number, fingerHeld: boolean, earlier: Hold | null): Hold | null {
    if (this.latchesNext && !part.isButton) {
      this.latchesNext = false;
      this.latches.toggle(part.usages, press);
      return earlier;
    }
    const hold = this.holds.begin(part, press, fingerHeld, earlier);
    this.takeDown(part, hold, part.mixed ? CHORD_MODIFIER : KEY, part.isButton);
    return hold;
  }

  private beginHoldFor(part: HoldForPart, press: number): void {
    let hold = this.heldFor[part.number];
    if (!hold) {
      hold = this.holds.begin(part, press, false, null);
      this.heldFor[part.number] = hold;
      this.takeDown(part, hold, KEY, false);
    }
    this.clock.setIn(hold.timer, part.forUs);
  }

  private beginLayer(part: LayerPart, press: number, fingerHeld: boolean, earlier: Hold | null): Hold | null {
    switch (part.how) {
      case 'flip':
        this.layers.flip(part.layer);
        return earlier;
      case 'go':
        this.layers.goTo(part.layer);
        return earlier;
      case 'while':
        this.layers.hold(part.layer);
        break;
      case 'once':
        this.layers.addOnce(part.layer);
        break;
    }
    return this.holds.begin(part, press, fingerHeld, earlier);
  }

  private beginMacro(part: MacroPart, origin: Origin, fingerHeld: boolean, earlier: Hold | null): Hold | null {
    if (this.macros.isRunning(part.macro)) {
      this.macros.beginAgain(part.macro);
      return earlier;
    }
    const hold = this.holds.begin(part, origin.press, fingerHeld, earlier);
    this.macros.begin(part.macro, origin, hold);
    return hold;
  }

  /** The usages of a part go down in order, each non-modifier with what belongs before it. */
  private takeDown({ usages }: KeysPart | HoldForPart, hold: Hold, modifiersAre: number, isButton: boolean): void {
    const { ledger } = this;
    for (let n = 0; n < usages.length; n++) {
      const usage = usages[n] as number;
      if (ledger.isModifier(usage)) {
        ledger.claim(hold, usage, modifiersAre, hold.press);
      } else {
        this.nextKey.before(usage, hold.press, hold, isButton);
        ledger.claim(hold, usage, KEY, hold.press);
      }
    }
  }

  private endPart(hold: Hold): void {
    const part = hold.part as LastingPart;
    if (part.kind === KEYS) this.endKeys(part, hold);
    else this.endOther(part, hold);
    this.holds.remove(hold);
  }

  private endOther(part: Exclude<LastingPart, KeysPart>, hold: Hold): void {
    switch (part.kind) {
      case HOLD_FOR:
        this.heldFor[part.number] = null;
        this.giveUp(hold);
        return;
      case ONCE_MODIFIERS:
        this.nextKey.askerGoes(hold);
        this.giveUp(hold);
        return;
      case MACRO:
        this.macros.actionEnded(part.macro, hold);
        return;
      case LAYER:
        if (part.how === 'while' || hold.goesOnAsWhile) this.layers.letGo(part.layer);
        return;
      case DEVICE:
        this.listener.device?.(this.clock.nowUs, part.what, false);
        return;
      case UNDER:
        this.ledger.endLift(hold.liftedAt);
        return;
      case MOVE:
        this.moves.end(hold);
        return;
      default:
        part satisfies never;
    }
  }

  private endKeys({ usages }: KeysPart, hold: Hold): void {
    if (usages.length > 1 || !this.ledger.hasKept) {
      this.giveUp(hold);
      return;
    }
    for (let claim = hold.lastClaim; claim; claim = hold.lastClaim) {
      const isKey = claim.why === KEY;
      this.ledger.releaseLast(hold);
      // What was added to the key goes up after it, and after the latch that its end takes back.
      if (isKey) this.ledger.takeBack(usages[0] as number, hold.order);
    }
  }

  /** What a hold has taken goes up in reverse. */
  private giveUp(hold: Hold): void {
    while (this.ledger.releaseLast(hold));
  }
}
