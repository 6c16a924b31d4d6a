/**
 * An engine whose time comes from elsewhere, and cannot be made to work without end: a report that says an hour has passed, or a macro that
 * does a thousand things a millisecond, must not stop the keyboard. Time passes in slices; a jump, or too much at once, lets go of everything.
 */
import { HOST_LAMPS } from '../codes';
import { Engine, type Listener, type Program } from '../engine';

/** Time that passes without a word is at most this much, in µs: a page in the background speaks once a second. */
const MOST_STEP_US = 2_000_000;
const SLICE_US = 1000;
/** The most that may happen in one step. */
const MOST_OUTPUTS = 20_000;

export class Running {
  readonly engine: Engine;
  private outputs = 0;

  constructor(program: Program, listener: Listener) {
    this.engine = new Engine(program, {
      ...listener,
      edge: (tUs, down, usage) => {
        this.outputs++;
        listener.edge(tUs, down, usage);
      },
      wheel: (tUs, dx, dy) => {
        this.outputs++;
        listener.wheel?.(tUs, dx, dy);
      },
      move: (tUs, dx, dy) => {
        this.outputs++;
        listener.move?.(tUs, dx, dy);
      },
    });
  }

  get nowUs(): number {
    return this.engine.nowUs;
  }

  get nextUs(): number {
    return this.engine.nextDeadlineUs;
  }

  feed(tUs: number, key: number, depthUm: number): void {
    this.advance(tUs);
    this.engine.feed(Math.max(tUs, this.engine.nowUs), key, depthUm);
  }

  /** The host has lit these lamps, as bits by their places in `HOST_LAMPS`, and no others. */
  lights(tUs: number, lamps: number): void {
    this.advance(tUs);
    for (let lamp = 0; lamp < HOST_LAMPS.length; lamp++)
      this.engine.light(Math.max(tUs, this.engine.nowUs), lamp, ((lamps >> lamp) & 1) === 1);
  }

  /** The host shows a layer on top; 0 for none. */
  show(tUs: number, layer: number): void {
    this.advance(tUs);
    this.engine.show(Math.max(tUs, this.engine.nowUs), layer);
  }

  advance(tUs: number): void {
    const { engine } = this;
    if (tUs <= engine.nowUs) return;
    if (tUs - engine.nowUs > MOST_STEP_US && engine.nextDeadlineUs <= tUs) engine.letGo();
    this.outputs = 0;
    while (engine.nextDeadlineUs <= tUs) {
      engine.advance(Math.min(tUs, Math.max(engine.nowUs, engine.nextDeadlineUs) + SLICE_US));
      if (this.outputs > MOST_OUTPUTS) engine.letGo();
    }
    engine.advance(tUs);
  }

  letGo(): void {
    this.engine.letGo();
  }
}
