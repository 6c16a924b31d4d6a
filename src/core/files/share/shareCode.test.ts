/** Share codes: what goes in comes out, how long they are, and what is said of one that was damaged on its way. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../../tests/runs';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../../demo';
import { familyById, HARROW_64, startingBoard } from '../../board';
import { bringHosts } from '../../hosts';
import { randomProfile } from '../../../../tests/making/randomProfiles';
import { plainProfile } from '../../profile';
import { Unreadable } from '../../reading';
import { findShareCode, readShareCode, writeShareCode } from '.';
import { bytesOfLetters, lettersOfBytes } from './letters';

beforeAll(() => bringHosts());

const CODE = writeShareCode(SHOW_DESK);

test('the show desk takes 900 letters at the most, with all its names and notes, and any of the demo 1400', () => {
  expect(CODE.length).toBeLessThanOrEqual(900);
  for (const profile of [SHOW_DESK, PROMPT_BOOK, SOUND_PAD]) {
    const code = writeShareCode(profile);
    expect(code).toMatch(/^loom1[0-9A-Za-z]+$/);
    expect(code.length).toBeLessThanOrEqual(1400);
    expect(readShareCode(code)).toEqual({ profile });
  }
});

test('whatever a profile holds, sound or not, comes back', () => {
  fc.assert(
    fc.property(
      randomProfile(HARROW_64).filter((profile) => JSON.stringify(profile).length < 30_000),
      (profile) => expect(readShareCode(writeShareCode(profile)).profile).toEqual(profile),
    ),
    { numRuns: runs(15) },
  );
});

test('a label of nothing, or of a space, is neither no label nor the other', () => {
  for (const label of ['', ' ', '  ']) {
    const base = plainProfile(HARROW_64, 'p', 'Plain');
    const keys = { ...base.layers[0]!.keys, KeyA: { ...base.layers[0]!.keys.KeyA!, label } };
    const profile = { ...base, layers: [{ ...base.layers[0]!, keys }] };
    expect(readShareCode(writeShareCode(profile)).profile).toEqual(profile);
  }
});

test('an own board comes along', () => {
  const ownBoard = { ...startingBoard(familyById('number-pad')!), id: 'own-pad' };
  const profile = plainProfile(ownBoard, 'p', 'Pad');
  expect(readShareCode(writeShareCode(profile, ownBoard))).toEqual({ profile, ownBoard });
});

test('a profile that is too large for a message is not made a code of', () => {
  const base = plainProfile(HARROW_64, 'p', 'Plain');
  const macro = SHOW_DESK.macros[0]!;
  const long = Array.from({ length: 3000 }, (_, n) => ({ atUs: n * 777, edge: 'down' as const, code: 'KeyA' }));
  const macros = [{ ...macro, onPress: { lengthUs: 3_000_000, events: long } }];
  expect(() => writeShareCode({ ...base, macros, board: 'nowhere' })).toThrow(
    'too large for a share code; make a bundle',
  );
});

describe('on its way', () => {
  test('a message may break it into lines, and a link may carry it', () => {
    const lines = CODE.replace(/.{60}/g, '$&\r\n  ');
    expect(readShareCode(lines).profile).toEqual(SHOW_DESK);
    const link = `http://127.0.0.1:4173/shelf#${CODE}`;
    expect(readShareCode(link).profile).toEqual(SHOW_DESK);
    expect(findShareCode(`try this:\n${CODE}\n`)).toBe(CODE);
    expect(findShareCode('heirloom1 and loom2')).toBeUndefined();
  });

  test('any one letter that is missing, and any two that have changed places, are noticed', () => {
    fc.assert(
      fc.property(fc.integer({ min: 5, max: CODE.length - 2 }), (at) => {
        expect(() => readShareCode(CODE.slice(0, at) + CODE.slice(at + 1))).toThrow('does not check out');
        if (CODE[at] !== CODE[at + 1]) {
          const swapped = CODE.slice(0, at) + CODE[at + 1]! + CODE[at]! + CODE.slice(at + 2);
          expect(() => readShareCode(swapped)).toThrow('does not check out');
        }
      }),
      { numRuns: runs(60) },
    );
  });

  test.each([
    ['', 'must begin with loom1'],
    ['hello', 'must begin with loom1'],
    ['loom1', 'does not check out'],
    ['loom9abcdefgh', 'only a newer Underloom'],
    [CODE.toLowerCase(), 'does not check out'],
    [`${CODE}x`, 'does not check out'],
    [`${CODE}é`, 'does not check out'],
    [`loom1${'z'.repeat(500_000)}`, 'is too long'],
  ])('%.20j is refused', (code, reason) => {
    expect(() => readShareCode(code)).toThrow(Unreadable);
    expect(() => readShareCode(code)).toThrow(reason);
  });
});

test('bytes are letters and back, and nothing else is letters', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 100 }), (bytes) =>
      expect(bytesOfLetters(lettersOfBytes(bytes))).toEqual(bytes),
    ),
  );
  expect(bytesOfLetters('zz')).toBeUndefined();
  expect(bytesOfLetters('a')).toBeUndefined();
  expect(bytesOfLetters('')).toEqual(new Uint8Array());
});

test('a few letters do not stand for a long text', () => {
  const note = 'a'.repeat(400);
  const base = plainProfile(HARROW_64, 'p', 'P');
  // A macro that is not there: a draft is not packed as in a keyboard.
  const does = { kind: 'act', action: { do: 'macro', macro: 'gone' } } as const;
  const keys = Object.fromEntries(HARROW_64.keys.map(({ id }) => [id, { does, note }]));
  const layers = ['a', 'b', 'c'].map((id) => ({ id, name: id, dye: 'indigo' as const, keys }));
  expect(() => writeShareCode({ ...base, layers })).toThrow(
    'repeats itself too often for a share code; make a bundle of it instead',
  );
});
