/**
 * The engine: travel samples in, usage edges out.
 *
 *     samples -> actuation -> edges -> joint presses -> gestures -> actions -> usage edges
 *
 * It has no clock of its own. Time comes in with each sample and with `advance`; before anything else, every deadline due
 * by then fires in order. However the same samples are cut into calls, the outcome is the same.
 */
import { ActionStage } from './actions';
import { ActuationStage, DOWN_EDGE, NO_EDGE, type SwitchState } from './actuation';
import { PRESS, RELEASE, type EventTaker } from './events';
import { GestureStage } from './gestures';
import { JointStage } from './joints';
import { LayerStage } from './layers';
import type { Outputs } from './outputs';
import type { Program } from './program';
import { StrokeStage } from './strokes';
import { Timers } from './timers';
import { UsageStage } from './usages';

export class Engine {
  /** The time of the last input or deadline, in µs. Outputs are stamped with it. */
  nowUs = 0;
  private readonly timers = new Timers();
  private readonly actuation: ActuationStage;
  private readonly strokes: StrokeStage;
  private readonly layers: LayerStage;
  private readonly actions: ActionStage;
  private readonly gestures: GestureStage;
  private readonly joints: JointStage;
  /** The first stage that takes events: without joints there is nothing to hold back. */
  private readonly first: EventTaker;

  constructor(
    readonly program: Program,
    outputs: Outputs,
  ) {
    this.actuation = new ActuationStage(program);
    this.strokes = new StrokeStage(program);
    this.layers = new LayerStage(program, outputs);
    const usages = new UsageStage(program, this, outputs);
    this.actions = new ActionStage(program, this, usages, this.layers, this.timers, outputs);
    this.gestures = new GestureStage(program, this, this.layers, this.actions, this.timers, outputs);
    this.joints = new JointStage(program, this, this.timers, this.gestures);
    this.first = program.joints.length > 0 ? this.joints : this.gestures;
  }

  /**
   * Takes one sample of a key's depth.
   * @param tUs time in µs, not before that of an earlier call
   * @param key index of the key on the board
   * @param depthUm depth in µm; a board without measured travel gives 0 or the full travel
   */
  feed(tUs: number, key: number, depthUm: number): void {
    this.advance(tUs);
    const edge = this.actuation.sample(key, depthUm);
    if (this.program.planDepths[key]) this.feedStroke(tUs, key, depthUm, edge);
    else if (edge !== NO_EDGE) this.first.take(key, edge === DOWN_EDGE ? PRESS : RELEASE, tUs, 0, 0);
  }

  /** A key with a stroke plan: its depth means something besides its edges. */
  private feedStroke(tUs: number, key: number, depthUm: number, edge: number): void {
    const { strokes } = this;
    let what = strokes.sample(key, depthUm);
    if (edge !== NO_EDGE) what |= edge === DOWN_EDGE ? PRESS : RELEASE;
    if (what !== 0) this.first.take(key, what, tUs, strokes.fromUm, strokes.toUm);
  }

  /** Lets time pass until `tUs`: every deadline due by then fires at its own time. */
  advance(tUs: number): void {
    while (this.timers.nextUs <= tUs) {
      const timer = this.timers.firstDue(tUs);
      if (!timer) break;
      this.nowUs = Math.max(this.nowUs, timer.dueUs);
      this.timers.cancel(timer);
      timer.fire();
    }
    this.nowUs = Math.max(this.nowUs, tUs);
  }

  /** Ends everything that is held or pending and goes back to the base layer. Fingers that are down begin nothing until they lift. */
  letGo(): void {
    this.gestures.reset((key) => ({ goesOn: !this.strokes.isAtRest(key), isDown: this.actuation.isDown(key) }));
    this.joints.reset();
    this.actions.endAll();
    this.layers.reset(this.nowUs);
  }

  /** Where a key's switch stands, for those who draw it. */
  switchState(key: number): SwitchState {
    return this.actuation.stateOf(key);
  }

  /** When the next deadline is due, in µs; `Infinity` when nothing is. */
  get nextDeadlineUs(): number {
    return this.timers.nextUs;
  }
}
