import { describe, expect, test } from '@jest/globals';
import { HARROW_64, TWILL_42 } from '../board';
import { sketchProfile } from '../../../tests/making/sketch';
import type { Action, Profile } from '../profile';
import type { Problems } from '.';
import { check, firstProblem, isSound, mustBeSound } from '.';

const withKey = (action: Action): Profile => ({
  ...sketchProfile({ Base: {} }),
  layers: [{ id: 'base', name: 'Base', dye: 'indigo', keys: { KeyA: { does: { kind: 'act', action } } } }],
});

describe('a sound profile', () => {
  test('comes with its board and its program, and is the same however often it is asked for', () => {
    const profile = sketchProfile({ Base: {} });
    const sound = mustBeSound(profile);
    expect([sound.profile, sound.board, sound.program.keyIds.length]).toEqual([
      profile,
      HARROW_64,
      HARROW_64.keys.length,
    ]);
    expect(check(profile)).toBe(check(profile, HARROW_64));
    expect(sound.program).toBe(sound.program);
  });

  test('is one on a board, and may not be one on another', () => {
    const profile = sketchProfile({ Base: {} });
    expect(isSound(check(profile, HARROW_64))).toBe(true);
    expect(firstProblem(check(profile, TWILL_42) as Problems)).toBe(
      'is "harrow-64", but the board given is "twill-42".',
    );
    expect(isSound(check({ ...profile, board: 'nowhere' }))).toBe(false);
  });

  test('cannot be made up', () => {
    const profile = sketchProfile({ Base: {} });
    expect(isSound({ profile, board: HARROW_64, program: {} } as never)).toBe(false);
  });
});

test('a slot that the keyboard does not have is a problem, with its place', () => {
  expect(isSound(check(withKey({ do: 'slot', how: 'go', slot: 4 })))).toBe(true);
  const many: Action = {
    do: 'many',
    actions: [
      { do: 'device', what: 'lampsUp' },
      { do: 'slot', how: 'go', slot: 5 },
    ],
  };
  const { problems } = check(withKey(many)) as Problems;
  expect(problems).toEqual([
    {
      path: ['layers', 0, 'keys', 'KeyA', 'does', 'action', 'actions', 1, 'slot'],
      wrong: { is: 'noSlot', slot: 5, slots: 4, board: 'Harrow 64' },
    },
  ]);
});
