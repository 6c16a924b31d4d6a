/**
 * Decisions: what a press with several meanings means. At most one key, the *head*, is undecided; what happens after it
 * waits in a queue and is looked at, event by event, with the head's rules. Once the head has an outcome the queue is
 * replayed from its front, each event with its own time, under the layers as they are then.
 *
 * The rules as a table, for a head K at step i (a row is what happens, a column what it means):
 *
 *   event                          undecided                                     waiting for K's next press
 *   K up                           something waits, or no next step: tap         -
 *                                  otherwise: waiting
 *   K down                         -                                             undecided at the next step
 *   its deadline                   hold (timeout), or tap without a hold (held)  tap (gap)
 *   another key J down             no hold here: tap (interrupted), then J       tap (interrupted), then J
 *                                  J is modifiers only: J waits, decides nothing
 *                                  same hand: tap (same-hand), then J
 *                                  any: hold (pressed-inside), then J
 *                                  nested, wait: J waits
 *   a waiting J up                 nested: hold (nested); wait: it waits         -
 *   release of a handled press     passes; one that ends modifiers or a layer    passes; such a one: tap
 *                                  waits                                         (interrupted), then it
 */
import type { ActionStage } from './actions';
import type { Hold } from './holds';
import type { LayerStage } from './layers';
import { BY_TIME, type Cause, type Outputs } from './outputs';
import type { Program, RunAction, RunGesture, RunStep } from './program';
import { EventQueue } from './queue';
import { Timer, type Timers } from './timers';

const NO_KEY = -1;

/** How a waiting press is looked at by the head: not there, a press that can decide, or modifiers that never do. */
const NOT_WAITING = 0;
const WAITS = 1;
const WAITS_INERT = 2;

export class GestureStage {
  // The head.
  private head = NO_KEY;
  private gesture: RunGesture | null = null;
  private headLayer = 0;
  private step = 0;
  private waiting = false;
  /** Since when the present state (undecided or waiting) lasts. */
  private sinceUs = 0;
  /** When K went down for the present step. */
  private pressedUs = 0;
  /** The key whose event is being looked at: what closes the decision, if it does. */
  private closedBy = BY_TIME;
  private readonly deadline = new Timer(() => this.pump());
  private deadlineUs = Infinity;
  /** Where the stage's clock stands still while the joint stage holds presses back. */
  private standsAtUs = Infinity;

  // What waits behind it. Events before `looked` have been looked at by the head.
  private readonly queue = new EventQueue();
  private looked = 0;
  private readonly waitingPress: Uint8Array;

  // What each key's press began, and what the rules remember.
  private readonly running: (Hold | null)[];
  private readonly runningAction: (RunAction | null)[];
  private readonly tappedGesture: (RunGesture | null)[];
  private readonly releasedUs: Float64Array;
  private lastPressed = NO_KEY;
  private lastTypedUs = -Infinity;
  private pressCount = 0;

  constructor(
    private readonly program: Program,
    private readonly clock: { readonly nowUs: number },
    private readonly layers: LayerStage,
    private readonly actions: ActionStage,
    private readonly timers: Timers,
    private readonly outputs: Outputs,
  ) {
    const count = program.keyIds.length + program.joints.length;
    this.waitingPress = new Uint8Array(count);
    this.running = new Array<Hold | null>(count).fill(null);
    this.runningAction = new Array<RunAction | null>(count).fill(null);
    this.tappedGesture = new Array<RunGesture | null>(count).fill(null);
    this.releasedUs = new Float64Array(count).fill(-Infinity);
  }

  /**
   * The joint stage holds presses back: no deadline after this time fires, until it goes on. `Infinity` lets the stage's
   * clock run with the engine's again.
   */
  standStillAt(tUs: number): void {
    if (tUs === this.standsAtUs) return;
    this.standsAtUs = tUs;
    if (this.head === NO_KEY) return;
    this.pump();
    this.arm();
  }

  /** Takes one edge of a key, at its own time (not after the clock). */
  edge(key: number, down: boolean, tUs: number): void {
    if (this.head === NO_KEY) {
      if (down) this.press(key, tUs);
      else this.release(key, tUs);
      if (this.head === NO_KEY) return;
    } else {
      this.queue.push(key, down, tUs);
    }
    this.pump();
  }

  /** Drops the head and the queue, and forgets what the rules remember. What runs is ended by the action stage. */
  reset(): void {
    this.clearHead();
    this.queue.clear();
    this.running.fill(null);
    this.runningAction.fill(null);
    this.tappedGesture.fill(null);
    this.releasedUs.fill(-Infinity);
    this.lastPressed = NO_KEY;
    this.lastTypedUs = -Infinity;
  }

