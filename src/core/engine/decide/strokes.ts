/**
 * Strokes of keys that have a plan on some layer: what an event of such a key means, and the plans as they run. What a stroke
 * is, by key:
 *
 *   fresh       nothing of it has been handled; its next crossing or edge looks up the binding
 *   found       it has a plan, which has begun nothing yet
 *   running     the plan has begun something: for other keys' gestures the key is down until the stroke ends
 *   planless    its first edge found no plan: it is a key like any other, and only its edges count
 *
 * A plan, once found, stays for the whole stroke. All its spans are one press to the ledger.
 */
import { type Actions, type Hold, type Layers, Origin } from '../act';
import { STROKE, type PlanPlayer, type Program, type RunBinding, type RunPlan } from '../compile';
import { EDGES, END, MOVE, PLAIN, PRESS, RELEASE, StrokeEvent } from '../events';
import type { Presses } from './presses';

const FRESH = 0;
const FOUND = 1;
const RUNNING = 2;
const PLANLESS = 3;

/** What an event means. */
/** A press or a release, as of any key. */
export const IS_EDGE = 0;
/** It begins the first thing of a plan: the key goes down. */
export const IS_PLAN_PRESS = 1;
/** The later life of a stroke whose plan was found. It waits for nobody. */
export const GOES_ON = 2;
/** It finds a plan that begins nothing yet. */
export const FINDS = 3;
/** Nothing at all. */
export const IS_NOTHING = 4;

export class Strokes implements PlanPlayer {
  /** Of keys and joint presses, which have numbers of their own behind the keys: whether it has a plan on some layer. */
  private readonly isPlanned: Uint8Array;
  private readonly states: Uint8Array;
  private readonly plans: (RunPlan | null)[];
  /** Where what each stroke's plan begins comes from. */
  private readonly origins: readonly Origin[];
  /** What each stroke's spans keep down, by their places in its plan. */
  private readonly running: (Hold | null)[][];
  /** The event whose crossings are being played. */
  private played = new StrokeEvent();

  constructor(
    program: Program,
    private readonly layers: Layers,
    private readonly actions: Actions,
    private readonly presses: Presses,
  ) {
    const count = program.keyIds.length;
    this.isPlanned = new Uint8Array(count + program.joints.length);
    program.planDepths.forEach((depths, key) => (this.isPlanned[key] = depths ? 1 : 0));
    this.states = new Uint8Array(count);
    this.plans = new Array<RunPlan | null>(count).fill(null);
    this.origins = Array.from({ length: count }, () => new Origin());
    this.running = Array.from({ length: count }, () => []);
  }

  /** Whether a key has a plan on some layer. */
  has(key: number): boolean {
    return this.isPlanned[key] === 1;
  }

  /**
   * What an event that waits behind no other of its stroke means, as things stand; changes nothing but the event: one of a stroke
   * that is known to have no plan is `PLAIN` from then on, wherever it waits.
   * @param isNew the end of the key's last stroke still waits: this is another one
   * @param isBlocked another key is undecided, or presses are held back: an up that begins nothing looks up nothing
   */
  meaningOf(event: StrokeEvent, isNew: boolean, isBlocked: boolean): number {
    const { key, what } = event;
    if ((what & PLAIN) !== 0) {
      if ((what & END) !== 0 && !isNew && this.states[key] === PLANLESS) this.states[key] = FRESH;
      return (what & EDGES) !== 0 ? IS_EDGE : IS_NOTHING;
    }
    switch (isNew ? FRESH : this.states[key]) {
      case RUNNING:
        return GOES_ON;
      case FOUND:
        return this.begins(event, this.plans[key] as RunPlan, false) ? IS_PLAN_PRESS : GOES_ON;
      case PLANLESS:
        event.what |= PLAIN;
        if ((what & END) !== 0) this.states[key] = FRESH;
        return (what & EDGES) !== 0 ? IS_EDGE : IS_NOTHING;
      default: {
        const binding = this.layers.lookUp(key);
        if (binding?.kind !== STROKE) return (what & (isBlocked ? PRESS : EDGES)) !== 0 ? IS_EDGE : IS_NOTHING;
        if ((what & EDGES) === 0 && !binding.isPassed(event.fromUm, event.toUm)) return IS_NOTHING;
        return this.begins(event, binding, true) ? IS_PLAN_PRESS : FINDS;
      }
    }
  }

