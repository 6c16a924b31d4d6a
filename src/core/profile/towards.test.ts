import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../tests/runs';
import { SHOW_DESK } from '../../../demo';
import { HARROW_64 } from '../board';
import { randomProfile } from '../../../tests/making/randomProfiles';
import { applyEdit, bindKeys, editTowards, mustEdit, printProblem, readProfile, type Profile } from '.';

const plain = <T>(data: T): T => JSON.parse(JSON.stringify(data)) as T;

describe('the edit from one profile to another', () => {
  test('of one key is one assignment', () => {
    const to = mustEdit(SHOW_DESK, bindKeys(SHOW_DESK, 'cues', ['KeyF'], { kind: 'none' }));
    expect(editTowards(SHOW_DESK, to)).toMatchObject({ edit: 'assign', layer: 'cues', key: 'KeyF' });
    expect(editTowards(SHOW_DESK, plain(SHOW_DESK))).toBeUndefined();
  });

  test('leads back where a key had what the board has now', () => {
    const [board, deep] = [SHOW_DESK.travel.board, { mode: 'fixed', pointUm: 2500 }] as const;
    const from: Profile = { ...SHOW_DESK, travel: { board, keys: { KeyQ: deep, KeyW: deep } } };
    const to: Profile = { ...SHOW_DESK, travel: { board: deep, keys: { KeyW: { mode: 'fixed', pointUm: 900 } } } };
    const edited = applyEdit(from, editTowards(from, to)!);
    expect(edited.ok && edited.profile).toEqual(to);
    const back = edited.ok && applyEdit(edited.profile, edited.inverse);
    expect(back && back.ok && back.profile).toEqual(from);
  });

  test('leads there, and back, whatever the two are', () => {
    const valid = (profile: Profile): boolean => 'profile' in readProfile(plain(profile));
    fc.assert(
      fc.property(randomProfile(HARROW_64), randomProfile(HARROW_64), fc.boolean(), (one, other, isNear) => {
        const to = plain({
          ...other,
          id: one.id,
          ...(isNear && { layers: [...one.layers.slice(1), ...other.layers.slice(0, 1)] }),
        });
        fc.pre(valid(one) && valid(to));
        const edit = editTowards(one, to);
        if (!edit) return expect(to).toEqual(plain(one));
        const edited = applyEdit(one, edit);
        if (!edited.ok) throw new Error(printProblem(edited.problem));
        expect(plain(edited.profile)).toEqual(to);
        const back = applyEdit(edited.profile, edited.inverse);
        expect(back.ok && plain(back.profile)).toEqual(plain(one));
      }),
      { numRuns: runs(40) },
    );
  });
});
