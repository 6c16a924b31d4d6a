/**
 * Every key a host can receive that has a W3C name, with its HID usage.
 *
 * Names: W3C *UI Events KeyboardEvent code Values*, sections 3.1 to 3.6. Numbers: USB-IF *HID Usage Tables* 1.5,
 * section 10 (Keyboard/Keypad page 0x07), section 15 (Consumer page 0x0C) and section 4 (Generic Desktop page 0x01).
 * Volume is on the consumer page, where hosts expect it; the keyboard page's own volume usages are written `hid:07:0080`.
 *
 * Left out because no HID usage stands for them alone: `Fn`, `FnLock` (never leave the keyboard), `NumpadStar`
 * (the same usage as `NumpadMultiply`), `Hyper`, `Super`, `Turbo`, `Suspend`, `Resume`. `Hiragana` and `Katakana`
 * are old names of `Lang4` and `Lang3` and are read as those.
 */

export type CodeGroup =
  'writing' | 'modifier' | 'editing' | 'arrow' | 'function' | 'keypad' | 'international' | 'media' | 'system';

type CodeRow = readonly [code: string, page: number, id: number];

const KB = 0x07;
const CONSUMER = 0x0c;
const DESKTOP = 0x01;

const LETTERS: CodeRow[] = Array.from('ABCDEFGHIJKLMNOPQRSTUVWXYZ', (letter, n) => [`Key${letter}`, KB, 0x04 + n]);
const DIGITS: CodeRow[] = Array.from('1234567890', (digit, n) => [`Digit${digit}`, KB, 0x1e + n]);
const F1_TO_F12: CodeRow[] = Array.from({ length: 12 }, (_, n) => [`F${n + 1}`, KB, 0x3a + n]);
const F13_TO_F24: CodeRow[] = Array.from({ length: 12 }, (_, n) => [`F${n + 13}`, KB, 0x68 + n]);
const NUMPAD_DIGITS: CodeRow[] = Array.from('1234567890', (digit, n) => [`Numpad${digit}`, KB, 0x59 + n]);

