/**
 * Twill 42: a split board, staggered by column, three rows of six and three thumb keys a side. Key ids are positions:
 * `L2-3` is left half, row 2, column 3, columns counted from the left in both halves; row 4 is the thumbs.
 */
import type { Board, BoardKey, Finger } from './schema';

const CODES: Readonly<Record<'L' | 'R', readonly string[]>> = {
  L: [
    'Tab KeyQ KeyW KeyE KeyR KeyT',
    'CapsLock KeyA KeyS KeyD KeyF KeyG',
    'ShiftLeft KeyZ KeyX KeyC KeyV KeyB',
    'ControlLeft AltLeft Space',
  ],
  R: [
    'KeyY KeyU KeyI KeyO KeyP Backspace',
    'KeyH KeyJ KeyK KeyL Semicolon Quote',
    'KeyN KeyM Comma Period Slash ShiftRight',
    'Enter AltRight ContextMenu',
  ],
};

const FINGERS: readonly Finger[] = ['little', 'little', 'ring', 'middle', 'index', 'index'];
/** How far each column is shifted down, little finger to the inner index column, in key units. */
const STAGGER = [0.65, 0.65, 0.25, 0, 0.2, 0.3];
/** Left half's thumb keys, outer to inner: position and turn; the right half mirrors them. */
const THUMBS = [
  { x: 4.2, y: 3.35, angle: 8 },
  { x: 5.3, y: 3.6, angle: 16 },
  { x: 6.35, y: 4.0, angle: 26 },
];
const WIDTH = 15.4;

function half(side: 'L' | 'R'): BoardKey[] {
  const hand = side === 'L' ? 'left' : 'right';
  return CODES[side].flatMap((line, row) =>
    line.split(' ').map((code, column): BoardKey => {
      const id = `${side}${row + 1}-${column + 1}`;
      if (row === 3) {
        const thumb = THUMBS[side === 'L' ? column : 2 - column] ?? { x: 0, y: 0, angle: 0 };
        const x = side === 'L' ? thumb.x : WIDTH - thumb.x - 1;
        return {
          id,
          x,
          y: thumb.y,
          w: 1,
          h: 1,
          angle: side === 'L' ? thumb.angle : -thumb.angle,
          hand,
          finger: 'thumb',
          code,
        };
      }
      const outer = side === 'L' ? column : 5 - column;
      const x = side === 'L' ? column : WIDTH - 6 + column;
      return {
        id,
        x,
        y: row + (STAGGER[outer] ?? 0),
        w: 1,
        h: 1,
        angle: 0,
        hand,
        finger: FINGERS[outer] ?? 'index',
        code,
      };
    }),
  );
}

export const TWILL_42: Board = {
  format: 'underloom-board',
  version: 1,
  id: 'twill-42',
  name: 'Twill 42',
  travelUm: 3500,
  analog: false,
  keys: [...half('L'), ...half('R')],
  device: {
    pollHz: 1000,
    layers: 8,
    slots: 4,
    memoryBytes: 32768,
    macros: 32,
    macroEvents: 500,
    gestureSteps: 3,
    spansPerKey: 4,
    joints: 16,
    lamps: false,
  },
};
