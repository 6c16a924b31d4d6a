/**
 * Boards in two halves, in columns that are staggered as fingers are long, or straight, with thumb keys; and plain grids. Key ids are
 * positions: `L2-3` is left half, row 2, column 3, columns counted from the left in both halves; the last row are the thumbs.
 */
import type { Code } from '../../codes';
import type { BoardKey, Finger } from '../schema';

type SplitShape = { rows: number; columns: number; thumbs: number };

/** What an ordinary keyboard plays each column with, the outer column first: five columns of letters, then one outside and one inside. */
type Half = { outer: string; letters: string; inner: string };

const ROWS: Readonly<Record<'L' | 'R', readonly Half[]>> = {
  L: [
    { outer: 'Escape', letters: 'F1 F2 F3 F4 F5', inner: 'F6' },
    { outer: 'Backquote', letters: 'Digit1 Digit2 Digit3 Digit4 Digit5', inner: 'Insert' },
    { outer: 'Tab', letters: 'KeyQ KeyW KeyE KeyR KeyT', inner: 'Home' },
    { outer: 'CapsLock', letters: 'KeyA KeyS KeyD KeyF KeyG', inner: 'End' },
    { outer: 'ShiftLeft', letters: 'KeyZ KeyX KeyC KeyV KeyB', inner: 'IntlBackslash' },
  ],
  R: [
    { outer: 'F12', letters: 'F11 F10 F9 F8 F7', inner: 'PrintScreen' },
    { outer: 'Minus', letters: 'Digit0 Digit9 Digit8 Digit7 Digit6', inner: 'Equal' },
    { outer: 'Backspace', letters: 'KeyP KeyO KeyI KeyU KeyY', inner: 'BracketLeft' },
    { outer: 'Quote', letters: 'Semicolon KeyL KeyK KeyJ KeyH', inner: 'BracketRight' },
    { outer: 'ShiftRight', letters: 'Slash Period Comma KeyM KeyN', inner: 'Backslash' },
  ],
};
/** Thumb keys, the nearest to the middle first. */
const THUMBS: Readonly<Record<'L' | 'R', readonly Code[]>> = {
  L: ['Space', 'AltLeft', 'ControlLeft', 'MetaLeft', 'Delete', 'PageUp'],
  R: ['Enter', 'AltRight', 'ContextMenu', 'ControlRight', 'MetaRight', 'PageDown'],
};

const FINGERS: readonly Finger[] = ['little', 'ring', 'middle', 'index', 'index'];
/** How far each column is shifted down, the little finger's first, in key units. */
const STAGGER = [0.75, 0.25, 0, 0.25, 0.25] as const;
/** Where the thumb keys of a staggered half lie, the nearest to the middle first: from the inner column's right edge, below the last row. */
const ARC = [
  { x: 0.35, y: 1, angle: 26 },
  { x: -0.75, y: 0.6, angle: 16 },
  { x: -1.85, y: 0.4, angle: 8 },
  { x: -2.95, y: 0.35, angle: 0 },
  { x: -4, y: 0.35, angle: 0 },
  { x: -5.05, y: 0.85, angle: 0 },
] as const;

/** The keys of one half as the left one lies; the right one is its mirror. */
function half(side: 'L' | 'R', { rows, columns, thumbs }: SplitShape, isStaggered: boolean, width: number): BoardKey[] {
  const hand = side === 'L' ? 'left' : 'right';
  const hasOuter = columns >= 6;
  const hasInner = columns >= 7;
  /** Columns are counted from the left in both halves. */
  const numberOf = (outward: number, of: number): number => (side === 'L' ? outward + 1 : of - outward);
  const mirrored = (key: Omit<BoardKey, 'hand' | 'h'>): BoardKey => {
    const x = side === 'L' ? key.x : width - key.x - key.w;
    const y = Math.round(key.y * 100) / 100;
    return { ...key, h: 1, x: Math.round(x * 100) / 100, y, angle: side === 'L' ? key.angle : -key.angle || 0, hand };
  };
  const keys = ROWS[side].slice(ROWS[side].length - rows).flatMap(({ outer, letters, inner }, row) => {
    const codes = [...(hasOuter ? [outer] : []), ...letters.split(' '), ...(hasInner ? [inner] : [])];
    return codes.map((code, column): BoardKey => {
      const letter = Math.min(4, Math.max(0, column - (hasOuter ? 1 : 0)));
      return mirrored({
        id: `${side}${row + 1}-${numberOf(column, columns)}`,
        x: column,
        y: row + (isStaggered ? (STAGGER[letter] ?? 0) : 0),
        w: 1,
        angle: 0,
        finger: FINGERS[letter] ?? 'index',
        code,
      });
    });
  });
  const below = Array.from({ length: thumbs }, (_, n): BoardKey => {
    const arc = ARC[n] ?? ARC[0];
    const code = THUMBS[side][n];
    return mirrored({
      id: `${side}${rows + 1}-${numberOf(thumbs - 1 - n, thumbs)}`,
      x: isStaggered ? columns + arc.x : columns - 0.5 - n,
      y: isStaggered ? rows + arc.y - 0.05 : rows + 0.25,
      w: 1,
      angle: isStaggered ? arc.angle : 0,
      finger: 'thumb',
      ...(code !== undefined && { code }),
    });
  });
  // In both halves rows go from left to right.
  return [...keys, ...below].sort((a, b) => rowOf(a) - rowOf(b) || a.x - b.x);
}

