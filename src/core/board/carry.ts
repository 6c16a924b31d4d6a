/** A change of a board, carried over to a board that somebody else has changed meanwhile: what the two do not share is both done. */
import { quoted, sameData as same } from '../reading';
import { boardSchema, type Board, type BoardKey } from './schema';

export type CarriedBoard = { ok: true; board: Board } | { ok: false; reason: string };

const byId = (keys: readonly BoardKey[]): Map<string, BoardKey> => new Map(keys.map((key) => [key.id, key]));

/** What one side has made of a thing that was `from`; undefined for a clash: both have made something else of it. */
function decided<T>(from: T, to: T, onto: T): { is: T } | undefined {
  if (same(from, to) || same(to, onto)) return { is: onto };
  return same(from, onto) ? { is: to } : undefined;
}

/** The keys in an order in which new ones stand behind those that they stood behind. */
function inOrder(keys: ReadonlyMap<string, BoardKey>, onto: readonly BoardKey[], to: readonly BoardKey[]): BoardKey[] {
  const order = onto.map(({ id }) => id).filter((id) => keys.has(id));
  for (const [n, { id }] of to.entries()) {
    if (!keys.has(id) || order.includes(id)) continue;
    const before = to.slice(0, n).findLast((key) => order.includes(key.id));
    order.splice(before ? order.indexOf(before.id) + 1 : 0, 0, id);
  }
  return order.flatMap((id) => keys.get(id) ?? []);
}

/**
 * Does to `onto` what leads from `from` to `to`, key by key and field by field.
 * @returns why not, as a sentence, when both have changed the same thing, or what comes of it is no board
 */
export function carryBoard(from: Board, to: Board, onto: Board): CarriedBoard {
  if (same(from, onto)) return { ok: true, board: to };
  const clash = (what: string): CarriedBoard => ({ ok: false, reason: `${what} was changed as well` });
  const fields: Partial<Record<keyof Board, unknown>> = {};
  for (const field of ['name', 'travelUm', 'analog', 'device'] as const) {
    const made = decided<unknown>(from[field], to[field], onto[field]);
    if (!made) return clash(field === 'name' ? 'Its name' : 'What its keyboard can hold or measure');
    fields[field] = made.is;
  }
  const [were, become, are] = [byId(from.keys), byId(to.keys), byId(onto.keys)];
  const keys = new Map(are);
  for (const id of new Set([...were.keys(), ...become.keys()])) {
    const made = decided(were.get(id), become.get(id), are.get(id));
    if (!made) return clash(`The key ${quoted(id)}`);
    if (made.is) keys.set(id, made.is);
    else keys.delete(id);
  }
  // Nobody has moved keys about in the list: then the order that was drawn is the one that counts.
  const ordered = same([...were.keys()], [...are.keys()]) ? to.keys : onto.keys;
  const board = boardSchema.safeParse({ ...onto, ...fields, keys: inOrder(keys, ordered, to.keys) });
  return board.success ? { ok: true, board: board.data } : { ok: false, reason: 'It would be no board any more' };
}
