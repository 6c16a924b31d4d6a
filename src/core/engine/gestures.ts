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
 *
 * A key with a stroke plan goes down at the first crossing that begins something, and up when its stroke ends; what a
 * stroke does that has begun something already passes at once.
 */
import type { ActionStage } from './actions';
import type { Hold } from './holds';
import type { LayerStage } from './layers';
import { END, EventQueue, NO_PLAN, PRESS, RELEASE, type EventTaker } from './events';
import { BY_TIME, type Cause, type Outputs } from './outputs';
import { FRESH, PlanStage, PLANLESS } from './plans';
import { PressMemory } from './presses';
import type { Program, RunAction, RunGesture, RunStep } from './program';
import { Timer, type Timers } from './timers';

const NO_KEY = -1;

/** How a waiting press is looked at by the head: not there, a press that can decide, or modifiers that never do. */
const NOT_WAITING = 0;
const WAITS = 1;
const WAITS_INERT = 2;

/**
 * What an event means to the joint stage: edges like any key's, a press of a stroke plan, the later life of a stroke that
 * waits or runs, or nothing at all.
 */
export type EventKind = 'edges' | 'plan press' | 'waits' | 'passes' | 'nothing';

export class GestureStage implements EventTaker {
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
  /** Whether the press that waits is that of a stroke plan. */
  private readonly waitsAsPlan: Uint8Array;

  // What each key's press began, and what the rules remember.
  private readonly running: (Hold | null)[];
  private readonly runningAction: (RunAction | null)[];
  private readonly releasedUs: Float64Array;
  private readonly memory: PressMemory;
  private readonly plans: PlanStage;

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
    this.waitsAsPlan = new Uint8Array(count);
    this.running = new Array<Hold | null>(count).fill(null);
    this.runningAction = new Array<RunAction | null>(count).fill(null);
    this.releasedUs = new Float64Array(count).fill(-Infinity);
    this.memory = new PressMemory(count);
    this.plans = new PlanStage(program, this.memory, layers, actions);
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

  /** Takes one event of a key, at its own time (not after the clock). */
  take(key: number, what: number, tUs: number, fromUm: number, toUm: number): void {
    if (this.head === NO_KEY) {
      this.handle(key, what, tUs, fromUm, toUm);
      if (this.head === NO_KEY) return;
    } else if (
      this.hasPlan(key) &&
      this.plans.passes(key, what, fromUm, toUm) &&
      !this.isStrokeQueued(key, this.queue.length)
    ) {
      this.plans.move(key, what, tUs, fromUm, toUm);
      return;
    } else {
      this.queue.push(key, what, tUs, fromUm, toUm);
    }
    this.pump();
  }

  /** What an event is to the joint stage, as things stand. */
  kindOf(key: number, what: number, fromUm: number, toUm: number): EventKind {
    if (!this.hasPlan(key) || key === this.head) return 'edges';
    if (this.isStrokeQueued(key, this.queue.length)) return this.waitsAsPlan[key] === 1 ? 'waits' : 'edges';
    if (this.plans.passes(key, what, fromUm, toUm)) return 'passes';
    const binding = this.plans.bindingOf(key);
    if (binding?.kind !== 'stroke' || this.plans.stateOf(key) === PLANLESS) return 'edges';
    return this.plans.begins(key, binding, what, fromUm, toUm) ? 'plan press' : 'nothing';
  }

  /**
   * Drops the head and the queue, and forgets what the rules remember. What runs is ended by the action stage.
   * @param strokeOf whether a key that has stroke plans has not come to rest, and whether its actuation holds it down
   */
  reset(strokeOf: (key: number) => { goesOn: boolean; isDown: boolean }): void {
    this.plans.reset((key) => {
      if (!this.hasPlan(key)) return false;
      const { goesOn, isDown } = strokeOf(key);
      const hasBegun = this.plans.stateOf(key) !== FRESH || this.isStrokeQueued(key, this.queue.length);
      return goesOn && (isDown || hasBegun);
    });
    this.clearHead();
    this.queue.clear();
    this.running.fill(null);
    this.runningAction.fill(null);
    this.releasedUs.fill(-Infinity);
    this.memory.reset();
  }

