/** Which letter a shortcut goes by, on layouts that have it elsewhere or not at all. */
import { expect, test } from '@jest/globals';
import { letterOf } from './letterOf';

test.each([
  ['z', 'KeyZ', 'z'],
  // German: Z and Y have changed places.
  ['z', 'KeyY', 'z'],
  ['y', 'KeyZ', 'y'],
  // French: A and Q, Z and W.
  ['a', 'KeyQ', 'a'],
  ['z', 'KeyW', 'z'],
  // Dvorak: K is where V is, and J where C is.
  ['k', 'KeyV', 'k'],
  ['j', 'KeyC', 'j'],
  // With Shift or Caps Lock.
  ['Z', 'KeyY', 'z'],
  // Russian and Greek have no such letters: the place says it.
  ['я', 'KeyZ', 'z'],
  ['ς', 'KeyW', 'w'],
  ['', 'KeyC', 'c'],
  [';', 'Semicolon', ''],
  ['Enter', 'Enter', ''],
  ['1', 'Digit1', ''],
])('%s on %s is “%s”', (key, code, letter) => expect(letterOf({ key, code })).toBe(letter));
