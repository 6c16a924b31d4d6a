/** Own boards by their id, for what is on the page before the boards are: saving everything must not need to load anything. */
import { boardById, type Board } from '../../core/board';

let find: (id: string) => Board | undefined = () => undefined;

let read: () => Promise<unknown> = () => Promise.resolve();

/** Says where own boards are found, and what reads them when nobody has yet. */
export const foundBy = (how: (id: string) => Board | undefined, reading: () => Promise<unknown>): void => {
  find = how;
  read = reading;
};

/** Calls back when the boards of these ids are here, if they are anywhere: at once when they are. */
export function withOwnBoards(ids: readonly string[], call: () => void): void {
  if (ids.every((id) => boardById(id) ?? find(id))) call();
  else void read().then(call, call);
}

/** An own board by its id; undefined for those that ship with Underloom. */
export const ownBoardNow = (id: string): Board | undefined => find(id);
