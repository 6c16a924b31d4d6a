import { describe, expect, test } from '@jest/globals';
import { PROMPT_BOOK, SHOW_DESK } from '../../../demo';
import { HARROW_64, TWILL_42 } from '../board';
import { findables, findIn } from '.';

const titles = (question: string): string[] =>
  findIn(findables(SHOW_DESK, HARROW_64), question).map(({ title }) => title);

describe('finding anything', () => {
  test.each([
    ['rig', 'Rig'],
    ['thunder', 'Thunder roll'],
    ['thunder sheet', 'Roll (K on Cues)'],
    ['dim +', 'Dim + (S on Rig)'],
    ['f20', 'Go (F on Cues)'],
    ['travel delete', 'Travel of Delete'],
    ['undo cue', 'Undo cue (Backspace on Cues)'],
    ['CAPS LOCK', 'Caps Lock on Base'],
  ])('%s leads to %s first', (question, title) => expect(titles(question)[0]).toBe(title));

  test('all words must be there, in any order; nothing is found by nonsense', () => {
    expect(titles('base lock caps')).toEqual(['Caps Lock on Base']);
    expect(titles('thunder xyz')).toEqual([]);
    expect(titles('  ')).toHaveLength(findables(SHOW_DESK, HARROW_64).length);
  });

  test('a role, a note and the usual name of a position lead to keys too', () => {
    expect(titles('exit signs')).toEqual(['Off (apostrophe on Rig)']);
    expect(titles('lights').length).toBeGreaterThan(6);
    const book = findIn(findables(PROMPT_BOOK, TWILL_42), 'caps lock').map(({ place }) => place.key);
    expect(book).toContain('L2-1');
  });

  test('every place is there', () => {
    for (const { place } of findables(SHOW_DESK, HARROW_64)) {
      if (place.layer) expect(SHOW_DESK.layers.map(({ id }) => id)).toContain(place.layer);
      if (place.key) expect(HARROW_64.keys.map(({ id }) => id)).toContain(place.key);
      if (place.macro) expect(SHOW_DESK.macros.map(({ id }) => id)).toContain(place.macro);
    }
  });
});
