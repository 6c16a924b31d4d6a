import { describe, expect, test } from '@jest/globals';
import { HOST_LAYOUTS, shiftedSign, strokeOfCharacter } from './hostLayout';
import { HostText } from './hostText';
import { codeOfWord, KEY_WORDS, legendOfCode, titleOfCode, wordOfCode } from './names';
import { NAMED_CODES } from './codes';

/** Types `+Code -Code` words at a US host and says what it shows. */
function shows(edges: string): string {
  const host = new HostText();
  for (const word of edges.split(' ')) host.edge(word.startsWith('+'), word.slice(1));
  return host.line();
}

describe('what a US host shows', () => {
  test.each([
    ['letters, plain and with Shift', '+KeyA -KeyA +ShiftLeft +KeyB -KeyB -ShiftLeft +KeyC', 'aBc'],
    ['signs', '+ShiftRight +Digit1 -Digit1 -ShiftRight +Slash', '!/'],
    ['Caps Lock turns letters, not signs', '+CapsLock -CapsLock +KeyA -KeyA +Digit1 -Digit1 +ShiftLeft +KeyB', 'A1b'],
    ['Backspace takes the last character', '+KeyA -KeyA +KeyB -KeyB +Backspace -Backspace', 'a'],
    ['Enter and Tab', '+KeyA -KeyA +Enter -Enter +Tab', 'a⏎⇥'],
    ['keys without a character are named', '+F20 -F20 +KeyA', '[F20]a'],
    ['a command is no text', '+ControlLeft +AltLeft +KeyH', '[Ctrl+Alt+H]'],
    ['a command with Shift', '+ControlLeft +ShiftLeft +Digit1', '[Ctrl+Shift+1]'],
  ])('%s', (_what, edges, line) => expect(shows(edges)).toBe(line));
});

describe('characters and keys', () => {
  const us = HOST_LAYOUTS.us;
  test('every printable ASCII character has a stroke that makes it', () => {
    for (let code = 0x20; code < 0x7f; code++) {
      const character = String.fromCharCode(code);
      const stroke = strokeOfCharacter(us, character);
      expect(us.characters[stroke!.code]![stroke!.shift ? 1 : 0]).toBe(character);
    }
  });

  test('a chord of Shift and a sign key is that sign', () => {
    expect(shiftedSign(us, ['ShiftLeft', 'Digit1'])).toBe('!');
    expect(shiftedSign(us, ['ShiftLeft', 'KeyA'])).toBeUndefined();
    expect(shiftedSign(us, ['ControlLeft', 'Digit1'])).toBeUndefined();
  });

  test('every key has one word, and the word means the key', () => {
    expect(new Set(KEY_WORDS.map((word) => word.toLowerCase())).size).toBe(NAMED_CODES.length);
    for (const code of NAMED_CODES) {
      expect(codeOfWord(wordOfCode(code))).toBe(code);
      expect(codeOfWord(code.toUpperCase())).toBe(code);
      expect(legendOfCode(code).length).toBeGreaterThan(0);
      expect(titleOfCode(code).length).toBeGreaterThan(0);
    }
  });

  test.each([
    ['esc', 'Escape'],
    ['Del', 'Delete'],
    ['up', 'ArrowUp'],
    ['Katakana', 'Lang3'],
    ['hid:0c:00e9', 'hid:0C:00E9'],
  ])('"%s" means %s', (word, code) => expect(codeOfWord(word)).toBe(code));
  test('a word that is no key means nothing', () => expect(codeOfWord('Escap')).toBeUndefined());
});
