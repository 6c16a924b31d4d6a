/**
 * Recorded fingers, played under any settings: what arrives, and how long each press takes from the finger to the host. The fingers stand in
 * columns, so that an hour of them is walked through a thousand times without making anything.
 */
import { HOST_LAMPS } from '../codes';
import { Engine, isOfLamp, lampOf, type Listener, type Program, type Sample } from '../engine';
import { hostLayout, type HostLayoutId } from '../hosts';
import { Arrivals } from './arrivals';

/** How long the engine runs on after the last finger, in µs: as `replay` does. */
const SETTLE_US = 10_000_000;
/** The key of a row that is a lamp of the host: -1 and its place, negative. */
const lampRow = (place: number): number => -1 - place;

/** Fingers in columns: times in µs, keys by their places in the program (or lamps), depths in µm. */
export type Fingers = { times: Float64Array; keys: Int16Array; depths: Int32Array };

/** Fingers for a program. @throws RangeError for a key that the board lacks */
export function fingersOf(samples: readonly Sample[], { keyIndex }: Program): Fingers {
  const keys = samples.map((sample) => {
    if (isOfLamp(sample)) return lampRow(HOST_LAMPS.indexOf(lampOf(sample) ?? 'NumLock'));
    const key = keyIndex.get(sample.key);
    if (key === undefined) throw new RangeError(`the board has no key "${sample.key}"`);
    return key;
  });
  return {
    times: Float64Array.from(samples, ({ tUs }) => tUs),
    keys: Int16Array.from(keys),
    depths: Int32Array.from(samples, ({ depthUm }) => depthUm),
  };
}

/** Presses that have come to the host: which key, when it went down, and how long it took, in µs. */
export class Delays implements Listener {
  length = 0;
  keys = new Int16Array(1024);
  pressed = new Float64Array(1024);
  delays = new Float64Array(1024);
  private key = 0;
  private pressedUs = -1;
  private waits = false;

  constructor(private readonly arrivals: Arrivals) {}

  clear(): void {
    this.length = 0;
    this.waits = false;
    this.pressedUs = -1;
    this.key = -1;
  }

  begin(_nowUs: number, key: number, _layer: number, pressedUs: number): void {
    // What plays for a while comes back to its press; that has been counted.
    if (key === this.key && pressedUs === this.pressedUs) return;
    this.key = key;
    this.pressedUs = pressedUs;
    this.waits = true;
  }

  edge(tUs: number, down: boolean, usage: number): void {
    if (down && this.waits) {
      this.waits = false;
      if (this.length === this.keys.length) this.grow();
      this.keys[this.length] = this.key;
      this.pressed[this.length] = this.pressedUs;
      this.delays[this.length] = tUs - this.pressedUs;
      this.arrivals.by = this.length++;
    }
    this.arrivals.edge(down, usage);
  }

  private grow(): void {
    const { keys, pressed, delays } = this;
    this.keys = new Int16Array(keys.length * 2);
    this.pressed = new Float64Array(keys.length * 2);
    this.delays = new Float64Array(keys.length * 2);
    this.keys.set(keys);
    this.pressed.set(pressed);
    this.delays.set(delays);
  }
}

/** The mean, in µs, rounded; 0 of none. */
export function meanOf(values: Float64Array): number {
  let sum = 0;
  for (const value of values) sum += value;
  return values.length === 0 ? 0 : Math.round(sum / values.length);
}

/** The least value that so many of a hundred do not exceed (nearest rank); 0 of none. Looks only at what it has to (Hoare's selection). */
export function rankOf(values: Float64Array, hundredths: number): number {
  const row = values.slice();
  const place = Math.max(0, Math.ceil((row.length * hundredths) / 100) - 1);
  let [from, to] = [0, row.length - 1];
  while (from < to) {
    const middle = row[(from + to) >> 1] as number;
    let [i, j] = [from, to];
    while (i <= j) {
      while ((row[i] as number) < middle) i++;
      while ((row[j] as number) > middle) j--;
      if (i > j) break;
      const one = row[i] as number;
      row[i++] = row[j] as number;
      row[j--] = one;
    }
    if (place <= j) to = j;
    else if (place >= i) from = i;
    else break;
  }
  return row[place] ?? 0;
}

/** Plays the same fingers under one program after the other, all for one board and host. */
export class Take {
  readonly arrivals: Arrivals;
  readonly presses: Delays;

  constructor(
    readonly fingers: Fingers,
    { codes }: Program,
    host: HostLayoutId,
  ) {
    this.arrivals = new Arrivals(codes, hostLayout(host));
    this.presses = new Delays(this.arrivals);
  }

  /** What comes of the fingers stands in `arrivals` and `presses` until the next play. */
  play(program: Program): void {
    const { arrivals, presses } = this;
    const { times, keys, depths } = this.fingers;
    arrivals.begin();
    presses.clear();
    const engine = new Engine(program, presses);
    for (let n = 0; n < times.length; n++) {
      const key = keys[n] as number;
      if (key >= 0) {
        engine.feed(times[n] as number, key, depths[n] as number);
        continue;
      }
      const lit = (depths[n] as number) > 0;
      const lamp = HOST_LAMPS[lampRow(key)];
      // What is due before comes to a host whose lamp is as it was.
      engine.advance((times[n] as number) - 1);
      if (lamp) arrivals.light(lamp, lit);
      engine.light(times[n] as number, lampRow(key), lit);
    }
    const untilUs = engine.nowUs + SETTLE_US;
    engine.advance(untilUs);
  }
}
