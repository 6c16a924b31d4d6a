/** Where what begins comes from: which press, of which key, answered by which layer. Whoever plays for a while keeps a copy. */
import type { Clock } from '../clock';
import type { Listener } from '../out';

export class Origin {
  /** The key (or joint press), by number. */
  key = 0;
  layer = 0;
  /** When the key went down, in µs. */
  pressedUs = 0;
  /** The number of the press: what one press began is one action to the ledger. */
  press = 0;

  copy(other: Origin): void {
    this.key = other.key;
    this.layer = other.layer;
    this.pressedUs = other.pressedUs;
    this.press = other.press;
  }
}

/** Tells the trace that what begins now, until the next such call, comes from there. */
export function announce(origin: Origin, clock: Clock, listener: Listener): void {
  if (listener.begin) listener.begin(clock.nowUs, origin.key, origin.layer, origin.pressedUs);
}
