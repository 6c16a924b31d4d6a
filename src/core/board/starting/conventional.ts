/**
 * Boards in rows, from the arrangements of ANSI INCITS 154 (US), ISO/IEC 9995-2 (Europe) and JIS X 6002 (Japan): the same alphanumeric
 * block of 15 by 5 key units, which differ in the keys around the letters and in the shape of Enter.
 */
import type { Code } from '../../codes';
import { fingerOfCode } from '../fingers';
import type { BoardKey } from '../schema';

/** The arrangement of the keys around the letters: of ANSI, ISO or JIS. */
export const FORMS = ['ansi', 'iso', 'jis'] as const;
export type Form = (typeof FORMS)[number];

/** A key by its code at a place; its id is its code. */
export function keyAt(code: Code, x: number, y: number, w = 1, h = 1): BoardKey {
  // No browser ever sees a real Fn key, so the Menu key of an ordinary keyboard plays it.
  return { id: code, x, y, w, h, angle: 0, ...fingerOfCode(code), code: code === 'Fn' ? 'ContextMenu' : code };
}

/** A row of `Code:width` words from a place on; a word `_:width` is a gap. */
export function rowAt(words: string, x: number, y: number): BoardKey[] {
  let at = x;
  return words.split(' ').flatMap((word) => {
    const [code = '', width = '1'] = word.split(':');
    const from = at;
    at += Number(width);
    return code === '_' ? [] : [keyAt(code, from, y, Number(width))];
  });
}

const DIGITS = 'Digit1 Digit2 Digit3 Digit4 Digit5 Digit6 Digit7 Digit8 Digit9 Digit0 Minus Equal';
const UPPER = 'KeyQ KeyW KeyE KeyR KeyT KeyY KeyU KeyI KeyO KeyP BracketLeft BracketRight';
const HOME = 'KeyA KeyS KeyD KeyF KeyG KeyH KeyJ KeyK KeyL Semicolon Quote';
const LOWER = 'KeyZ KeyX KeyC KeyV KeyB KeyN KeyM Comma Period Slash';

/** The Enter that reaches over two rows, wider above: two rectangles, the narrow one first. */
const tallEnter = (x: number, y: number): BoardKey => ({
  ...keyAt('Enter', x + 0.25, y, 1.25, 2),
  second: { x: -0.25, y: 0, w: 1.5, h: 1 },
});

/** The lower right of a block: from the end of the letters to the right edge, and the row of the space bar. */
type LowerRight = {
  /** Behind Slash (and the extra key of JIS), for each form. */
  shift: Readonly<Record<Form, string>>;
  /** The row of the space bar, for each form. */
  space: Readonly<Record<Form, string>>;
  /** The left Shift of JIS, which makes room for its extra key. */
  jisShift?: number;
};

export const WIDE: LowerRight = {
  shift: { ansi: 'ShiftRight:2.75', iso: 'ShiftRight:2.75', jis: 'ShiftRight:1.75' },
  space: {
    ansi: 'ControlLeft:1.25 MetaLeft:1.25 AltLeft:1.25 Space:6.25 AltRight:1.25 MetaRight:1.25 ContextMenu:1.25 ControlRight:1.25',
    iso: 'ControlLeft:1.25 MetaLeft:1.25 AltLeft:1.25 Space:6.25 AltRight:1.25 MetaRight:1.25 ContextMenu:1.25 ControlRight:1.25',
    jis: 'ControlLeft:1.25 MetaLeft:1.25 AltLeft:1.25 NonConvert:1.25 Space:3.5 Convert:1.25 KanaMode AltRight MetaRight ContextMenu ControlRight:1.25',
  },
};

/** With arrow keys in the block's own corner, sixteen units wide. */
export const WITH_ARROWS: LowerRight = {
  shift: {
    ansi: 'ShiftRight:1.75 ArrowUp',
    iso: 'ShiftRight:1.75 ArrowUp',
    jis: 'ShiftRight ArrowUp',
  },
  space: {
    ansi: 'ControlLeft:1.25 MetaLeft:1.25 AltLeft:1.25 Space:6.25 AltRight Fn ControlRight ArrowLeft ArrowDown ArrowRight',
    iso: 'ControlLeft:1.25 MetaLeft:1.25 AltLeft:1.25 Space:6.25 AltRight Fn ControlRight ArrowLeft ArrowDown ArrowRight',
    jis: 'ControlLeft:1.25 MetaLeft AltLeft:1.25 NonConvert Space:4.5 Convert KanaMode AltRight Fn ArrowLeft ArrowDown ArrowRight',
  },
  jisShift: 2,
};

/**
 * The alphanumeric block.
 * @param first the key left of the digit 1
 */
export function block(form: Form, y: number, first: Code, right: LowerRight): BoardKey[] {
  const isTall = form !== 'ansi';
  const shiftLeft = form === 'iso' ? 1.25 : form === 'jis' ? (right.jisShift ?? 2.25) : 2.25;
  const lower = `ShiftLeft:${shiftLeft} ${form === 'iso' ? 'IntlBackslash ' : ''}${LOWER}${form === 'jis' ? ' IntlRo' : ''}`;
  return [
    ...rowAt(`${first} ${DIGITS} ${form === 'jis' ? 'IntlYen Backspace' : 'Backspace:2'}`, 0, y),
    ...rowAt(`Tab:1.5 ${UPPER}${isTall ? '' : ' Backslash:1.5'}`, 0, y + 1),
    ...(isTall ? [tallEnter(13.5, y + 1)] : []),
    ...rowAt(`CapsLock:1.75 ${HOME} ${isTall ? 'Backslash' : 'Enter:2.25'}`, 0, y + 2),
    ...rowAt(`${lower} ${right.shift[form]}`, 0, y + 3),
    ...rowAt(right.space[form], 0, y + 4),
  ];
}

/** The row of function keys as it stands above a whole block. */
export const functionRow = (y: number): BoardKey[] =>
  rowAt('Escape _ F1 F2 F3 F4 _:0.5 F5 F6 F7 F8 _:0.5 F9 F10 F11 F12 _:0.25 PrintScreen ScrollLock Pause', 0, y);

/** The six keys for moving in a text, and the arrows below them. */
export const navigation = (x: number, y: number): BoardKey[] => [
  ...rowAt('Insert Home PageUp', x, y),
  ...rowAt('Delete End PageDown', x, y + 1),
  keyAt('ArrowUp', x + 1, y + 3),
  ...rowAt('ArrowLeft ArrowDown ArrowRight', x, y + 4),
];

/** The number pad of ISO/IEC 9995-4. */
export const numberPad = (x: number, y: number): BoardKey[] => [
  ...rowAt('NumLock NumpadDivide NumpadMultiply NumpadSubtract', x, y),
  ...rowAt('Numpad7 Numpad8 Numpad9', x, y + 1),
  keyAt('NumpadAdd', x + 3, y + 1, 1, 2),
  ...rowAt('Numpad4 Numpad5 Numpad6', x, y + 2),
  ...rowAt('Numpad1 Numpad2 Numpad3', x, y + 3),
  keyAt('NumpadEnter', x + 3, y + 3, 1, 2),
  ...rowAt('Numpad0:2 NumpadDecimal', x, y + 4),
];
