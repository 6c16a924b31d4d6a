/**
 * Copying and pasting on the board. What was copied here goes back as it was; a text from anywhere falls on the keys as a rectangle,
 * and stands in the line, with each part on its cap, until it is taken.
 */
import { lineOfCells, rectangleOf, rectangleSaid } from '../../core/several';
import type { Bench } from '../shared/useBench';
import { useFinder } from '../state/finder';
import { useShelf } from '../state/shelf';
import { useCopyPaste, type CopyPaste } from './useCopyPaste';
import type { KeyMovesState } from './useKeyMoves';

export function useCopying(bench: Bench, moves: KeyMovesState): CopyPaste {
  const { board, selectedKey, run, select } = bench;
  const begin = useFinder((state) => state.begin);
  const notify = useShelf((state) => state.notify);

  const pasteText = (text: string): void => {
    const rows = rectangleSaid(text);
    const keys = run.length > 1 ? [] : rectangleOf(board, selectedKey, rows);
    const cells = rows.flatMap((row, n) =>
      row.map((cell, column) => ({ cell, key: run.length > 1 ? undefined : keys[n]?.[column] })),
    );
    const said = cells.filter(({ cell }) => cell !== '');
    if (said.length === 0) return;
    const placed = run.length > 1 ? said : said.filter(({ key }) => key !== undefined);
    const lost = said.length - placed.length;
    const words = lineOfCells(placed.map(({ cell }) => cell));
    if (placed.length === 0) return;
    if (run.length === 1)
      select({
        key: placed.at(-1)?.key ?? selectedKey,
        also: placed.flatMap(({ key }) => (key === undefined ? [] : [key])),
      });
    if (lost > 0) notify(`${lost} of the ${said.length} parts that were pasted lie beyond the board.`);
    const key = run.length > 1 ? selectedKey : (placed.at(-1)?.key ?? selectedKey);
    begin({ line: words, own: [words.length, words.length], key });
  };

  return useCopyPaste({ copy: moves.copy, pasteOwn: moves.paste, pasteText });
}