  private hasPlan(key: number): boolean {
    // Joint presses have numbers of their own behind the keys, and no plan.
    return (this.program.planDepths[key] ?? null) !== null;
  }

  /** Goes on until the head needs something that has not happened yet, or nothing waits. */
  private pump(): void {
    for (;;) {
      if (this.head === NO_KEY) {
        if (this.queue.length === 0) return;
        this.handleFirst();
      } else if (this.looked < this.queue.length) {
        if (this.deadlineUs <= this.queue.tUs(this.looked)) this.deadlinePassed();
        else this.look(this.queue.key(this.looked), this.queue.what(this.looked), this.queue.tUs(this.looked));
      } else if (this.deadlineUs <= Math.min(this.clock.nowUs, this.standsAtUs)) {
        this.deadlinePassed();
      } else {
        return;
      }
    }
  }

  private handleFirst(): void {
    const { queue } = this;
    const key = queue.key(0);
    const what = queue.what(0);
    const tUs = queue.tUs(0);
    const fromUm = queue.fromUm(0);
    const toUm = queue.toUm(0);
    queue.remove(0);
    this.handle(key, what, tUs, fromUm, toUm);
  }

  /** An event with nothing undecided before it. */
  private handle(key: number, what: number, tUs: number, fromUm: number, toUm: number): void {
    if (this.hasPlan(key) && this.plans.follows(key, what, tUs, fromUm, toUm)) {
      this.plans.move(key, what, tUs, fromUm, toUm);
      return;
    }
    if ((what & PRESS) !== 0) this.press(key, tUs);
    if ((what & RELEASE) !== 0) this.release(key, tUs);
    if ((what & END) !== 0) this.plans.move(key, END, tUs, fromUm, toUm);
  }

  /** Whether the present stroke of a key has an event in the queue before a place. */
  private isStrokeQueued(key: number, before: number): boolean {
    const last = this.queue.lastOf(key, before);
    return last >= 0 && (this.queue.what(last) & END) === 0;
  }

