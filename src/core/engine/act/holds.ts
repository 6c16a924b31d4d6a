/**
 * What running actions hold. An action is one hold for each of its parts, so that its end gives back exactly what it took, whatever
 * layers are active by then.
 */
import { Timer } from '../clock';
import type { LastingPart } from '../compile';
import { Holder, type Ledger, Row } from '../hold';

export class Hold extends Holder {
  part: LastingPart | null = null;
  /** Which press began it. */
  press = 0;
  /** False for a tap that is only being shown to the host, and for what ends by time: no key holds it. */
  fingerHeld = false;
  /** A `once` layer that was used up while its key is held, and goes on as `while`. */
  goesOnAsWhile = false;
  /** Of an `under`: by what the modifiers come back that it has lifted. */
  liftedAt = 0;
  /** The part of the same action that began before this one: an action ends in reverse. */
  earlierPart: Hold | null = null;
  /** Where it stands in the row of all that run. */
  place = 0;
  /** Ends the action of which this is the last part: a tap that is shown, or keys held for a time. */
  readonly timer: Timer;

  constructor(end: (hold: Hold) => void) {
    super();
    this.timer = new Timer(() => end(this));
  }
}

export class Holds extends Row<Hold> {
  constructor(
    private readonly ledger: Ledger,
    end: (hold: Hold) => void,
  ) {
    super(() => new Hold(end));
  }

  begin(part: LastingPart, press: number, fingerHeld: boolean, earlierPart: Hold | null): Hold {
    const hold = this.append();
    hold.part = part;
    hold.press = press;
    hold.order = this.ledger.nextOrder();
    hold.fingerHeld = fingerHeld;
    hold.goesOnAsWhile = false;
    hold.earlierPart = earlierPart;
    return hold;
  }
}
