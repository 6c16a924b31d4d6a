/**
 * What people call a code. Three lengths: the *word* that is typed in the assign line, the *legend* that fits a
 * keycap, and the *title* that is spoken in a sentence. All three come from one row, so that they cannot drift apart.
 */
import { buttonOfCode, NAMED_CODES, isCode, type Code } from './codes';
import { CODE_ALIASES } from './table';

type NameRow = { word: string; legend?: string; title?: string; also?: readonly string[] };

const NAMES: Readonly<Record<Code, NameRow>> = {
  Escape: { word: 'Esc', title: 'Escape' },
  Backspace: { word: 'Backspace', legend: 'Bksp' },
  Delete: { word: 'Delete', legend: 'Del', also: ['Del'] },
  Insert: { word: 'Insert', legend: 'Ins', also: ['Ins'] },
  ContextMenu: { word: 'Menu', title: 'Menu' },
  CapsLock: { word: 'CapsLock', legend: 'Caps', title: 'Caps Lock', also: ['Caps'] },
  NumLock: { word: 'NumLock', legend: 'Num', title: 'Num Lock' },
  ScrollLock: { word: 'ScrollLock', legend: 'Scroll', title: 'Scroll Lock' },
  PrintScreen: { word: 'PrintScreen', legend: 'Print', title: 'Print Screen', also: ['Print'] },
  PageUp: { word: 'PageUp', legend: 'PgUp', title: 'Page Up' },
  PageDown: { word: 'PageDown', legend: 'PgDn', title: 'Page Down' },
  ArrowUp: { word: 'Up', legend: '↑', title: 'Up arrow' },
  ArrowDown: { word: 'Down', legend: '↓', title: 'Down arrow' },
  ArrowLeft: { word: 'Left', legend: '←', title: 'Left arrow' },
  ArrowRight: { word: 'Right', legend: '→', title: 'Right arrow' },
  ControlLeft: { word: 'Ctrl', title: 'Control', also: ['Control', 'LeftCtrl'] },
  ShiftLeft: { word: 'Shift', title: 'Shift', also: ['LeftShift'] },
  AltLeft: { word: 'Alt', title: 'Alt', also: ['LeftAlt'] },
  MetaLeft: { word: 'Meta', title: 'Meta', also: ['LeftMeta'] },
  ControlRight: { word: 'RightCtrl', legend: 'Ctrl', title: 'right Control', also: ['RightControl'] },
  ShiftRight: { word: 'RightShift', legend: 'Shift', title: 'right Shift' },
  AltRight: { word: 'RightAlt', legend: 'Alt', title: 'right Alt' },
  MetaRight: { word: 'RightMeta', legend: 'Meta', title: 'right Meta' },
  Minus: { word: '-', title: 'minus' },
  Equal: { word: '=', title: 'equals' },
  BracketLeft: { word: '[', title: 'left bracket' },
  BracketRight: { word: ']', title: 'right bracket' },
  Backslash: { word: '\\', title: 'backslash' },
  Semicolon: { word: ';', title: 'semicolon' },
  Quote: { word: "'", title: 'apostrophe', also: ['Apostrophe'] },
  Backquote: { word: '`', title: 'backquote' },
  Comma: { word: 'Comma', legend: ',', title: 'comma' },
  Period: { word: '.', title: 'full stop', also: ['Dot'] },
  Slash: { word: '/', title: 'slash' },
  AudioVolumeUp: { word: 'VolumeUp', legend: 'Vol +', title: 'volume up' },
  AudioVolumeDown: { word: 'VolumeDown', legend: 'Vol −', title: 'volume down' },
  AudioVolumeMute: { word: 'Mute', title: 'mute', also: ['VolumeMute'] },
  MediaPlayPause: { word: 'PlayPause', legend: 'Play', title: 'play or pause', also: ['Play'] },
  MediaStop: { word: 'MediaStop', legend: 'Stop', title: 'media stop' },
  MediaTrackNext: { word: 'NextTrack', legend: 'Next', title: 'next track' },
  MediaTrackPrevious: { word: 'PreviousTrack', legend: 'Prev', title: 'previous track' },
  // What these open is what HID says of their usages (*HID Usage Tables* 1.5, section 15.15).
  MediaSelect: { word: 'MediaSelect', legend: 'Player', title: 'Media Player' },
  LaunchMail: { word: 'LaunchMail', legend: 'Mail', title: 'Mail' },
  LaunchApp1: { word: 'LaunchApp1', legend: 'Files', title: 'Files' },
  LaunchApp2: { word: 'LaunchApp2', legend: 'Calc', title: 'Calculator' },
  BrowserHome: { word: 'BrowserHome', legend: 'web home', title: 'Web Home' },
  NumpadAdd: { word: 'NumpadAdd', legend: 'pad +', title: 'keypad plus' },
  NumpadSubtract: { word: 'NumpadSubtract', legend: 'pad −', title: 'keypad minus' },
  NumpadMultiply: { word: 'NumpadMultiply', legend: 'pad ×', title: 'keypad times' },
  NumpadDivide: { word: 'NumpadDivide', legend: 'pad ÷', title: 'keypad divide' },
  NumpadEnter: { word: 'NumpadEnter', legend: 'pad ⏎', title: 'keypad Enter' },
  NumpadDecimal: { word: 'NumpadDecimal', legend: 'pad .', title: 'keypad point' },
};

