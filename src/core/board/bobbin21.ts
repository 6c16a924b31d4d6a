/**
 * Bobbin 21: a number pad without measured travel. Its two plus keys lie on one contact, as in pads whose tall key was cut in two: the
 * controller can never tell them apart.
 */
import type { Board, BoardKey, Finger } from './schema';

/** Rows of `id:width x height`, left to right; a word in brackets is the key with whose contact it shares. */
const ROWS: readonly string[] = [
  'Escape Backspace Fn:2x1',
  'NumLock NumpadDivide NumpadMultiply NumpadSubtract',
  'Numpad7 Numpad8 Numpad9 NumpadAdd',
  'Numpad4 Numpad5 Numpad6 NumpadAdd-2(NumpadAdd)',
  'Numpad1 Numpad2 Numpad3 NumpadEnter:1x2',
  'Numpad0:2x1 NumpadDecimal',
];
const FINGERS: readonly Finger[] = ['index', 'middle', 'ring', 'little'];

const keys = ROWS.flatMap((row, y) => {
  let x = 0;
  return row.split(' ').map((word): BoardKey => {
    const [, id = '', w = '1', h = '1', contact] = /^([\w-]+?)(?::(\d)x(\d))?(?:\((\w+)\))?$/.exec(word) ?? [];
    const key: BoardKey = {
      id,
      x,
      y,
      w: Number(w),
      h: Number(h),
      angle: 0,
      hand: 'right',
      finger: id === 'Numpad0' ? 'thumb' : (FINGERS[x] ?? 'index'),
      ...(contact ? { contact } : { code: id }),
    };
    x += key.w;
    return key;
  });
});

export const BOBBIN_21: Board = {
  format: 'underloom-board',
  version: 1,
  id: 'bobbin-21',
  name: 'Bobbin 21',
  travelUm: 3600,
  analog: false,
  keys,
  device: {
    pollHz: 500,
    layers: 4,
    slots: 2,
    memoryBytes: 8192,
    macros: 16,
    macroEvents: 80,
    gestureSteps: 2,
    spansPerKey: 0,
    joints: 4,
    lamps: true,
  },
};
