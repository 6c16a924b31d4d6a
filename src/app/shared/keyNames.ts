/** What a board's key is called (its position id where it has no name), and whose finger it belongs to. */
import type { Board, BoardKey } from '../../core/board';
import { isCode, legendOfCode, titleOfCode } from '../../core/codes';
import { legendOf } from '../../core/notation';
import type { Profile } from '../../core/profile';

/** The one key of a board that is called by a word that is no code. */
const FN = 'Fn';

export const keyName = (board: Board, id: string): string => {
  const contact = board.keys.find((key) => key.id === id)?.contact;
  if (contact !== undefined) return `the other ${keyName(board, contact)}`;
  const key = board.keys.find((candidate) => candidate.id === id);
  if (!key) return id;
  // A key that was pressed in as another one is called what it is now.
  const now = isCode(id) && key.code !== undefined && key.code !== 'ContextMenu' ? key.code : id;
  const title = now === FN || !isCode(now) ? now : titleOfCode(now);
  return title.charAt(0).toUpperCase() + title.slice(1);
};

export const fingerName = ({ hand, finger }: BoardKey): string =>
  hand === 'either' ? `either ${finger}` : `${hand} ${finger}${finger === 'thumb' ? '' : ' finger'}`;

/** The shortest name of a key: its own legend, or on a board with position ids what its base does. */
export function keyLegend(board: Board, profile: Profile, id: string): string {
  const code = board.keys.find((key) => key.id === id)?.code;
  // A key that sends nothing by itself has its name on it all the same.
  if (id === FN) return id;
  if (code === id) return legendOfCode(code);
  const base = profile.layers[0]?.keys[id];
  const legend = base ? legendOf(base, profile).main : '';
  return legend || id;
}

/** The name of a key in a sentence about a profile: `Caps Lock`; on a board with position ids what is on it, and where: `A (L2-2)`. */
export function keyTitle(board: Board, profile: Profile, id: string): string {
  const contact = board.keys.find((key) => key.id === id)?.contact;
  if (contact !== undefined) return `the other ${keyTitle(board, profile, contact)}`;
  const name = keyName(board, id);
  const legend = keyLegend(board, profile, id);
  return name === id && id !== FN && legend !== id && !isCode(id) ? `${legend} (${id})` : name;
}

/** Several keys in a sentence: `Caps Lock`, or `4 keys`. */
export const keysTitle = (board: Board, profile: Profile, ids: readonly string[]): string =>
  ids.length === 1 ? keyTitle(board, profile, ids[0] ?? '') : `${ids.length} keys`;
