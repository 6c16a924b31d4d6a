/**
 * One key, and nothing that belongs to it: what most presses are. Nobody else ends such a press early or puts it aside, so that it needs no
 * hold and no claim: a usage for each key that is down, and when it began. Which presses may be one is for `actions` to say.
 */
import { type Clock, Timer } from '../clock';
import { type Ledger, Row } from '../hold';

/** A tap that is shown to the host, with its key up. */
class Shown {
  usage = 0;
  order = 0;
  place = 0;
  readonly timer: Timer;

  constructor(end: (shown: Shown) => void) {
    this.timer = new Timer(() => end(this));
  }
}

const NOTHING = -1;

export class OneKeys {
  /** What the press of each key (or joint press) holds, or `NOTHING`; and when it began, among all that begins. */
  private readonly usages: Int16Array;
  private readonly orders: Float64Array;
  private readonly shown: Row<Shown>;

  constructor(
    count: number,
    private readonly clock: Clock,
    private readonly ledger: Ledger,
  ) {
    this.usages = new Int16Array(count).fill(NOTHING);
    this.orders = new Float64Array(count);
    this.shown = new Row(() => new Shown((one) => this.endShown(one)));
  }

  /** Held until `end` of its key. */
  begin(key: number, usage: number): void {
    const { ledger } = this;
    this.usages[key] = usage;
    this.orders[key] = ledger.nextOrder();
    ledger.down(usage);
  }

  /** Shown for a time in µs. */
  show(usage: number, forUs: number): void {
    const { ledger } = this;
    const shown = this.shown.append();
    shown.usage = usage;
    shown.order = ledger.nextOrder();
    ledger.down(usage);
    this.clock.setIn(shown.timer, forUs);
  }

  /** The press of a key ends, if it is one of these. */
  end(key: number): void {
    const usage = this.usages[key] as number;
    if (usage === NOTHING) return;
    this.usages[key] = NOTHING;
    this.goUp(usage, this.orders[key] as number);
  }

  /** When the last of them began; 0 when there is none. */
  get lastOrder(): number {
    let last = 0;
    this.usages.forEach((usage, key) => {
      if (usage !== NOTHING) last = Math.max(last, this.orders[key] as number);
    });
    for (let place = 0; place < this.shown.length; place++) last = Math.max(last, this.shown.at(place).order);
    return last;
  }

  /** Ends the one that began at an order. */
  endAt(order: number): void {
    const key = this.usages.findIndex((usage, at) => usage !== NOTHING && this.orders[at] === order);
    if (key >= 0) {
      this.end(key);
      return;
    }
    for (let place = 0; place < this.shown.length; place++) {
      const shown = this.shown.at(place);
      if (shown.order !== order) continue;
      this.clock.cancel(shown.timer);
      this.endShown(shown);
      return;
    }
  }

  private endShown(shown: Shown): void {
    this.shown.remove(shown);
    this.goUp(shown.usage, shown.order);
  }

  private goUp(usage: number, order: number): void {
    const { ledger } = this;
    ledger.up(usage);
    if (ledger.hasKept) ledger.takeBack(usage, order);
  }
}
