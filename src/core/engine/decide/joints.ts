/**
 * Joint presses: several keys pressed together for an action of their own. They stand before the gestures, and hold
 * back the press of a key that belongs to a joint, until it knows.
 *
 *   event while presses are held back       what happens
 *   a press that a candidate holds too      it is held back as well; complete, and no longer candidate: the joint fires
 *   any other press,                        a complete candidate fires; with none, the first held-back press goes on
 *   the release of a held-back key,         alone, and the rest and the event are matched afresh, each with its own time
 *   the last candidate dropping out
 *   the release of another key              waits behind them; the later ups of a joint that has ended are swallowed
 *
 * A key whose stroke runs a plan takes no part: its press fits no candidate, and what its stroke does once its plan was found
 * waits for nobody. What would begin nothing looks up nothing meanwhile.
 *
 * A candidate is a joint that holds all held-back keys; an incomplete one drops out `within` after the first of them. While
 * presses are held back the clock of the gestures stands still at the first.
 */
import { type Clock, Timer } from '../clock';
import type { Program, RunJoint } from '../compile';
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
import type { Gestures } from './gestures';
import { GOES_ON, IS_EDGE, IS_NOTHING, IS_PLAN_PRESS } from './strokes';

const NO_JOINT = -1;

/** What is left of an event of a stroke that finds no plan. */
const plain = (what: number): number => (what & (EDGES | END)) | PLAIN;

export class Joints implements EventTaker {
  /** Held-back presses and the releases that wait behind them; those before `looked` have been looked at. */
  private readonly waiting = new EventQueue();
  private looked = 0;
  private heldBack = 0;
  /** The first of the held-back presses. */
  private readonly held = new StrokeEvent();
  /** When what is looked at happens: an event, or candidates dropping out. */
  private atUs = 0;
  private readonly isCandidate: Uint8Array;
  private readonly isHeldBack: Uint8Array;
  /** The joint that a key is part of since it fired. */
  private readonly firedWith: Int16Array;
  /** Whether a fired joint has not ended, nor waits to. */
  private readonly isRunning: Uint8Array;
  private readonly belongs: Uint8Array;
  /** Whether the present stroke of a key took part in a joint press: it finds no plan then. */
  private readonly tookPart: Uint8Array;
  private readonly deadline = new Timer(() => this.pump());
  private deadlineUs = Infinity;
  /** The event that is looked at, and one that goes on. */
  private readonly event = new StrokeEvent();
  private readonly given = new StrokeEvent();

  constructor(
    private readonly program: Program,
    private readonly clock: Clock,
    private readonly after: Gestures,
  ) {
    const keyCount = program.keyIds.length;
    this.isCandidate = new Uint8Array(program.joints.length);
    this.isHeldBack = new Uint8Array(keyCount);
    this.firedWith = new Int16Array(keyCount).fill(NO_JOINT);
    this.isRunning = new Uint8Array(program.joints.length);
    this.belongs = new Uint8Array(keyCount);
    this.tookPart = new Uint8Array(keyCount);
    for (const { keys } of program.joints) for (const key of keys) this.belongs[key] = 1;
  }

  /** Takes one event of a key. */
  take(event: StrokeEvent): void {
    const { key } = event;
    if (this.heldBack === 0 && this.belongs[key] === 0) {
      this.after.take(event);
      return;
    }
    if (this.tookPart[key] === 1) {
      if ((event.what & END) !== 0) this.tookPart[key] = 0;
      event.what = plain(event.what);
    }
    this.waiting.push(event);
    this.pump();
  }

  /** Whether nothing is held back, and no joint press has keys that are down. */
  get isAtRest(): boolean {
    const isNone = (count: number): boolean => count === 0;
    const hasNone = this.isRunning.every(isNone) && this.tookPart.every(isNone);
    return this.waiting.length === 0 && hasNone && this.firedWith.every((joint) => joint === NO_JOINT);
  }

  /** Drops what is held back and forgets what has fired. */
  reset(): void {
    this.waiting.clear();
    this.startAfresh();
    this.firedWith.fill(NO_JOINT);
    this.isRunning.fill(0);
    this.tookPart.fill(0);
    this.after.runOn();
  }

  /** Goes on until it has to wait for an event or a deadline. */
  private pump(): void {
    const { waiting } = this;
    for (;;) {
      if (this.looked < waiting.length) {
        if (this.heldBack > 0 && this.deadlineUs <= waiting.tUs(this.looked)) this.dropOut();
        else this.look(waiting.read(this.looked, this.event));
      } else if (this.heldBack > 0 && this.deadlineUs <= this.clock.nowUs) {
        this.dropOut();
      } else {
        break;
      }
    }
    if (this.heldBack === 0) this.after.runOn();
    else this.after.standStillAt(this.held);
  }

