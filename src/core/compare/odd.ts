/**
 * Settings that look as if nobody had meant them: a key unlike its neighbours and its mirror, a setting that a key has no use for, a figure far from what the others have. Each is
 * told with what it is compared with; none is wrong by itself.
 */
import { middleOf, neighbourOf, type Board, type BoardKey, type KeyId } from '../board';
import { actuationOf, travelFigures, type Actuation, type Profile } from '../profile';
import { keyTitle, TIMING_NAMES } from './words';

/** Something odd about one of the profiles, by its place among them. */
export type Oddity = { profile: number; key: KeyId; layer?: string; said: string };

/** So far from what the others have is far, in µm. */
const FAR_UM = 900;

/** The key under the same finger of the other hand, as far from the middle; undefined when there is none. */
export function mirrorOf(board: Board, id: KeyId): KeyId | undefined {
  const own = board.keys.find((key) => key.id === id);
  if (!own || own.hand === 'either') return undefined;
  // Keys of one finger in one row, from the middle of the board outwards.
  const outwards = (hand: BoardKey['hand']): KeyId[] =>
    board.keys
      .filter(
        (key) => key.hand === hand && key.finger === own.finger && Math.abs(middleOf(key).y - middleOf(own).y) < 0.6,
      )
      .sort((a, b) => (hand === 'left' ? middleOf(b).x - middleOf(a).x : middleOf(a).x - middleOf(b).x))
      .map((key) => key.id);
  return outwards(own.hand === 'left' ? 'right' : 'left')[outwards(own.hand).indexOf(id)];
}

const kindOf = (actuation: Actuation): string => (actuation.mode === 'reversal' ? 'reversal' : `${actuation.pointUm}`);
const mm = (um: number): string => `${(um / 1000).toFixed(1)} mm`;

/** A key with a depth of its own that neither its neighbours nor its mirror have. */
function aloneInDepth(profile: Profile, n: number, board: Board): Oddity[] {
  return Object.entries(profile.travel.keys).flatMap(([key, own]): Oddity[] => {
    if (!board.keys.some(({ id }) => id === key)) return [];
    const around = (['left', 'right', 'up', 'down'] as const)
      .map((way) => neighbourOf(board, key, way))
      .filter((id) => id !== key);
    const mirror = mirrorOf(board, key);
    const others = [...new Set([...around, ...(mirror === undefined ? [] : [mirror])])];
    if (others.length < 2 || others.some((id) => kindOf(actuationOf(profile, id)) === kindOf(own))) return [];
    const isReversal = own.mode === 'reversal' && others.every((id) => actuationOf(profile, id).mode === 'fixed');
    const far = others.every((id) => Math.abs(actuationOf(profile, id).pointUm - own.pointUm) >= FAR_UM);
    if (!isReversal && !far) return [];
    const also = mirror === undefined ? 'its neighbours' : `its neighbours and ${keyTitle(mirror)}, its mirror,`;
    return [
      {
        profile: n,
        key,
        said: isReversal
          ? `reversal on ${keyTitle(key)} alone; ${also} have none`
          : `${keyTitle(key)} fires at ${mm(own.pointUm)}; ${also} do so elsewhere, the nearest at ${mm(
              nearestTo(
                own.pointUm,
                others.map((id) => actuationOf(profile, id).pointUm),
              ),
            )}`,
      },
    ];
  });
}

const nearestTo = (value: number, others: readonly number[]): number =>
  others.reduce((best, one) => (Math.abs(one - value) < Math.abs(best - value) ? one : best), others[0] ?? value);

/** Settings of keys that make no difference where they are. */
function withoutUse(profile: Profile, n: number): Oddity[] {
  const found: Oddity[] = [];
  for (const key of Object.keys(profile.travel.keys)) {
    const isBound = profile.layers.some(
      ({ keys }) => keys[key] && keys[key].does.kind !== 'pass' && keys[key].does.kind !== 'none',
    );
    const isJoint = profile.joints.some(({ keys }) => keys.includes(key));
    if (!isBound && !isJoint)
      found.push({ profile: n, key, said: `${keyTitle(key)} has a depth of its own, and does nothing on any layer` });
  }
  for (const { id: layer, name, keys } of profile.layers)
    for (const [key, { does }] of Object.entries(keys)) {
      if (does.kind !== 'gesture' || !does.timing) continue;
      const where = `${name} · ${keyTitle(key)}`;
      const { timing, steps } = does;
      const hasHold = steps.some(({ hold }) => hold) || steps.length > 1;
      const same = Object.entries(timing).filter(
        ([field, value]) => value !== undefined && profile.timing[field as keyof typeof timing] === value,
      );
      if (same.length > 0)
        found.push({
          profile: n,
          key,
          layer,
          said: `${where}: ${same.map(([field]) => TIMING_NAMES[field as keyof typeof timing]).join(', ')} of its own, and the same as the profile’s`,
        });
      if (!hasHold && timing.holdAfterMs !== undefined)
        found.push({ profile: n, key, layer, said: `${where}: a time for holding, and nothing that a hold would do` });
      if (steps.length === 1 && timing.tapGapMs !== undefined)
        found.push({ profile: n, key, layer, said: `${where}: a gap between taps, and no second tap` });
    }
  return found;
}

/** Depths far from what all other profiles have on that key. */
function farFromOthers(profiles: readonly Profile[], board: Board): Oddity[] {
  if (profiles.length < 3) return [];
  const found: Oddity[] = [];
  for (const { id } of board.keys) {
    const fires = profiles.map((profile) => travelFigures(actuationOf(profile, id), board.travelUm).fireUm);
    fires.forEach((own, n) => {
      const others = fires.filter((_, m) => m !== n);
      const [least, most] = [Math.min(...others), Math.max(...others)];
      if (most - least < FAR_UM && (own <= least - FAR_UM || own >= most + FAR_UM))
        found.push({
          profile: n,
          key: id,
          said: `${keyTitle(id)} fires at ${mm(own)}, with the others at ${least === most ? mm(least) : `${mm(least)} to ${mm(most)}`}`,
        });
    });
  }
  // A whole board that is set otherwise is one oddity, not one of each key.
  return profiles.flatMap((profile, n): Oddity[] => {
    const own = found.filter((one) => one.profile === n);
    if (own.length <= board.keys.length / 2) return own;
    const others = profiles.filter((_, m) => m !== n).map((one) => mm(one.travel.board.pointUm));
    return [
      {
        profile: n,
        key: '',
        said: `the whole board fires at ${mm(profile.travel.board.pointUm)}, with the others at ${[...new Set(others)].join(', ')}`,
      },
    ];
  });
}

/** What is odd about some profiles of one board. */
export function odditiesOf(profiles: readonly Profile[], board: Board): Oddity[] {
  return [
    ...(board.analog ? profiles.flatMap((profile, n) => aloneInDepth(profile, n, board)) : []),
    ...(board.analog ? farFromOthers(profiles, board) : []),
    ...profiles.flatMap((profile, n) => withoutUse(profile, n)),
  ];
}
