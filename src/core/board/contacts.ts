/** Keys that share a contact can never be told apart: what one does, both do, and the first of them stands for both. */
import type { Board, KeyId } from './schema';

/** The key that stands for a key: itself, or the one with whose contact it shares. */
export const contactOf = (board: Board, id: KeyId): KeyId => board.keys.find((key) => key.id === id)?.contact ?? id;

/** The other keys on a key's contact, in the order of the board. */
export function sharersOf(board: Board, id: KeyId): KeyId[] {
  const contact = contactOf(board, id);
  return board.keys.flatMap((key) => (key.id !== id && (key.contact ?? key.id) === contact ? [key.id] : []));
}

/** By place on the board, the place of the key that stands for it. */
export const contactPlaces = (board: Board): number[] =>
  board.keys.map((key, place) => {
    const shared = key.contact === undefined ? -1 : board.keys.findIndex(({ id }) => id === key.contact);
    return shared < 0 ? place : shared;
  });
