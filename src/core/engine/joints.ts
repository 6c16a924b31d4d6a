/**
 * Joint presses: several keys pressed together for an action of their own. The stage stands before the gestures and holds
 * back the press of a key that belongs to a joint, until it knows.
 *
 *   event while presses are held back       what happens
 *   a press that a candidate holds too      it is held back as well; complete, and no longer candidate: the joint fires
 *   any other press,                        a complete candidate fires; with none, the first held-back press goes on
 *   the release of a held-back key,         alone, and the rest and the event are matched afresh, each with its own time
 *   the last candidate dropping out
 *   the release of another key              waits behind them; the later ups of a joint that has ended are swallowed
 *
 * A key whose stroke runs a plan takes no part: its press fits no candidate, and what its stroke does once it has begun
 * waits for nobody.
 *
 * A candidate is a joint that holds all held-back keys; an incomplete one drops out `within` after the first of them. While
 * presses are held back the gesture stage's clock stands still at the first.
 */
import type { Program, RunJoint } from './program';
import { END, EventQueue, MOVE, NO_PLAN, PRESS, RELEASE, type EventTaker } from './events';
import type { EventKind } from './gestures';
import { Timer, type Timers } from './timers';

const NO_JOINT = -1;

/** What the joint stage needs of the stage behind it. */
export interface AfterJoints extends EventTaker {
  /** What an event of a key is, as things stand. */
  kindOf(key: number, what: number, fromUm: number, toUm: number): EventKind;
  /** The stage's clock stands still at a time, so that no deadline after it fires; `Infinity` lets it run again. */
  standStillAt(tUs: number): void;
}

export class JointStage implements EventTaker {
  /** Held-back presses and the releases that wait behind them; those before `looked` have been looked at. */
  private readonly waiting = new EventQueue();
  private looked = 0;
  private heldBack = 0;
  private firstUs = 0;
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