  private look(event: StrokeEvent): void {
    this.atUs = event.tUs;
    const before = this.lastWaiting(event.key);
    const isWaiting = before !== NOTHING_WAITS && (before & END) === 0;
    const meaning = isWaiting
      ? this.meaningAfter(event, before)
      : this.after.meaningOf(event, before !== NOTHING_WAITS, this.heldBack > 0);
    this.waiting.setWhat(this.looked, event.what);
    if (this.heldBack === 0) this.lookFirst(event, meaning);
    else if (meaning === IS_PLAN_PRESS) this.resolve();
    else if (meaning === IS_EDGE) this.lookEdge(event);
    else if (isWaiting) this.looked++;
    else this.passBy(event, meaning === GOES_ON);
  }

  private lookEdge({ key, what }: StrokeEvent): void {
    if ((what & PRESS) !== 0) this.lookPress(key);
    else this.lookRelease(key);
  }

  /** What the last event of a key is that waits, here or for a gesture to be decided. */
  private lastWaiting(key: number): number {
    const here = this.waiting.lastOf(key, this.looked);
    return here !== NOTHING_WAITS ? here : this.after.lastWaiting(key);
  }

  /** What an event means of a stroke of which another waits: the same as that, plan or key. */
  private meaningAfter(event: StrokeEvent, before: number): number {
    event.what = (event.what & ~AS_PLAN) | (before & (AS_PLAN | PLAIN));
    return (event.what & EDGES) !== 0 && (event.what & AS_PLAN) === 0 ? IS_EDGE : IS_NOTHING;
  }

  /** Nothing is held back: a press that belongs to a joint is from now on; everything else goes on. */
  private lookFirst({ key, what }: StrokeEvent, meaning: number): void {
    if (meaning !== IS_EDGE || (what & PRESS) === 0 || this.belongs[key] === 0) {
      this.giveFirst();
      return;
    }
    this.held.tUs = this.atUs;
    const { joints } = this.program;
    for (let joint = 0; joint < joints.length; joint++)
      this.isCandidate[joint] = (joints[joint] as RunJoint).keys.includes(key) ? 1 : 0;
    this.holdBack(key);
  }

  /** The event that is looked at does not wait; it goes on at once, or is nothing. */
  private passBy(event: StrokeEvent, goesOn: boolean): void {
    this.waiting.remove(this.looked);
    if (goesOn) this.after.passBy(event);
  }

  private lookPress(key: number): void {
    const { joints } = this.program;
    let fits = false;
    for (let joint = 0; joint < joints.length; joint++)
      if (this.isCandidate[joint] === 1 && (joints[joint] as RunJoint).keys.includes(key)) fits = true;
    if (!fits) {
      this.resolve();
      return;
    }
    for (let joint = 0; joint < joints.length; joint++)
      if (!(joints[joint] as RunJoint).keys.includes(key)) this.isCandidate[joint] = 0;
    this.holdBack(key);
    this.fireIfAlone();
  }

  private lookRelease(key: number): void {
    if (this.isHeldBack[key] === 1) {
      this.resolve();
      return;
    }
    const joint = this.firedWith[key] as number;
    if (joint !== NO_JOINT && this.isRunning[joint] === 0) {
      // The up is the joint's, and is swallowed; the end of its stroke is the key's own.
      this.firedWith[key] = NO_JOINT;
      const what = this.waiting.what(this.looked) & ~RELEASE;
      if ((what & END) === 0) {
        this.waiting.remove(this.looked);
      } else {
        this.waiting.setWhat(this.looked, what);
        this.looked++;
      }
      return;
    }
    // The first key of a joint to go up ends it, and the others' ups need not wait for that.
    if (joint !== NO_JOINT) this.isRunning[joint] = 0;
    this.looked++;
  }

  private holdBack(key: number): void {
    this.isHeldBack[key] = 1;
    this.heldBack++;
    this.looked++;
    this.setDeadline();
  }

  /** Candidates whose time is over drop out, unless they are complete. */
  private dropOut(): void {
    const { joints } = this.program;
    const atUs = (this.atUs = this.deadlineUs);
    let remain = 0;
    for (let index = 0; index < joints.length; index++) {
      if (this.isCandidate[index] === 0) continue;
      const joint = joints[index] as RunJoint;
      if (!this.isComplete(joint) && this.held.tUs + joint.withinUs <= atUs) this.isCandidate[index] = 0;
      else remain++;
    }
    if (remain === 0) this.resolve();
    else if (!this.fireIfAlone()) this.setDeadline();
  }

  private isComplete(joint: RunJoint): boolean {
    return joint.keys.length === this.heldBack;
  }

  private completeCandidate(): number {
    const { joints } = this.program;
    for (let joint = 0; joint < joints.length; joint++)
      if (this.isCandidate[joint] === 1 && this.isComplete(joints[joint] as RunJoint)) return joint;
    return NO_JOINT;
  }

  /** Fires the complete candidate when no longer one remains. */
  private fireIfAlone(): boolean {
    const complete = this.completeCandidate();
    if (complete === NO_JOINT) return false;
    for (let joint = 0; joint < this.isCandidate.length; joint++)
      if (this.isCandidate[joint] === 1 && joint !== complete) return false;
    this.fire(complete);
    return true;
  }

