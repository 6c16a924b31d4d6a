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
 * A key with a stroke plan goes down at the first crossing that begins something, and up when its stroke ends; the later life of
 * a stroke whose plan was found passes at once.
 */
import type { Actions, Layers } from '../act';
import type { Clock } from '../clock';
import { ACT, GESTURE, type Program, type RunBinding } from '../compile';
import {
  AS_PLAN,
  EDGES,
  END,
  EventQueue,
  type EventTaker,
  NOTHING_WAITS,
  PLAIN,
  PRESS,
  RELEASE,
  StrokeEvent,
} from '../events';
import type { Interrupt } from '../../profile';
import type { Listener } from '../out';
import { Head } from './head';
import type { Leeway } from './leeway';
import { type PressMemory, Presses } from './presses';
import { FINDS, GOES_ON, IS_EDGE, IS_NOTHING, IS_PLAN_PRESS, Strokes } from './strokes';

/** How a waiting press is looked at by the head: not there, a press that can decide, or modifiers that never do. */
const NOT_WAITING = 0;
const WAITS = 1;
const WAITS_INERT = 2;

export class Gestures implements EventTaker {
  private readonly head: Head;
  // What waits behind it. Events before `looked` have been looked at by the head.
  private readonly queue = new EventQueue();
  private looked = 0;
  private readonly waitingPress: Uint8Array;
  /** The event from the queue that is being handled or looked at. */
  private readonly event = new StrokeEvent();
  private readonly presses: Presses;
  private readonly strokes: Strokes;

  constructor(
    private readonly program: Program,
    private readonly clock: Clock,
    private readonly layers: Layers,
    private readonly actions: Actions,
    listener: Listener,
    private readonly leeway: Leeway | null,
  ) {
    this.waitingPress = new Uint8Array(program.keyIds.length + program.joints.length);
    this.presses = new Presses(program, clock, actions, listener, leeway);
    this.strokes = new Strokes(program, layers, actions, this.presses);
    this.head = new Head(clock, layers, this.presses, listener, () => this.pump(), leeway);
  }

  /** The key that is undecided, and those whose presses wait behind it. */
  get waiting(): number[] {
    const { head, queue } = this;
    if (head.isFree) return [];
    const keys = new Set([head.key]);
    for (let at = 0; at < queue.length; at++) if ((queue.what(at) & PRESS) !== 0) keys.add(queue.key(at));
    return [...keys];
  }

  /** Presses are held back for joints: no deadline after the time of an event fires, until they go on. */
  standStillAt({ tUs }: StrokeEvent): void {
    if (this.head.standStillAt(tUs)) this.goOn();
  }

  /** Nothing is held back: the clock of gestures runs with the engine's again. */
  runOn(): void {
    if (this.head.standStillAt(Infinity)) this.goOn();
  }

  /**
   * Takes what most events are, on the shortest way: an edge, now, of a key that has no plan, with nothing undecided or of the undecided key
   * itself. False when it is more than that, and nothing has happened.
   */
  takeNow(key: number, isPress: boolean): boolean {
    const { head } = this;
    if (head.isFree) {
      if (!isPress) {
        this.presses.releaseNow(key);
        return true;
      }
      const usage = this.layers.oneUsageOf(key);
      if (usage >= 0 && !this.layers.hasOncePending && this.actions.isOneKey) {
        this.presses.pressOne(key, usage, this.layers.foundIn);
        return true;
      }
      head.atUs = this.clock.nowUs;
      head.press(key);
    } else {
      // Most presses are over before anything else happens: no need to wait in line for that.
      if (isPress || key !== head.key || this.queue.length > 0 || head.isDue) return false;
      head.closedBy = key;
      head.atUs = this.clock.nowUs;
      head.release(false);
    }
    if (!head.isFree) this.pump();
    return true;
  }

  /** Takes one event of a key, at its own time (not after the clock). */
  take(event: StrokeEvent): void {
    const { head, queue } = this;
    if (this.actions.isLeaving) {
      // Another slot was asked for while presses that were held back go on: those behind wait with all the others, to be dropped.
      queue.push(event);
      return;
    }
    if (head.isFree) {
      this.handle(event);
      if (head.isFree) return;
    } else if (event.key === head.key && queue.length === 0 && !head.isDueBy(event.tUs)) {
      // Most presses are over before anything else happens: no need to wait in line for that.
      head.closedBy = event.key;
      this.lookOwn(event);
      if (head.isFree) return;
    } else {
      queue.push(event);
    }
    this.pump();
  }