  /** Goes on until the head needs something that has not happened yet, or nothing waits. */
  private pump(): void {
    for (;;) {
      if (this.head === NO_KEY) {
        if (this.queue.length === 0) return;
        const key = this.queue.key(0);
        const down = this.queue.down(0);
        const tUs = this.queue.tUs(0);
        this.queue.remove(0);
        if (down) this.press(key, tUs);
        else this.release(key, tUs);
      } else if (this.looked < this.queue.length) {
        if (this.deadlineUs <= this.queue.tUs(this.looked)) this.deadlinePassed();
        else this.look(this.queue.key(this.looked), this.queue.down(this.looked), this.queue.tUs(this.looked));
      } else if (this.deadlineUs <= Math.min(this.clock.nowUs, this.standsAtUs)) {
        this.deadlinePassed();
      } else {
        return;
      }
    }
  }

  /** A press with nothing undecided before it. */
  private press(key: number, tUs: number): void {
    const binding = this.layers.lookUp(key);
    const layer = this.layers.foundIn;
    if (this.layers.hasOncePending && !(binding?.kind === 'act' && !binding.usesUpOnce)) this.actions.useUpOnce();
    const pressedBefore = this.lastPressed;
    this.lastPressed = key;
    this.pressCount++;
    if (binding?.kind !== 'gesture') {
      this.tappedGesture[key] = null;
      if (binding?.kind === 'act') this.beginPlain(binding.action, key, layer, tUs);
      return;
    }
    this.head = key;
    this.closedBy = key;
    this.gesture = binding;
    this.headLayer = layer;
    this.step = 0;
    const tap = (binding.steps[0] as RunStep).tap;
    const tappedJustNow = this.tappedGesture[key] === binding && pressedBefore === key;
    if (tap && tUs - this.lastTypedUs < binding.typingGuardUs) {
      this.sinceUs = this.pressedUs = tUs;
      this.decideTapPlain('guard');
    } else if (
      tap &&
      binding.steps.length === 1 &&
      tappedJustNow &&
      tUs - (this.releasedUs[key] as number) < binding.retapUs
    ) {
      this.sinceUs = this.pressedUs = tUs;
      this.decideTapPlain('retap');
    } else {
      this.enterStep(tUs);
    }
  }

  /** A release with nothing undecided before it, or one that passes. */
  private release(key: number, tUs: number): void {
    this.releasedUs[key] = tUs;
    const hold = this.running[key];
    this.running[key] = null;
    this.runningAction[key] = null;
    if (hold) this.actions.end(hold);
  }

  /** K is down and undecided at the present step since `tUs`. */
  private enterStep(tUs: number): void {
    const gesture = this.gesture as RunGesture;
    this.waiting = false;
    this.sinceUs = this.pressedUs = tUs;
    if (!this.present().hold && this.step + 1 === gesture.steps.length) {
      this.decideTapPlain('only');
      return;
    }
    this.setDeadline(tUs + gesture.holdAfterUs);
    this.outputs.pending?.(this.clock.nowUs, this.head, this.headLayer, this.step + 1, tUs);
  }

  /** The head looks at the first event it has not looked at. */
  private look(key: number, down: boolean, tUs: number): void {
    this.closedBy = key;
    if (key === this.head) {
      this.queue.remove(this.looked);
      if (down) this.headPressedAgain(tUs);
      else this.headReleased(tUs);
    } else if (down) {
      this.otherPressed(key);
    } else {
      this.otherReleased(key, tUs);
    }
  }

  private headReleased(tUs: number): void {
    const gesture = this.gesture as RunGesture;
    this.releasedUs[this.head] = tUs;
    if (this.looked > 0 || this.step + 1 === gesture.steps.length) {
      this.decideTapShown('released-early');
      return;
    }
    this.waiting = true;
    this.sinceUs = tUs;
    this.setDeadline(tUs + gesture.tapGapUs);
    this.outputs.pending?.(this.clock.nowUs, this.head, this.headLayer, this.step + 1, tUs);
  }

  private headPressedAgain(tUs: number): void {
    this.lastPressed = this.head;
    this.pressCount++;
    this.step++;
    this.enterStep(tUs);
  }

  private otherPressed(key: number): void {
    const gesture = this.gesture as RunGesture;
    if (this.waiting) {
      this.decideTapShown('interrupted');
      return;
    }
    if (!this.present().hold) {
      this.decideTapPlain('interrupted');
      return;
    }
    const other = this.layers.lookUp(key);
    if (other?.kind === 'act' && other.action.modifiersOnly) {
      this.wait(key, WAITS_INERT);
    } else if (gesture.otherHandOnly && this.sameHand(key) && !(other?.kind === 'gesture' && other.hasHold)) {
      this.decideTapPlain('same-hand');
    } else if (gesture.interrupt === 'any') {
      this.decideHold('pressed-inside');
    } else {
      this.wait(key, WAITS);
    }
  }

