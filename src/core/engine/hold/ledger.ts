/**
 * The ledger: who holds what at the host. Every usage has a count of its claims: down is sent at 0 -> 1, up at 1 -> 0. A
 * non-modifier that is claimed again while it is down is sent up and down once more, so that no press is lost.
 */
import type { Clock } from '../clock';
import type { Program } from '../compile';
import type { Listener } from '../out';
import {
  canBeAside,
  CAPITALS,
  CHORD_MODIFIER,
  Claim,
  GONE,
  type Holder,
  isHeldAlone,
  isPassing,
  LATCH,
  LEFT,
  ONCE,
  Row,
} from './claims';

/** An `under` that has lifted modifiers: which, as bits, and for which press. */
class Lift {
  began = 0;
  kinds = 0;
  press = 0;
  place = 0;
}

/** Whichever press it is. */
const ANY_PRESS = -1;

export class Ledger {
  private readonly modifiers: Uint8Array;
  private readonly counts: Uint16Array;
  private readonly claims = new Row(() => new Claim());
  private order = 0;
  /** Known: nothing makes way for the next key, comes back before it or is added to it. Whatever may change that says so. */
  isCalm = false;
  /** How many claims the next key may end. */
  private passing = 0;
  /** How many usages are kept down with no finger on them. */
  private kept = 0;
  /** When each macro and text began that plays and has put modifiers aside. */
  private readonly asiders: number[] = [];
  /** The `under` actions that have lifted the modifiers they are under, and for which no key of another press has brought them back. */
  private readonly lifts = new Row(() => new Lift());
  /** Which modifier a usage is, left or right, as a bit. */
  private readonly kinds: Uint8Array;
  /** Of each usage, what keeps it down with no finger on it: at most one latch, and one that a macro left. */
  private readonly latched: (Claim | null)[];
  private readonly left: (Claim | null)[];
  private readonly capsLock: number;
  /** Whether Caps Lock is on at the host, as far as this keyboard has turned it: what counts as long as the host has told of no lamp. */
  private isCapsLocked = false;
  /** What the host has told; null as long as it has told of none. */
  private isCapsLamp: boolean | null = null;

  constructor(
    program: Program,
    private readonly clock: Clock,
    private readonly listener: Listener,
  ) {
    const count = program.codes.length;
    this.modifiers = program.modifiers;
    this.kinds = program.modifierKinds;
    this.capsLock = program.capsLock;
    this.counts = new Uint16Array(count);
    this.latched = new Array<Claim | null>(count).fill(null);
    this.left = new Array<Claim | null>(count).fill(null);
  }

  isModifier(usage: number): boolean {
    return this.modifiers[usage] === 1;
  }

  /** The number of the next thing that begins: claims, and the actions that make them. */
  nextOrder(): number {
    return ++this.order;
  }

  /** A holder takes a usage. */
  claim(holder: Holder | null, usage: number, why: number, press: number): Claim {
    const claim = this.claimAside(holder, usage, why, press);
    claim.isAside = false;
    this.down(usage);
    return claim;
  }

  /** A holder takes a modifier that is about to be lifted: it goes down when it comes back. */
  claimAside(holder: Holder | null, usage: number, why: number, press: number): Claim {
    const claim = this.claims.append();
    claim.order = claim.since = ++this.order;
    claim.holderOrder = holder ? holder.order : claim.order;
    claim.usage = usage;
    claim.why = why;
    claim.press = press;
    claim.isAside = true;
    if (holder) {
      claim.earlier = holder.lastClaim;
      holder.lastClaim = claim;
    }
    if (isPassing(why)) {
      this.passing++;
      this.isCalm = false;
    }
    return claim;
  }

  /** A holder gives back what it took last; false when it holds nothing. */
  releaseLast(holder: Holder): boolean {
    const claim = holder.lastClaim;
    if (!claim) return false;
    holder.lastClaim = claim.earlier;
    this.release(claim);
    return true;
  }

  /** A holder gives back one of the usages that it holds, not the last perhaps. */
  releaseOf(holder: Holder, claim: Claim): void {
    this.takeFrom(holder, claim);
    this.release(claim);
  }

