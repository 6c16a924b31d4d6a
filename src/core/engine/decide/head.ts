/**
 * The head: the one key that is undecided, or waits for its next press. It knows its gesture, how far it is, and its deadline; what
 * happens around it is looked at by `gestures`, which says what it means. Once it has an outcome it is free for the next.
 */
import { type Layers, Origin } from '../act';
import { type Clock, Timer } from '../clock';
import { ACT, GESTURE, type RunAction, type RunGesture, type RunStep } from '../compile';
import { BY_TIME, type Cause, type Decided, type Listener } from '../out';
import { HOLD_AFTER, type Leeway, TAP_GAP } from './leeway';
import type { Presses } from './presses';

const NO_KEY = -1;

export class Head {
  /** The key; `-1` when nothing is undecided. */
  key = NO_KEY;
  /** It is up, and waits for its next press. */
  isWaiting = false;
  /** The key whose event is being looked at: what closes the decision, if it does. */
  closedBy = BY_TIME;
  /** When the event happened that it is told of next, in µs. A field and no argument: numbers of this size would be allocated on their way. */
  atUs = 0;
  private gesture: RunGesture | null = null;
  private step = 0;
  /** Since when the present state (undecided or waiting) lasts. */
  private sinceUs = 0;
  private readonly deadline: Timer;
  private deadlineUs = Infinity;
  /** Where its clock stands still while presses are held back for joints. */
  private standsAtUs = Infinity;
  /** Where what a press begins comes from: that of the head, or one that is handled with nothing undecided. */
  private readonly origin = new Origin();

  constructor(
    private readonly clock: Clock,
    private readonly layers: Layers,
    private readonly presses: Presses,
    private readonly listener: Listener,
    /** Called when its deadline is due. */
    due: () => void,
    private readonly leeway: Leeway | null,
  ) {
    this.deadline = new Timer(due);
  }

  get isFree(): boolean {
    return this.key === NO_KEY;
  }

  /** What it may become at the present step. */
  get present(): RunStep {
    return (this.gesture as RunGesture).steps[this.step] as RunStep;
  }

  get rules(): Readonly<Pick<RunGesture, 'interrupt' | 'otherHandOnly'>> {
    return this.gesture as RunGesture;
  }

  /** A press with nothing undecided before it: its action begins, or it is the head. */
  press(key: number): void {
    const { presses, origin } = this;
    const binding = this.layers.lookUp(key);
    origin.layer = this.layers.foundIn;
    if (this.layers.hasOncePending && !(binding?.kind === ACT && !binding.usesUpOnce)) presses.useUpOnce();
    const lastKey = presses.last;
    this.goesDown(key);
    if (binding?.kind !== GESTURE) {
      presses.decided(key, null);
      if (binding?.kind === ACT) presses.begin(binding.action, origin);
      return;
    }
    this.key = key;
    this.closedBy = key;
    this.gesture = binding;
    this.step = 0;
    this.sinceUs = this.atUs;
    if (!this.present.tap) this.enterStep();
    else if (presses.isGuarded(binding, origin)) this.becomeTap('guard');
    else if (binding.steps.length === 1 && presses.isTappedAgain(binding, origin, lastKey)) this.becomeTap('retap');
    else this.enterStep();
  }

  /** It goes down while it waits: the next step. */
  pressAgain(): void {
    this.goesDown(this.key);
    this.step++;
    this.enterStep();
  }

  /** It goes up. With anything queued behind it, or no step to come, it is a tap. */
  release(isQueued: boolean): void {
    const gesture = this.gesture as RunGesture;
    this.presses.released(this.key, this);
    if (isQueued || this.step + 1 === gesture.steps.length) {
      this.becomeShownTap('released-early');
      return;
    }
    this.isWaiting = true;
    this.sinceUs = this.atUs;
    this.setDeadline(gesture.tapGapUs);
  }

  /** Whether its deadline is due by a time. */
  isDueBy(tUs: number): boolean {
    if (this.deadlineUs <= tUs) return true;
    if (this.leeway !== null) this.outlasts(this.leeway, tUs);
    return false;
  }

  /** Whether its deadline is due now, and its clock has not stopped before it. */
  get isDue(): boolean {
    return this.isDueBy(this.clock.nowUs) && this.deadlineUs <= this.standsAtUs;
  }