  private otherReleased(key: number, tUs: number): void {
    const waits = this.waitingPress[key];
    if (waits === WAITS && this.gesture?.interrupt === 'nested') {
      this.decideHold('nested');
    } else if (waits !== NOT_WAITING) {
      this.wait(key, NOT_WAITING);
    } else if (!this.joinsQueue(key)) {
      this.queue.remove(this.looked);
      this.release(key, tUs);
    } else if (this.waiting) {
      this.decideTapShown('interrupted');
    } else {
      this.looked++;
    }
  }

  /** The event stays in the queue, and the head has looked at it. */
  private wait(key: number, as: typeof NOT_WAITING | typeof WAITS | typeof WAITS_INERT): void {
    this.waitingPress[key] = as;
    this.looked++;
  }

  private joinsQueue(key: number): boolean {
    const hold = this.running[key];
    const action = this.runningAction[key];
    return hold !== null && hold !== undefined && !!action && this.actions.endsQuietly(action, hold);
  }

  private sameHand(key: number): boolean {
    const hand = this.program.hands[key];
    return hand !== 0 && hand === this.program.hands[this.head];
  }

  private deadlinePassed(): void {
    this.closedBy = BY_TIME;
    if (this.waiting) this.decideTapShown('gap');
    else if (this.present().hold) this.decideHold('timeout');
    else this.decideTapPlain('held');
  }

  private present(): RunStep {
    return (this.gesture as RunGesture).steps[this.step] as RunStep;
  }

  /** The tap begins now and ends when K goes up. */
  private decideTapPlain(cause: Cause): void {
    const { head, pressedUs } = this;
    const tap = this.present().tap;
    this.tappedGesture[head] = this.gesture;
    this.report(cause, tap ? 'tap' : 'none');
    this.clearHead();
    if (tap) this.beginPlain(tap, head, this.headLayer, pressedUs);
  }

  /** K is up: the tap begins now and ends after the time that receivers need to notice it. */
  private decideTapShown(cause: Cause): void {
    const { head: key, pressedUs } = this;
    const tap = this.present().tap;
    const tapUs = (this.gesture as RunGesture).tapUs;
    this.tappedGesture[this.head] = this.gesture;
    this.report(cause, tap ? 'tap' : 'none');
    this.clearHead();
    if (!tap) return;
    if (tap.types) this.lastTypedUs = pressedUs;
    this.actions.beginsFrom(key, this.headLayer, pressedUs);
    this.actions.tap(tap, this.pressCount, tapUs);
  }

  private decideHold(cause: Cause): void {
    const key = this.head;
    const hold = this.present().hold;
    this.tappedGesture[key] = null;
    this.report(cause, hold ? 'hold' : 'none');
    this.clearHead();
    if (!hold) return;
    this.actions.beginsFrom(key, this.headLayer, this.pressedUs);
    this.runningAction[key] = hold;
    this.running[key] = this.actions.begin(hold, this.pressCount, true);
  }

  private beginPlain(action: RunAction, key: number, layer: number, pressedUs: number): void {
    this.actions.beginsFrom(key, layer, pressedUs);
    if (action.types) this.lastTypedUs = pressedUs;
    this.runningAction[key] = action;
    this.running[key] = this.actions.begin(action, this.pressCount, true);
  }

  private report(cause: Cause, outcome: 'tap' | 'hold' | 'none'): void {
    const now = this.clock.nowUs;
    this.outputs.decision?.(
      now,
      cause,
      this.head,
      this.headLayer,
      this.step + 1,
      outcome,
      now - this.sinceUs,
      this.closedBy,
    );
  }

  private setDeadline(dueUs: number): void {
    this.deadlineUs = dueUs;
    this.timers.set(this.deadline, dueUs);
    this.arm();
  }

  /** The deadline is armed but while the clock stands still before it; its place among equal ones stays. */
  private arm(): void {
    if (this.head === NO_KEY) return;
    if (this.deadlineUs > this.standsAtUs) this.timers.cancel(this.deadline);
    else if (this.deadline.dueUs === Infinity) this.timers.restore(this.deadline, this.deadlineUs);
  }

  /** Nothing is undecided any more; what waits has not been looked at by whoever comes next. */
  private clearHead(): void {
    this.head = NO_KEY;
    this.gesture = null;
    this.waiting = false;
    this.timers.cancel(this.deadline);
    this.deadlineUs = Infinity;
    for (let n = 0; n < this.looked; n++) this.waitingPress[this.queue.key(n)] = NOT_WAITING;
    this.looked = 0;
  }
}
