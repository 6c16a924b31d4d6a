/** Edits that go over a whole profile: two things that change places everywhere, and roles. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../tests/runs';
import { PROMPT_BOOK, SHOW_DESK } from '../../../demo';
import { HARROW_64 } from '../board';
import { randomProfile } from '../../../tests/making/randomProfiles';
import {
  addRole,
  applyEdit,
  giveRole,
  inverseOf,
  moveRole,
  mustEdit,
  swapCodesEverywhere,
  swapKeysEverywhere,
  takeOutRole,
  type Profile,
} from '.';

const after = (profile: Profile, edit: Parameters<typeof mustEdit>[1] | undefined): Profile =>
  edit ? mustEdit(profile, edit) : profile;

describe('changing places everywhere', () => {
  test('two keys: on every layer, in joint presses, in depths; one edit, and one to take it back', () => {
    const edit = swapKeysEverywhere(SHOW_DESK, 'KeyF', 'KeyJ')!;
    const made = mustEdit(SHOW_DESK, edit);
    for (const [n, layer] of SHOW_DESK.layers.entries()) {
      expect(made.layers[n]!.keys.KeyJ).toEqual(layer.keys.KeyF);
      expect(made.layers[n]!.keys.KeyF).toEqual(layer.keys.KeyJ);
    }
    expect(made.travel.keys.KeyJ).toEqual(SHOW_DESK.travel.keys.KeyF);
    expect(mustEdit(made, inverseOf(SHOW_DESK, edit))).toEqual(SHOW_DESK);
  });

  test('two modifiers: in keys, holds, joint presses and macros', () => {
    const made = mustEdit(PROMPT_BOOK, swapCodesEverywhere(PROMPT_BOOK, 'ControlLeft', 'MetaLeft')!);
    const count = (profile: Profile, code: string): number => JSON.stringify(profile).split(`"${code}"`).length - 1;
    expect([count(made, 'ControlLeft'), count(made, 'MetaLeft')]).toEqual([
      count(PROMPT_BOOK, 'MetaLeft'),
      count(PROMPT_BOOK, 'ControlLeft'),
    ]);
    const desk = mustEdit(SHOW_DESK, swapCodesEverywhere(SHOW_DESK, 'ControlLeft', 'AltLeft')!);
    expect(JSON.stringify(desk.macros)).not.toBe(JSON.stringify(SHOW_DESK.macros));
  });

  test('twice is never, whatever the profile; a key that is nowhere changes nothing', () => {
    fc.assert(
      fc.property(randomProfile(HARROW_64), (profile) => {
        const keys = after(profile, swapKeysEverywhere(profile, 'KeyA', 'KeyB'));
        expect(after(keys, swapKeysEverywhere(keys, 'KeyA', 'KeyB'))).toEqual(profile);
        const codes = after(profile, swapCodesEverywhere(profile, 'ShiftLeft', 'ControlLeft'));
        expect(after(codes, swapCodesEverywhere(codes, 'ShiftLeft', 'ControlLeft'))).toEqual(profile);
      }),
      { numRuns: runs(30) },
    );
    expect(swapCodesEverywhere(SHOW_DESK, 'Lang1', 'Lang2')).toBeUndefined();
  });
});

describe('roles', () => {
  test('a new one gets a dye that no other has', () => {
    const made = mustEdit(SHOW_DESK, addRole(SHOW_DESK, 'fog', 'Fog'));
    expect(made.roles.at(-1)).toEqual({ id: 'fog', name: 'Fog', color: '#6B4F3A' });
  });

  test('one is moved among the others, and not beyond them', () => {
    const ids = (profile: Profile): string[] => profile.roles.map(({ id }) => id);
    expect(ids(mustEdit(SHOW_DESK, moveRole(SHOW_DESK, 'light', -1)!))).toEqual(['light', 'cue', 'sound', 'way']);
    expect(moveRole(SHOW_DESK, 'cue', -1)).toBeUndefined();
    expect(moveRole(SHOW_DESK, 'way', 1)).toBeUndefined();
  });

  test('taken out, it is off every key, and the profile is as sound as before', () => {
    const edit = takeOutRole(SHOW_DESK, 'cue');
    const made = mustEdit(SHOW_DESK, edit);
    expect(JSON.stringify(made.layers)).not.toContain('"role":"cue"');
    expect(mustEdit(made, inverseOf(SHOW_DESK, edit))).toEqual(SHOW_DESK);
  });

  test('many keys are given one at once; keys that pass have none', () => {
    const edit = giveRole(SHOW_DESK, 'cues', ['KeyQ', 'KeyW', 'KeyZ'], 'sound');
    const { keys } = mustEdit(SHOW_DESK, edit).layers[1]!;
    expect([keys.KeyQ!.role, keys.KeyW!.role, keys.KeyZ]).toEqual(['sound', 'sound', undefined]);
    expect(applyEdit(SHOW_DESK, giveRole(SHOW_DESK, 'cues', ['KeyF'], null)).ok).toBe(true);
  });
});
