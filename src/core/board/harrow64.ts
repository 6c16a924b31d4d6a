/** Harrow 64: a compact board with measured travel. Rows are spelled as `id:width` lists, left to right. */
import type { Board, BoardKey, Finger, Hand } from './schema';

const ROWS: readonly string[] = [
  'Escape Digit1 Digit2 Digit3 Digit4 Digit5 Digit6 Digit7 Digit8 Digit9 Digit0 Minus Equal Backspace:2',
  'Tab:1.5 KeyQ KeyW KeyE KeyR KeyT KeyY KeyU KeyI KeyO KeyP BracketLeft BracketRight Backslash:1.5',
  'CapsLock:1.75 KeyA KeyS KeyD KeyF KeyG KeyH KeyJ KeyK KeyL Semicolon Quote Enter:2.25',
  'ShiftLeft:2 KeyZ KeyX KeyC KeyV KeyB KeyN KeyM Comma Period Slash ShiftRight ArrowUp Delete',
  'ControlLeft:1.25 MetaLeft:1.25 AltLeft:1.25 Space:6.25 AltRight Fn ArrowLeft ArrowDown ArrowRight',
];

const FINGERS: Readonly<Record<string, readonly Finger[]>> = {
  left: ['little', 'ring', 'middle', 'index', 'index'],
  right: ['index', 'index', 'middle', 'ring', 'little'],
};
/** Which column of each row the left index finger still reaches; everything right of it belongs to the right hand. */
const LEFT_HAND_COLUMNS = [6, 6, 6, 6];

function handAndFinger(row: number, column: number): { hand: Hand; finger: Finger } {
  if (row === 4) {
    if (column <= 2) return { hand: 'left', finger: column === 2 ? 'thumb' : 'little' };
    if (column === 3) return { hand: 'either', finger: 'thumb' };
    return { hand: 'right', finger: column <= 5 ? 'thumb' : 'little' };
  }
  const border = LEFT_HAND_COLUMNS[row] ?? 6;
  if (column < border) return { hand: 'left', finger: FINGERS.left?.[Math.max(0, column - 1)] ?? 'little' };
  return { hand: 'right', finger: FINGERS.right?.[Math.min(4, column - border)] ?? 'little' };
}

function keysOfRow(text: string, row: number): BoardKey[] {
  let x = 0;
  return text.split(' ').map((word, column) => {
    const [id = '', width = '1'] = word.split(':');
    const w = Number(width);
    // No browser ever sees a real Fn key, so the Menu key of an ordinary keyboard plays it.
    const key: BoardKey = {
      id,
      x,
      y: row,
      w,
      h: 1,
      angle: 0,
      ...handAndFinger(row, column),
      code: id === 'Fn' ? 'ContextMenu' : id,
    };
    x += w;
    return key;
  });
}

export const HARROW_64: Board = {
  format: 'underloom-board',
  version: 1,
  id: 'harrow-64',
  name: 'Harrow 64',
  travelUm: 4000,
  analog: true,
  keys: ROWS.flatMap(keysOfRow),
  device: {
    pollHz: 1000,
    layers: 8,
    slots: 4,
    memoryBytes: 32768,
    macros: 64,
    macroEvents: 1000,
    gestureSteps: 3,
    spansPerKey: 4,
    joints: 16,
    lamps: true,
  },
};
