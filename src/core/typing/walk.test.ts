/** A walk that nobody has written: everything that one has to know, in an order. */
import { beforeAll, expect, test } from '@jest/globals';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../demo';
import { sketchProfile } from '../../../tests/making/sketch';
import { mustBeSound } from '../check';
import { bringHosts } from '../hosts';
import { macroFromLines } from '../macro';
import { walkOf } from './walk';
import { Ways } from './ways';

beforeAll(() => bringHosts());

test('goes from the base through every layer to what is crowded, pressed together, played and to be careful with', () => {
  const sound = mustBeSound(
    sketchProfile(
      {
        Base: { C: 'while Nav', D: 'go Far', G: 'tap G, hold F14, twice F13', M: 'play M', L: 'latch Ctrl' },
        Nav: { A: 'Left' },
        Far: { E: 'go Base' },
      },
      {},
      {
        macros: [macroFromLines({ press: 'A:10' })],
        joints: [{ id: 'j', keys: ['KeyJ', 'KeyK'], withinMs: 40, action: { do: 'keys', codes: ['Escape'] } }],
      },
    ),
  );
  expect(
    walkOf(sound, new Ways(sound)).map(({ about, layer, keys, way, back }) => [
      about,
      layer,
      keys.join(),
      way?.steps.map((step) => step.keys.join()).join() ?? '',
      back?.join() ?? '',
    ]),
  ).toEqual([
    ['base', 0, '', '', ''],
    ['layer', 1, 'KeyA', 'KeyC', ''],
    ['layer', 2, 'KeyE', 'KeyD', 'KeyE'],
    ['crowded', 0, 'KeyG', '', ''],
    ['joint', 0, 'KeyJ,KeyK', '', ''],
    ['macro', 0, 'KeyM', '', ''],
    ['careful', 0, 'KeyL', '', ''],
  ]);
});

test.each([SHOW_DESK, PROMPT_BOOK, SOUND_PAD])(
  'of each profile of the demo: a step for every layer, with a way in',
  (profile) => {
    const sound = mustBeSound(profile);
    const steps = walkOf(sound, new Ways(sound)).filter(({ about }) => about === 'layer');
    expect(steps).toHaveLength(profile.layers.length - 1);
    expect(steps.every(({ way }) => way !== undefined)).toBe(true);
  },
);