  /** The present stroke of a key is part of a joint press: what of it waits here finds no plan. */
  hasNoPlan(key: number): void {
    const { queue } = this;
    let from = queue.length;
    while (from > 0 && (queue.key(from - 1) !== key || (queue.what(from - 1) & END) === 0)) from--;
    for (let at = from; at < queue.length; at++)
      if (queue.key(at) === key) queue.setWhat(at, (queue.what(at) & (EDGES | END)) | PLAIN);
  }

  /** The later life of a stroke that is handled already, which waits for nobody. */
  passBy(event: StrokeEvent): void {
    this.strokes.play(event);
  }

  /** What the last event of a key is that waits here, `NOTHING_WAITS` when none does. */
  lastWaiting(key: number): number {
    return this.queue.lastOf(key, this.queue.length);
  }

  /** What an event that waits behind no other of its stroke means, as things stand. */
  meaningOf(event: StrokeEvent, isNew: boolean, isBlocked: boolean): number {
    const { key, what } = event;
    if (this.strokes.has(key) && key !== this.head.key) return this.strokes.meaningOf(event, isNew, isBlocked);
    if ((what & EDGES) !== 0) return IS_EDGE;
    // Of the head's own stroke, which has no plan, only the end means something.
    // Where its release waits, it is the end of a touch behind that, in which nothing was pressed.
    return (what & END) !== 0 && !isNew ? GOES_ON : IS_NOTHING;
  }

  /**
   * Drops the head and the queue, and forgets what the rules remember. What runs is ended by the actions.
   * @param strokeOf whether a key that has stroke plans has not come to rest, and whether its actuation holds it down
   */
  reset(strokeOf: (key: number) => { goesOn: boolean; isDown: boolean }): void {
    this.strokes.reset((key, hasBegun) => {
      if (!this.strokes.has(key)) return false;
      const { goesOn, isDown } = strokeOf(key);
      return goesOn && (isDown || hasBegun || this.isWaiting(this.lastWaiting(key)));
    });
    this.head.clear();
    this.lookAfresh();
    this.queue.clear();
    this.presses.reset();
  }

  /** Whether nothing is undecided and nothing waits. */
  get isAtRest(): boolean {
    return this.head.isFree && this.queue.length === 0;
  }

  get memory(): PressMemory {
    return this.presses.memory(this.program);
  }

  recall(memory: PressMemory): void {
    this.presses.recall(memory, this.program);
  }

  /** The clock of gestures may have moved. */
  private goOn(): void {
    this.pump();
    this.head.arm();
  }

  /** Goes on until the head needs something that has not happened yet, nothing waits, or another slot drops what does. */
  private pump(): void {
    const { queue, head } = this;
    while (!this.actions.isLeaving) {
      if (head.isFree) {
        this.lookAfresh();
        if (queue.length === 0) return;
        queue.read(0, this.event);
        queue.remove(0);
        this.handle(this.event);
      } else if (this.looked < queue.length) {
        if (head.isDueBy(queue.tUs(this.looked))) head.deadlinePassed();
        else this.look(queue.read(this.looked, this.event));
      } else if (head.isDue) {
        head.deadlinePassed();
      } else {
        return;
      }
    }
  }

  /** What waits has not been looked at by whoever comes next. */
  private lookAfresh(): void {
    for (let n = 0; n < this.looked; n++) this.waitingPress[this.queue.key(n)] = NOT_WAITING;
    this.looked = 0;
  }

  /** An event with nothing undecided before it. */
  private handle(event: StrokeEvent): void {
    if (this.strokes.has(event.key)) this.handleStroke(event);
    else if ((event.what & PRESS) !== 0) this.pressOf(event);
    else if ((event.what & RELEASE) !== 0) this.presses.release(event);
  }

  private pressOf({ key, tUs }: StrokeEvent): void {
    this.head.atUs = tUs;
    this.head.press(key);
  }

  private handleStroke(event: StrokeEvent): void {
    const { key, what } = event;
    const meaning = this.strokes.meaningOf(event, false, false);
    if (meaning === IS_NOTHING) return;
    if (meaning !== IS_EDGE) {
      this.strokes.play(event);
      return;
    }
    const isPlain = (event.what & PLAIN) !== 0;
    if (!isPlain) this.strokes.hasNone(key);
    if ((what & PRESS) !== 0) this.pressOf(event);
    else this.presses.release(event);
    if (!isPlain && (what & END) !== 0) this.strokes.isOver(key);
  }

  /** The head looks at the first event it has not looked at. */
  private look(event: StrokeEvent): void {
    const { key, what } = event;
    this.head.closedBy = key;
    if (key === this.head.key) {
      this.queue.remove(this.looked);
      this.lookOwn(event);
    } else if (this.strokes.has(key)) {
      this.lookStroke(event);
    } else if ((what & PRESS) !== 0) {
      this.otherPressed(key, this.layers.lookUp(key));
    } else {
      this.otherReleased(event);
    }
  }

