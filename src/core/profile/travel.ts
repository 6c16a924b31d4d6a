/** What depths mean for a finger: the figures people argue about, and how long they take at a finger's speed. */
import type { Board, KeyId } from '../board';
import type { Actuation, Profile } from './schema';

/** At rest means a depth below this, in µm. */
export const REST_UM = 50;

/** How far above its point a key lets go, or leaves its zone, when nothing is said: the smaller of 100 µm and half the point. */
const slackUm = (pointUm: number): number => Math.min(100, Math.floor(pointUm / 2));

export type TravelFigures = {
  /** From rest until the key fires, in µm. */
  fireUm: number;
  /** From the bottom upwards until it lets go, in µm. */
  backUm: number;
  /** The smallest movement that makes a new press, in µm. */
  againUm: number;
};

/** Where a fixed key lets go on its way up, in µm. */
export const releaseDepthUm = ({ pointUm, releaseUm }: Extract<Actuation, { mode: 'fixed' }>): number =>
  releaseUm ?? pointUm - slackUm(pointUm);

/** Where a reversal key's zone ends towards the top, in µm. */
export const zoneTopUm = ({ pointUm, reset }: Extract<Actuation, { mode: 'reversal' }>): number =>
  reset === 'top' ? REST_UM : pointUm - slackUm(pointUm);

export function travelFigures(actuation: Actuation, travelUm: number): TravelFigures {
  if (actuation.mode === 'reversal')
    return { fireUm: actuation.pointUm, backUm: actuation.releaseUm, againUm: actuation.pressUm };
  const releaseUm = releaseDepthUm(actuation);
  return { fireUm: actuation.pointUm, backUm: travelUm - releaseUm, againUm: actuation.pointUm - releaseUm };
}

/** Fingers move at one speed, in mm/s: a careful press, usual typing, a fast one. */
export const FINGER_SPEEDS = { slow: 50, usual: 150, fast: 400 } as const;
export type FingerSpeed = keyof typeof FINGER_SPEEDS;

/** The time a movement takes, in ms. */
export const movementMs = (um: number, speed: FingerSpeed): number => um / FINGER_SPEEDS[speed];

/** How a key's travel becomes edges: its own setting, or the board's. */
export const actuationOf = (profile: Profile, key: KeyId): Actuation =>
  profile.travel.keys[key] ?? profile.travel.board;

/** Keys that belong together: of one finger, in one row of the drawing, or of one role anywhere. */
export function keysLike(board: Board, profile: Profile, key: KeyId, by: 'finger' | 'row' | 'role'): KeyId[] {
  const own = board.keys.find(({ id }) => id === key);
  if (!own) return [];
  const rolesOf = (id: KeyId): string[] =>
    profile.layers.flatMap(({ keys }) => (keys[id]?.role === undefined ? [] : [keys[id].role]));
  const wanted = rolesOf(key);
  return board.keys.flatMap(({ id, hand, finger, y }) => {
    const belongs =
      by === 'finger'
        ? hand === own.hand && finger === own.finger
        : by === 'row'
          ? Math.abs(y - own.y) < 0.5
          : rolesOf(id).some((role) => wanted.includes(role));
    return belongs ? [id] : [];
  });
}
