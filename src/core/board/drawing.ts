/**
 * Drawing a board: every change gives a new board, or a sentence why it cannot be. Whatever it gives can be written as a board file and
 * read again. Undo is keeping the board from before.
 */
import { isCode, type Code } from '../codes';
import { foreign } from '../reading';
import { extentOf, middleOf } from './geometry';
import {
  boardSchema,
  keyIdSchema,
  MOST_KEYS,
  type Board,
  type BoardKey,
  type Finger,
  type Hand,
  type KeyId,
} from './schema';
import { cornersOf } from './shape';

/** The grid on which keys lie, in key units. */
export const GRID = 0.25;
/** A side that is so near to another's catches on it, in key units. */
const CATCH = 0.11;
const MOST_EXTENT = 60;
const LEAST_SIDE = 0.25;
const MOST_SIDE = 15;

export type Drawn = { board: Board } | { refused: string };

const rounded = (value: number): number => Math.round(value * 1000) / 1000;

/** Keys without contacts of keys that are not there, or that have none of their own; who owns a contact stands before who shares it. */
function withContacts(keys: readonly BoardKey[]): BoardKey[] {
  const owners = new Set(keys.flatMap(({ id, contact }) => (contact === undefined ? [id] : [])));
  const sound = keys.map((key): BoardKey => {
    if (key.contact === undefined || owners.has(key.contact)) return key;
    const { contact: _gone, ...own } = key;
    return own;
  });
  const placeOf = new Map(sound.map(({ id }, place) => [id, place]));
  return sound
    .map((key, place) => ({
      key,
      at: Math.max(place, key.contact === undefined ? 0 : (placeOf.get(key.contact) ?? 0) + 0.5),
    }))
    .sort((a, b) => a.at - b.at)
    .map(({ key }) => key);
}

/** A board whose keys all lie right of and below the corner, as the format wants it; refused when it would be too large. */
function settled(board: Board): Drawn {
  let [left, top] = [0, 0];
  for (const key of board.keys)
    for (const corners of cornersOf(key))
      for (const { x, y } of corners) {
        left = Math.min(left, x);
        top = Math.min(top, y);
      }
  // Turned keys may reach over the corner a little; the file only wants their own places to be positive.
  const least = { x: Math.min(...board.keys.map(({ x }) => x)), y: Math.min(...board.keys.map(({ y }) => y)) };
  const shift = {
    x: least.x < 0 || left < -GRID ? Math.ceil(-Math.min(least.x, left) / GRID) * GRID : 0,
    y: least.y < 0 || top < -GRID ? Math.ceil(-Math.min(least.y, top) / GRID) * GRID : 0,
  };
  const keys = withContacts(board.keys).map((key) => ({
    ...key,
    x: rounded(key.x + shift.x),
    y: rounded(key.y + shift.y),
  }));
  const moved = { ...board, keys };
  const { width, height } = extentOf(moved);
  if (width > MOST_EXTENT || height > MOST_EXTENT)
    return { refused: `A board is ${MOST_EXTENT} units wide and deep at the most.` };
  return { board: moved };
}

const changeKeys = (board: Board, ids: readonly KeyId[], change: (key: BoardKey) => BoardKey): Drawn =>
  settled({ ...board, keys: board.keys.map((key) => (ids.includes(key.id) ? change(key) : key)) });

/** Moves keys, by key units. */
export const moveKeys = (board: Board, ids: readonly KeyId[], dx: number, dy: number): Drawn =>
  changeKeys(board, ids, (key) => ({ ...key, x: rounded(key.x + dx), y: rounded(key.y + dy) }));

/** Where a side catches: the distance to the nearest of some places that is near enough; otherwise the one to the grid. */
function caughtAt(sides: readonly number[], others: readonly number[], by: number): number {
  let best: number | undefined;
  for (const side of sides)
    for (const other of others) {
      const off = other - (side + by);
      if (Math.abs(off) < CATCH && (best === undefined || Math.abs(off) < Math.abs(best))) best = off;
    }
  if (best !== undefined) return rounded(by + best);
  const [first = 0] = sides;
  return rounded(Math.round((first + by) / GRID) * GRID - first);
}

/**
 * How far keys really move when they are dragged by so much: their sides catch on those of keys near them, otherwise the first of them
 * lies on the grid.
 */