  /** A holder presses a usage again that it holds: a non-modifier goes up and down; it counts as its last from now on. */
  strikeAgain(holder: Holder, claim: Claim): void {
    this.takeFrom(holder, claim);
    claim.earlier = holder.lastClaim;
    holder.lastClaim = claim;
    this.goesLast(claim);
    if (!this.isModifier(claim.usage)) this.strike(claim.usage);
  }

  /** A key of a text is struck: nobody holds it afterwards. */
  down(usage: number): void {
    const count = this.counts[usage] as number;
    this.counts[usage] = count + 1;
    if (count === 0) this.goesDown(usage);
    else if (!this.isModifier(usage)) this.strike(usage);
  }

  up(usage: number): void {
    const count = (this.counts[usage] as number) - 1;
    this.counts[usage] = count;
    if (count === 0) this.listener.edge(this.clock.nowUs, false, usage);
  }

  /** Whether a key that goes down may send modifiers up before it. */
  get hasPassing(): boolean {
    return this.passing > 0;
  }

  /**
   * What has to be up before a key of a press goes down goes up, last down first: modifiers of other presses' chords, and those
   * that were added to an earlier key.
   * @param keepsCapitals the key gets Shift by `capitals`, so that the Shift of the letters before it stays
   */
  makeWay(press: number, keepsCapitals: boolean): void {
    if (this.passing === 0) return;
    for (let place = this.claims.length - 1; place >= 0; place--) {
      const claim = this.claims.at(place);
      if (this.goesBefore(claim, press) || (claim.why === CAPITALS && !keepsCapitals)) this.endEarly(claim);
    }
  }

  /** Whether a usage is down still when a key of a press has been made way for. */
  staysDown(usage: number, press: number): boolean {
    let count = this.counts[usage] as number;
    for (let place = count > 0 || this.hasLifts ? this.claims.length - 1 : -1; place >= 0; place--) {
      const claim = this.claims.at(place);
      if (claim.usage !== usage) continue;
      if (!claim.isAside) {
        if (this.goesBefore(claim, press)) count--;
      } else if (claim.why !== GONE && !this.goesBefore(claim, press) && !this.isLifted(claim, press)) {
        count++;
      }
    }
    return count > 0;
  }

  /** The modifiers that are held, for an `under`: as bits, left and right as one. What a macro or a text has put aside is not. */
  get heldAlone(): number {
    let held = 0;
    for (let place = 0; place < this.claims.length; place++) {
      const claim = this.claims.at(place);
      const kind = this.kinds[claim.usage] as number;
      if ((held & kind) === 0 && isHeldAlone(claim.why) && !(claim.isAside && this.isPutAside(claim))) held |= kind;
    }
    return held;
  }

  /** Which modifier a usage is, as a bit; 0 for a key. */
  kindOf(usage: number): number {
    return this.kinds[usage] as number;
  }

  /** Whether a key of another press would bring modifiers back. */
  get hasLifts(): boolean {
    return this.lifts.length > 0;
  }

  /**
   * An `under` begins: the modifiers that it names go up, last down first, and come back when it has ended, or before a key of another
   * press. Those that were added to a key go up for good.
   * @param kinds which, as bits
   * @returns by what it is ended
   */
  lift(kinds: number, press: number): number {
    const began = ++this.order;
    this.isCalm = false;
    const lift = this.lifts.append();
    lift.began = began;
    lift.kinds = kinds;
    lift.press = press;
    for (let place = this.claims.length - 1; place >= 0; place--) {
      const claim = this.claims.at(place);
      if (((this.kinds[claim.usage] as number) & kinds) !== 0) this.setAside(claim);
    }
    return began;
  }

  /** An `under` has ended: what it lifted comes back, unless it came back before. */
  endLift(began: number): void {
    for (let place = 0; place < this.lifts.length; place++) {
      const lift = this.lifts.at(place);
      if (lift.began !== began) continue;
      this.lifts.remove(lift);
      this.comeBack();
      return;
    }
  }