  /** A press with nothing undecided before it. */
  private press(key: number, tUs: number): void {
    const binding = this.layers.lookUp(key);
    const layer = this.layers.foundIn;
    if (this.layers.hasOncePending && !(binding?.kind === 'act' && !binding.usesUpOnce)) this.actions.useUpOnce();
    const pressedBefore = this.memory.last;
    this.memory.goesDown(key);
    if (binding?.kind !== 'gesture') {
      this.memory.tapped[key] = null;
      if (binding?.kind === 'act') this.beginPlain(binding.action, key, layer, tUs);
      return;
    }
    this.head = key;
    this.closedBy = key;
    this.gesture = binding;
    this.headLayer = layer;
    this.step = 0;
    const tap = (binding.steps[0] as RunStep).tap;
    const tappedJustNow = this.memory.tapped[key] === binding && pressedBefore === key;
    if (tap && tUs - this.memory.typedUs < binding.typingGuardUs) {
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
  private look(key: number, what: number, tUs: number): void {
    this.closedBy = key;
    if (key === this.head) {
      this.queue.remove(this.looked);
      this.lookOwn(what, tUs);
    } else if (this.hasPlan(key)) {
      this.lookStroke(key, what, tUs);
    } else if ((what & PRESS) !== 0) {
      this.otherPressed(key);
    } else {
      this.otherReleased(key, what, tUs);
    }
  }

  /** The head's own key: only its edges mean anything to a gesture. */
  private lookOwn(what: number, tUs: number): void {
    const key = this.head;
    const hasPlan = this.hasPlan(key);
    if ((what & PRESS) !== 0) {
      if (hasPlan) this.plans.hasNone(key);
      this.headPressedAgain(tUs);
    }
    if ((what & RELEASE) !== 0) this.headReleased(tUs);
    if (hasPlan && (what & END) !== 0) this.plans.move(key, END, tUs, 0, 0);
  }

  /** Another key that has stroke plans: a stroke that waits goes on waiting, one that was handled passes. */
  private lookStroke(key: number, what: number, tUs: number): void {
    const fromUm = this.queue.fromUm(this.looked);
    const toUm = this.queue.toUm(this.looked);
    if (this.isStrokeQueued(key, this.looked)) {
      const isPlan = this.waitsAsPlan[key] === 1;
      if (!isPlan && (what & PRESS) !== 0) this.otherPressed(key);
      else if ((what & (isPlan ? END : RELEASE)) !== 0) this.otherReleased(key, what, tUs);
      else this.looked++;
      return;
    }
    if (this.plans.passes(key, what, fromUm, toUm)) {
      this.queue.remove(this.looked);
      this.plans.move(key, what, tUs, fromUm, toUm);
      return;
    }
    const binding = this.plans.bindingOf(key);
    const isPlan = binding?.kind === 'stroke' && this.plans.stateOf(key) !== PLANLESS && (what & NO_PLAN) === 0;
    const isPress = isPlan ? this.plans.begins(key, binding, what, fromUm, toUm) : (what & PRESS) !== 0;
    this.waitsAsPlan[key] = isPlan ? 1 : 0;
    if (isPress) {
      this.otherPressed(key);
    } else if (!isPlan && (what & RELEASE) !== 0) {
      this.otherReleased(key, what, tUs);
    } else {
      this.queue.remove(this.looked);
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
    this.memory.goesDown(this.head);
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
    const other = this.hasPlan(key) ? this.plans.bindingOf(key) : this.layers.lookUp(key);
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

  private otherReleased(key: number, what: number, tUs: number): void {
    const waits = this.waitingPress[key];
    if (waits === WAITS && this.gesture?.interrupt === 'nested') {
      this.decideHold('nested');
    } else if (waits !== NOT_WAITING) {
      this.wait(key, NOT_WAITING);
    } else if (!this.joinsQueue(key)) {
      this.queue.remove(this.looked);
      this.release(key, tUs);
      if ((what & END) !== 0) this.plans.move(key, END, tUs, 0, 0);
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
    this.memory.tapped[head] = this.gesture;
    this.report(cause, tap ? 'tap' : 'none');
    this.clearHead();
    if (tap) this.beginPlain(tap, head, this.headLayer, pressedUs);
  }

  /** K is up: the tap begins now and ends after the time that receivers need to notice it. */
  private decideTapShown(cause: Cause): void {
    const { head: key, pressedUs } = this;
    const tap = this.present().tap;
    const tapUs = (this.gesture as RunGesture).tapUs;
    this.memory.tapped[this.head] = this.gesture;
    this.report(cause, tap ? 'tap' : 'none');
    this.clearHead();
    if (!tap) return;
    if (tap.types) this.memory.typed(pressedUs);
    this.actions.beginsFrom(key, this.headLayer, pressedUs);
    this.actions.tap(tap, this.memory.count, tapUs);
  }

  private decideHold(cause: Cause): void {
    const key = this.head;
    const hold = this.present().hold;
    this.memory.tapped[key] = null;
    this.report(cause, hold ? 'hold' : 'none');
    this.clearHead();
    if (!hold) return;
    this.actions.beginsFrom(key, this.headLayer, this.pressedUs);
    this.runningAction[key] = hold;
    this.running[key] = this.actions.begin(hold, this.memory.count, true);
  }

  private beginPlain(action: RunAction, key: number, layer: number, pressedUs: number): void {
    this.actions.beginsFrom(key, layer, pressedUs);
    if (action.types) this.memory.typed(pressedUs);
    this.runningAction[key] = action;
    this.running[key] = this.actions.begin(action, this.memory.count, true);
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