export function snapMove(board: Board, ids: readonly KeyId[], dx: number, dy: number): { dx: number; dy: number } {
  const moving = board.keys.filter(({ id }) => ids.includes(id));
  const middles = moving.map(middleOf);
  const near = board.keys.filter(
    (key) =>
      !ids.includes(key.id) &&
      key.angle === 0 &&
      middles.some(({ x, y }) => Math.hypot(middleOf(key).x - x - dx, middleOf(key).y - y - dy) < 2.5),
  );
  const straight = moving.filter(({ angle }) => angle === 0);
  const own = straight.length > 0 ? straight : moving;
  return {
    dx: caughtAt(
      own.flatMap(({ x, w }) => [x, x + w]),
      near.flatMap(({ x, w }) => [x, x + w]),
      dx,
    ),
    dy: caughtAt(
      own.flatMap(({ y, h }) => [y, y + h]),
      near.flatMap(({ y, h }) => [y, y + h]),
      dy,
    ),
  };
}

/** Makes keys wider and deeper, by key units, on the grid. */
export const stretchKeys = (board: Board, ids: readonly KeyId[], dw: number, dh: number): Drawn =>
  changeKeys(board, ids, (key) => ({ ...key, w: sideOf(key.w + dw), h: sideOf(key.h + dh) }));

const sideOf = (side: number): number => Math.min(MOST_SIDE, Math.max(LEAST_SIDE, Math.round(side / GRID) * GRID));

/** An angle between -180 and 180 degrees. */
const angleOf = (angle: number): number => rounded(((((angle + 180) % 360) + 360) % 360) - 180) || 0;

/** Turns keys, each about its own middle, by degrees clockwise. */
export const turnKeys = (board: Board, ids: readonly KeyId[], by: number): Drawn =>
  changeKeys(board, ids, (key) => ({ ...key, angle: angleOf(key.angle + by) }));

/** An id that no key has yet: `K1`, `K2`, ... */
function freshId(keys: readonly BoardKey[]): KeyId {
  const taken = new Set(keys.map(({ id }) => id));
  for (let n = keys.length + 1; ; n++) if (!taken.has(`K${n}`)) return `K${n}`;
}

/** Puts a new key right of another, or at the end of the last row; the same size and finger. @returns its id as well */
export function addKey(board: Board, beside?: KeyId): { board: Board; id: KeyId } | { refused: string } {
  if (board.keys.length >= MOST_KEYS) return { refused: `A board has ${MOST_KEYS} keys at the most.` };
  const from = board.keys.find(({ id }) => id === beside) ?? board.keys.at(-1);
  const id = freshId(board.keys);
  const key: BoardKey = {
    id,
    x: from ? rounded(from.x + from.w) : 0,
    y: from?.y ?? 0,
    w: 1,
    h: 1,
    angle: 0,
    hand: from?.hand ?? 'either',
    finger: from?.finger ?? 'index',
  };
  const result = settled({ ...board, keys: [...board.keys, key] });
  return 'board' in result ? { ...result, id } : result;
}

/** Takes keys out. A key whose contact goes with them has one of its own from then on. */
export function takeOut(board: Board, ids: readonly KeyId[]): Drawn {
  const left = board.keys.filter(({ id }) => !ids.includes(id));
  if (left.length === 0) return { refused: 'A board has at least one key.' };
  return settled({ ...board, keys: left });
}

/** What of a key can be set by itself. */
type KeyChange = Partial<Pick<BoardKey, 'x' | 'y' | 'w' | 'h' | 'angle' | 'hand' | 'finger' | 'code' | 'contact'>>;

/** Sets something of keys; `code` and `contact` are taken away by `null`. */
export function setKeys(
  board: Board,
  ids: readonly KeyId[],
  change: { [K in keyof KeyChange]: KeyChange[K] | (K extends 'code' | 'contact' ? null : never) },
): Drawn {
  const numbers = Object.entries(change).filter(([, value]) => typeof value === 'number');
  for (const [name, value] of numbers) if (!Number.isFinite(value)) return { refused: `${name} must be a number.` };
  const { w = 1, h = 1 } = change;
  if (w < LEAST_SIDE || h < LEAST_SIDE || w > MOST_SIDE || h > MOST_SIDE)
    return { refused: `A key is between ${LEAST_SIDE} and ${MOST_SIDE} units wide and deep.` };
  if (typeof change.code === 'string' && change.code !== 'Fn' && !isCode(change.code))
    return { refused: `“${foreign(change.code)}” is no code of a key.` };
  if (typeof change.contact === 'string') {
    const target = board.keys.find(({ id }) => id === change.contact);
    if (!target || target.contact !== undefined || ids.includes(target.id))
      return { refused: 'A contact is that of another key, which has one of its own.' };
    if (
      board.keys.some(
        ({ id, contact }) =>
          ids.includes(id) && contact === undefined && board.keys.some((other) => other.contact === id),
      )
    )
      return { refused: 'Another key shares the switch of this one.' };
  }
  return changeKeys(board, ids, ({ code: codeBefore, contact: contactBefore, ...plain }) => {
    const { code = codeBefore, contact = contactBefore, ...rest } = change;
    return {
      ...plain,
      ...rest,
      ...(typeof rest.angle === 'number' && { angle: angleOf(rest.angle) }),
      ...(typeof code === 'string' && { code }),
      ...(typeof contact === 'string' && { contact }),
    };
  });
}

