/** Variants: what they show follows the base, what they change stays, and where both have changed one thing, both are told. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../../tests/runs';
import { SHOW_DESK } from '../../../../demo';
import { HARROW_64 } from '../../board';
import { randomProfile } from '../../../../tests/making/randomProfiles';
import {
  changeSchema,
  diff,
  flattened,
  mustEdit,
  onBase,
  ownKeysOf,
  rebased,
  variantOf,
  variantSchema,
  type Assignment,
  type Profile,
} from '..';

const keys = (...codes: string[]): Assignment => ({ does: { kind: 'act', action: { do: 'keys', codes } } });
const touring = (base: Profile): Profile => ({ ...base, id: 'touring', name: 'Show desk, touring', restsOn: base.id });
const assign = (profile: Profile, layer: string, key: string, to: Assignment | null): Profile =>
  mustEdit(profile, { edit: 'assign', layer, key, to });

const variant = assign(touring(SHOW_DESK), 'cues', 'KeyF', keys('F20'));

test('only what it changes is written, and nothing of the base', () => {
  const written = variantOf(variant, SHOW_DESK);
  expect(written.changes).toEqual([
    { change: 'key', at: { layer: 'cues', key: 'KeyF' }, from: SHOW_DESK.layers[1]!.keys.KeyF, to: keys('F20') },
  ]);
  expect(JSON.stringify(written).length).toBeLessThan(700);
  expect(onBase(written, SHOW_DESK)).toEqual({ profile: variant, clashes: [] });
  expect(ownKeysOf(variant, SHOW_DESK, 'cues')).toEqual(new Set(['KeyF']));
});

test('what changes in the base flows through, and its own change stays', () => {
  const base = mustEdit(assign(SHOW_DESK, 'cues', 'KeyG', keys('F21')), { edit: 'timing', to: { holdAfterMs: 250 } });
  const { profile, clashes } = rebased(variant, SHOW_DESK, [], base);
  expect(clashes).toEqual([]);
  expect(profile).toEqual({ ...touring(base), layers: assign(base, 'cues', 'KeyF', keys('F20')).layers });
});

test('both have changed one key: the variant’s counts, both are told, and it stays told until somebody decides', () => {
  const base = assign(SHOW_DESK, 'cues', 'KeyF', keys('F22'));
  const { profile, clashes } = rebased(variant, SHOW_DESK, [], base);
  expect(profile.layers[1]!.keys.KeyF).toEqual(keys('F20'));
  expect(clashes).toMatchObject([{ kind: 'both', change: { from: SHOW_DESK.layers[1]!.keys.KeyF, to: keys('F20') } }]);
  // Written, read, and on a base that has changed once more.
  const again = onBase(variantOf(profile, base, clashes), base);
  expect(again.clashes).toHaveLength(1);
  expect(rebased(again.profile, base, again.clashes, assign(base, 'cues', 'KeyG', null)).clashes).toHaveLength(1);
  // What the base says is taken: the change is gone, and the clash with it.
  const taken = assign(profile, 'cues', 'KeyF', keys('F22'));
  expect(variantOf(taken, base).changes).toEqual([]);
});

test('the same change in both is no clash', () => {
  const base = assign(SHOW_DESK, 'cues', 'KeyF', keys('F20'));
  expect(rebased(variant, SHOW_DESK, [], base)).toEqual({ profile: touring(base), clashes: [] });
});

test('a layer that the base has lost: the change has no effect, is not forgotten, and counts again when the layer is back', () => {
  const without = mustEdit(SHOW_DESK, { edit: 'removeLayer', layer: 'cues' });
  const { profile, clashes } = rebased(variant, SHOW_DESK, [], without);
  expect(profile).toEqual(touring(without));
  expect(clashes).toMatchObject([{ kind: 'gone', change: { at: { layer: 'cues', key: 'KeyF' } } }]);
  expect(rebased(profile, without, clashes, SHOW_DESK)).toEqual({ profile: variant, clashes: [] });
});

test('whatever the two are, a variant is its base and its changes, and passes the gate as data', () => {
  fc.assert(
    fc.property(randomProfile(HARROW_64), randomProfile(HARROW_64), (base, other) => {
      const profile = { ...other, board: base.board, id: 'v', restsOn: base.id };
      const written = variantOf(profile, base);
      expect(onBase(variantSchema.parse(JSON.parse(JSON.stringify(written))), base)).toEqual({ profile, clashes: [] });
      expect(flattened(profile)).toEqual({ ...other, board: base.board, id: 'v' });
    }),
    { numRuns: runs(40) },
  );
});

test('changes of every kind pass the gate, also those that only comparing finds', () => {
  fc.assert(
    fc.property(randomProfile(HARROW_64), randomProfile(HARROW_64), (a, b) => {
      for (const change of diff(a, b))
        expect(changeSchema.safeParse(JSON.parse(JSON.stringify(change))).error).toBeUndefined();
    }),
    { numRuns: runs(30) },
  );
});
