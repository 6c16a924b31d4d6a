/**
 * The engine: travel samples in, usage edges out.
 *
 *     samples -> travel -> events -> joint presses -> gestures -> actions -> claims in the ledger -> usage edges
 *
 * It has no clock of its own. Time comes in with each sample and with `advance`; before anything else, every deadline due
 * by then fires in order. However the same samples are cut into calls, the outcome is the same.
 */
import { Actions, Layers } from './act';
import { Clock, Timer } from './clock';
import type { Program } from './compile';
import { Gestures, Joints, type Leeway, type PressMemory } from './decide';
import { type EventTaker, PRESS, RELEASE, StrokeEvent } from './events';
import type { Listener } from './out';
import { lampOfSample, type Sample } from './sample';
import type { Standing } from './standing';
import { Travel, type SwitchState } from './travel';

export class Engine {
  private readonly clock = new Clock();
  private readonly travel: Travel;
  private readonly layers: Layers;
  private readonly actions: Actions;
  private readonly gestures: Gestures;
  private readonly joints: Joints;
  /** Who takes events first: without joints there is nothing to hold back. */
  private readonly first: EventTaker;
  private readonly takesNow: boolean;
  private readonly event = new StrokeEvent();
  /** How deep each key is, in µm, where some movement follows that. */
  private readonly depths: Int32Array | null;
  /** Another slot was asked for: everything ends, before the next event or deadline. */
  private readonly leaving = new Timer(() => this.letGo());

  constructor(
    readonly program: Program,
    listener: Listener,
    /** Told of each comparison with a timing; see there. */
    leeway: Leeway | null = null,
  ) {
    const { clock } = this;
    this.travel = new Travel(program);
    this.layers = new Layers(program, clock, listener);
    this.depths = program.followsDepth ? new Int32Array(program.keyIds.length) : null;
    this.actions = new Actions(program, clock, this.layers, listener, this.leaving, this.depths);
    this.gestures = new Gestures(program, clock, this.layers, this.actions, listener, leeway);
    this.joints = new Joints(program, clock, this.gestures);
    this.takesNow = program.joints.length === 0;
    this.first = this.takesNow ? this.gestures : this.joints;
  }

  /** The time of the last input or deadline, in µs. */
  get nowUs(): number {
    return this.clock.nowUs;
  }

  /**
   * Takes one sample of a key's depth.
   * @param tUs time in µs, not before that of an earlier call
   * @param key index of the key on the board
   * @param depthUm depth in whole µm; a board without measured travel gives 0 or the full travel
   */
  feed(tUs: number, key: number, depthUm: number): void {
    this.clock.advance(tUs);
    if (this.depths !== null) this.depths[key] = depthUm;
    const { travel, event } = this;
    if (travel.isQuiet(key, depthUm)) return;
    if (travel.isSimple(key)) {
      const isPress = travel.goesDown(key, depthUm);
      if (!this.takesNow || !this.gestures.takeNow(key, isPress)) {
        event.key = key;
        event.what = isPress ? PRESS : RELEASE;
        event.tUs = tUs;
        this.first.take(event);
      }
    } else if (!travel.slides(key, depthUm) && travel.sample(key, depthUm, event)) {
      event.tUs = tUs;
      this.first.take(event);
    } else return;
    if (this.leaving.isSet) this.clock.advance(tUs);
  }

  /**
   * The host has lit a lamp, or put it out; all are dark until it tells. It counts at once, whatever is undecided, for presses that are looked
   * up from then on; nothing that is held ends by it.
   * @param lamp its place in `HOST_LAMPS`
   */
  light(tUs: number, lamp: number, lit: boolean): void {
    this.clock.advance(tUs);
    this.layers.light(lamp, lit);
    this.actions.light(lamp, lit);
  }

  /** The host shows a layer on top of what is active anyway; 0 for none. Counts at once, as a lamp does. */
  show(tUs: number, layer: number): void {
    this.clock.advance(tUs);
    this.layers.show(layer);
  }

  /** Takes what a finger, or the host's lamp, did. @throws RangeError for a key that the board lacks */
  take({ tUs, key, depthUm }: Sample): void {
    const index = this.program.keyIndex.get(key);
    if (index !== undefined) {
      this.feed(tUs, index, depthUm);
      return;
    }
    const lamp = lampOfSample(key);
    if (lamp < 0) throw new RangeError(`the board has no key "${key}"`);
    this.light(tUs, lamp, depthUm > 0);
  }

  /** Lets time pass until `tUs`: every deadline due by then fires at its own time. */
  advance(tUs: number): void {
    this.clock.advance(tUs);
  }

  /** Ends everything that is held or pending and goes back to the base layer. Fingers that are down begin nothing until they lift. */
  letGo(): void {
    this.gestures.reset((key) => ({ goesOn: !this.travel.isAtRest(key), isDown: this.travel.isDown(key) }));
    this.joints.reset();
    this.actions.endAll();
    this.layers.reset();
  }

  /** How it stands now: which layers are active, what stays, which keys wait for a decision. Made anew at each call. */
  standing(): Standing {
    const { keyCount } = this.layers;
    return {
      layers: this.layers.activeInOrder(),
      ...this.actions.staying,
      waiting: this.gestures.waiting.filter((key) => key < keyCount),
    };
  }

  /**
   * Whether all keys are up, and nothing is held, active but the base, pending or due: of what was before, only `memory` can still matter. Not known of
   * profiles with stroke plans, and not of lamps that the host has lit.
   */
  get isAtRest(): boolean {
    return (
      this.clock.isEmpty &&
      this.joints.isAtRest &&
      this.gestures.isAtRest &&
      this.layers.isAtRest &&
      this.actions.isAtRest
    );
  }

  /** What of earlier presses can still decide later ones. */
  get memory(): PressMemory {
    return this.gestures.memory;
  }

  /** From rest, goes on as after the presses of a memory. */
  recall(memory: PressMemory): void {
    this.gestures.recall(memory);
  }

  /** Where a key's switch stands, for those who draw it. */
  switchState(key: number): SwitchState {
    return this.travel.stateOf(key);
  }

  /** When the next deadline is due, in µs; `Infinity` when nothing is. */
  get nextDeadlineUs(): number {
    return this.clock.nextUs;
  }
}