/** Gives a key another id; those on its contact follow. */
export function renameKey(board: Board, id: KeyId, to: KeyId): Drawn {
  const checked = keyIdSchema.safeParse(to);
  if (!checked.success) return { refused: `The name of a key ${checked.error.issues[0]?.message ?? 'is not right'}.` };
  if (id !== to && board.keys.some((key) => key.id === to))
    return { refused: `Another key is named “${foreign(to)}”.` };
  const keys = board.keys.map((key) => ({
    ...key,
    ...(key.id === id && { id: to }),
    ...(key.contact === id && { contact: to }),
  }));
  return { board: { ...board, keys } };
}

/**
 * Puts the mirror of one hand's keys in the place of the other's; keys for either hand stay. Mirrored keys take over the ids and
 * codes of those that lay there, as far as there are as many.
 */
export function mirrorHalf(board: Board, hand: 'left' | 'right'): Drawn {
  const from = board.keys.filter((key) => key.hand === hand);
  if (from.length === 0) return { refused: `No key is for the ${hand} hand yet; set the hand of some first.` };
  const other: Hand = hand === 'left' ? 'right' : 'left';
  const before = board.keys.filter((key) => key.hand === other);
  if (board.keys.length - before.length + from.length > MOST_KEYS)
    return { refused: `A board has ${MOST_KEYS} keys at the most.` };
  const reach = from.map(({ x, w }) => [x, x + w]).flat();
  // About the middle of the board, or, where the other half is empty, with as much room between the halves as a key.
  const axis =
    before.length > 0
      ? extentOf(board).width / 2
      : hand === 'left'
        ? Math.max(...reach) + 0.5
        : Math.max(0, Math.min(...reach) - 0.5);
  const rest = board.keys.filter((key) => key.hand !== other);
  const mirrored = from.map((key, n): BoardKey => {
    const twin = nearestTo(before, 2 * axis - middleOf(key).x, middleOf(key).y);
    const { contact: _contact, code: _code, ...plain } = key;
    return {
      ...plain,
      id: `__${n}`,
      hand: other,
      x: rounded(2 * axis - key.x - key.w),
      angle: -key.angle || 0,
      ...(key.second && { second: { ...key.second, x: rounded(key.w - key.second.x - key.second.w) } }),
      ...(twin && { id: twin.id, ...(twin.code !== undefined && { code: twin.code }) }),
    };
  });
  const keys: BoardKey[] = [...rest];
  for (const key of mirrored) {
    const isTaken = key.id.startsWith('__') || keys.some(({ id }) => id === key.id);
    if (!isTaken) keys.push(key);
    else {
      const { code: _code, ...plain } = key;
      keys.push({ ...plain, id: mirroredId(key, keys, from, hand) });
    }
  }
  return settled({ ...board, keys });
}

function nearestTo(keys: readonly BoardKey[], x: number, y: number): BoardKey | undefined {
  let best: BoardKey | undefined;
  let least = 0.75;
  for (const key of keys) {
    const off = Math.hypot(middleOf(key).x - x, middleOf(key).y - y);
    if (off < least) {
      least = off;
      best = key;
    }
  }
  return best;
}

/** The id of a mirrored key: `R2-3` for `L2-4` of six, where ids are positions; otherwise a fresh one. */
function mirroredId(
  key: BoardKey,
  keys: readonly BoardKey[],
  from: readonly BoardKey[],
  hand: 'left' | 'right',
): KeyId {
  const original = from[Number(key.id.slice(2))];
  const [, , row, column] = /^([LR])(\d+)-(\d+)$/.exec(original?.id ?? '') ?? [];
  if (row !== undefined && column !== undefined) {
    const inRow = from.filter(({ id }) => new RegExp(`^[LR]${row}-`).test(id)).length;
    const id = `${hand === 'left' ? 'R' : 'L'}${row}-${inRow + 1 - Number(column)}`;
    if (!keys.some((other) => other.id === id)) return id;
  }
  return freshId([...keys, ...from]);
}

