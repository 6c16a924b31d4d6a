/** What went wrong in a take, and which decision explains it. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { fingers, sketchProfile } from '../../../tests/making/sketch';
import { mustBeSound } from '../check';
import { bringHosts } from '../hosts';
import { applyEdit } from '../profile';
import { ALL, appliesTo, fingerMates, settingEdit, settingNow } from './scope';
import { columnsOf, lookAt, threadsOf } from './slips';

beforeAll(() => bringHosts());

const sound = mustBeSound(
  sketchProfile(
    { Base: { A: 'tap A, hold Shift', F: 'tap F, hold Ctrl', G: 'tap G, twice B' } },
    {},
    { joints: [{ id: 'both', keys: ['KeyK', 'KeyL'], withinMs: 40, action: { do: 'keys', codes: ['Escape'] } }] },
  ),
);

describe('a slip', () => {
  test.each([
    ['a roll that was taken for a hold', '+A 0, +S 40, -S 90, -A 110', 'as', 'S', 'held', 'KeyA'],
    ['a hold that was let go too early', '+A 0, +S 150, -A 160, -S 200', 'S', 'as', 'tapped', 'KeyA'],
    ['two taps of one key that were a double tap', '+G 0, -G 40, +G 120, -G 160', 'gg', 'b', 'again', 'KeyG'],
    ['two keys of a roll that were pressed together', '+K 0, +L 30, -K 80, -L 110', 'kl', '[Esc]', 'together', 'both'],
    ['another key than was meant', '+S 0, -S 50', 'd', 's', 'hand', undefined],
    ['a key held for too long', '+F 0, -F 400, +H 600, -H 650', 'fh', 'h', 'held', 'KeyF'],
  ])('%s', (_name, hand, meant, came, kind, key) => {
    const looked = lookAt(sound, fingers(hand), meant);
    expect(looked.came.join('')).toBe(came);
    expect(looked.slips.map(({ kind: is, press }) => [is, press?.key])).toEqual([[kind, key]]);
  });

  test('of what came as it was meant there is none', () => {
    expect(lookAt(sound, fingers('+A 0, -A 60, +A 300, +S 600, -S 650, -A 700'), 'aS').slips).toEqual([]);
  });
});

test('how long keys were down stands where it was meant, with how long the next was down too', () => {
  const samples = fingers('+A 0, -A 60, +A 300, +S 600, -S 650, -A 700, +A 1000, +S 1040, -S 1090, -A 1110');
  const looked = lookAt(sound, samples, 'aSas');
  const threads = threadsOf(looked, columnsOf(samples, sound), sound);
  expect(threads.get('KeyA')).toEqual([
    { pressedUs: 0, downUs: 60_000, overlapUs: 0, outcome: 'tap', isSlip: false },
    { pressedUs: 300_000, downUs: 400_000, overlapUs: 100_000, outcome: 'hold', isSlip: false },
    { pressedUs: 1_000_000, downUs: 110_000, overlapUs: 70_000, outcome: 'tap', isSlip: true },
  ]);
});

describe('for whom a setting is', () => {
  const now = settingNow(sound.profile, ALL);
  const setting = { ...now, timing: { ...now.timing, holdAfterMs: 260 } };
  const deeper = { ...now, travel: { mode: 'fixed', pointUm: 2200 } } as const;

  test('for all it is the profile’s, and one step', () => {
    expect(settingEdit(sound.profile, ALL, setting)).toEqual({ edit: 'timing', to: { holdAfterMs: 260 } });
  });

  test('for the keys of a finger it is that of their gestures, and no others', () => {
    const scope = { for: 'keys', keys: fingerMates(sound.board, 'KeyF') } as const;
    expect(scope.keys).toContain('KeyG');
    const edit = settingEdit(sound.profile, scope, setting)!;
    const done = applyEdit(sound.profile, edit);
    if (!done.ok) throw new Error('refused');
    expect(settingNow(done.profile, scope).timing.holdAfterMs).toBe(260);
    expect(done.profile.layers[0]!.keys.KeyA).toEqual(sound.profile.layers[0]!.keys.KeyA);
    expect(appliesTo(scope)(sound.profile, setting)).toEqual(done.profile);
    expect(settingEdit(sound.profile, { for: 'keys', keys: ['KeyS'] }, setting)).toBeUndefined();
  });

  test('a depth is the board’s, or that of each key of a finger, also where it has no gesture; as it is, is no edit', () => {
    expect(settingEdit(sound.profile, ALL, deeper)).toEqual({ edit: 'travel', key: null, to: deeper.travel });
    const scope = { for: 'keys', keys: ['KeyS', 'KeyW'] } as const;
    const done = applyEdit(sound.profile, settingEdit(sound.profile, scope, deeper)!);
    if (!done.ok) throw new Error('refused');
    expect(done.profile.travel).toEqual({
      ...sound.profile.travel,
      keys: { KeyS: deeper.travel, KeyW: deeper.travel },
    });
    expect(settingNow(done.profile, scope)).toEqual(deeper);
    expect(settingEdit(done.profile, scope, deeper)).toBeUndefined();
  });
});
