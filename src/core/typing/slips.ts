/**
 * What went wrong in a take, and why: stretches of what came that are another than what was meant, each with the presses that made it and, where
 * a decision of a gesture explains it, which.
 */
import { type KeyId } from '../board';
import type { Sound } from '../check';
import { type Cause, Engine, type Listener, type Sample } from '../engine';
import { hostLayout } from '../hosts';
import { align, type Aligned } from './distance';
import { Arrivals } from './arrivals';
import { fingersOf, type Fingers } from './playing';
import { tokensOf } from './tokens';

/** A press that something came of, or that was decided. Times in µs. */
export type Press = {
  key: KeyId;
  isJoint: boolean;
  pressedUs: number;
  atUs: number;
  decided?: { cause: Cause; outcome: 'tap' | 'hold' | 'none'; step: number };
};

/** Why something went wrong: a hold that should have been a tap, and so on; `hand` where no decision explains it. */
export type SlipKind = 'held' | 'tapped' | 'again' | 'together' | 'hand';

/** A stretch that went wrong: from where to where in what was meant and in what came, and the press that explains it. */
export type Slip = {
  kind: SlipKind;
  meant: readonly [from: number, to: number];
  came: readonly [from: number, to: number];
  press: Press | null;
  atUs: number;
};

export type Looked = {
  meant: string[];
  came: string[];
  steps: Aligned[];
  slips: Slip[];
  presses: Press[];
  /** When each token came, in µs. */
  atUs: number[];
};

const SETTLE_US = 10_000_000;

/** Plays a take with an ear for everything, and says what went wrong. */
export function lookAt(sound: Sound, samples: readonly Sample[], meantLine: string): Looked {
  const { profile, program } = sound;
  const arrivals = new Arrivals(program.codes, hostLayout(profile.hostLayout));
  const presses: Press[] = [];
  const keyOf = (key: number): string => program.keyIds[key] ?? profile.joints[key - program.keyIds.length]?.id ?? '';
  let decided: (Press['decided'] & { key: number }) | null = null;
  const listener: Listener = {
    decision: (_tUs, cause, key, _layer, step, outcome) => (decided = { key, cause, outcome, step }),
    begin: (nowUs, key, _layer, pressedUs) => {
      const last = presses.at(-1);
      if (last && last.key === keyOf(key) && last.pressedUs === pressedUs) return;
      presses.push({
        key: keyOf(key),
        isJoint: key >= program.keyIds.length,
        pressedUs,
        atUs: nowUs,
        ...(decided?.key === key && {
          decided: { cause: decided.cause, outcome: decided.outcome, step: decided.step },
        }),
      });
      decided = null;
      arrivals.by = presses.length - 1;
    },
    edge: (_tUs, down, usage) => arrivals.edge(down, usage),
  };
  const engine = new Engine(program, listener);
  for (const sample of samples) engine.take(sample);
  engine.advance(engine.nowUs + SETTLE_US);
  const meant = tokensOf(meantLine);
  const came = Array.from(arrivals.tokens.subarray(0, arrivals.length), (token) => arrivals.numbers.token(token));
  const from = arrivals.from.slice(0, arrivals.length);
  const steps = align(arrivals.numbers.rowOf(meant), arrivals.tokens.slice(0, arrivals.length));
  const taps = tapTokens(sound);
  const slips = stretches(steps, meant.length, came.length).map(({ meant: m, came: c }): Slip => {
    const first = c[0] > 0 ? (from[c[0] - 1] as number) + 1 : 0;
    const last =
      c[1] > c[0] ? (from[c[1] - 1] as number) : c[1] < from.length ? (from[c[1]] as number) - 1 : presses.length - 1;
    const within = presses.slice(first, last + 1);
    const { kind, press } = explain(within, meant.slice(...m), came.slice(...c), taps);
    const at = press ?? within[0] ?? presses[Math.min(first, presses.length - 1)] ?? null;
    return { kind, meant: m, came: c, press, atUs: at?.pressedUs ?? 0 };
  });
  const atUs = Array.from(from, (press) => presses[press]?.atUs ?? 0);
  return { meant, came, steps, slips, presses, atUs };
}

/** The stretches of an alignment that are not the same on both sides. */
function stretches(
  steps: readonly Aligned[],
  meantLength: number,
  cameLength: number,
): { meant: [number, number]; came: [number, number] }[] {
  const found: { meant: [number, number]; came: [number, number] }[] = [];
  let [m, c] = [0, 0];
  let open: { meant: [number, number]; came: [number, number] } | null = null;
  for (const step of steps) {
    const wide = step.is === 'swapped' ? 2 : 1;
    if (step.is === 'same') {
      open = null;
    } else if (!open) {
      open = { meant: [m, m], came: [c, c] };
      found.push(open);
    }
    if (step.is !== 'extra') m = Math.min(meantLength, m + wide);
    if (step.is !== 'lacking') c = Math.min(cameLength, c + wide);
    if (open) {
      open.meant[1] = m;
      open.came[1] = c;
    }
  }
  return found;
}

