/** Keys that end a mode in which the person's keyboard is the board's: those that no key of the board is played by. */
import type { Board } from '../../core/board';

const WAYS_OUT = ['Pause', 'F10', 'F9', 'F8'];

export const waysOutOf = (board: Board): string[] =>
  WAYS_OUT.filter((code) => !board.keys.some((key) => key.code === code)).slice(0, 2);
