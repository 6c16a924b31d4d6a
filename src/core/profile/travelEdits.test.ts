/** Settings of keys that say what the board's says are none: wherever they come from, the key follows the board. */
import { expect, test } from '@jest/globals';
import { SHOW_DESK } from '../../../demo';
import { applyEdit, mustEdit, readProfile, setActuation, setBoardActuation, type Actuation, type Profile } from '.';

const SHALLOW: Actuation = { mode: 'fixed', pointUm: 900 };
const keys = Object.keys(SHOW_DESK.layers[0]!.keys).slice(0, 5);
const set: Profile = mustEdit(SHOW_DESK, setActuation(SHOW_DESK, keys, SHALLOW));
const apart = ({ travel }: Profile): string[] => Object.keys(travel.keys).filter((key) => keys.includes(key));

test('making a setting the board’s leaves no key apart that has it, and undo sets them apart again', () => {
  expect(apart(set)).toEqual(keys);
  const made = applyEdit(set, setBoardActuation(set, SHALLOW));
  expect(made.ok && [made.profile.travel.board, apart(made.profile)]).toEqual([SHALLOW, []]);
  const back = made.ok && applyEdit(made.profile, made.inverse);
  expect(back && back.ok && apart(back.profile).sort()).toEqual([...keys].sort());
});

test('a setting that comes to a key by an edit, or in a file, and is the board’s, is none', () => {
  const board = mustEdit(SHOW_DESK, setBoardActuation(SHOW_DESK, SHALLOW));
  const edited = mustEdit(board, { edit: 'travel', key: keys[0]!, to: SHALLOW });
  expect(apart(edited)).toEqual([]);
  const read = readProfile({
    ...board,
    travel: { board: SHALLOW, keys: { ...board.travel.keys, [keys[0]!]: SHALLOW } },
  });
  expect('profile' in read && apart(read.profile)).toEqual([]);
});