  /** A key of a press goes down: what `under` actions of others have lifted comes back before it. */
  endLiftsOfOthers(press: number): void {
    const before = this.lifts.length;
    for (let place = before - 1; place >= 0; place--) {
      const lift = this.lifts.at(place);
      if (lift.press !== press) this.lifts.remove(lift);
    }
    if (this.lifts.length < before) this.comeBack();
  }

  /** Everything is about to end: what is lifted does not come back. */
  forgetLifts(): void {
    this.lifts.length = 0;
  }

  /**
   * A macro or a text begins to play without modifiers: those of fingers and latches are put aside, last down first. Those that
   * were added to a key go up for good.
   * @returns by what it is brought back
   */
  putAside(): number {
    const began = ++this.order;
    this.asiders.push(began);
    for (let place = this.claims.length - 1; place >= 0; place--) this.setAside(this.claims.at(place));
    return began;
  }

  /**
   * It has finished: what is still held of what it put aside comes back, first down first, unless another that plays has put it aside
   * as well. What went down after a run had begun was not put aside by that run.
   */
  bringBack(began: number): void {
    const { asiders } = this;
    const at = asiders.indexOf(began);
    if (at < 0) return;
    asiders[at] = asiders[asiders.length - 1] as number;
    asiders.pop();
    for (let place = 0; place < this.claims.length; place++) {
      const claim = this.claims.at(place);
      if (claim.isAside && claim.why !== GONE && !this.isLifted(claim, ANY_PRESS)) this.goesDownAgain(claim);
    }
  }

  /** Whether no usage is down or claimed, nothing is lifted or put aside, and Caps Lock is as it was at first. */
  get isAtRest(): boolean {
    const { claims, kept, asiders, isCapsLocked } = this;
    const isNothingHeld = claims.length === 0 && kept === 0 && this.counts.every((count) => count === 0);
    return isNothingHeld && !this.hasLifts && asiders.length === 0 && !isCapsLocked && this.isCapsLamp === null;
  }

  /** Whether anything is kept down with no finger on it. */
  get hasKept(): boolean {
    return this.kept > 0;
  }

  /** Whether any usage is latched. */
  get hasLatches(): boolean {
    return this.latched.some((claim) => claim !== null);
  }

  isLatched(usage: number): boolean {
    return this.latched[usage] !== null;
  }

  latch(usage: number, press: number): void {
    this.kept++;
    this.latched[usage] = this.claim(null, usage, LATCH, press);
  }

  unlatch(usage: number): void {
    const claim = this.latched[usage];
    this.latched[usage] = null;
    if (!claim) return;
    this.kept--;
    this.release(claim);
  }

  /** Lets go of the latches among some usages (all, when none are named), the last first. */
  unlatchTogether(usages: readonly number[] | null): void {
    for (let place = this.claims.length - 1; place >= 0; place--) {
      const claim = this.claims.at(place);
      if (claim.why === LATCH && (!usages || usages.includes(claim.usage))) this.unlatch(claim.usage);
    }
  }

  /** A macro that finishes leaves a usage down. One that is left already is left once, and the later counts: what began before it takes it not back. */
  leave(holder: Holder, claim: Claim): void {
    this.takeFrom(holder, claim);
    const before = this.left[claim.usage];
    this.left[claim.usage] = claim;
    claim.why = LEFT;
    this.goesLast(claim);
    if (before) this.release(before);
    else this.kept++;
  }

  /** Lets go of what a macro left of a usage; false when none did. */
  letGoOfLeft(usage: number): boolean {
    const claim = this.left[usage];
    if (!claim) return false;
    this.left[usage] = null;
    this.kept--;
    this.release(claim);
    return true;
  }

  letGoOfAllLeft(): void {
    for (let usage = 0; usage < this.left.length; usage++) this.letGoOfLeft(usage);
  }

  /** The end of an action of one key alone takes back a latch on it, and what a macro left of it, if it began after them. */
  takeBack(usage: number, begunAt: number): void {
    const latch = this.latched[usage];
    if (latch && latch.order < begunAt) this.unlatch(usage);
    const left = this.left[usage];
    if (left && left.order < begunAt) this.letGoOfLeft(usage);
  }

