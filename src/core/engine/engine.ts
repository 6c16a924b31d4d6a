/**
 * The engine: travel samples in, usage edges out.
 *
 *     samples -> actuation -> edges -> joint presses -> gestures -> actions -> usage edges
 *
 * It has no clock of its own. Time comes in with each sample and with `advance`; before anything else, every deadline due
 * by then fires in order. However the same samples are cut into calls, the outcome is the same.
 */
import { ActionStage } from './actions';
import { ActuationStage, DOWN_EDGE, NO_EDGE } from './actuation';
import { GestureStage } from './gestures';
import { JointStage } from './joints';
import { LayerStage } from './layers';
import type { Outputs } from './outputs';
import type { Program } from './program';
import { Timers } from './timers';
import { UsageStage } from './usages';

export class Engine {
  /** The time of the last input or deadline, in µs. Outputs are stamped with it. */
  nowUs = 0;
  private readonly timers = new Timers();
  private readonly actuation: ActuationStage;
  private readonly layers: LayerStage;
  private readonly actions: ActionStage;
  private readonly gestures: GestureStage;
  private readonly joints: JointStage;
  /** The first stage that takes edges: without joints there is nothing to hold back. */
  private readonly edges: JointStage | GestureStage;

  constructor(
    readonly program: Program,
    outputs: Outputs,
  ) {
    this.actuation = new ActuationStage(program);
    this.layers = new LayerStage(program, outputs);
    const usages = new UsageStage(program, this, outputs);
    this.actions = new ActionStage(program, this, usages, this.layers, this.timers, outputs);
    this.gestures = new GestureStage(program, this, this.layers, this.actions, this.timers, outputs);
    this.joints = new JointStage(program, this, this.timers, this.gestures);
    this.edges = program.joints.length > 0 ? this.joints : this.gestures;
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
    if (edge !== NO_EDGE) this.edges.edge(key, edge === DOWN_EDGE, tUs);
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
    this.gestures.reset();
    this.joints.reset();
    this.actions.endAll();
    this.layers.reset(this.nowUs);
  }

  /** When the next deadline is due, in µs; `Infinity` when nothing is. */
  get nextDeadlineUs(): number {
    return this.timers.nextUs;
  }
}
