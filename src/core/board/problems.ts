/** What is wrong with a board as it is drawn, and what is only worth knowing. */
import { quoted, say, type Said } from '../reading';
import { sharersOf } from './contacts';
import type { Board, KeyId } from './schema';
import { doOverlap } from './shape';

/** `wrong`: no profile can be made for the board before it is put right. `keys`: the keys it is about, by their places in the list. */
export type BoardProblem = {
  weight: 'wrong' | 'note';
  places: readonly number[];
  keys: readonly KeyId[];
  message: Said;
};

/** Everything about a board that its person has to know, what is wrong first. */
export function checkBoard(board: Board): BoardProblem[] {
  const wrong: BoardProblem[] = [];
  const notes: BoardProblem[] = [];
  const { keys } = board;
  keys.forEach((key, place) => {
    const under = keys.findIndex((other, at) => at < place && doOverlap(key, other));
    const other = keys[under];
    if (other)
      wrong.push({
        weight: 'wrong',
        places: [place, under],
        keys: [key.id, other.id],
        message: say(`lies on the key ${quoted(other.id)}; move one of them`),
      });
    if (key.code === undefined) return;
    const first = keys.findIndex(({ code }) => code === key.code);
    const twin = keys[first];
    if (twin && first < place && !sharersOf(board, key.id).includes(twin.id))
      notes.push({
        weight: 'note',
        places: [place, first],
        keys: [key.id, twin.id],
        message: say(
          `has the code of the key ${quoted(twin.id)}, ${key.code}: an ordinary keyboard plays only one of them`,
        ),
      });
  });
  keys.forEach(({ id, contact }, place) => {
    if (contact !== undefined)
      notes.push({
        weight: 'note',
        places: [place, keys.findIndex((key) => key.id === contact)],
        keys: [id, contact],
        message: say(`shares a switch with ${quoted(contact)}: a profile gives both one binding`),
      });
  });
  const without = keys.flatMap((key, place) => (key.code === undefined && key.contact === undefined ? [place] : []));
  if (without.length > 0)
    notes.push({
      weight: 'note',
      places: without,
      keys: without.flatMap((place) => keys[place]?.id ?? []),
      message: say(
        `${without.length === 1 ? 'has' : `and ${without.length - 1} more have`} no code: no key of an ordinary keyboard plays ${without.length === 1 ? 'it' : 'them'} on the trial bench`,
      ),
    });
  return [...wrong, ...notes];
}

/** Whether profiles can be made for a board. */
export const isBoardSound = (board: Board): boolean => checkBoard(board).every(({ weight }) => weight === 'note');
