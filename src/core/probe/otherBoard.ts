/** A profile taken to another board: what comes along, and key by key what does not. */
import type { Board, KeyId } from '../board';
import { isCode, titleOfCode } from '../codes';
import { printAction, printActuation, printLine } from '../notation';
import { mainAction } from '../plan';
import { sameData, type Actuation, type Assignment, type Binding, type Layer, type Profile } from '../profile';

/** One thing that does not come along: where it was, and what happens instead. */
export type Loss = { layer: string; key: KeyId; message: string };

export type Moved = { profile: Profile; lost: Loss[] };

const nameOf = (key: KeyId): string => (isCode(key) ? titleOfCode(key) : key);

/** Keys of one board by those of another: the same code is the same key to a person. */
function keyMap(from: Board, to: Board): Map<KeyId, KeyId> {
  const byCode = new Map(to.keys.map(({ id, code }) => [code ?? id, id]));
  return new Map(
    from.keys.flatMap(({ id, code }): [KeyId, KeyId][] => {
      const target = byCode.get(code ?? id);
      return target === undefined ? [] : [[id, target]];
    }),
  );
}

/** Whether a key of the base only does what it does on an ordinary keyboard: nobody misses that on a board without it. */
const isPlain = (board: Board, key: KeyId, { does }: Assignment): boolean =>
  sameData(does, {
    kind: 'act',
    action: { do: 'keys', codes: [board.keys.find(({ id }) => id === key)?.code ?? key] },
  });

/** The profile on another board, under an id and a name of its own. The original stays as it is. */
export function movedToBoard(profile: Profile, from: Board, to: Board, id: string, name: string): Moved {
  const keys = keyMap(from, to);
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
  return { profile: { ...profile, id, name, board: to.id, layers, joints, travel }, lost };
}