/** What each key of a gesture shows when it is only tapped, in small letters. */
function tapTokens({ profile, board, program }: Sound): ReadonlyMap<KeyId, string> {
  const arrivals = new Arrivals(program.codes, hostLayout(profile.hostLayout));
  const found = new Map<KeyId, string>();
  for (const key of board.keys) {
    const does = profile.layers[0]?.keys[key.id]?.does;
    if (does?.kind !== 'gesture') continue;
    arrivals.begin();
    const engine = new Engine(program, { edge: (_tUs, down, usage) => arrivals.edge(down, usage) });
    engine.take({ tUs: 1_000_000, key: key.id, depthUm: board.travelUm });
    engine.take({ tUs: 1_010_000, key: key.id, depthUm: 0 });
    engine.advance(12_000_000);
    found.set(key.id, arrivals.line().toLowerCase());
  }
  return found;
}

/** Which decision explains a stretch. */
function explain(
  presses: readonly Press[],
  meant: readonly string[],
  came: readonly string[],
  taps: ReadonlyMap<KeyId, string>,
): { kind: SlipKind; press: Press | null } {
  const has = (tokens: readonly string[], token: string | undefined): boolean =>
    token !== undefined && token !== '' && tokens.some((one) => one.toLowerCase() === token);
  const found = (kind: SlipKind, is: (press: Press) => boolean): { kind: SlipKind; press: Press } | undefined => {
    const press = presses.find(is);
    return press && { kind, press };
  };
  return (
    found('together', ({ isJoint }) => isJoint) ??
    found('again', ({ decided }) => (decided?.step ?? 1) > 1) ??
    found('held', ({ key, decided }) => decided?.outcome === 'hold' && has(meant, taps.get(key))) ??
    found(
      'tapped',
      ({ key, decided }) => decided?.outcome === 'tap' && has(came, taps.get(key)) && !has(meant, taps.get(key)),
    ) ??
    found('held', ({ decided }) => decided?.outcome === 'hold') ?? { kind: 'hand', press: null }
  );
}

/** One press of a key in a take: how long it was down, and how long the next key was down with it. Times in µs. */
export type Held = { pressedUs: number; downUs: number; overlapUs: number; outcome: 'tap' | 'hold'; isSlip: boolean };

/**
 * How long each key of a gesture was down, press by press, as what it was meant: a press that went wrong stands where it should have been.
 */
export function threadsOf({ presses, slips }: Looked, fingers: Fingers, { program }: Sound): Map<KeyId, Held[]> {
  const wrong = new Map(slips.flatMap(({ press, kind }) => (press ? [[press, kind] as const] : [])));
  const downAt = downTimes(fingers);
  const found = new Map<KeyId, Held[]>();
  for (const press of presses) {
    if (!press.decided || press.decided.outcome === 'none' || press.isJoint) continue;
    const key = program.keyIndex.get(press.key);
    const down = key === undefined ? undefined : downAt.get(key)?.find(({ fromUs }) => fromUs === press.pressedUs);
    if (!down) continue;
    const kind = wrong.get(press);
    const meant = kind === 'held' ? 'tap' : kind === 'tapped' ? 'hold' : press.decided.outcome;
    const list = found.get(press.key) ?? [];
    list.push({
      pressedUs: press.pressedUs,
      downUs: down.toUs - down.fromUs,
      overlapUs: down.overlapUs,
      outcome: meant,
      isSlip: kind !== undefined,
    });
    found.set(press.key, list);
  }
  return found;
}

type Down = { fromUs: number; toUs: number; overlapUs: number };

/** When each key was down; what is still down at the end is down to the end. */
function downTimes({ times, keys, depths }: Fingers): Map<number, Down[]> {
  const found = new Map<number, Down[]>();
  const open = new Map<number, Down>();
  for (let n = 0; n < times.length; n++) {
    const [key, tUs] = [keys[n] as number, times[n] as number];
    if (key < 0) continue;
    const down = open.get(key);
    if ((depths[n] as number) > 0 && !down) {
      // The next key of each that is down: how long they are down together is known when the first goes up.
      for (const other of open.values()) if (other.overlapUs === 0) other.overlapUs = -tUs;
      const made = { fromUs: tUs, toUs: times.at(-1) ?? tUs, overlapUs: 0 };
      open.set(key, made);
      const list = found.get(key) ?? [];
      list.push(made);
      found.set(key, list);
    } else if (depths[n] === 0 && down) {
      open.delete(key);
      down.toUs = tUs;
      if (down.overlapUs < 0) down.overlapUs += tUs;
    }
  }
  return found;
}

/** The columns of a take, for who has its samples. */
export const columnsOf = (samples: readonly Sample[], { program }: Sound): Fingers => fingersOf(samples, program);
