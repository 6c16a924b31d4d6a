import { codeOfButton } from '../codes';
/** What hosts make of keys, and which keys make a text on each. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import {
  altGrOnHost,
  bringHosts,
  charactersOf,
  codeEntriesOf,
  codesOfStroke,
  guessHost,
  HOST_IDS,
  HOSTS,
  hostLayout,
  HostText,
  isHostHere,
  lackingIn,
  legendOnHost,
  levelsOf,
  namedCharacter,
  pressesOfText,
  signOfChord,
  strokesOf,
  USUAL_REPEAT,
  type HostLayoutId,
} from './index';
import { signOfDead } from './characters';

beforeAll(() => bringHosts());

/** Types `+Code -Code` words at a host and says what it shows; a number is a time in ms. */
function shows(id: HostLayoutId, edges: string): string {
  const host = new HostText(hostLayout(id), 2000, USUAL_REPEAT);
  let atUs = 0;
  for (const word of edges.split(' '))
    if (/^\d/.test(word)) host.advance((atUs = Number(word) * 1000));
    else if (word.startsWith('+') || word.startsWith('-')) host.edge(word.startsWith('+'), word.slice(1), atUs);
    else for (const down of [true, false]) host.edge(down, word, atUs);
  return host.line();
}

/** The strokes of a text as short words: `Shift+KeyA`. */
const typed = (id: HostLayoutId, text: string): string =>
  [...text]
    .map((character) =>
      (strokesOf(hostLayout(id), character) ?? [])
        .map((stroke) => codesOfStroke(stroke).join('+').replace('ShiftLeft', 'Shift').replace('AltRight', 'AltGr'))
        .join(' '),
    )
    .map((strokes) => (strokes === '' ? '-' : strokes))
    .join(', ');

describe('what a host shows', () => {
  test.each<[string, HostLayoutId, string, string]>([
    ['letters, plain and with Shift', 'us', 'KeyA +ShiftLeft KeyB -ShiftLeft KeyC', 'aBc'],
    ['signs', 'us', '+ShiftRight Digit1 -ShiftRight Slash', '!/'],
    ['Caps Lock turns letters, not signs', 'us', 'CapsLock KeyA Digit1 +ShiftLeft KeyB', 'A1b'],
    ['Backspace takes the last character', 'us', 'KeyA KeyB Backspace', 'a'],
    ['Enter and Tab', 'us', 'KeyA Enter Tab', 'a⏎⇥'],
    ['keys without a character are named', 'us', 'F20 KeyA', '[F20]a'],
    ['a command is no text', 'us', '+ControlLeft +AltLeft KeyH', '[Ctrl+Alt+H]'],
    ['a command with Shift', 'us', '+ControlLeft +ShiftLeft Digit1', '[Ctrl+Shift+1]'],
    ['without AltGr the right Alt key is a command', 'us', '+AltRight KeyE', '[Alt+E]'],
    ['other places', 'fr', 'KeyQ KeyW Semicolon Digit2', 'azmé'],
    ['y and z', 'de', 'KeyY KeyZ Minus', 'zyß'],
    ['AltGr', 'de', '+AltRight KeyQ KeyE -AltRight', '@€'],
    ['Shift and AltGr', 'de', '+ShiftLeft +AltRight KeyS', 'ẞ'],
    ['AltGr where nothing is', 'jp', '+AltRight KeyE', '[Alt+E]'],
    ['a dead key and a letter', 'fr', 'BracketLeft KeyE', 'ê'],
    ['a dead key with Shift', 'fr', '+ShiftLeft BracketLeft -ShiftLeft KeyI', 'ï'],
    ['a dead key and a capital', 'fr', 'BracketLeft +ShiftLeft KeyE -ShiftLeft', 'Ê'],
    ['a dead key and a space', 'fr', 'BracketLeft Space', '^'],
    ['a dead key twice', 'us-intl', 'Quote Quote', '´'],
    ['two dead keys and a letter', 'us-intl', 'Quote +ShiftLeft Quote -ShiftLeft KeyI', 'ḯ'],
    ['a dead key and what it does not compose with', 'us-intl', 'Quote KeyQ', '[´q]'],
    ['a dead key and a key without a character', 'us-intl', 'Quote F13 KeyE', '[´F13]e'],
    ['Backspace takes a dead key back', 'us-intl', 'Quote Backspace KeyE', 'e'],
    ['Backspace takes a dead key back, and nothing before it', 'us-intl', 'KeyQ Quote Backspace KeyE', 'qe'],
    ['Caps Lock on é', 'fr', 'CapsLock Digit2 Digit6', 'É-'],
    ['Caps Lock and Shift on the digits', 'fr', 'CapsLock +ShiftLeft Digit2', '2'],
    ['Caps Lock and ß', 'de', 'CapsLock Minus KeyA', 'ẞA'],
    ['the Caps Lock key that is a Backspace', 'us-colemak', 'KeyA KeyS CapsLock', 'a'],
    ['i with and without a dot', 'tr', 'KeyI Quote +ShiftLeft KeyI Quote', 'ıiIİ'],
    ['the number pad', 'us', 'Numpad1 NumpadDecimal NumpadAdd', '1.+'],
    ['the number pad with a comma', 'de', 'NumpadDecimal', ','],
    ['Num Lock off', 'us', 'NumLock Numpad7 NumpadAdd NumLock Numpad7', '[Numpad7]+7'],
    ['Num Lock and Shift', 'us', '+ShiftLeft Numpad7', '[Shift+Numpad7]'],
    ['a held key repeats after half a second', 'us', '+KeyA 499 -KeyA', 'a'],
    ['and then about thirty times a second', 'us', '+KeyA 600 -KeyA', 'aaaaa'],
    ['the next key ends it', 'us', '+KeyA 100 +KeyB 700 -KeyB 2000', 'abbbbb'],
    ['a modifier repeats nothing, and ends nothing', 'us', '+KeyA 100 +ShiftLeft 510 -KeyA', 'aA'],
    ['Caps Lock does not repeat', 'us', '+CapsLock 1000 -CapsLock KeyA', 'A'],
  ])('%s (%s: %s)', (_what, id, edges, line) => expect(shows(id, edges)).toBe(line));

  test('hours of a held key are a field full, and no more', () => {
    const host = new HostText(hostLayout('us'), 50, USUAL_REPEAT);
    host.edge(true, 'KeyA', 0);
    host.advance(1e13);
    expect(host.pieces).toHaveLength(50);
  });
});

