/** What lamps show, changed by pointing at things. */
import { expect, test } from '@jest/globals';
import { shownBy, shownOn, withFigure, withShownBy, withShownOn, withSign } from './glowEdits';
import type { GlowLine } from './schema';

test('a layer shows something, something else, and nothing of its own again; what says less stands before it', () => {
  let lines = withShownBy([], 'cues', ['KeyF'], '#FF0000');
  lines = withShownOn(lines, 'cues', { shows: 'dye', only: true });
  lines = withShownOn(lines, undefined, { shows: 'role' });
  expect(lines).toEqual([
    { glow: 'keys', shows: 'role' },
    { glow: 'keys', shows: 'dye', layer: 'cues', only: true },
    { glow: 'keys', shows: '#FF0000', layer: 'cues', keys: ['KeyF'] },
  ]);
  expect(shownOn(lines, 'cues')).toMatchObject({ shows: 'dye', only: true });
  expect(withShownOn(lines, 'cues', { shows: 'dark' })[1]).toEqual({ glow: 'keys', shows: 'dark', layer: 'cues' });
  expect(withShownOn(withShownOn(lines, 'cues', null), undefined, null)).toEqual([lines[2]]);
});

test('keys with one colour share a line; a key that shows something else leaves it', () => {
  let lines = withShownBy([], 'cues', ['KeyF', 'KeyG'], '#FF0000');
  lines = withShownBy(lines, 'cues', ['KeyH'], '#FF0000');
  expect(lines).toEqual([{ glow: 'keys', shows: '#FF0000', layer: 'cues', keys: ['KeyF', 'KeyG', 'KeyH'] }]);
  lines = withShownBy(lines, 'cues', ['KeyG'], 'dark');
  expect([shownBy(lines, 'cues', 'KeyF'), shownBy(lines, 'cues', 'KeyG'), shownBy(lines, 'base', 'KeyF')]).toEqual([
    '#FF0000',
    'dark',
    undefined,
  ]);
  expect(withShownBy(lines, 'cues', ['KeyF', 'KeyG', 'KeyH'], null)).toEqual([]);
  const many = Array.from({ length: 70 }, (_, n) => `K${n}`);
  expect(withShownBy([], 'cues', many, 'dark').map((line) => 'keys' in line && line.keys?.length)).toEqual([32, 32, 6]);
});

test('signs stand behind keys, figures behind all, one of a kind', () => {
  const sign: GlowLine = { glow: 'latch', key: 'Escape', shows: '#FFFFFF' };
  let lines = withFigure([], { glow: 'level', level: 2 });
  lines = withSign(lines, sign);
  lines = withFigure(withSign(lines, sign), { glow: 'level', level: 4 });
  expect(withShownOn(lines, 'cues', { shows: 'dark' })).toEqual([
    { glow: 'keys', shows: 'dark', layer: 'cues' },
    sign,
    { glow: 'level', level: 4 },
  ]);
});
