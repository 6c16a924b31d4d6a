/** Boards of one's own in two windows over one store: both draw, and neither loses what it drew. */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import type * as boardsOf from './boards';
import type { useShelf as useShelfOf } from './shelf';
import { closeChannels } from '../../../tests/channels';
import { beginWindow } from '../../../tests/windows';
import { BOBBIN_21, moveKeys, setBoard, type Board, type Drawn } from '../../core/board';

type Window = Pick<typeof boardsOf, 'useBoards' | 'whenBoardKept'> & { shelf: typeof useShelfOf };

async function openWindow(): Promise<Window> {
  beginWindow();
  const boards = await import('./boards');
  const { useShelf } = await import('./shelf');
  await boards.useBoards.getState().load();
  return { ...boards, shelf: useShelf };
}

const drawn = (made: Drawn): Board => {
  if ('refused' in made) throw new Error(made.refused);
  return made.board;
};
const moved = (board: Board, key: string, byX = 0.25): Board => drawn(moveKeys(board, [key], byX, 0));

const own = ({ useBoards }: Window, id: string) => useBoards.getState().own.find(({ board }) => board.id === id);
const placeOf = (window: Window, id: string, key: string): number | undefined =>
  own(window, id)?.board.keys.find((one) => one.id === key)?.x;
const all = async (windows: readonly Window[], id: string): Promise<void> => {
  for (const window of windows) await window.whenBoardKept(id);
  await new Promise((resolve) => setTimeout(resolve, 60));
};
const notices = ({ shelf }: Window): string[] => shelf.getState().notices.map(({ text }) => text);

const [first, second] = BOBBIN_21.keys.map(({ id }) => id) as [string, string];
const wasAt = (key: string): number => BOBBIN_21.keys.find(({ id }) => id === key)!.x;

let count = 0;
let id: string;
let one: Window;
let two: Window;
beforeEach(async () => {
  id = `own-${++count}`;
  one = await openWindow();
  one.useBoards.getState().add({ ...BOBBIN_21, id, name: 'Winder' });
  await all([one], id);
  two = await openWindow();
});
afterEach(() => {
  closeChannels();
  jest.restoreAllMocks();
});

test('keys that each has drawn are where each has put them, in both windows', async () => {
  one.useBoards.getState().draw(id, moved(own(one, id)!.board, first));
  two.useBoards.getState().draw(id, moved(own(two, id)!.board, second));
  await all([one, two], id);
  for (const window of [one, two, await openWindow()])
    expect([placeOf(window, id, first), placeOf(window, id, second)]).toEqual([
      wasAt(first) + 0.25,
      wasAt(second) + 0.25,
    ]);
  expect([...notices(one), ...notices(two)]).toEqual([]);
});

test('a key that both have drawn is where the first has put it; the other is told, and undo brings back what was drawn', async () => {
  one.useBoards.getState().draw(id, moved(own(one, id)!.board, first, 0.5));
  two.useBoards.getState().draw(id, moved(own(two, id)!.board, first, 1));
  await all([one, two], id);
  await all([one, two], id);
  const [loser, x] = notices(one).length > 0 ? [one, 0.5] : [two, 1];
  expect(notices(loser)).toHaveLength(1);
  expect(placeOf(loser, id, first)).not.toBe(wasAt(first) + x);
  loser.useBoards.getState().undo(id);
  expect(placeOf(loser, id, first)).toBe(wasAt(first) + x);
  await all([one, two], id);
});

test('undo takes back what was drawn here, and leaves what was drawn elsewhere meanwhile', async () => {
  one.useBoards.getState().draw(id, moved(own(one, id)!.board, first));
  await all([one, two], id);
  two.useBoards.getState().draw(id, drawn(setBoard(own(two, id)!.board, { name: 'Reel' })));
  await all([one, two], id);
  one.useBoards.getState().undo(id);
  await all([one, two], id);
  expect(own(one, id)?.board).toEqual({ ...BOBBIN_21, id, name: 'Reel' });
  one.useBoards.getState().redo(id);
  await all([one, two], id);
  expect(placeOf(two, id, first)).toBe(wasAt(first) + 0.25);
});

test('the changes of one drag are one step', async () => {
  for (const byX of [0.25, 0.5, 0.75])
    one.useBoards.getState().draw(id, moved({ ...BOBBIN_21, id, name: 'Winder' }, first, byX), 'drag');
  expect([own(one, id)?.past.length, placeOf(one, id, first)]).toEqual([1, wasAt(first) + 0.75]);
  one.useBoards.getState().undo(id);
  expect(placeOf(one, id, first)).toBe(wasAt(first));
  await all([one], id);
});

test('one that is taken away while the last change is on its way stays away', async () => {
  one.useBoards.getState().draw(id, moved(own(one, id)!.board, first));
  const removed = await one.useBoards.getState().remove(id);
  await all([one, two], id);
  expect(own(await openWindow(), id)).toBeUndefined();
  if ('putBack' in removed) removed.putBack();
  await all([one], id);
  expect(placeOf(await openWindow(), id, first)).toBe(wasAt(first) + 0.25);
});

test('one that is taken away goes in the other window too, and comes back when it is put back', async () => {
  const removed = await one.useBoards.getState().remove(id);
  await all([two], id);
  expect([own(one, id), own(two, id)]).toEqual([undefined, undefined]);
  expect('putBack' in removed).toBe(true);
  if ('putBack' in removed) removed.putBack();
  await all([one], id);
  await all([two], id);
  expect(own(two, id)?.board.name).toBe('Winder');
});
