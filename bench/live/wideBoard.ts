/** The compact board with a block of arrows and a number pad beside it: 104 keys and room for 16 layers, to measure with. */
import type { Board, BoardKey } from '../../src/core/board';
import { HARROW_64 as COMPACT } from '../../src/core/board/harrow64';

const BLOCK: readonly (readonly string[])[] = [
  ['F13', 'F14', 'F15', 'NumLock', 'NumpadDivide', 'NumpadMultiply', 'NumpadSubtract', 'F1'],
  ['Insert', 'Home', 'PageUp', 'Numpad7', 'Numpad8', 'Numpad9', 'NumpadAdd', 'F2'],
  ['Pause', 'End', 'PageDown', 'Numpad4', 'Numpad5', 'Numpad6', 'F16', 'F3'],
  ['F17', 'F18', 'F19', 'Numpad1', 'Numpad2', 'Numpad3', 'NumpadEnter', 'F4'],
  ['F20', 'F21', 'F22', 'Numpad0', 'F23', 'NumpadDecimal', 'F24', 'F5'],
];

const beside: BoardKey[] = BLOCK.flatMap((row, y) =>
  row.map((id, x): BoardKey => ({ id, x: 15.5 + x, y, w: 1, h: 1, angle: 0, hand: 'right', finger: 'ring', code: id })),
);

export const HARROW_64: Board = {
  ...COMPACT,
  keys: [...COMPACT.keys, ...beside],
  device: { ...COMPACT.device, layers: 16 },
};