  constructor(
    private readonly program: Program,
    private readonly clock: { readonly nowUs: number },
    private readonly timers: Timers,
    private readonly after: AfterJoints,
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
  take(key: number, what: number, tUs: number, fromUm: number, toUm: number): void {
    if (this.heldBack === 0 && this.belongs[key] === 0) {
      this.after.take(key, what, tUs, fromUm, toUm);
      return;
    }
    if (this.tookPart[key] === 1) {
      if ((what & END) !== 0) this.tookPart[key] = 0;
      what = (what & ~MOVE) | NO_PLAN;
    }
    this.waiting.push(key, what, tUs, fromUm, toUm);
    this.pump();
  }

  /** Drops what is held back and forgets what has fired. */
  reset(): void {
    this.waiting.clear();
    this.startAfresh();
    this.firedWith.fill(NO_JOINT);
    this.isRunning.fill(0);
    this.tookPart.fill(0);
    this.after.standStillAt(Infinity);
  }

  /** Goes on until it has to wait for an event or a deadline. */
  private pump(): void {
    for (;;) {
      if (this.looked < this.waiting.length) {
        const tUs = this.waiting.tUs(this.looked);
        if (this.heldBack > 0 && this.deadlineUs <= tUs) this.dropOut(this.deadlineUs);
        else this.look(this.waiting.key(this.looked), this.waiting.what(this.looked), tUs);
      } else if (this.heldBack > 0 && this.deadlineUs <= this.clock.nowUs) {
        this.dropOut(this.deadlineUs);
      } else {
        break;
      }
    }
    this.after.standStillAt(this.heldBack > 0 ? this.firstUs : Infinity);
  }

  private look(key: number, what: number, tUs: number): void {
    const kind = this.kindOf(key, what);
    if (this.heldBack === 0) this.lookFirst(key, what, tUs, kind);
    else if (kind === 'plan press') this.resolve(tUs);
    else if (kind === 'waits') this.looked++;
    else if (kind !== 'edges') this.passBy(kind === 'passes');
    else if ((what & PRESS) !== 0) this.lookPress(key, tUs);
    else if ((what & RELEASE) !== 0) this.lookRelease(key, tUs);
    else if (this.waiting.lastOf(key, this.looked) >= 0) this.looked++;
    else this.passBy(true);
  }

  /** What an event that is looked at is: the later life of a stroke waits behind its press. */
  private kindOf(key: number, what: number): EventKind {
    if ((what & NO_PLAN) !== 0 || this.isHeldBack[key] === 1) return 'edges';
    const kind = this.after.kindOf(key, what, this.waiting.fromUm(this.looked), this.waiting.toUm(this.looked));
    return kind === 'passes' && this.waiting.lastOf(key, this.looked) >= 0 ? 'waits' : kind;
  }

  /** Nothing is held back: a press that belongs to a joint is from now on; everything else goes on. */
  private lookFirst(key: number, what: number, tUs: number, kind: EventKind): void {
    if (kind === 'edges' && (what & PRESS) !== 0 && this.belongs[key] === 1) {
      this.firstUs = tUs;
      this.program.joints.forEach(({ keys }, joint) => {
        this.isCandidate[joint] = keys.includes(key) ? 1 : 0;
      });
      this.holdBack(key);
      return;
    }
    this.giveFirst();
  }

  /** The event that is looked at does not wait; it goes on at once, or is nothing. */
  private passBy(goesOn: boolean): void {
    const at = this.looked;
    const { waiting } = this;
    const key = waiting.key(at);
    const what = waiting.what(at);
    const tUs = waiting.tUs(at);
    const fromUm = waiting.fromUm(at);
    const toUm = waiting.toUm(at);
    waiting.remove(at);
    if (goesOn) this.after.take(key, what, tUs, fromUm, toUm);
    else if ((what & END) !== 0) {
      // The up is the joint's and is swallowed; the end of the stroke is the key's own.
      this.tookPart[key] = 0;
      this.after.take(key, END, tUs, fromUm, toUm);
    }
  }

  private lookPress(key: number, tUs: number): void {
    const fits = this.program.joints.some(({ keys }, joint) => this.isCandidate[joint] === 1 && keys.includes(key));
    if (!fits) {
      this.resolve(tUs);
      return;
    }
    this.program.joints.forEach(({ keys }, joint) => {
      if (!keys.includes(key)) this.isCandidate[joint] = 0;
    });
    this.holdBack(key);
    this.fireIfAlone(tUs);
  }

  private lookRelease(key: number, tUs: number): void {
    if (this.isHeldBack[key] === 1) {
      this.resolve(tUs);
      return;
    }
    const joint = this.firedWith[key] as number;
    if (joint !== NO_JOINT && this.isRunning[joint] === 0) {
      this.firedWith[key] = NO_JOINT;
      this.passBy(false);
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

  /** Candidates whose time is over by `atUs` drop out, unless they are complete. */
  private dropOut(atUs: number): void {
    let remain = 0;
    this.program.joints.forEach((joint, index) => {
      if (this.isCandidate[index] === 0) return;
      if (!this.isComplete(joint) && this.firstUs + joint.withinUs <= atUs) this.isCandidate[index] = 0;
      else remain++;
    });
    if (remain === 0) this.resolve(atUs);
    else if (!this.fireIfAlone(atUs)) this.setDeadline();
  }

  private isComplete(joint: RunJoint): boolean {
    return joint.keys.length === this.heldBack;
  }

  private completeCandidate(): number {
    return this.program.joints.findIndex((joint, index) => this.isCandidate[index] === 1 && this.isComplete(joint));
  }

  /** Fires the complete candidate when no longer one remains. */
  private fireIfAlone(tUs: number): boolean {
    const complete = this.completeCandidate();
    if (complete === NO_JOINT) return false;
    if (this.program.joints.some((_, index) => this.isCandidate[index] === 1 && index !== complete)) return false;
    this.fire(complete, tUs);
    return true;
  }

  /** It will be no more than it is: a complete candidate fires; with none the first press goes on alone. */
  private resolve(tUs: number): void {
    const complete = this.completeCandidate();
    if (complete !== NO_JOINT) {
      this.fire(complete, tUs);
      return;
    }
    this.restoreEnding();
    this.startAfresh();
    this.giveFirst();
  }

  private fire(joint: number, tUs: number): void {
    const count = this.looked;
    const keys = (this.program.joints[joint] as RunJoint).keys;
    this.restoreEnding();
    this.startAfresh();
    // Gone are the presses that are the joint's now, with what their strokes did since; releases of earlier presses go on.
    let taken = 0;
    for (let n = 0; n < count; n++) {
      const place = keys.indexOf(this.waiting.key(0));
      if (place >= 0 && (this.waiting.what(0) & PRESS) !== 0) taken |= 1 << place;
      if (place >= 0 && ((taken >> place) & 1) === 1) this.waiting.remove(0);
      else this.giveFirst();
    }
    for (const key of keys) {
      this.firedWith[key] = joint;
      if (this.program.planDepths[key]) this.tookPart[key] = 1;
    }
    this.isRunning[joint] = 1;
    this.passOn(this.program.keyIds.length + joint, PRESS, tUs, 0, 0);
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
    const { waiting } = this;
    const key = waiting.key(0);
    const what = waiting.what(0);
    const tUs = waiting.tUs(0);
    const fromUm = waiting.fromUm(0);
    const toUm = waiting.toUm(0);
    waiting.remove(0);
    if ((what & END) !== 0) this.tookPart[key] = 0;
    const joint = this.firedWith[key] as number;
    if (joint === NO_JOINT || (what & RELEASE) === 0) {
      this.passOn(key, what, tUs, fromUm, toUm);
      return;
    }
    this.firedWith[key] = NO_JOINT;
    if (this.isRunning[joint] === 1) {
      this.isRunning[joint] = 0;
      this.passOn(this.program.keyIds.length + joint, RELEASE, tUs, 0, 0);
    }
    if ((what & END) !== 0) this.passOn(key, END, tUs, fromUm, toUm);
  }

  private passOn(key: number, what: number, tUs: number, fromUm: number, toUm: number): void {
    this.after.standStillAt(tUs);
    this.after.take(key, what, tUs, fromUm, toUm);
  }

  private startAfresh(): void {
    this.isCandidate.fill(0);
    this.isHeldBack.fill(0);
    this.heldBack = 0;
    this.looked = 0;
    this.timers.cancel(this.deadline);
    this.deadlineUs = Infinity;
  }

  /** The next moment at which an incomplete candidate drops out. */
  private setDeadline(): void {
    let dueUs = Infinity;
    this.program.joints.forEach((joint, index) => {
      if (this.isCandidate[index] === 1 && !this.isComplete(joint))
        dueUs = Math.min(dueUs, this.firstUs + joint.withinUs);
    });
    // One that stays what it was keeps its place among equal ones.
    if (dueUs === this.deadlineUs) return;
    this.deadlineUs = dueUs;
    if (dueUs === Infinity) this.timers.cancel(this.deadline);
    else this.timers.set(this.deadline, dueUs);
  }
}
