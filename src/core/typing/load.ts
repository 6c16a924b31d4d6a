/**
 * What a text, or a take, costs the hands: which finger presses how often, what it holds while others work, how far it goes, how often one finger has to
 * do two things in a row. Counts and millimetres, no score: docs/typing.md says how each is counted.
 */
import { middleOf, type Board, type BoardKey, type KeyId } from '../board';
import type { Sound } from '../check';
import { isOfLamp, type Sample } from '../engine';
import { tokensOf } from './tokens';
import { Ways } from './ways';

/** A key unit in mm. */
const UNIT_MM = 19.05;

/** A finger of a hand, as it is named: `left thumb`. */
export type FingerId = `${BoardKey['hand']} ${BoardKey['finger']}`;

export type FingerLoad = {
  presses: number;
  /** Of these, how many were of another key than its last, with no other finger between. */
  runs: number;
  /** Presses of other fingers of this hand while this one held a key. */
  holding: number;
  travelMm: number;
};

export type Load = {
  fingers: Map<FingerId, FingerLoad>;
  presses: number;
  /** Presses of the hand that did not press before. */
  handChanges: number;
  /** How often a layer was shown or gone to. */
  layerChanges: number;
  keys: Map<KeyId, number>;
};

/** A key goes down or up; in order. */
type Move = { key: KeyId; isDown: boolean };

const fingerOf = ({ hand, finger }: BoardKey): FingerId => `${hand} ${finger}`;

/** The load of moves, in the order in which they were made. */
export function loadOfMoves(moves: readonly Move[], board: Board, layerChanges: number): Load {
  const keys = new Map(board.keys.map((key) => [key.id, key]));
  const load: Load = { fingers: new Map(), presses: 0, handChanges: 0, layerChanges, keys: new Map() };
  const lastKey = new Map<FingerId, BoardKey>();
  const down = new Map<KeyId, FingerId>();
  let before = null as { finger: FingerId; key: KeyId; hand: string } | null;
  const of = (finger: FingerId): FingerLoad => {
    const known = load.fingers.get(finger) ?? { presses: 0, runs: 0, holding: 0, travelMm: 0 };
    load.fingers.set(finger, known);
    return known;
  };
  for (const { key: id, isDown } of moves) {
    const key = keys.get(id);
    if (!key) continue;
    if (!isDown) {
      down.delete(id);
      continue;
    }
    const finger = fingerOf(key);
    const own = of(finger);
    own.presses++;
    load.presses++;
    load.keys.set(id, (load.keys.get(id) ?? 0) + 1);
    const last = lastKey.get(finger);
    if (last) {
      const [from, to] = [middleOf(last), middleOf(key)];
      own.travelMm += Math.hypot(to.x - from.x, to.y - from.y) * UNIT_MM;
    }
    lastKey.set(finger, key);
    if (before?.finger === finger && before.key !== id) own.runs++;
    if (before && key.hand !== 'either' && before.hand !== 'either' && before.hand !== key.hand) load.handChanges++;
    before = { finger, key: id, hand: key.hand };
    for (const holder of new Set(down.values()))
      if (holder !== finger && holder.split(' ')[0] === key.hand) of(holder).holding++;
    down.set(id, finger);
  }
  return load;
}

/** What a text would cost on a profile, by the shortest way to each character; and which of it no keys make. */
export function loadOfText(sound: Pick<Sound, 'profile' | 'board'>, text: string): { load: Load; lacking: string[] } {
  const ways = new Ways(sound);
  const moves: Move[] = [];
  const lacking = new Set<string>();
  let layerChanges = 0;
  for (const token of tokensOf(text)) {
    const chains = ways.to(token);
    if (!chains) lacking.add(token);
    for (const { steps } of chains ?? []) {
      const held: KeyId[] = [];
      steps.forEach(({ keys, presses, isHeld }, n) => {
        // What stands on another layer than the base was led to by a step before.
        if (n < steps.length - 1 && (steps[n + 1]?.layer ?? 0) > 0) layerChanges++;
        for (let press = 0; press < presses; press++) {
          for (const key of keys) moves.push({ key, isDown: true });
          if (isHeld && press === presses - 1) held.push(...keys);
          else for (const key of keys) moves.push({ key, isDown: false });
        }
      });
      for (const key of held.reverse()) moves.push({ key, isDown: false });
    }
  }
  return { load: loadOfMoves(moves, sound.board, layerChanges), lacking: [...lacking] };
}

/** What a take did cost; layers are not seen in fingers, and are not counted. */
export function loadOfTake(samples: readonly Sample[], board: Board): Load {
  const down = new Set<KeyId>();
  const moves = samples.flatMap((sample): Move[] => {
    if (isOfLamp(sample)) return [];
    const isDown = sample.depthUm > 0;
    if (down.has(sample.key) === isDown) return [];
    if (isDown) down.add(sample.key);
    else down.delete(sample.key);
    return [{ key: sample.key, isDown }];
  });
  return loadOfMoves(moves, board, 0);
}

/** A shortcut, how often it is used, and how many presses it takes. */
export type ShortcutLoad = { token: string; times: number; presses: number | null; isOneHanded: boolean };

/** A list of shortcuts: one a line, `[Ctrl+C] 40` or `Ctrl+C 40`; how often is 1 when nothing is said. A line that is neither is a shortcut that no key makes. */
export function shortcutsOf(list: string): { token: string; times: number }[] {
  return list.split(/\r?\n/).flatMap((line) => {
    const [, bracketed, plain = '', times = '1'] =
      /^(?:\[(\S.*?)\]|(\S.*?))(?:\s+[x×]?(\d{1,6}))?$/.exec(line.trim()) ?? [];
    const name = bracketed ?? plain;
    return name === '' ? [] : [{ token: `[${name}]`, times: Number(times) }];
  });
}

/** How far each shortcut is on a profile. */
export function loadOfShortcuts(sound: Pick<Sound, 'profile' | 'board'>, list: string): ShortcutLoad[] {
  const ways = new Ways(sound);
  const hands = new Map(sound.board.keys.map(({ id, hand }) => [id, hand]));
  return shortcutsOf(list).map(({ token, times }) => {
    const keys = ways.to(token)?.flatMap(({ steps }) => steps.flatMap((step) => step.keys));
    return {
      token,
      times,
      presses: keys?.length ?? null,
      isOneHanded: keys !== undefined && keys.length > 1 && new Set(keys.map((key) => hands.get(key))).size === 1,
    };
  });
}

export const shareOf = (load: Load, finger: FingerId): number =>
  load.presses === 0 ? 0 : (load.fingers.get(finger)?.presses ?? 0) / load.presses;

/** How far all fingers go, in mm. */
export const travelOf = ({ fingers }: Load): number =>
  [...fingers.values()].reduce((sum, { travelMm }) => sum + travelMm, 0);

/** How many presses are of a finger that pressed another key just before. */
export const runsOf = ({ fingers }: Load): number => [...fingers.values()].reduce((sum, { runs }) => sum + runs, 0);
