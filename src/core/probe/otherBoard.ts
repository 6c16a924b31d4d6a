/** A profile taken to another board: what comes along, and key by key what does not. */
import { rowsOf, type Board, type BoardKey, type KeyId } from '../board';
import { isCode, titleOfCode } from '../codes';
import { printAction, printActuation, printLine } from '../notation';
import { mainAction } from '../plan';
import {
  flattened,
  sameData,
  type Actuation,
  type Assignment,
  type Binding,
  type Layer,
  type Profile,
} from '../profile';

/** One thing that does not come along: where it was, and what happens instead. */
type Loss = { layer: string; key: KeyId; message: string };

type Moved = { profile: Profile; lost: Loss[] };

const nameOf = (key: KeyId): string => (isCode(key) ? titleOfCode(key) : key);

/** Where a key of one board comes to lie on another, and why there: it has the same code, or lies under the same finger, or a person said so. */
type Target = { to: KeyId; by: 'code' | 'place' | 'choice' };
type KeyMap = ReadonlyMap<KeyId, Target>;

/**
 * Where each key of a board lies under the hands: hand, row from the home row, column from the middle of the board; thumb keys by
 * themselves.
 */
function placesOf(board: Board): Map<string, KeyId> {
  const places = new Map<string, KeyId>();
  for (const hand of ['left', 'right', 'either'] as const) {
    const rows = rowsOf({ ...board, keys: board.keys.filter((key) => key.hand === hand && key.contact === undefined) });
    const home = rows.findIndex((row) => row.some(({ code }) => code === 'KeyF' || code === 'KeyJ'));
    // Without letters to go by, the row above the lowest of the fingers.
    const likely = rows.filter((row) => row.some(({ finger }) => finger !== 'thumb')).length - 2;
    const fingers = rows.map((row) => row.filter(({ finger }) => finger !== 'thumb'));
    const thumbs = rows.flatMap((row) => row.filter(({ finger }) => finger === 'thumb'));
    const fromMiddle = (row: readonly BoardKey[]): BoardKey[] =>
      row.toSorted((a, b) => (hand === 'left' ? b.x - a.x : a.x - b.x));
    fingers.forEach((row, n) =>
      fromMiddle(row).forEach(({ id }, column) =>
        places.set(`${hand} ${n - (home < 0 ? Math.max(0, likely) : home)} ${column}`, id),
      ),
    );
    fromMiddle(thumbs).forEach(({ id }, n) => places.set(`${hand} thumb ${n}`, id));
  }
  return places;
}

/**
 * Keys of one board by those of another: the same code is the same key to a person; what has no such key goes to the one under the same
 * finger, by hand, row and column, when that is free.
 */
export function keyMapOf(from: Board, to: Board): Map<KeyId, Target> {
  const byCode = new Map(
    to.keys.flatMap(({ id, code, contact }) => (contact === undefined ? [[code ?? id, id] as const] : [])),
  );
  const found = new Map<KeyId, Target>();
  for (const { id, code, contact } of from.keys) {
    const target = contact === undefined ? byCode.get(code ?? id) : undefined;
    if (target !== undefined) found.set(id, { to: target, by: 'code' });
  }
  const taken = new Set([...found.values()].map((target) => target.to));
  const there = placesOf(to);
  for (const [place, id] of placesOf(from)) {
    const target = there.get(place);
    if (found.has(id) || target === undefined || taken.has(target)) continue;
    found.set(id, { to: target, by: 'place' });
    taken.add(target);
  }
  return found;
}

/** The map with one key sent to another place, or nowhere; what came to that place before goes nowhere. */
export function withTarget(map: KeyMap, key: KeyId, to: KeyId | null): Map<KeyId, Target> {
  const next = new Map([...map].filter(([id, target]) => id !== key && target.to !== to));
  if (to !== null) next.set(key, { to, by: 'choice' });
  return next;
}

/** Whether a key of the base only does what it does on an ordinary keyboard: nobody misses that on a board without it. */
const isPlain = (board: Board, key: KeyId, { does }: Assignment): boolean =>
  sameData(does, {
    kind: 'act',
    action: { do: 'keys', codes: [board.keys.find(({ id }) => id === key)?.code ?? key] },
  });

/**
 * The profile on another board, under an id and a name of its own. The original stays as it is.
 * @param map where each key goes
 */
export function movedToBoard(
  profile: Profile,
  from: Board,
  to: Board,
  id: string,
  name: string,
  map: KeyMap = keyMapOf(from, to),
): Moved {
  const keys = new Map([...map].map(([key, target]) => [key, target.to]));
  const lost: Loss[] = [];
  const lose = (layer: string, key: KeyId, message: string): void => void lost.push({ layer, key, message });

  const bindingThere = (layer: Layer, key: KeyId, does: Binding): Binding => {
    if (does.kind !== 'stroke' || to.analog) return does;
    const action = mainAction(does);
    const kept = action && printAction(action, profile);
    lose(
      layer.name,
      key,
      `the stroke plan of ${nameOf(key)}, as the ${to.name} does not measure travel; it keeps ${kept ? `“${kept}”` : 'its first action'} alone`,
    );
    return action ? { kind: 'act', action } : { kind: 'pass' };
  };
  const layers = profile.layers.map((layer, index): Layer => {
    const entries = Object.entries(layer.keys).flatMap(([key, assignment]): [KeyId, Assignment][] => {
      const target = keys.get(key);
      if (target !== undefined) return [[target, { ...assignment, does: bindingThere(layer, key, assignment.does) }]];
      if (index > 0 || !isPlain(from, key, assignment)) {
        const line = printLine(assignment.does, profile);
        lose(layer.name, key, `${nameOf(key)}, a key the ${to.name} lacks${line ? `: “${line}”` : ''}`);
      }
      return [];
    });
    return { ...layer, keys: Object.fromEntries(entries) };
  });

  const joints = profile.joints.flatMap((joint) => {
    const missing = joint.keys.find((key) => !keys.has(key));
    if (missing === undefined) return [{ ...joint, keys: joint.keys.map((key) => keys.get(key) ?? key) }];
    lose(
      '',
      missing,
      `the joint press of ${joint.keys.map(nameOf).join(' + ')}: the ${to.name} lacks ${nameOf(missing)}`,
    );
    return [];
  });

  const fits = ({ pointUm }: Actuation): boolean => pointUm <= to.travelUm;
  const own = Object.entries(profile.travel.keys).flatMap(([key, actuation]): [KeyId, Actuation][] => {
    const target = keys.get(key);
    if (target !== undefined && to.analog && fits(actuation)) return [[target, actuation]];
    const why = !to.analog
      ? `as the ${to.name} does not measure travel`
      : target === undefined
        ? `a key the ${to.name} lacks`
        : `as the ${to.name} travels only ${to.travelUm / 1000} mm`;
    lose('', key, `the depths of ${nameOf(key)}, “${printActuation(actuation)}”, ${why}`);
    return [];
  });
  const board: Actuation =
    to.analog && fits(profile.travel.board)
      ? profile.travel.board
      : { mode: 'fixed', pointUm: Math.min(1500, to.travelUm) };
  const travel = { board, keys: Object.fromEntries(own) };
  // A variant is for the keyboard that its base is for; a copy for another one stands by itself.
  return { profile: { ...flattened(profile), id, name, board: to.id, layers, joints, travel }, lost };
}
