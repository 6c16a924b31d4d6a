/**
 * Who is told of a trial, and when: what is read, a few times a second; what moves, every frame; lamps, as soon as a finger moves. A frame
 * in which a finger moved paints its lamp and nothing else, so that nothing makes the lamp late.
 */

/** While time runs, what is read is told so often at the most, in ms; the lanes and lamps follow every frame. */
const TOLD_EVERY_MS = 100;

type Listeners = Set<() => void>;
const joining =
  (listeners: Listeners) =>
  (listener: () => void): (() => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };

export class Telling {
  private readonly listeners: Listeners = new Set();
  private readonly frameListeners: Listeners = new Set();
  private readonly lampListeners: Listeners = new Set();
  /** Counts everything that happened. */
  version = 0;
  /** The version that was last told of, when, and what the layers were. */
  private told = { version: 0, atMs: -Infinity, layers: '' };
  private hasFingerMoved = false;
  /** Something happened since the listeners were last told: they are told once a frame. */
  isStale = false;

  /** What is read on the bench: told when something happened, a few times a second. */
  readonly subscribe = joining(this.listeners);
  /** What moves: told every frame while time runs, and once when it stops. */
  readonly onFrame = joining(this.frameListeners);
  /** Fingers and what is undecided: told as soon as a finger moves, and every frame. */
  readonly onLamps = joining(this.lampListeners);

  get toldVersion(): number {
    return this.told.version;
  }

  changed(): void {
    this.version++;
    this.isStale = true;
  }

  fingerMoved(): void {
    this.hasFingerMoved = true;
    this.changed();
    this.lamps();
  }

  /** A frame has passed while time ran. What the keys mean is told at once, when it changes. */
  frame(atMs: number, layers: string): void {
    if (this.hasFingerMoved) {
      this.hasFingerMoved = false;
      this.lamps();
    } else if (layers !== this.told.layers || atMs - this.told.atMs >= TOLD_EVERY_MS) this.all(atMs, layers);
    else this.moving();
  }

  /** Tells everybody. */
  all(atMs: number, layers: string): void {
    this.isStale = false;
    this.told = { version: this.version, atMs, layers };
    for (const listener of this.listeners) listener();
    this.moving();
  }

  private moving(): void {
    for (const listener of this.frameListeners) listener();
    this.lamps();
  }

  private lamps(): void {
    for (const listener of this.lampListeners) listener();
  }
}
