import { describe, expect, test } from '@jest/globals';
import { codeOfWord, KEY_WORDS, legendOfCode, titleOfCode, wordOfCode } from './names';
import { NAMED_CODES } from './codes';

describe('keys and their words', () => {
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
