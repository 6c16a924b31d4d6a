import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs, seed } from '../../../tests/runs';
import { carryBoard } from './carry';
import { moveKeys, setBoard, setKeys, takeOut } from './drawing';
import { BOBBIN_21, type Board, type Drawn } from './index';

function drawn(made: Drawn): Board {
  if ('refused' in made) throw new Error(made.refused);
  return made.board;
}
const moved = (board: Board, key: string): Board => drawn(moveKeys(board, [key], 0.25, 0));

const [first, second, third] = BOBBIN_21.keys.map(({ id }) => id) as [string, string, string];

test('two that draw on different keys both have what they drew', () => {
  const mine = moved(BOBBIN_21, first);
  const theirs = drawn(setBoard(moved(BOBBIN_21, second), { name: 'Winder' }));
  const carried = carryBoard(BOBBIN_21, mine, theirs);
  expect(carried).toEqual({ ok: true, board: { ...theirs, keys: moved(theirs, first).keys } });
});

test('one key that both have drawn is a clash, and so is a key that the other has taken out', () => {
  const mine = moved(BOBBIN_21, first);
  const theirs = drawn(setKeys(BOBBIN_21, [first], { finger: 'thumb' }));
  expect(carryBoard(BOBBIN_21, mine, theirs)).toEqual({
    ok: false,
    reason: `The key "${first}" was changed as well`,
  });
  expect(carryBoard(BOBBIN_21, mine, drawn(takeOut(BOBBIN_21, [first])))).toMatchObject({ ok: false });
  expect(carryBoard(BOBBIN_21, drawn(takeOut(BOBBIN_21, [first])), drawn(takeOut(BOBBIN_21, [first])))).toMatchObject({
    ok: true,
  });
});

test('what would be no board is refused', () => {
  const [key] = BOBBIN_21.keys;
  const onContact = drawn(setKeys(BOBBIN_21, [third], { contact: first }));
  // The one lies on a key's contact; the other takes that key out.
  const without: Board = { ...BOBBIN_21, keys: BOBBIN_21.keys.filter(({ id }) => id !== key?.id) };
  expect(carryBoard(BOBBIN_21, onContact, without)).toMatchObject({ ok: false });
});

test('a change that is carried can be taken back the same way, whatever was drawn in between', () => {
  const changes = fc.array(
    fc.record({ key: fc.constantFrom(...BOBBIN_21.keys.map(({ id }) => id)), out: fc.boolean() }),
    { maxLength: 4 },
  );
  const after = (board: Board, all: readonly { key: string; out: boolean }[]): Board =>
    all.reduce((one, { key, out }) => {
      if (!one.keys.some(({ id }) => id === key)) return one;
      return out ? drawn(takeOut(one, [key])) : moved(one, key);
    }, board);
  fc.assert(
    fc.property(changes, changes, (mine, others) => {
      const [to, onto] = [after(BOBBIN_21, mine), after(BOBBIN_21, others)];
      const there = carryBoard(BOBBIN_21, to, onto);
      if (!there.ok) return;
      const back = carryBoard(to, BOBBIN_21, there.board);
      const byId = (board: Board) => [...board.keys].sort((a, b) => a.id.localeCompare(b.id));
      const touched = new Set([...mine, ...others].map(({ key }) => key));
      if (touched.size < new Set(mine.map(({ key }) => key)).size + new Set(others.map(({ key }) => key)).size) return;
      expect(back.ok && byId(back.board)).toEqual(byId(onto));
    }),
    { numRuns: runs(60), seed: seed() },
  );
});
