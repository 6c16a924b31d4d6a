/** The outline of keys: their rectangles on the board, turned as they are, and whether two lie one upon another. */
import type { BoardKey } from './schema';

export type Point = { x: number; y: number };
type Rectangle = { x: number; y: number; w: number; h: number };

/** What of two keys may lie one upon another without being a mistake of the drawing, in key units. */
const PLAY = 0.04;

/** The rectangles of a key as they lie before it is turned. */
const rectanglesOf = ({ x, y, w, h, second }: BoardKey): Rectangle[] => [
  { x, y, w, h },
  ...(second ? [{ x: x + second.x, y: y + second.y, w: second.w, h: second.h }] : []),
];

/** The corners of a key's rectangles on the board, clockwise, in key units; the key is turned about the middle of the first. */
export function cornersOf(key: BoardKey, inset = 0): Point[][] {
  const turn = (key.angle * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const middle = { x: key.x + key.w / 2, y: key.y + key.h / 2 };
  const turned = (x: number, y: number): Point => ({
    x: middle.x + (x - middle.x) * cos - (y - middle.y) * sin,
    y: middle.y + (x - middle.x) * sin + (y - middle.y) * cos,
  });
  return rectanglesOf(key).map(({ x, y, w, h }) => {
    const [left, top, right, bottom] = [x + inset, y + inset, x + w - inset, y + h - inset];
    return [turned(left, top), turned(right, top), turned(right, bottom), turned(left, bottom)];
  });
}

/** Whether a line along one side of the first parts two convex outlines. */
function isParted(one: readonly Point[], other: readonly Point[]): boolean {
  return one.some((from, n) => {
    const to = one[(n + 1) % one.length] ?? from;
    const normal = { x: to.y - from.y, y: from.x - to.x };
    const along = ({ x, y }: Point): number => x * normal.x + y * normal.y;
    const [a, b] = [one.map(along), other.map(along)];
    return Math.max(...a) <= Math.min(...b) || Math.max(...b) <= Math.min(...a);
  });
}

/** No part of a key is farther than this from the middle of its first rectangle; its second touches that. In key units. */
const reachOf = ({ w, h, second }: BoardKey): number =>
  Math.sqrt(w * w + h * h) / 2 + (second ? Math.sqrt(second.w * second.w + second.h * second.h) : 0);

/** Whether two keys lie one upon another. Sides that touch do not. */
export function doOverlap(a: BoardKey, b: BoardKey): boolean {
  // Far keys are most of them.
  const [x, y] = [a.x + a.w / 2 - b.x - b.w / 2, a.y + a.h / 2 - b.y - b.h / 2];
  const reach = reachOf(a) + reachOf(b);
  if (x * x + y * y > reach * reach) return false;
  const others = cornersOf(b, PLAY / 2);
  return cornersOf(a, PLAY / 2).some((one) => others.some((other) => !isParted(one, other) && !isParted(other, one)));
}

/** A number in a list without doubles, rising. */
const steps = (values: readonly number[]): number[] => [...new Set(values)].sort((a, b) => a - b);

/**
 * The outline of an unturned key as loops of points from its own left upper corner, clockwise: one of four points for a rectangle; for two
 * that touch, the outline around both.
 */
export function outlineOf({ w, h, second }: BoardKey): Point[][] {
  const rectangles = [{ x: 0, y: 0, w, h }, ...(second ? [second] : [])];
  const xs = steps(rectangles.flatMap((one) => [one.x, one.x + one.w]));
  const ys = steps(rectangles.flatMap((one) => [one.y, one.y + one.h]));
  const isFilled = (column: number, row: number): boolean => {
    const [x, y] = [xs[column] ?? NaN, ys[row] ?? NaN];
    return rectangles.some((one) => x >= one.x && x < one.x + one.w && y >= one.y && y < one.y + one.h);
  };
  // The sides of filled cells that no other filled cell shares, clockwise, from each corner to the next.
  const next = new Map<string, [number, number]>();
  const side = (from: [number, number], to: [number, number]): void => void next.set(from.join(), to);
  for (let column = 0; column < xs.length - 1; column++)
    for (let row = 0; row < ys.length - 1; row++) {
      if (!isFilled(column, row)) continue;
      if (!isFilled(column, row - 1)) side([column, row], [column + 1, row]);
      if (!isFilled(column + 1, row)) side([column + 1, row], [column + 1, row + 1]);
      if (!isFilled(column, row + 1)) side([column + 1, row + 1], [column, row + 1]);
      if (!isFilled(column - 1, row)) side([column, row + 1], [column, row]);
    }
  const loops: Point[][] = [];
  for (let start = next.keys().next(); !start.done; start = next.keys().next()) {
    const loop: Point[] = [];
    let at = start.value.split(',').map(Number) as [number, number];
    for (let to = next.get(at.join()); to; to = next.get(at.join())) {
      next.delete(at.join());
      loop.push({ x: xs[at[0]] ?? 0, y: ys[at[1]] ?? 0 });
      at = to;
    }
    loops.push(loop.filter((point, n) => !isOnLine(loop.at(n - 1), point, loop[(n + 1) % loop.length])));
  }
  return loops;
}

/** Whether a point of an outline lies on the line between those beside it. */
const isOnLine = (before: Point | undefined, point: Point, behind: Point | undefined): boolean =>
  (before?.x === point.x && point.x === behind?.x) || (before?.y === point.y && point.y === behind?.y);