  /** What a plan press is bound to: a stroke keeps its plan, whatever layers are active by then. */
  bindingOf(key: number, isNew: boolean): RunBinding | null {
    return (isNew ? null : this.plans[key]) ?? this.layers.lookUp(key);
  }

  /** The first edge of a stroke found no plan. */
  hasNone(key: number): void {
    this.states[key] = PLANLESS;
  }

  /** The stroke of a key that is no plan's is over. */
  isOver(key: number): void {
    this.states[key] = FRESH;
  }

  /** Plays an event of a stroke that has a plan, or finds one now and brings with it what the finger passed before. */
  play(event: StrokeEvent): void {
    const { key, what, fromUm, toUm } = event;
    this.played = event;
    if (this.states[key] === FRESH) {
      const plan = this.layers.lookUp(key);
      if (plan?.kind !== STROKE) return;
      this.states[key] = FOUND;
      this.plans[key] = plan;
      (this.origins[key] as Origin).layer = this.layers.foundIn;
      if (bringsEarlier(event)) plan.cross(0, fromUm, this);
    }
    if ((what & MOVE) !== 0) this.plans[key]?.cross(fromUm, toUm, this);
    if ((what & END) !== 0) this.end(key);
  }

  beginSpan(span: number): void {
    const { key } = this.played;
    const plan = this.plans[key] as RunPlan;
    const origin = this.origins[key] as Origin;
    const { action, isMark } = plan.spans[span] as RunPlan['spans'][number];
    if (this.states[key] === FOUND) this.goDown(origin);
    if (isMark) this.actions.tap(action, origin, plan.tapUs);
    else (this.running[key] as (Hold | null)[])[span] = this.actions.begin(action, origin, true);
    if (this.actions.typed(action)) this.presses.typed(origin);
  }

  endSpan(span: number): void {
    this.endHold(this.running[this.played.key] as (Hold | null)[], span);
  }

  /** Forgets all strokes. One that goes on has no plan until it ends. */
  reset(goesOn: (key: number, hasBegun: boolean) => boolean): void {
    for (let key = 0; key < this.states.length; key++) {
      this.states[key] = goesOn(key, this.states[key] !== FRESH) ? PLANLESS : FRESH;
      this.plans[key] = null;
      this.running[key]?.fill(null);
    }
  }

  /** The key is pressed: the first thing of its plan begins. */
  private goDown(origin: Origin): void {
    const { key, tUs } = this.played;
    const { presses } = this;
    this.states[key] = RUNNING;
    if (this.layers.hasOncePending) this.actions.useUpOnce();
    presses.goesDown(key);
    presses.decided(key, null);
    origin.key = key;
    origin.pressedUs = tUs;
    origin.press = presses.count;
  }

  private begins(event: StrokeEvent, plan: RunPlan, isFresh: boolean): boolean {
    if (isFresh && bringsEarlier(event) && plan.isBegun(0, event.fromUm)) return true;
    return (event.what & MOVE) !== 0 && plan.isBegun(event.fromUm, event.toUm);
  }

  private endHold(running: (Hold | null)[], span: number): void {
    const hold = running[span];
    running[span] = null;
    if (hold) this.actions.end(hold);
  }

  /** The stroke is over: the last begun span ends first. */
  private end(key: number): void {
    const running = this.running[key] as (Hold | null)[];
    for (let last = lastBegun(running); last >= 0; last = lastBegun(running)) this.endHold(running, last);
    this.states[key] = FRESH;
    this.plans[key] = null;
  }
}

/** Whether an event that finds a plan plays what the finger passed before: one on the way up plays its own crossings only. */
const bringsEarlier = ({ what, fromUm, toUm }: StrokeEvent): boolean => (what & RELEASE) === 0 && toUm >= fromUm;

/** The place of the hold that began last, or -1. */
function lastBegun(running: readonly (Hold | null)[]): number {
  let found = -1;
  for (let span = 0; span < running.length; span++) {
    const hold = running[span];
    if (hold && (found < 0 || hold.order > (running[found] as Hold).order)) found = span;
  }
  return found;
}
