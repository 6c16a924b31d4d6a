/**
 * Copying and pasting on the board. What was copied here goes back as it was; a text from anywhere falls on the keys as a rectangle,
 * and stands in the line, with each part on its cap, until it is taken.
 */
import { useRef, type ClipboardEvent, type KeyboardEvent } from 'react';
import { lineOfCells, rectangleOf, rectangleSaid } from '../../core/several';
import { isTyping } from '../shared/isTyping';
import type { Bench } from '../shared/useBench';
import { useClipboard } from '../state/clipboard';
import { useFinder } from '../state/finder';
import { useShelf } from '../state/shelf';
import type { KeyMovesState } from './useKeyMoves';

const isCommand = (event: KeyboardEvent): boolean => event.ctrlKey || event.metaKey;
/** A browser that says nothing of pasting by then has nothing to say. */
const PATIENCE_MS = 60;

type Copying = {
  onCopy(event: ClipboardEvent): void;
  onPaste(event: ClipboardEvent): void;
  onKeyDown(event: KeyboardEvent): void;
};

export function useCopying(bench: Bench, moves: KeyMovesState): Copying {
  const { board, selectedKey, run, select } = bench;
  const begin = useFinder((state) => state.begin);
  const notify = useShelf((state) => state.notify);
  const wasTold = useRef(false);

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

  return {
    onCopy: (event) => {
      if (isTyping(event.target)) return;
      event.preventDefault();
      wasTold.current = true;
      event.clipboardData.setData('text/plain', moves.copy());
    },
    onPaste: (event) => {
      if (isTyping(event.target)) return;
      event.preventDefault();
      wasTold.current = true;
      const text = event.clipboardData.getData('text/plain');
      if (text.trim() === '' || text === useClipboard.getState().text) moves.paste();
      else pasteText(text);
    },
    onKeyDown: (event) => {
      if (isTyping(event.target) || !isCommand(event) || (event.code !== 'KeyC' && event.code !== 'KeyV')) return;
      const { code } = event;
      wasTold.current = false;
      setTimeout(() => {
        if (wasTold.current) return;
        if (code === 'KeyC') moves.copy();
        else moves.paste();
      }, PATIENCE_MS);
    },
  };
}
