/**
 * Recorded fingers, played under any settings: what arrives, and how long each press takes from the finger to the host. The fingers stand in
 * columns, so that an hour of them is walked through a thousand times without making anything.
 */
import type { KeyId } from '../board';
import { HOST_LAMPS } from '../codes';
import { Engine, isOfLamp, lampOf, type Listener, type Program, type Sample } from '../engine';
import { hostLayout, type HostLayoutId } from '../hosts';
import { Arrivals } from './arrivals';

/** How long the engine runs on after the last finger, in µs: as `replay` does. */
export const SETTLE_US = 10_000_000;
/** The key of a row that is a lamp of the host: -1 and its place, negative. */
const lampRow = (place: number): number => -1 - place;

/** Fingers in columns: times in µs, keys by their places in the program (or lamps), depths in µm. */
export type Fingers = {
  times: Float64Array;
  keys: Int16Array;
  depths: Int32Array;
  /** When each key began to go down, in µs, where depths are measured; elsewhere it goes down at once. */
  begun: readonly (readonly number[] | undefined)[] | null;
};

/** Fingers for a program. @throws RangeError for a key that the board lacks */
export function fingersOf(samples: readonly Sample[], { keyIndex }: Program): Fingers {
  const keys = samples.map((sample) => {
    if (isOfLamp(sample)) return lampRow(HOST_LAMPS.indexOf(lampOf(sample) ?? 'NumLock'));
    const key = keyIndex.get(sample.key);
    if (key === undefined) throw new RangeError(`the board has no key "${sample.key}"`);
    return key;
  });
  const fingers = {
    times: Float64Array.from(samples, ({ tUs }) => tUs),
    keys: Int16Array.from(keys),
    depths: Int32Array.from(samples, ({ depthUm }) => depthUm),
  };
  return { ...fingers, begun: isMeasured(samples) ? beginningsOf(fingers) : null };
}

/** A key has begun to go down when it is so far above where it was deepest up, in µm: less is a sensor's unrest. */
const RISE_UM = 100;

/** Whether fingers have depths, and not only down and up: a key goes from one depth to another without coming up. */
export function isMeasured(samples: readonly Sample[]): boolean {
  const down = new Map<KeyId, number>();
  return samples.some((sample) => {
    if (isOfLamp(sample)) return false;
    const before = down.get(sample.key) ?? 0;
    down.set(sample.key, sample.depthUm);
    return sample.depthUm > 0 && before > 0 && sample.depthUm !== before;
  });
}

/**
 * When each key began to go down, in µs, in the order of time: the first sample above where it was least deep. A press is as late as it is
 * later than that, however deep the key fires.
 */
export function beginningsOf({ times, keys, depths }: Omit<Fingers, 'begun'>): number[][] {
  const begun: number[][] = [];
  const states: { lowUm: number; highUm: number; riseUs: number; rises: boolean }[] = [];
  for (let n = 0; n < times.length; n++) {
    const [key, tUs, depth] = [keys[n] as number, times[n] as number, depths[n] as number];
    if (key < 0) continue;
    const state = (states[key] ??= { lowUm: 0, highUm: 0, riseUs: -1, rises: false });
    if (state.rises) {
      state.highUm = Math.max(state.highUm, depth);
      if (depth > state.highUm - RISE_UM) continue;
      Object.assign(state, { rises: false, lowUm: depth, riseUs: -1 });
    } else if (depth <= state.lowUm) {
      Object.assign(state, { lowUm: depth, riseUs: -1 });
    } else {
      if (state.riseUs < 0) state.riseUs = tUs;
      if (depth <= state.lowUm + RISE_UM) continue;
      Object.assign(state, { rises: true, highUm: depth });
      (begun[key] ??= []).push(state.riseUs);
    }
  }
  return begun;
}

/** The last of a row in order that is not more than a value; undefined when all are. */
function lastUpTo(row: readonly number[], value: number): number | undefined {
  let [from, to] = [0, row.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if ((row[middle] as number) <= value) from = middle + 1;
    else to = middle;
  }
  return row[from - 1];
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

  constructor(
    private readonly arrivals: Arrivals,
    private readonly begun: Fingers['begun'],
  ) {}

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
      this.delays[this.length] = tUs - this.begunUs();
      this.arrivals.by = this.length++;
    }
    this.arrivals.edge(down, usage);
  }

  private begunUs(): number {
    const begun = this.begun?.[this.key];
    return begun ? (lastUpTo(begun, this.pressedUs) ?? this.pressedUs) : this.pressedUs;
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
  for (let n = 0; n < values.length; n++) sum += values[n] as number;
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

function startsOf({ times, keys, depths }: Fingers): Uint8Array {
  const down = new Set<number>();
  return Uint8Array.from(keys, (key, n) => {
    // What happens in one µs is played together: presses are told apart by their key and time.
    const isStart = down.size === 0 && (n === 0 || (times[n] as number) > (times[n - 1] as number));
    if ((depths[n] as number) > 0) down.add(key);
    else down.delete(key);
    return isStart ? 1 : 0;
  });
}

/** Plays the same fingers under one program after the other, all for one board and host. */
export class Take {
  readonly arrivals: Arrivals;
  readonly presses: Delays;
  private startsFound: Uint8Array | null = null;

  constructor(
    readonly fingers: Fingers,
    { codes }: Program,
    host: HostLayoutId,
  ) {
    this.arrivals = new Arrivals(codes, hostLayout(host));
    this.presses = new Delays(this.arrivals, fingers.begun);
  }

  /** Before which samples all keys are up, and time has passed. */
  get starts(): Uint8Array {
    return (this.startsFound ??= startsOf(this.fingers));
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
