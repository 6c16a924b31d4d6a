/** What a board's key is called (its position id where it has no name), and whose finger it belongs to. */
import type { Board, BoardKey } from '../../core/board';
import { isCode, titleOfCode } from '../../core/codes';

export const keyName = (board: Board, id: string): string => {
  const key = board.keys.find((candidate) => candidate.id === id);
  if (!key) return id;
  const title = id === 'Fn' || !isCode(id) ? id : titleOfCode(id);
  return title.charAt(0).toUpperCase() + title.slice(1);
};

export const fingerName = ({ hand, finger }: BoardKey): string =>
  hand === 'either' ? `either ${finger}` : `${hand} ${finger}${finger === 'thumb' ? '' : ' finger'}`;
