import { describe, expect, test } from '@jest/globals';
import { SHOW_DESK } from '../../../demo';
import { HARROW_64 } from '../board';
import type { Profile } from '../profile';
import { measuresOf } from './room';

const measure = (profile: Profile, what: string, slotBytes?: number) =>
  measuresOf(profile, HARROW_64, slotBytes).find((one) => one.what === what);

describe('room in a keyboard', () => {
  test('says what uses most', () => {
    expect(measure(SHOW_DESK, 'bytes', 6048)).toEqual({
      what: 'bytes',
      used: expect.any(Number),
      most: 6048,
      mostBy: expect.stringMatching(/^names, labels and notes take \d+$/),
    });
    expect(measure(SHOW_DESK, 'events of a macro')).toMatchObject({
      used: 18,
      most: 1000,
      mostBy: 'House lights down',
    });
    expect(measure(SHOW_DESK, 'parts of a stroke plan')).toMatchObject({
      used: 3,
      mostBy: expect.stringContaining('·'),
    });
    expect(measure(SHOW_DESK, 'bytes')).toBeUndefined();
  });

  test.each([
    ['tight', 900, 'leaving names out would bring'],
    ['too long with names', 600, 'names are left out when it is saved'],
    ['too long without', 200, 'too long, even without names; the macro “'],
  ])('%s: says what would bring room', (_what, most, remedy) =>
    expect(measure(SHOW_DESK, 'bytes', most)?.remedy).toContain(remedy),
  );

  test('of a profile with problems, no bytes are said; equal macros could be one', () => {
    const [macro] = SHOW_DESK.macros;
    const twice = { ...SHOW_DESK, macros: [...SHOW_DESK.macros, { ...macro!, id: 'twin', name: 'Twin' }] };
    expect(measure(twice, 'macros')?.remedy).toBe('“House lights down” and “Twin” play the same: keys could share one');
    expect(measure({ ...SHOW_DESK, board: 'nowhere' }, 'bytes', 6000)).toBeUndefined();
  });
});
