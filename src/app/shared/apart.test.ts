import { expect, test } from '@jest/globals';
import { apartOf } from './apart';

test('profiles of one name are told apart by their board, by what is known of them, or by their place', () => {
  const told = apartOf([
    { key: 'a', name: 'Desk', board: 'Harrow 64' },
    { key: 'b', name: 'desk', board: 'Twill 42' },
    { key: 'c', name: 'Pad', board: 'Bobbin 21', about: 'in the keyboard, slot 1' },
    { key: 'd', name: 'Pad', board: 'Bobbin 21', about: 'on the shelf' },
    { key: 'e', name: 'Book', board: 'Twill 42', about: 'on the shelf' },
    { key: 'f', name: 'Book', board: 'Twill 42', about: 'on the shelf' },
    { key: 'g', name: 'Alone', board: 'Twill 42' },
  ]);
  expect([...told.values()]).toEqual([
    'Harrow 64',
    'Twill 42',
    'in the keyboard, slot 1',
    'on the shelf',
    'no. 1',
    'no. 2',
    '',
  ]);
});
