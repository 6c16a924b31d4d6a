/** What a walk is called and says, step by step. */
import { expect, test } from '@jest/globals';
import { SHOW_DESK } from '../../../demo';
import { HARROW_64 } from '../../core/board';
import { shownMade, shownWritten, writtenFrom } from './walkWords';

const OF = { profile: SHOW_DESK, board: HARROW_64 };

test('a written step is called by its first words, and says all of them, and the way to its layer', () => {
  const way = { steps: [], timeUs: 0, shape: 'x' } as never;
  const shown = shownWritten(
    { says: 'Go: here.\nTwice.', layer: 'cues', keys: ['KeyF'] },
    [{ about: 'layer', layer: 1, keys: [], way }],
    OF,
  );
  expect(shown).toMatchObject({ title: 'Go: here', layer: 1, keys: ['KeyF'], way });
  expect(shown.says.slice(0, 2)).toEqual(['Go: here.', 'Twice.']);
  expect('gone' in shown).toBe(false);
});

test('what a step names and is gone is said, and the rest is shown', () => {
  const gone = (layer: string | undefined, ...keys: string[]) =>
    shownWritten({ says: 'x', ...(layer !== undefined && { layer }), keys }, [], OF);
  expect(gone('attic', 'KeyF')).toMatchObject({
    layer: 0,
    keys: ['KeyF'],
    gone: 'This step was written about the layer attic, which is not there any more.',
  });
  expect(gone(undefined, 'L2-1', 'KeyF')).toMatchObject({
    keys: ['KeyF'],
    gone: 'This step was written about the key L2-1, which is not there any more.',
  });
  expect(gone('attic', 'L2-1', 'L2-2').gone).toBe(
    'This step was written about the layer attic and the keys L2-1, L2-2, which are not there any more.',
  );
  expect(gone('cues', 'KeyF').gone).toBeUndefined();
});

test('what was made from the keys is a beginning for what is written', () => {
  const made = [
    { about: 'base', layer: 0, keys: [] },
    { about: 'crowded', layer: 0, keys: ['Tab'] },
    { about: 'layer', layer: 1, keys: ['KeyF', 'KeyG'] },
  ] as const;
  expect(shownMade(made[1], OF)).toMatchObject({ title: 'Tab: many meanings', keys: ['Tab'] });
  const written = writtenFrom(made, OF);
  expect(written).toEqual([
    { says: 'Show desk is for the Harrow 64. Its base, Base, is always there.', layer: 'base', keys: [] },
    { says: expect.stringContaining('Tab: many meanings: '), layer: 'base', keys: ['Tab'] },
    { says: 'Cues: 2 keys of its own.', layer: 'cues', keys: [] },
  ]);
});