  /** Everything was let go of, and nothing plays any more. */
  reset(): void {
    this.asiders.length = 0;
    this.lifts.length = 0;
  }

  /** A claim makes way for what plays or is under it: one added to a key ends, a modifier that is held is put aside. */
  private setAside(claim: Claim): void {
    if (claim.why === ONCE || claim.why === CAPITALS) {
      this.endEarly(claim);
    } else if (!claim.isAside && canBeAside(claim.why) && this.isModifier(claim.usage)) {
      claim.isAside = true;
      this.up(claim.usage);
    }
  }

  /** What no `under` lifts any more, nor anything that plays, goes down again, in the order in which its holders began. */
  private comeBack(): void {
    for (let next = this.nextBack(); next; next = this.nextBack()) this.goesDownAgain(next);
  }

  private nextBack(): Claim | null {
    let first: Claim | null = null;
    for (let place = 0; place < this.claims.length; place++) {
      const claim = this.claims.at(place);
      if (!claim.isAside || claim.why === GONE || (first && first.holderOrder <= claim.holderOrder)) continue;
      if (!this.isLifted(claim, ANY_PRESS)) first = claim;
    }
    return first;
  }

  private goesDownAgain(claim: Claim): void {
    claim.isAside = false;
    this.down(claim.usage);
  }

  /** Whether a macro or a text that plays, or an `under` of a press, has lifted a claim: it went down before that began. */
  private isLifted(claim: Claim, press: number): boolean {
    const kind = this.kinds[claim.usage] as number;
    for (let place = 0; place < this.lifts.length; place++) {
      const lift = this.lifts.at(place);
      if (lift.began > claim.since && (lift.kinds & kind) !== 0 && (press === ANY_PRESS || lift.press === press))
        return true;
    }
    return this.isPutAside(claim);
  }

  /** Whether a macro or a text that plays has put a claim aside. */
  private isPutAside(claim: Claim): boolean {
    const { asiders } = this;
    for (let n = 0; n < asiders.length; n++) if ((asiders[n] as number) > claim.since) return true;
    return false;
  }

  /** Whether a claim ends before a key of a press, whatever that key gets. */
  private goesBefore(claim: Claim, press: number): boolean {
    return claim.why === ONCE || (claim.why === CHORD_MODIFIER && claim.press !== press);
  }

  private strike(usage: number): void {
    this.listener.edge(this.clock.nowUs, false, usage);
    this.goesDown(usage);
  }

  private goesDown(usage: number): void {
    if (usage === this.capsLock) this.isCapsLocked = !this.isCapsLocked;
    this.listener.edge(this.clock.nowUs, true, usage);
  }

  /** Whether Caps Lock is lit at the host. */
  get isCapsLit(): boolean {
    return this.capsLock >= 0 && (this.isCapsLamp ?? this.isCapsLocked);
  }

  /** The host has told of a lamp: that of Caps Lock, or, with nothing said of that, another. */
  tellCapsLamp(lit: boolean | undefined): void {
    this.isCapsLamp = lit ?? this.isCapsLamp ?? false;
  }

  /** Turns Caps Lock on or off at the host. */
  turnCapsLock(): void {
    this.down(this.capsLock);
    this.up(this.capsLock);
  }

  /** A claim ends though its holder goes on; the record stays in its place until the holder gives it back. */
  private endEarly(claim: Claim): void {
    this.passing--;
    claim.why = GONE;
    if (!claim.isAside) this.up(claim.usage);
  }

  private release(claim: Claim): void {
    const { why } = claim;
    if (isPassing(why)) this.passing--;
    this.claims.remove(claim);
    if (why !== GONE && !claim.isAside) this.up(claim.usage);
  }

  private takeFrom(holder: Holder, claim: Claim): void {
    if (holder.lastClaim === claim) {
      holder.lastClaim = claim.earlier;
      return;
    }
    for (let later = holder.lastClaim; later; later = later.earlier) {
      if (later.earlier !== claim) continue;
      later.earlier = claim.earlier;
      return;
    }
  }

  private goesLast(claim: Claim): void {
    claim.order = ++this.order;
    this.claims.moveToEnd(claim);
  }
}
