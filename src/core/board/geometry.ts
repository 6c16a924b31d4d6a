/** Questions about where keys lie: their middle, their rows as a hand sees them, and the neighbour in a direction. */
import type { Board, BoardKey, KeyId } from './schema';
import { cornersOf } from './shape';

export type Direction = 'left' | 'right' | 'up' | 'down';

/** The middle of a key, in key units. */
export const middleOf = (key: BoardKey): { x: number; y: number } => ({ x: key.x + key.w / 2, y: key.y + key.h / 2 });

/** The size of a board in key units, turned keys included. */
export function extentOf(board: Board): { width: number; height: number } {
  let width = 0;
  let height = 0;
  for (const key of board.keys)
    for (const corners of cornersOf(key))
      for (const { x, y } of corners) {
        width = Math.max(width, x);
        height = Math.max(height, y);
      }
  return { width, height };
}

/**
 * The rows of a board from top to bottom, keys from left to right. On a board with position ids (`L2-3`) the row number
 * decides, since staggered columns have no common height; elsewhere keys of about the same height are a row.
 */
export function rowsOf(board: Board): BoardKey[][] {
  const rows = new Map<number, BoardKey[]>();
  for (const key of board.keys) {
    const position = /^[LR](\d+)-\d+$/.exec(key.id)?.[1];
    const row = position ? Number(position) - 1 : Math.round(middleOf(key).y - 0.5);
    rows.set(row, [...(rows.get(row) ?? []), key]);
  }
  return [...rows.entries()].sort(([a], [b]) => a - b).map(([, keys]) => keys.sort((a, b) => a.x - b.x));
}

/** The row that holds a key. */
export const rowOf = (board: Board, id: KeyId): BoardKey[] =>
  rowsOf(board).find((row) => row.some((key) => key.id === id)) ?? [];

/**
 * The key that lies next in a direction: the nearest one within a cone of 45 degrees to each side, or, sideways, the
 * nearest that overlaps in height. The key itself when there is none.
 */
export function neighbourOf(board: Board, id: KeyId, direction: Direction): KeyId {
  const from = board.keys.find((key) => key.id === id);
  if (!from) return board.keys[0]?.id ?? id;
  const a = middleOf(from);
  const sideways = direction === 'left' || direction === 'right';
  const sign = direction === 'left' || direction === 'up' ? -1 : 1;
  let best = id;
  let bestCost = Infinity;
  for (const key of board.keys) {
    if (key.id === id) continue;
    const b = middleOf(key);
    const along = (sideways ? b.x - a.x : b.y - a.y) * sign;
    // Vertically, a wide key is near everything above and below it, so the distance to its side counts, not to its middle.
    const across = sideways ? Math.abs(b.y - a.y) : Math.max(0, Math.abs(b.x - a.x) - (key.w + from.w) / 2 + 0.5);
    if (along < 0.3 || across > (sideways ? 0.75 : along + 0.5)) continue;
    const cost = along + across * 2 + (sideways ? 0 : Math.abs(b.x - a.x) * 0.05);
    if (cost < bestCost) {
      bestCost = cost;
      best = key.id;
    }
  }
  return best;
}

/** Whether two keys are on the same known hand; a key for either hand is on no hand in particular. */
export const sameHand = (a: BoardKey, b: BoardKey): boolean => a.hand !== 'either' && a.hand === b.hand;