const rowOf = ({ id }: BoardKey): number => Number(/^[LR](\d+)/.exec(id)?.[1] ?? 0);

/** Both halves of a board whose columns are staggered, or straight. */
export function splitKeys(shape: SplitShape, isStaggered: boolean): BoardKey[] {
  const width = 2 * shape.columns + (isStaggered ? 3.4 : 2);
  const keys = [...half('L', shape, isStaggered, width), ...half('R', shape, isStaggered, width)];
  // Six thumb keys reach out under the outer column, and beyond it where there are few columns.
  const least = Math.min(0, ...keys.map(({ x }) => x));
  return keys.map((key) => ({ ...key, x: Math.round((key.x - least) * 100) / 100 }));
}

/** What an ordinary keyboard plays a grid with, from the top; a grid of fewer rows has the last of them. */
const GRID_ROWS: readonly string[] = [
  'Escape F1 F2 F3 F4 F5 F6 F7 F8 F9 F10 F11 F12 PrintScreen ScrollLock Pause',
  'Backquote Digit1 Digit2 Digit3 Digit4 Digit5 Digit6 Digit7 Digit8 Digit9 Digit0 Minus Equal Insert Home PageUp',
  'Tab KeyQ KeyW KeyE KeyR KeyT KeyY KeyU KeyI KeyO KeyP Backspace BracketLeft Delete End PageDown',
  'CapsLock KeyA KeyS KeyD KeyF KeyG KeyH KeyJ KeyK KeyL Semicolon Enter Quote BracketRight Backslash NumLock',
  'ShiftLeft KeyZ KeyX KeyC KeyV KeyB KeyN KeyM Comma Period Slash ShiftRight ArrowUp IntlRo IntlYen IntlBackslash',
  'ControlLeft MetaLeft AltLeft NonConvert Lang1 Space Lang2 Convert AltRight MetaRight ContextMenu ControlRight ArrowLeft ArrowDown ArrowRight KanaMode',
];

/** A straight grid. Each half of it belongs to one hand, its middle columns to the index fingers. */
export function gridKeys(rows: number, columns: number): BoardKey[] {
  return Array.from({ length: rows }, (_, row) => {
    const codes = GRID_ROWS[row + GRID_ROWS.length - rows]?.split(' ') ?? [];
    // Without an outer column, the letters begin at the left edge.
    const first = columns < 11 ? 1 : 0;
    return Array.from({ length: columns }, (__, column): BoardKey => {
      const isLeft = column < columns / 2;
      const fromMiddle = isLeft ? Math.ceil(columns / 2) - 1 - column : column - Math.ceil(columns / 2);
      const isThumb = row === rows - 1 && rows > 3 && fromMiddle < 2;
      const code = codes[column + (row === rows - 1 && rows > 3 ? 0 : first)];
      return {
        id: `K${row + 1}-${column + 1}`,
        x: column,
        y: row,
        w: 1,
        h: 1,
        angle: 0,
        hand: isLeft ? 'left' : 'right',
        finger: isThumb ? 'thumb' : (FINGERS[Math.max(0, 4 - fromMiddle)] ?? 'little'),
        ...(code !== undefined && { code }),
      };
    });
  }).flat();
}
