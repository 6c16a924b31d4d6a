/** Which hand and finger strike a key of a conventional board, by touch typing with the index fingers on F and J. */
import type { Code } from '../codes';
import type { Finger, Hand } from './schema';

/** Codes by the finger that strikes them, the left hand, then the right. */
const FINGERS: readonly (readonly [Hand, Finger, string])[] = [
  [
    'left',
    'little',
    'Escape Backquote Digit1 Tab KeyQ CapsLock KeyA ShiftLeft IntlBackslash KeyZ ControlLeft MetaLeft Fn F1',
  ],
  ['left', 'ring', 'Digit2 KeyW KeyS KeyX F2'],
  ['left', 'middle', 'Digit3 KeyE KeyD KeyC F3'],
  ['left', 'index', 'Digit4 Digit5 KeyR KeyT KeyF KeyG KeyV KeyB F4 F5'],
  ['left', 'thumb', 'AltLeft NonConvert'],
  ['either', 'thumb', 'Space'],
  ['right', 'thumb', 'AltRight Convert KanaMode Numpad0'],
  [
    'right',
    'index',
    'Digit6 Digit7 KeyY KeyU KeyH KeyJ KeyN KeyM F6 F7 PrintScreen Insert Delete ArrowLeft NumLock Numpad7 Numpad4 Numpad1',
  ],
  [
    'right',
    'middle',
    'Digit8 KeyI KeyK Comma F8 ScrollLock Home End ArrowUp ArrowDown NumpadDivide Numpad8 Numpad5 Numpad2',
  ],
  [
    'right',
    'ring',
    'Digit9 KeyO KeyL Period F9 Pause PageUp PageDown ArrowRight NumpadMultiply Numpad9 Numpad6 Numpad3 NumpadDecimal',
  ],
  [
    'right',
    'little',
    'Digit0 Minus Equal IntlYen Backspace KeyP BracketLeft BracketRight Backslash Semicolon Quote Enter Slash IntlRo ShiftRight MetaRight ContextMenu ControlRight F10 F11 F12 NumpadSubtract NumpadAdd NumpadEnter NumpadEqual',
  ],
];

const BY_CODE = new Map(
  FINGERS.flatMap(([hand, finger, codes]) => codes.split(' ').map((code) => [code, { hand, finger }] as const)),
);

/** The hand and finger for a code at its usual place; the right little finger for keys that have none. */
export const fingerOfCode = (code: Code): { hand: Hand; finger: Finger } =>
  BY_CODE.get(code) ?? { hand: 'right', finger: 'little' };