/** All named codes by group: the group decides where a code stands in a list of meanings. */
export const CODE_TABLE: Readonly<Record<CodeGroup, readonly CodeRow[]>> = {
  writing: [
    ...LETTERS,
    ...DIGITS,
    ['Space', KB, 0x2c],
    ['Minus', KB, 0x2d],
    ['Equal', KB, 0x2e],
    ['BracketLeft', KB, 0x2f],
    ['BracketRight', KB, 0x30],
    ['Backslash', KB, 0x31],
    ['Semicolon', KB, 0x33],
    ['Quote', KB, 0x34],
    ['Backquote', KB, 0x35],
    ['Comma', KB, 0x36],
    ['Period', KB, 0x37],
    ['Slash', KB, 0x38],
    ['IntlBackslash', KB, 0x64],
  ],
  modifier: [
    ['ControlLeft', KB, 0xe0],
    ['ShiftLeft', KB, 0xe1],
    ['AltLeft', KB, 0xe2],
    ['MetaLeft', KB, 0xe3],
    ['ControlRight', KB, 0xe4],
    ['ShiftRight', KB, 0xe5],
    ['AltRight', KB, 0xe6],
    ['MetaRight', KB, 0xe7],
    ['CapsLock', KB, 0x39],
  ],
  editing: [
    ['Enter', KB, 0x28],
    ['Escape', KB, 0x29],
    ['Backspace', KB, 0x2a],
    ['Tab', KB, 0x2b],
    ['Insert', KB, 0x49],
    ['Delete', KB, 0x4c],
    ['ContextMenu', KB, 0x65],
    ['Help', KB, 0x75],
    ['Select', KB, 0x77],
    ['Again', KB, 0x79],
    ['Undo', KB, 0x7a],
    ['Cut', KB, 0x7b],
    ['Copy', KB, 0x7c],
    ['Paste', KB, 0x7d],
    ['Find', KB, 0x7e],
    ['Open', KB, 0x74],
    ['Props', KB, 0xa3],
    ['Abort', KB, 0x9b],
  ],
  arrow: [
    ['ArrowRight', KB, 0x4f],
    ['ArrowLeft', KB, 0x50],
    ['ArrowDown', KB, 0x51],
    ['ArrowUp', KB, 0x52],
    ['Home', KB, 0x4a],
    ['End', KB, 0x4d],
    ['PageUp', KB, 0x4b],
    ['PageDown', KB, 0x4e],
  ],
  function: [...F1_TO_F12, ...F13_TO_F24, ['PrintScreen', KB, 0x46], ['ScrollLock', KB, 0x47], ['Pause', KB, 0x48]],
  keypad: [
    ['NumLock', KB, 0x53],
    ['NumpadDivide', KB, 0x54],
    ['NumpadMultiply', KB, 0x55],
    ['NumpadSubtract', KB, 0x56],
    ['NumpadAdd', KB, 0x57],
    ['NumpadEnter', KB, 0x58],
    ...NUMPAD_DIGITS,
    ['NumpadDecimal', KB, 0x63],
    ['NumpadEqual', KB, 0x67],
    ['NumpadComma', KB, 0x85],
    ['NumpadParenLeft', KB, 0xb6],
    ['NumpadParenRight', KB, 0xb7],
    ['NumpadBackspace', KB, 0xbb],
    ['NumpadHash', KB, 0xcc],
    ['NumpadMemoryStore', KB, 0xd0],
    ['NumpadMemoryRecall', KB, 0xd1],
    ['NumpadMemoryClear', KB, 0xd2],
    ['NumpadMemoryAdd', KB, 0xd3],
    ['NumpadMemorySubtract', KB, 0xd4],
    ['NumpadClear', KB, 0xd8],
    ['NumpadClearEntry', KB, 0xd9],
  ],
  international: [
    ['IntlRo', KB, 0x87],
    ['KanaMode', KB, 0x88],
    ['IntlYen', KB, 0x89],
    ['Convert', KB, 0x8a],
    ['NonConvert', KB, 0x8b],
    ['Lang1', KB, 0x90],
    ['Lang2', KB, 0x91],
    ['Lang3', KB, 0x92],
    ['Lang4', KB, 0x93],
    ['Lang5', KB, 0x94],
  ],
  media: [
    ['AudioVolumeMute', CONSUMER, 0xe2],
    ['AudioVolumeUp', CONSUMER, 0xe9],
    ['AudioVolumeDown', CONSUMER, 0xea],
    ['MediaPlayPause', CONSUMER, 0xcd],
    ['MediaStop', CONSUMER, 0xb7],
    ['MediaTrackNext', CONSUMER, 0xb5],
    ['MediaTrackPrevious', CONSUMER, 0xb6],
    ['Eject', CONSUMER, 0xb8],
    ['MediaSelect', CONSUMER, 0x183],
    ['LaunchMail', CONSUMER, 0x18a],
    ['LaunchApp1', CONSUMER, 0x194],
    ['LaunchApp2', CONSUMER, 0x192],
    ['BrowserSearch', CONSUMER, 0x221],
    ['BrowserHome', CONSUMER, 0x223],
    ['BrowserBack', CONSUMER, 0x224],
    ['BrowserForward', CONSUMER, 0x225],
    ['BrowserStop', CONSUMER, 0x226],
    ['BrowserRefresh', CONSUMER, 0x227],
    ['BrowserFavorites', CONSUMER, 0x22a],
  ],
  system: [
    ['Power', DESKTOP, 0x81],
    ['Sleep', DESKTOP, 0x82],
    ['WakeUp', DESKTOP, 0x83],
  ],
};

/** Old names that browsers may still report, and the name that is used here. */
export const CODE_ALIASES: Readonly<Record<string, string>> = {
  Hiragana: 'Lang4',
  Katakana: 'Lang3',
  OSLeft: 'MetaLeft',
  OSRight: 'MetaRight',
  VolumeMute: 'AudioVolumeMute',
  VolumeUp: 'AudioVolumeUp',
  VolumeDown: 'AudioVolumeDown',
};