  /** It will be no more than it is: a complete candidate fires; with none the first press goes on alone. */
  private resolve(): void {
    const complete = this.completeCandidate();
    if (complete !== NO_JOINT) {
      this.fire(complete);
      return;
    }
    this.restoreEnding();
    this.startAfresh();
    this.giveFirst();
  }

  private fire(joint: number): void {
    const count = this.looked;
    const firedUs = this.atUs;
    const { keys } = this.program.joints[joint] as RunJoint;
    this.restoreEnding();
    this.startAfresh();
    // From now on its keys' present strokes have no plan, before the releases that waited go on.
    for (let n = 0; n < keys.length; n++) {
      const key = keys[n] as number;
      if (this.program.planDepths[key]) this.takesPart(key, count);
    }
    // Gone are the presses that are the joint's now, with what their strokes did since; releases of earlier presses go on.
    let taken = 0;
    for (let n = 0; n < count; n++) {
      const place = keys.indexOf(this.waiting.key(0));
      if (place >= 0 && (this.waiting.what(0) & PRESS) !== 0) taken |= 1 << place;
      if (place >= 0 && ((taken >> place) & 1) === 1) this.waiting.remove(0);
      else this.giveFirst();
    }
    for (let n = 0; n < keys.length; n++) {
      const key = keys[n] as number;
      this.firedWith[key] = joint;
    }
    this.isRunning[joint] = 1;
    this.given.tUs = firedUs;
    this.giveJoint(joint, PRESS);
  }

  /**
   * The stroke of a key is part of a joint press: what it does from now on is plain, also what waits already, here and behind a key
   * that is undecided, until it ends.
   * @param count how many of those that wait have been looked at: the key's press is among them
   */
  private takesPart(key: number, count: number): void {
    const { waiting } = this;
    let press = 0;
    while (press < count && (waiting.key(press) !== key || (waiting.what(press) & PRESS) === 0)) press++;
    let from = press;
    let hasBegunHere = false;
    while (from > 0 && !hasBegunHere) {
      hasBegunHere = waiting.key(from - 1) === key && (waiting.what(from - 1) & END) !== 0;
      if (!hasBegunHere) from--;
    }
    if (!hasBegunHere) this.after.hasNoPlan(key);
    for (let at = from; at < waiting.length; at++) {
      if (waiting.key(at) !== key) continue;
      const what = waiting.what(at);
      waiting.setWhat(at, plain(what));
      if ((what & END) !== 0) return;
    }
    this.tookPart[key] = 1;
  }

  /** Joints whose end waited are running until that end is looked at again. */
  private restoreEnding(): void {
    for (let n = 0; n < this.looked; n++) {
      if ((this.waiting.what(n) & RELEASE) === 0) continue;
      const joint = this.firedWith[this.waiting.key(n)] as number;
      if (joint !== NO_JOINT) this.isRunning[joint] = 1;
    }
  }

  /** The first event goes on: of its own press, or, when it is the release of a key that fired with a joint, as the joint's. */
  private giveFirst(): void {
    const event = this.waiting.read(0, this.given);
    this.waiting.remove(0);
    const joint = this.firedWith[event.key] as number;
    if (joint === NO_JOINT || (event.what & RELEASE) === 0) {
      this.give(event);
      return;
    }
    const { key, what } = event;
    this.firedWith[key] = NO_JOINT;
    if (this.isRunning[joint] === 1) {
      this.isRunning[joint] = 0;
      this.giveJoint(joint, RELEASE);
    }
    if ((what & END) === 0) return;
    event.key = key;
    event.what = what & ~RELEASE;
    this.give(event);
  }

  /** A joint goes down or up, at the time of `given`. */
  private giveJoint(joint: number, what: number): void {
    const { given } = this;
    given.key = this.program.keyIds.length + joint;
    given.what = what;
    this.give(given);
  }

  private give(event: StrokeEvent): void {
    this.after.standStillAt(event);
    this.after.take(event);
  }

  private startAfresh(): void {
    this.isCandidate.fill(0);
    this.isHeldBack.fill(0);
    this.heldBack = 0;
    this.looked = 0;
    this.clock.cancel(this.deadline);
    this.deadlineUs = Infinity;
  }

  /** The next moment at which an incomplete candidate drops out. */
  private setDeadline(): void {
    const { joints } = this.program;
    let dueUs = Infinity;
    for (let index = 0; index < joints.length; index++) {
      const joint = joints[index] as RunJoint;
      if (this.isCandidate[index] === 1 && !this.isComplete(joint))
        dueUs = Math.min(dueUs, this.held.tUs + joint.withinUs);
    }
    // One that stays what it was keeps its place among equal ones.
    if (dueUs === this.deadlineUs) return;
    this.deadlineUs = this.deadline.dueUs = dueUs;
    if (dueUs === Infinity) this.clock.cancel(this.deadline);
    else this.clock.set(this.deadline);
  }
}
