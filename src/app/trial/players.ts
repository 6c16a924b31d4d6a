/** Who plays the keys on the trial bench: the draft in this page's engine, or the keyboard with what is stored in it. */
import type { Board } from '../../core/board';
import type { KeyboardClient } from '../../core/device';
import { HOST_LAMPS, type HostLamp } from '../../core/codes';
import type { Sound } from '../../core/check';
import { Engine, traceLines, type TraceLine } from '../../core/engine';
import { ALONE, lampPlan, shownAt, type Shown } from '../../core/lamps';

export interface Player {
  /** Whether it plays in this page, and knows what it waits for. */
  readonly isHere: boolean;
  /** Whether something is under way that goes on by itself: a macro that waits, a text, a deadline. */
  readonly isAtWork: boolean;
  /** A finger at a depth in µm on a key (by index) at a time in µs. */
  feed(tUs: number, key: number, depthUm: number): void;
  /** Time passes; deadlines due by then fire. */
  advance(tUs: number): void;
  /** The host has lit a lamp, or put it out. */
  light(tUs: number, lamp: HostLamp, lit: boolean): void;
  letGo(): void;
  /** What lamps show now; null when that is not known. */
  shown(): Shown | null;
  /** What is added to the time of a keyboard that keeps its own, in µs, to have that of the session; null when that is not known yet. */
  byUs?(): number | null;
  close(): void;
}

/** Lamps told to a keyboard: all of them at once, as a host does. Like a host, they begin with Num Lock. */
function lampsOf(client: KeyboardClient): Player['light'] {
  let lamps = 1 << HOST_LAMPS.indexOf('NumLock');
  return (tUs, lamp, lit) => {
    const bit = 1 << HOST_LAMPS.indexOf(lamp);
    lamps = lit ? lamps | bit : lamps & ~bit;
    // A keyboard of another make may not know of lamps.
    client.hostLamps(tUs, lamps).catch(() => undefined);
  };
}

/** The lamps of a keyboard, as it tells of them; a keyboard of another make may have none. */
function watchedLamps(client: KeyboardClient, board: Board): { shown: () => Shown | null; stop: () => void } {
  const colors = new Array<number>(board.keys.length).fill(-1);
  const pulsing = new Set<number>();
  let isTold = false;
  const ignore = (): void => undefined;
  client
    .watchLamps(({ lamps, from, keys }) => {
      isTold = true;
      keys.forEach(({ color, pulses }, n) => {
        colors[from + n] = lamps.isOn ? color : -1;
        if (pulses) pulsing.add(from + n);
        else pulsing.delete(from + n);
      });
    })
    .catch(ignore);
  return {
    shown: () => (isTold ? { colors, pulsing: [...pulsing] } : null),
    stop: () => void client.watchLamps(null).catch(ignore),
  };
}

type Take = (line: TraceLine) => void;

export function draftPlayer({ program, profile, board }: Sound, take: Take): Player {
  const engine = new Engine(program, traceLines(program, take));
  const plan = lampPlan(profile, board);
  let hostLamps = 0;
  return {
    isHere: true,
    get isAtWork() {
      return engine.nextDeadlineUs < Infinity;
    },
    feed: (tUs, key, depthUm) => engine.feed(tUs, key, depthUm),
    light: (tUs, lamp, lit) => {
      const place = HOST_LAMPS.indexOf(lamp);
      hostLamps = lit ? hostLamps | (1 << place) : hostLamps & ~(1 << place);
      engine.light(tUs, place, lit);
    },
    advance: (tUs) => engine.advance(tUs),
    letGo: () => engine.letGo(),
    shown: () => shownAt(plan, engine.standing(), { ...ALONE, hostLamps }),
    close: () => undefined,
  };
}

/**
 * Plays what is stored in the slot in use, in the keyboard itself.
 * @throws LinkError with the keyboard's reason
 */
export async function keyboardPlayer(
  client: KeyboardClient,
  { profile: stored, board }: Sound,
  take: Take,
  ended: () => void,
): Promise<Player> {
  const names = {
    keyIds: board.keys.map(({ id }) => id),
    layerIds: stored.layers.map(({ id }) => id),
    jointIds: stored.joints.map(({ id }) => id),
  };
  await client.playStart(names, take, ended);
  const lamps = watchedLamps(client, board);
  const ignore = (): void => undefined;
  return {
    isHere: false,
    isAtWork: false,
    feed: (tUs, key, depthUm) => client.finger(tUs, key, depthUm),
    light: lampsOf(client),
    advance: (tUs) => client.clock(tUs),
    letGo: () => void client.letGo().catch(ignore),
    shown: lamps.shown,
    close: () => {
      lamps.stop();
      client.playStop().catch(ignore);
    },
  };
}

/** The time of the session, and what presses a key of the keyboard on the table. */
type AroundKeyboard = { nowUs: () => number; press: (key: number, depthUm: number) => void };

/** A line at another time. */
function shifted(line: TraceLine, byUs: number): TraceLine {
  const later = { ...line, t: line.t + byUs };
  // Of a key that is undecided it is said since when; of a decision how long it took.
  if ('pending' in later) return { ...later, sinceUs: later.sinceUs + byUs };
  return 'pressedUs' in later ? { ...later, pressedUs: later.pressedUs + byUs } : later;
}

/**
 * Watches what the keyboard itself does, in its own time, under whatever fingers are on it; keys pressed here are pressed there.
 * @throws LinkError with the keyboard's reason
 */
export async function watchedKeyboard(
  client: KeyboardClient,
  { profile: stored, board }: Sound,
  take: Take,
  { nowUs, press }: AroundKeyboard,
): Promise<Player> {
  const names = {
    keyIds: board.keys.map(({ id }) => id),
    layerIds: stored.layers.map(({ id }) => id),
    jointIds: stored.joints.map(({ id }) => id),
  };
  let byUs: number | null = null;
  await client.watch(names, (line) => {
    // Its time began when its power came; from the first line on the two clocks go on together.
    byUs ??= nowUs() - line.t;
    take(shifted(line, byUs));
  });
  const lamps = watchedLamps(client, board);
  const ignore = (): void => undefined;
  return {
    isHere: false,
    isAtWork: false,
    feed: (_tUs, key, depthUm) => press(key, depthUm),
    light: lampsOf(client),
    advance: ignore,
    letGo: () => void client.letGo().catch(ignore),
    shown: lamps.shown,
    byUs: () => byUs,
    close: () => {
      lamps.stop();
      client.watchStop().catch(ignore);
    },
  };
}