/** Spaces keys evenly between the two outer ones: across when they lie side by side, down when one below another. */
export function spaceEvenly(board: Board, ids: readonly KeyId[]): Drawn {
  const chosen = board.keys.filter(({ id }) => ids.includes(id));
  if (chosen.length < 3)
    return { refused: 'Select three keys or more; those between the outer two are spaced evenly.' };
  const middles = chosen.map(middleOf);
  const spread = (of: (point: { x: number; y: number }) => number): number =>
    Math.max(...middles.map(of)) - Math.min(...middles.map(of));
  const isAcross = spread(({ x }) => x) >= spread(({ y }) => y);
  const start = (key: BoardKey): number => (isAcross ? key.x : key.y);
  const size = (key: BoardKey): number => (isAcross ? key.w : key.h);
  const sorted = chosen.toSorted((a, b) => start(a) - start(b));
  const [first, last] = [sorted[0], sorted.at(-1)];
  if (!first || !last) return { board };
  const filled = sorted.reduce((sum, key) => sum + size(key), 0);
  const gap = (start(last) + size(last) - start(first) - filled) / (sorted.length - 1);
  const places = new Map<KeyId, number>();
  let at = start(first);
  for (const key of sorted) {
    places.set(key.id, rounded(at));
    at += size(key) + gap;
  }
  return changeKeys(board, ids, (key) => ({ ...key, [isAcross ? 'x' : 'y']: places.get(key.id) ?? start(key) }));
}

const OUTWARD: readonly Finger[] = ['index', 'index', 'middle', 'ring', 'little'];

/**
 * Sets hand and finger of every key by its column: what lies left of the middle is for the left hand; the two columns nearest to the middle are
 * the index finger's, then middle, ring and little finger. The lowest row of a half that has fewer keys than the others is the thumb's.
 */
export function fingersByColumn(board: Board): Drawn {
  const { width } = extentOf(board);
  const isOf = (hand: Hand, key: BoardKey): boolean =>
    hand === 'left' ? middleOf(key).x < width / 2 - 0.01 : middleOf(key).x > width / 2 + 0.01;
  const found = new Map<KeyId, { hand: Hand; finger: Finger }>();
  for (const hand of ['left', 'right'] as const) {
    const keys = board.keys.filter((key) => isOf(hand, key));
    const rows = new Map<number, BoardKey[]>();
    for (const key of keys) {
      const row = Math.round(middleOf(key).y - 0.5);
      rows.set(row, [...(rows.get(row) ?? []), key]);
    }
    const lowest = Math.max(...rows.keys());
    const most = Math.max(...[...rows.values()].map((row) => row.length));
    const isThumb = (key: BoardKey): boolean =>
      rows.size > 2 &&
      (key.angle !== 0 || (Math.round(middleOf(key).y - 0.5) === lowest && (rows.get(lowest)?.length ?? 0) < most));
    const fingers = keys.filter((key) => !isThumb(key));
    // Where the half's own letters begin: the column nearest to the middle.
    const inner =
      hand === 'left' ? Math.max(...fingers.map(({ x, w }) => x + w)) : Math.min(...fingers.map(({ x }) => x));
    for (const key of keys) {
      const column = Math.max(0, Math.floor(Math.abs(inner - middleOf(key).x)));
      found.set(key.id, { hand, finger: isThumb(key) ? 'thumb' : (OUTWARD[column] ?? 'little') });
    }
  }
  return changeKeys(
    board,
    board.keys.map(({ id }) => id),
    (key) => ({
      ...key,
      ...(found.get(key.id) ?? { hand: 'either' as const, finger: 'thumb' as const }),
    }),
  );
}

/** Gives a key its code, pressed on a real keyboard. */
export const pressIn = (board: Board, id: KeyId, code: Code): Drawn => setKeys(board, [id], { code });

/** The keys in the order in which they are pressed in: row by row. */
export const inReadingOrder = (board: Board): KeyId[] =>
  board.keys.toSorted((a, b) => Math.round(middleOf(a).y) - Math.round(middleOf(b).y) || a.x - b.x).map(({ id }) => id);

/** Sets name, travel or limits of the controller. */
export function setBoard(board: Board, change: Partial<Pick<Board, 'name' | 'travelUm' | 'analog' | 'device'>>): Drawn {
  const result = boardSchema.safeParse({ ...board, ...change });
  if (result.success) return { board: result.data };
  const [issue] = result.error.issues;
  return { refused: `${issue?.path.join('.') ?? 'It'}: ${issue?.message ?? 'is not right'}` };
}

/** How many keys each finger has, by finger. */
export function keysByFinger(board: Board): Record<Finger, number> {
  const counts: Record<Finger, number> = { little: 0, ring: 0, middle: 0, index: 0, thumb: 0 };
  for (const { finger } of board.keys) counts[finger]++;
  return counts;
}
