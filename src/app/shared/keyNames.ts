/** What a board's key is called (its position id where it has no name), and whose finger it belongs to. */
import type { Board, BoardKey } from '../../core/board';
import { isCode, legendOfCode, titleOfCode } from '../../core/codes';
import { legendOf } from '../../core/notation';
import type { Profile } from '../../core/profile';

export const keyName = (board: Board, id: string): string => {
  const contact = board.keys.find((key) => key.id === id)?.contact;
  if (contact !== undefined) return `the other ${keyName(board, contact)}`;
  const key = board.keys.find((candidate) => candidate.id === id);
  if (!key) return id;
  const title = id === 'Fn' || !isCode(id) ? id : titleOfCode(id);
  return title.charAt(0).toUpperCase() + title.slice(1);
};

/** Several keys in a sentence: `Caps Lock`, or `4 keys`. */
export const keysName = (board: Board, ids: readonly string[]): string =>
  ids.length === 1 ? keyName(board, ids[0] ?? '') : `${ids.length} keys`;

export const fingerName = ({ hand, finger }: BoardKey): string =>
  hand === 'either' ? `either ${finger}` : `${hand} ${finger}${finger === 'thumb' ? '' : ' finger'}`;

/** The shortest name of a key: its own legend, or on a board with position ids what its base does. */
export function keyLegend(board: Board, profile: Profile, id: string): string {
  const code = board.keys.find((key) => key.id === id)?.code;
  if (code === id) return legendOfCode(code);
  const base = profile.layers[0]?.keys[id];
  const legend = base ? legendOf(base, profile).main : '';
  return legend || id;
}

/** The name of a key in a sentence about a profile: `Caps Lock`, or `L2-2 (A)` on a board with position ids. */
export function keyTitle(board: Board, profile: Profile, id: string): string {
  const name = keyName(board, id);
  const legend = keyLegend(board, profile, id);
  return name === id && legend !== id && !isCode(id) ? `${id} (${legend})` : name;
}
