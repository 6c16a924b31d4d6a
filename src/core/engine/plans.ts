/**
 * Stroke plans as they run. What a stroke is, by key:
 *
 *   fresh       nothing of it has been handled; its next crossing or press looks up the binding
 *   found       it has a plan, which has begun nothing yet
 *   running     the plan has begun something: for other keys' gestures the key is down until the stroke ends
 *   planless    its press found no plan, so that the stroke has none
 *
 * A plan, once found, stays for the whole stroke. All its spans are one press to the usages.
 */
import type { ActionStage } from './actions';
import type { PlanPlayer, RunPlan } from './crossings';
import { END, MOVE, NO_PLAN, PRESS, RELEASE } from './events';
import type { Hold } from './holds';
import type { LayerStage } from './layers';
import type { PressMemory } from './presses';
import type { Program, RunBinding } from './program';

export const FRESH = 0;
export const FOUND = 1;
export const RUNNING = 2;
export const PLANLESS = 3;

export class PlanStage implements PlanPlayer {
  private readonly states: Uint8Array;
  private readonly plans: (RunPlan | null)[];
  /** The layer in which each plan was found. */
  private readonly layers: Uint8Array;
  /** When each running stroke went down, and the number of its press. */
  private readonly pressedUs: Float64Array;
  private readonly presses: Float64Array;
  /** What each stroke's spans keep down, by their places in its plan. */
  private readonly running: (Hold | null)[][];
  /** The stroke whose crossings are being played, and when. */
  private key = 0;
  private tUs = 0;

  constructor(
    program: Program,
    private readonly memory: PressMemory,
    private readonly active: LayerStage,
    private readonly actions: ActionStage,
  ) {
    const count = program.keyIds.length;
    this.states = new Uint8Array(count);
    this.plans = new Array<RunPlan | null>(count).fill(null);
    this.layers = new Uint8Array(count);
    this.pressedUs = new Float64Array(count);
    this.presses = new Float64Array(count);
    this.running = Array.from({ length: count }, () => []);
  }

  stateOf(key: number): number {
    return this.states[key] as number;
  }

  /** What a press of a key is bound to, as things stand: a stroke keeps its plan, whatever layers are active by then. */
  bindingOf(key: number): RunBinding | null {
    const state = this.states[key];
    return state === FOUND || state === RUNNING ? this.planOf(key) : this.active.lookUp(key);
  }

  /**
   * Whether an event that is handled now belongs to a plan. A stroke's first crossing or press looks up the binding;
   * afterwards the stroke has a plan, or none, or what was crossed was no plan's and it is still fresh.
   */
  follows(key: number, what: number, tUs: number, fromUm: number, toUm: number): boolean {
    if ((what & NO_PLAN) !== 0) this.hasNone(key);
    const state = this.states[key];
    if (state !== FRESH) return state !== PLANLESS;
    const binding = this.active.lookUp(key);
    const isPress = (what & PRESS) !== 0;
    if (binding?.kind === 'stroke' && (isPress || binding.isCrossed(fromUm, toUm))) {
      const layer = this.active.foundIn;
      if (this.active.hasOncePending) this.actions.useUpOnce();
      this.find(key, binding, layer, what, tUs, fromUm);
      return true;
    }
    if (isPress) this.hasNone(key);
    return false;
  }

  /** The stroke's press found no plan. */
  hasNone(key: number): void {
    this.states[key] = PLANLESS;
  }

  /** A plan was found in a layer. A press plays first what the finger has passed. */
  private find(key: number, plan: RunPlan, layer: number, what: number, tUs: number, fromUm: number): void {
    this.states[key] = FOUND;
    this.plans[key] = plan;
    this.layers[key] = layer;
    if ((what & PRESS) !== 0) this.play(key, tUs, 0, fromUm);
  }

  /** Whether an event of a stroke would begin something of a plan: its first press brings what was passed before with it. */
  begins(key: number, plan: RunPlan, what: number, fromUm: number, toUm: number): boolean {
    if ((what & PRESS) !== 0 && this.states[key] === FRESH && plan.isBegun(0, fromUm)) return true;
    return (what & MOVE) !== 0 && plan.isBegun(fromUm, toUm);
  }

  /** Whether an event of a handled stroke waits for nobody: its crossings and its end, when they are no press. */
  passes(key: number, what: number, fromUm: number, toUm: number): boolean {
    switch (this.states[key]) {
      case RUNNING:
        return true;
      case FOUND:
        return !this.begins(key, this.planOf(key), what, fromUm, toUm);
      case PLANLESS:
        return (what & (PRESS | RELEASE)) === 0;
      default:
        return (what & ~(END | NO_PLAN)) === 0;
    }
  }

  /** Handles the crossings of a stroke, and its end. */
  move(key: number, what: number, tUs: number, fromUm: number, toUm: number): void {
    const state = this.states[key];
    if ((what & MOVE) !== 0 && (state === FOUND || state === RUNNING)) this.play(key, tUs, fromUm, toUm);
    if ((what & END) !== 0) this.end(key);
  }

  /** The plan of a stroke that has one. */
  private planOf(key: number): RunPlan {
    return this.plans[key] as RunPlan;
  }

  /** Forgets all strokes. One that goes on has no plan until it ends. */
  reset(goesOn: (key: number) => boolean): void {
    for (let key = 0; key < this.states.length; key++) {
      this.states[key] = goesOn(key) ? PLANLESS : FRESH;
      this.plans[key] = null;
      this.running[key]?.fill(null);
    }
  }

  beginSpan(span: number): void {
    const { key } = this;
    const plan = this.planOf(key);
    const { action, isMark } = plan.spans[span] as RunPlan['spans'][number];
    if (this.states[key] === FOUND) {
      this.states[key] = RUNNING;
      this.memory.goesDown(key);
      this.memory.tapped[key] = null;
      this.presses[key] = this.memory.count;
      this.pressedUs[key] = this.tUs;
    }
    const press = this.presses[key] as number;
    const pressedUs = this.pressedUs[key] as number;
    this.actions.beginsFrom(key, this.layers[key] as number, pressedUs);
    if (action.types) this.memory.typed(pressedUs);
    if (isMark) {
      this.actions.tap(action, press, plan.tapUs);
      return;
    }
    const running = this.running[key] as (Hold | null)[];
    running[span] = this.actions.begin(action, press, true);
  }

  endSpan(span: number): void {
    this.endHold(this.running[this.key] as (Hold | null)[], span);
  }

  private play(key: number, tUs: number, fromUm: number, toUm: number): void {
    this.key = key;
    this.tUs = tUs;
    this.planOf(key).cross(fromUm, toUm, this);
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

/** The place of the hold that began last, or -1. */
function lastBegun(running: readonly (Hold | null)[]): number {
  let found = -1;
  for (let span = 0; span < running.length; span++) {
    const hold = running[span];
    if (hold && (found < 0 || hold.order > (running[found] as Hold).order)) found = span;
  }
  return found;
}