const spaced = (code: Code): string => code.replace(/([a-z])([A-Z0-9])/g, '$1 $2');

function rowOf(code: Code): Required<Omit<NameRow, 'also'>> {
  const row = NAMES[code];
  if (row) return { word: row.word, legend: row.legend ?? row.word, title: row.title ?? row.word };
  const single = /^(?:Key|Digit)(.)$/.exec(code)?.[1];
  if (single) return { word: single, legend: single, title: single };
  const pad = /^Numpad(\d)$/.exec(code)?.[1];
  if (pad) return { word: code, legend: `pad ${pad}`, title: `keypad ${pad}` };
  const button = buttonOfCode(code);
  if (button !== undefined) return { word: code, legend: `button ${button}`, title: `mouse button ${button}` };
  return { word: code, legend: spaced(code), title: spaced(code) };
}

/** The word for a code in the assign line: `Esc`, `Ctrl`, `A`, `-`, `F13`, `hid:07:00A4`. */
export const wordOfCode = (code: Code): string => rowOf(code).word;

/** The short legend for a keycap: `Esc`, `Bksp`, `↑`. */
export const legendOfCode = (code: Code): string => rowOf(code).legend;

/** The name for a sentence: `Escape`, `Caps Lock`, `left bracket`. */
export const titleOfCode = (code: Code): string => rowOf(code).title;

const codeByWord = new Map<string, Code>();
// What stands on our own caps can be typed as well, where it is one word and no other key's.
for (const code of NAMED_CODES) {
  const { legend } = rowOf(code);
  if (!legend.includes(' ') && !codeByWord.has(legend.toLowerCase())) codeByWord.set(legend.toLowerCase(), code);
}
for (const code of NAMED_CODES) {
  const row = NAMES[code];
  for (const word of [code, wordOfCode(code), ...(row?.also ?? [])]) codeByWord.set(word.toLowerCase(), code);
}
for (const [alias, code] of Object.entries(CODE_ALIASES)) codeByWord.set(alias.toLowerCase(), code);

/** The code a typed word means, in any case: `esc`, `KeyA`, `a`, `hid:0C:00E9`; `undefined` when it means none. */
export function codeOfWord(word: string): Code | undefined {
  const known = codeByWord.get(word.toLowerCase());
  if (known) return known;
  const hid = /^hid:(..):(....)$/i.exec(word);
  if (!hid?.[1] || !hid[2]) return undefined;
  const code = `hid:${hid[1].toUpperCase()}:${hid[2].toUpperCase()}`;
  return isCode(code) ? code : undefined;
}

/** All words the assign line knows for keys, one for each named code. */
export const KEY_WORDS: readonly string[] = NAMED_CODES.map(wordOfCode);
