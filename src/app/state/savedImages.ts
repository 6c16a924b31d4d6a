/** What this browser has saved to keyboards: the last images of each slot, so that an earlier one can be put back. */
import Dexie, { type EntityTable } from 'dexie';
import { newProfileId } from './ids';

export type SavedImage = {
  id: string;
  board: string;
  slot: number;
  /** When it was saved, in ms since 1970. */
  at: number;
  name: string;
  image: Uint8Array;
};

const KEPT_A_BOARD = 24;
const database = new Dexie('underloom-saves') as Dexie & { saves: EntityTable<SavedImage, 'id'> };
database.version(1).stores({ saves: 'id, [board+at]' });

const ofBoard = (board: string) => database.saves.where('[board+at]').between([board, 0], [board, Infinity]);

/** The saves of a board, the newest first; none when the browser's store cannot be read. */
export const savedImages = (board: string): Promise<SavedImage[]> =>
  ofBoard(board)
    .reverse()
    .toArray()
    .catch(() => []);

/** Remembers a save. What cannot be remembered is no trouble of the save. */
export async function rememberImage(save: Omit<SavedImage, 'id'>): Promise<void> {
  try {
    await database.saves.add({ id: newProfileId(), ...save });
    const all = await ofBoard(save.board).reverse().primaryKeys();
    await database.saves.bulkDelete(all.slice(KEPT_A_BOARD));
  } catch {
    // The keyboard holds it all the same.
  }
}