  /** The head's own key: only its edges mean anything to a gesture. */
  private lookOwn(event: StrokeEvent): void {
    const { key, what, tUs } = event;
    this.head.atUs = tUs;
    const isStroke = this.strokes.has(key);
    if ((what & PRESS) !== 0) {
      if (isStroke && (what & PLAIN) === 0) this.strokes.hasNone(key);
      this.head.pressAgain();
    }
    if ((what & RELEASE) !== 0) this.head.release(this.looked > 0);
    if (isStroke && (what & END) !== 0) this.strokes.isOver(key);
  }

  /** Another key that has stroke plans: a stroke that waits goes on waiting, one that was handled passes. */
  private lookStroke(event: StrokeEvent): void {
    const { key } = event;
    const before = this.queue.lastOf(key, this.looked);
    if (this.isWaiting(before)) {
      this.lookAfter(event, before);
      return;
    }
    const isNew = before !== NOTHING_WAITS;
    const meaning = this.strokes.meaningOf(event, isNew, true);
    this.queue.setWhat(this.looked, event.what & ~AS_PLAN);
    switch (meaning) {
      case IS_PLAN_PRESS:
        this.queue.setWhat(this.looked, event.what | AS_PLAN);
        this.otherPressed(key, this.strokes.bindingOf(key, isNew));
        break;
      case IS_EDGE:
        if ((event.what & PRESS) !== 0) this.otherPressed(key, this.layers.lookUp(key));
        else this.otherReleased(event);
        break;
      case GOES_ON:
        this.queue.remove(this.looked);
        this.strokes.play(event);
        break;
      case FINDS:
      case IS_NOTHING:
        this.queue.remove(this.looked);
        break;
    }
  }

  /** An event of a stroke of which another waits before it: it waits too, and is a press or a release as that stroke is. */
  private lookAfter(event: StrokeEvent, before: number): void {
    const what = (event.what & ~AS_PLAN) | (before & (AS_PLAN | PLAIN));
    this.queue.setWhat(this.looked, what);
    event.what = what;
    const up = (what & AS_PLAN) !== 0 ? END : RELEASE;
    if ((what & up) !== 0) this.otherReleased(event);
    else if ((what & (AS_PLAN | PRESS)) === PRESS) this.otherPressed(event.key, this.layers.lookUp(event.key));
    else this.looked++;
  }

  /** Whether a stroke goes on whose last event waits. */
  private isWaiting(last: number): boolean {
    return last !== NOTHING_WAITS && (last & END) === 0;
  }

  /** Another key goes down, with this binding as things stand. */
  private otherPressed(key: number, binding: RunBinding | null): void {
    const { head } = this;
    if (head.isWaiting) {
      head.becomeShownTap('interrupted');
    } else if (!head.present.hold) {
      head.becomeTap('interrupted');
    } else if (binding?.kind === ACT && binding.action.modifiersOnly) {
      this.wait(key, WAITS_INERT);
    } else if (this.staysInHand(key, binding)) {
      head.becomeTap('same-hand');
    } else if (this.isRule('any')) {
      head.becomeHold('pressed-inside');
    } else {
      this.wait(key, WAITS);
    }
  }

  private otherReleased(event: StrokeEvent): void {
    const { head } = this;
    const { key } = event;
    const waits = this.waitingPress[key];
    if (waits === WAITS && this.isRule('nested')) {
      head.becomeHold('nested');
    } else if (waits !== NOT_WAITING) {
      this.wait(key, NOT_WAITING);
    } else if (!this.presses.endsQuietly(key)) {
      this.queue.remove(this.looked);
      this.presses.release(event);
    } else if (head.isWaiting) {
      head.becomeShownTap('interrupted');
    } else {
      this.looked++;
    }
  }

  /** The event stays in the queue, and the head has looked at it. */
  private wait(key: number, as: typeof NOT_WAITING | typeof WAITS | typeof WAITS_INERT): void {
    this.waitingPress[key] = as;
    this.looked++;
  }

  /** Whether a press is no reason for the head to hold, being of the same hand. */
  private staysInHand(key: number, binding: RunBinding | null): boolean {
    if (!this.sameHand(key) || (binding?.kind === GESTURE && binding.hasHold)) return false;
    const { otherHandOnly } = this.head.rules;
    this.leeway?.asksHands(otherHandOnly);
    return otherHandOnly;
  }

  private isRule(rule: Interrupt): boolean {
    const { interrupt } = this.head.rules;
    this.leeway?.asksRule(interrupt, rule);
    return interrupt === rule;
  }

  private sameHand(key: number): boolean {
    const hand = this.program.hands[key];
    return hand !== 0 && hand === this.program.hands[this.head.key];
  }
}