describe('text to keys', () => {
  test.each<[HostLayoutId, string, string]>([
    ['us', 'aB1!', 'KeyA, Shift+KeyB, Digit1, Shift+Digit1'],
    ['us', '<\\|\n\t', 'Shift+Comma, Backslash, Shift+Backslash, Enter, Tab'],
    ['us', 'é€', '-, -'],
    ['fr', 'déjà', 'KeyD, Digit2, KeyJ, Digit0'],
    ['fr', 'ÊÉ€<', 'BracketLeft Shift+KeyE, AltGr+KeyM Shift+KeyE, AltGr+KeyE, IntlBackslash'],
    ['fr', '^', 'AltGr+Digit9'],
    ['de', 'ßẞ@{ä', 'Minus, Shift+AltGr+KeyS, AltGr+KeyQ, AltGr+Digit7, Quote'],
    ['us-intl', "é'ñ", 'AltGr+KeyE, AltGr+Quote, AltGr+KeyN'],
    ['pl', 'łŻ', 'AltGr+KeyL, Shift+AltGr+KeyZ'],
    ['br', 'ç/?', 'Semicolon, IntlRo, AltGr+KeyW'],
    ['jp', '\\_@', 'IntlYen, Shift+IntlRo, BracketLeft'],
    ['us-dvorak', 'ao.', 'KeyA, KeyS, KeyE'],
    ['us', '\ud800\u0007👋', '-, -, -'],
  ])('%s: %j', (id, text, strokes) => expect(typed(id, text)).toBe(strokes));

  test.each(HOST_IDS)('%s: every character that its keys make comes out of the keys that make it', (id) => {
    const layout = hostLayout(id);
    const wrong = charactersOf(layout).filter((character) => {
      const host = new HostText(layout);
      for (const { modifiers, code } of strokesOf(layout, character) ?? []) {
        for (const down of [true, false]) {
          if (down) for (const modifier of modifiers) host.edge(true, modifier);
          host.edge(down, code);
        }
        for (const modifier of modifiers) host.edge(false, modifier);
      }
      return host.pieces.map(({ text }) => text).join('') !== character;
    });
    expect(wrong).toEqual([]);
    // The basic alphabet is on every one of them.
    for (let point = 0x20; point < 0x7f; point++)
      expect(strokesOf(layout, String.fromCharCode(point))?.length).toBeGreaterThan(0);
  });

  test('every host has its own file, under the name of the list', () => {
    for (const { id, name } of HOSTS) {
      expect(isHostHere(id)).toBe(true);
      expect(hostLayout(id)).toMatchObject({ id, name });
    }
  });
});

