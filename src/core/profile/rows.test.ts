/** Rows of a store: nothing is written that could not be read again. */
import { expect, test } from '@jest/globals';
import { HARROW_64, TWILL_42 } from '../board';
import {
  MOST_CHANGES,
  newDocument,
  plainProfile,
  restingOn,
  rowOf,
  unreadableRow,
  variantOf,
  type Layer,
  type Profile,
  type Stored,
} from '.';

const base = plainProfile(HARROW_64, 'base', 'Base');
const on = (below: Profile, id: string, more: Partial<Profile> = {}): Profile => ({
  ...below,
  ...more,
  id,
  name: id,
  restsOn: below.id,
});
const among =
  (...rows: readonly Stored[]) =>
  (id: string): Stored | undefined =>
    rows.find((row) => row.id === id);

/** A profile with so many layers, each with all keys of the board changed. */
const layers = (count: number): Layer[] =>
  Array.from({ length: count }, (_, n) => ({
    id: `l${n}`,
    name: `L${n}`,
    dye: 'weld',
    keys: Object.fromEntries(
      HARROW_64.keys.map(({ id }) => [id, { does: { kind: 'act', action: { do: 'keys', codes: ['F13'] } } } as const]),
    ),
  }));

test('a variant is what it changes, anything else is whole', () => {
  const variant = on(base, 'variant', { timing: { ...base.timing, tapMs: 9 } });
  expect(rowOf({ ...newDocument(variant), base })).toEqual(variantOf(variant, base));
  expect(rowOf(newDocument(variant))).toBe(variant);
  expect(rowOf({ ...newDocument({ ...variant, board: TWILL_42.id }), base })).toMatchObject({ board: 'twill-42' });
});

test('what changes more than a variant may, or has no base, or another board’s, could not be read again', () => {
  const emptied: Profile = { ...base, layers: layers(70).map((layer) => ({ ...layer, keys: {} })) };
  const variant = rowOf({ ...newDocument(on(emptied, 'much', { layers: layers(70) })), base: emptied });
  expect(unreadableRow(variant, among(emptied))).toBe(
    `it changes ${70 * HARROW_64.keys.length} things of what it rests on, and ${MOST_CHANGES} are the most; make it whole first`,
  );
  const small = variantOf(on(base, 'small'), base);
  expect(unreadableRow(small, among(base))).toBeUndefined();
  expect(unreadableRow(small, among())).toContain('which is not here');
  expect(unreadableRow(small, among({ ...plainProfile(TWILL_42, 'base', 'Base') }))).toContain('for the board');
  expect(unreadableRow({ ...base, layers: [] }, among())).toContain('has no layer');
});

test('what rests on it, straight or by way of others, in a circle as well', () => {
  const first = variantOf(on(base, 'first'), base);
  const second = variantOf(on(on(base, 'first'), 'second'), on(base, 'first'));
  const other = variantOf(on(plainProfile(HARROW_64, 'other', 'Other'), 'third'), base);
  expect(restingOn('base', [base, second, first, other]).map(({ id }) => id)).toEqual(['first', 'second']);
  expect(restingOn('second', [{ ...first, restsOn: 'second' }, second]).map(({ id }) => id)).toEqual([
    'first',
    'second',
  ]);
});
