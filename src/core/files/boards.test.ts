/** Board files from outside: what is wrong is named at its place. */
import { expect, test } from '@jest/globals';
import { familyById, HARROW_64, startingBoard } from '../board';
import { parseBoard, parseBoardDraft, writeBoard } from '.';

const PAD = startingBoard(familyById('number-pad')!);
const withKey = (key: object): string => JSON.stringify({ ...PAD, keys: [{ id: 'A', x: 0, y: 0 }, key] });
const many = (count: number): string =>
  JSON.stringify({ ...PAD, keys: Array.from({ length: count }, (_, n) => ({ id: `k${n}`, x: n % 100, y: 0 })) });

test('a board is the same when it is read again', () => {
  expect(parseBoard(writeBoard(PAD))).toEqual(PAD);
  const iso = startingBoard(familyById('full-size')!, { form: 'iso' });
  expect(parseBoard(writeBoard(iso))).toEqual(iso);
});

test.each([
  ['keys one upon another', withKey({ id: 'B', x: 0.5, y: 0 }), 'keys[1]: lies on the key "A"; move one of them'],
  ['a key without a name', withKey({ x: 1, y: 0 }), 'keys[1].id'],
  ['a key with an empty name', withKey({ id: '', x: 1, y: 0 }), 'keys[1].id'],
  ['two keys of one name', withKey({ id: 'A', x: 1, y: 0 }), 'keys[1].id: a second key is named "A"'],
  ['a name that programs keep', withKey({ id: 'constructor', x: 1, y: 0 }), 'keys[1].id'],
  ['a huge key', withKey({ id: 'B', x: 1, y: 0, w: 1e9 }), 'keys[1].w'],
  ['a key of no size', withKey({ id: 'B', x: 1, y: 0, h: 0 }), 'keys[1].h'],
  ['a negative place', withKey({ id: 'B', x: -1, y: 0 }), 'keys[1].x'],
  ['turned by a word', withKey({ id: 'B', x: 1, y: 0, angle: 'NaN' }), 'keys[1].angle'],
  ['turned by nothing', withKey({ id: 'B', x: 1, y: 0, angle: NaN }), 'keys[1].angle'],
  ['turned more than once around', withKey({ id: 'B', x: 1, y: 0, angle: 720 }), 'keys[1].angle'],
  [
    'a second rectangle of no width',
    withKey({ id: 'B', x: 1, y: 0, second: { x: 0, y: 0, w: 0, h: 1 } }),
    'keys[1].second.w',
  ],
  ['a code that is none', withKey({ id: 'B', x: 1, y: 0, code: 'KeyAA' }), 'keys[1].code'],
  ['a field that is not known', withKey({ id: 'B', x: 1, y: 0, colour: 'red' }), 'keys[1]'],
  ['the contact of a key that is not there', withKey({ id: 'B', x: 1, y: 0, contact: 'Z' }), 'keys[1].contact'],
  ['ten thousand keys', many(10_000), 'keys'],
  ['no keys', many(0), 'keys'],
  ['an id that is no file name', JSON.stringify({ ...PAD, id: '../up' }), 'id'],
  ['a bare NaN', writeBoard(PAD).replace('"angle": 0', '"angle": NaN'), 'NaN'],
])('%s', (_what, text, place) => expect(() => parseBoard(text)).toThrow(place));

test('keys one upon another are read all the same where they can be moved apart', () =>
  expect(parseBoardDraft(withKey({ id: 'B', x: 0.5, y: 0 })).keys).toHaveLength(2));

test('a board of a newer version is told from one that is wrong', () => {
  const text = JSON.stringify({ ...HARROW_64, id: 'own-64', version: 2 });
  expect(() => parseBoard(text)).toThrow(
    'version: is from a newer program: the file has version 2, and this one reads version 1',
  );
});