describe('legends', () => {
  test.each<[HostLayoutId, string, string, string]>([
    ['us', 'KeyQ', 'Q', ''],
    ['fr', 'KeyQ', 'A', 'Æ'],
    ['fr', 'Digit2', 'É', '~'],
    ['fr', 'BracketLeft', '^◌', '¨◌'],
    ['de', 'KeyE', 'E', '€'],
    ['de', 'Minus', 'ß', '\\'],
    ['us', 'Space', 'Space', ''],
    ['se', 'Enter', 'Enter', ''],
  ])('%s: %s shows %s', (id, code, legend, altGr) => {
    expect(legendOnHost(hostLayout(id), code)).toBe(legend);
    expect(altGrOnHost(hostLayout(id), code)).toBe(altGr);
  });

  test.each<[HostLayoutId, string, string | undefined]>([
    ['us', 'ShiftLeft Digit1', '!'],
    ['us', 'ShiftLeft KeyA', undefined],
    ['us', 'ControlLeft Digit1', undefined],
    ['us', 'AltRight KeyE', undefined],
    ['fr', 'ShiftLeft Digit1', '1'],
    ['fr', 'AltRight KeyE', '€'],
    ['fr', 'ShiftLeft BracketLeft', undefined],
    ['de', 'ShiftRight AltRight KeyS', 'ẞ'],
  ])('on %s, %s is %s', (id, codes, sign) => expect(signOfChord(hostLayout(id), codes.split(' '))).toBe(sign));

  test('what is pressed for a text, by the caps there', () => {
    expect(pressesOfText(hostLayout('fr'), 'Où ê?€ж').join(' · ')).toBe(
      'Shift+O · Ù · Space · ^◌ E · Shift+, · AltGr+E · ?',
    );
    expect(pressesOfText(hostLayout('de'), '@{').join(' · ')).toBe('AltGr+Q · AltGr+7');
  });

  test('the levels of a key', () => expect(levelsOf(hostLayout('de'), 'KeyE')).toEqual(['e', 'E', '€', '€']));
});

describe('what a layout lacks', () => {
  test('each character once, and where it is', () =>
    expect(lackingIn(hostLayout('us'), 'aé€é\ud800')).toEqual([
      { character: 'é', at: 1 },
      { character: '€', at: 2 },
      { character: '\ud800', at: 4 },
    ]));
  test.each([
    ['é', '“é” (U+00E9)'],
    ['\ud83d', 'half a character (U+D83D)'],
    ['\u0007', 'the control U+0007'],
    ['👋', '“👋” (U+1F44B)'],
    ['\u0301', 'U+0301'],
  ])('%j is named %s', (character, name) => expect(namedCharacter(character)).toBe(name));
  test('by its number', () => {
    expect(codeEntriesOf('é').map(({ system, how }) => `${system}: ${how}`)).toEqual([
      'Windows: hold Alt and press 0233 on the number pad',
      'Linux: Ctrl+Shift+U, then e9, then Space',
      'macOS: with the Unicode Hex Input layout, hold Option and press 00E9',
    ]);
    expect(codeEntriesOf('👋').at(-1)?.how).toContain('D83D DC4B');
    expect(codeEntriesOf('\ud83d')).toEqual([]);
  });
});

describe('which host somebody has', () => {
  /** What a browser says of the keys of a host. */
  const mapOf = (id: HostLayoutId): Map<string, string> => {
    const layout = hostLayout(id);
    return new Map(
      Object.entries(layout.keys).map(([code, [plain = '']]) => [
        code,
        plain.startsWith('dead ') ? signOfDead(layout, plain) : plain,
      ]),
    );
  };
  test.each<[HostLayoutId, string[]]>([
    ['fr', ['en-US']],
    ['de', ['en-US', 'de']],
    ['ch-fr', ['fr-CH']],
    ['ch-de', ['de-CH']],
    ['us', ['en-US']],
    ['pl', ['pl-PL']],
    ['us-dvorak', ['en']],
    ['br', ['pt-BR']],
    ['tr', ['en']],
  ])('%s by its keys, with the language %j', (id, languages) =>
    expect(guessHost(mapOf(id), languages)).toMatchObject({ id, because: expect.stringContaining('keys') }),
  );
  test.each<[string[], HostLayoutId, string]>([
    [['pt-PT'], 'pt', 'language is pt-PT'],
    [['pt-BR'], 'br', 'language is pt-BR'],
    [['de-AT'], 'de', 'language is de-AT'],
    [['xx', 'cs'], 'cz', 'language is cs'],
    [['en-US'], 'us', 'commonest'],
    [[], 'us', 'commonest'],
  ])('without the keys, by the languages %j: %s', (languages, id, because) => {
    const guess = guessHost(undefined, languages);
    expect(guess.id).toBe(id);
    expect(guess.because).toContain(because);
    expect(guessHost(new Map([['KeyA', 'ф']]), languages).id).toBe(id);
  });
});

test('a mouse button that is held is one press, a key that is held repeats', () => {
  const held = (code: string): number => {
    const host = new HostText(hostLayout('us'), 50, USUAL_REPEAT);
    host.edge(true, code, 0);
    host.advance(1_000_000);
    return host.pieces.length;
  };
  expect(held(codeOfButton(1))).toBe(1);
  expect(held('KeyA')).toBeGreaterThan(5);
});
