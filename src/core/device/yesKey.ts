/** The key that says yes: Fn where there is one, else the last. */
import type { Board } from '../board';

/** Its place on the board. */
export function yesKeyOf(board: Board): number {
  const fn = board.keys.findIndex(({ id }) => id === 'Fn');
  return fn >= 0 ? fn : board.keys.length - 1;
}
