import { expect, test } from '@jest/globals';
import { PROMPT_BOOK, SHOW_DESK } from '../../../demo';
import { HARROW_64, TWILL_42 } from '../board';
import { keyMapOf } from '../probe';
import { plainProfile } from '../profile';
import { onOneBoard, rowsOf } from '.';

test('a profile of another board is compared key by key, as the keys lie under the hands', () => {
  const mine = plainProfile(HARROW_64, 'mine', 'Mine');
  const { profile, alone } = onOneBoard(plainProfile(TWILL_42, 'theirs', 'Theirs'), TWILL_42, HARROW_64);
  const differing = rowsOf([mine, profile]).filter((row) => row.group === 'keys' && row.differs);
  // What has the same code does (but for Fn, which sends nothing by itself) the same on two plain keyboards.
  const sameCode = [...keyMapOf(TWILL_42, HARROW_64).values()].flatMap(({ to, by }) =>
    by === 'code' && to !== 'Fn' ? [to] : [],
  );
  expect(sameCode.length).toBeGreaterThan(30);
  expect(differing.map(({ key }) => key).filter((key) => sameCode.includes(key ?? ''))).toEqual([]);
  expect(alone.mine).toContain('Digit1');
  expect(HARROW_64.keys.length - alone.mine.length).toBe(TWILL_42.keys.length - alone.theirs.length);
});

test('the other way round as well, and all keys are said: with a partner or alone', () => {
  const { profile, alone } = onOneBoard(SHOW_DESK, HARROW_64, TWILL_42);
  expect(profile.board).toBe(PROMPT_BOOK.board);
  expect(alone.theirs).toContain('Digit1');
  const known = new Set(TWILL_42.keys.map(({ id }) => id));
  for (const layer of profile.layers) for (const key of Object.keys(layer.keys)) expect(known).toContain(key);
});