  private outlasts(leeway: Leeway, tUs: number): void {
    const { tapGapUs, holdAfterUs } = this.gesture as RunGesture;
    if (this.isWaiting) leeway.isMore(TAP_GAP, tapGapUs, tUs - this.sinceUs);
    else leeway.isMore(HOLD_AFTER, holdAfterUs, tUs - this.sinceUs);
  }

  deadlinePassed(): void {
    this.closedBy = BY_TIME;
    if (this.leeway !== null) {
      const { tapGapUs, holdAfterUs } = this.gesture as RunGesture;
      if (this.isWaiting) this.leeway.isOver(TAP_GAP, tapGapUs);
      else this.leeway.isOver(HOLD_AFTER, holdAfterUs);
    }
    if (this.isWaiting) this.becomeShownTap('gap');
    else if (this.present.hold) this.becomeHold('timeout');
    else this.becomeTap('held');
  }

  /** No deadline after a time fires; false when that was so already. `arm` has to follow. */
  standStillAt(tUs: number): boolean {
    if (tUs === this.standsAtUs) return false;
    this.standsAtUs = tUs;
    return !this.isFree;
  }

  /** The deadline is armed but while the clock stands still before it; its place among equal ones stays. */
  arm(): void {
    if (this.isFree) return;
    if (this.deadlineUs > this.standsAtUs) this.clock.cancel(this.deadline);
    else if (!this.deadline.isSet) this.clock.restore(this.deadline);
  }

  /** The tap of the present step begins now and ends when K goes up. */
  becomeTap(cause: Cause): void {
    const tap = this.decide(cause, this.present.tap, this.gesture);
    if (tap) this.presses.begin(tap, this.origin);
  }

  /** K is up: the tap begins now and ends after the time that receivers need to notice it. */
  becomeShownTap(cause: Cause): void {
    const { tapUs } = this.gesture as RunGesture;
    const tap = this.decide(cause, this.present.tap, this.gesture);
    if (tap) this.presses.tap(tap, this.origin, tapUs);
  }

  becomeHold(cause: Cause): void {
    const hold = this.decide(cause, this.present.hold, null);
    if (hold) this.presses.beginHold(hold, this.origin);
  }

  /** Nothing is undecided any more. */
  clear(): void {
    this.key = NO_KEY;
    this.gesture = null;
    this.isWaiting = false;
    this.clock.cancel(this.deadline);
    this.deadlineUs = Infinity;
  }

  private goesDown(key: number): void {
    const { presses, origin } = this;
    presses.goesDown(key);
    origin.key = key;
    origin.pressedUs = this.atUs;
    origin.press = presses.count;
  }

  /** K is down and undecided at the present step, since it went down. */
  private enterStep(): void {
    const gesture = this.gesture as RunGesture;
    this.isWaiting = false;
    this.sinceUs = this.origin.pressedUs;
    if (!this.present.hold && this.step + 1 === gesture.steps.length) {
      this.becomeTap('only');
      return;
    }
    this.setDeadline(gesture.holdAfterUs);
  }

  /** The head has an outcome: an action, which the caller begins, or none. `tapped` is its gesture when that is a tap. */
  private decide(cause: Cause, action: RunAction | null, tapped: RunGesture | null): RunAction | null {
    this.presses.decided(this.key, tapped);
    if (this.listener.decision) this.report(cause, !action ? 'none' : tapped ? 'tap' : 'hold');
    this.clear();
    return action;
  }

  private report(cause: Cause, decided: Decided): void {
    const { clock, key, origin, closedBy } = this;
    const openUs = clock.nowUs - this.sinceUs;
    this.listener.decision?.(clock.nowUs, cause, key, origin.layer, this.step + 1, decided, openUs, closedBy);
  }

  /** The present state ends so many µs after it began. */
  private setDeadline(afterUs: number): void {
    const { deadline, sinceUs } = this;
    this.deadlineUs = deadline.dueUs = sinceUs + afterUs;
    this.clock.set(deadline);
    this.arm();
    this.listener.pending?.(this.clock.nowUs, this.key, this.origin.layer, this.step + 1, sinceUs);
  }
}
