/**
 * What a host makes of the usages it receives: a character, or none. A host layout is a table from code to the plain
 * and the shifted character, as an operating system keeps it; the keyboard itself never sends characters.
 */
import type { Code } from './codes';

export type HostLayoutId = 'us';

export type HostLayout = {
  id: HostLayoutId;
  name: string;
  characters: Readonly<Record<Code, readonly [plain: string, shifted: string]>>;
};

const letters = Array.from(
  'abcdefghijklmnopqrstuvwxyz',
  (c) => [`Key${c.toUpperCase()}`, [c, c.toUpperCase()]] as const,
);
const digits = Array.from('1234567890', (c, n) => [`Digit${c}`, [c, '!@#$%^&*()'.charAt(n)]] as const);
const keypad = Array.from('0123456789', (c) => [`Numpad${c}`, [c, c]] as const);

/** The US layout of ANSI INCITS 154, as hosts ship it. */
const US: HostLayout = {
  id: 'us',
  name: 'US',
  characters: {
    ...Object.fromEntries([...letters, ...digits, ...keypad]),
    Space: [' ', ' '],
    Minus: ['-', '_'],
    Equal: ['=', '+'],
    BracketLeft: ['[', '{'],
    BracketRight: [']', '}'],
    Backslash: ['\\', '|'],
    IntlBackslash: ['\\', '|'],
    Semicolon: [';', ':'],
    Quote: ["'", '"'],
    Backquote: ['`', '~'],
    Comma: [',', '<'],
    Period: ['.', '>'],
    Slash: ['/', '?'],
    NumpadDivide: ['/', '/'],
    NumpadMultiply: ['*', '*'],
    NumpadSubtract: ['-', '-'],
    NumpadAdd: ['+', '+'],
    NumpadDecimal: ['.', '.'],
    NumpadEqual: ['=', '='],
    NumpadComma: [',', ','],
    NumpadParenLeft: ['(', '('],
    NumpadParenRight: [')', ')'],
    Enter: ['\n', '\n'],
    NumpadEnter: ['\n', '\n'],
    Tab: ['\t', '\t'],
  },
};

export const HOST_LAYOUTS: Readonly<Record<HostLayoutId, HostLayout>> = { us: US };

/** A key that makes this character when pressed, and whether Shift is needed; `undefined` when no key does. */
export function strokeOfCharacter(layout: HostLayout, character: string): { code: Code; shift: boolean } | undefined {
  let strokes = strokesOf.get(layout);
  if (!strokes) {
    strokes = new Map();
    for (const [code, [plain, shifted]] of Object.entries(layout.characters)) {
      if (code.startsWith('Numpad')) continue;
      if (plain !== undefined && !strokes.has(plain)) strokes.set(plain, { code, shift: false });
      if (shifted !== undefined && !strokes.has(shifted)) strokes.set(shifted, { code, shift: true });
    }
    strokesOf.set(layout, strokes);
  }
  return strokes.get(character);
}

/** The stroke of each character of a layout, found once: long texts ask often. */
const strokesOf = new WeakMap<HostLayout, Map<string, { code: Code; shift: boolean }>>();

/** Whether a code is a letter, for which Caps Lock acts as Shift. */
export const isLetter = (code: Code): boolean => /^Key[A-Z]$/.test(code);

/** The sign that a chord of Shift and one key makes, such as `!`; `undefined` for letters and for other chords. */
export function shiftedSign(layout: HostLayout, codes: readonly Code[]): string | undefined {
  const [shift, code, more] = codes;
  if (!shift?.startsWith('Shift') || code === undefined || more !== undefined || isLetter(code)) return undefined;
  const [plain, shifted] = layout.characters[code] ?? ['', ''];
  return plain === shifted ? undefined : shifted;
}
