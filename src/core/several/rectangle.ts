/** A rectangle of text, from a table or from anywhere, and the keys that it falls on. */
import { contactOf, neighbourOf, type Board, type KeyId } from '../board';

const MOST_ROWS = 12;
const MOST_COLUMNS = 32;
/** More of a text is not looked at: it is no table of keys. */
const MOST_LETTERS = 20_000;

/** The cells of a text: rows at line breaks; columns at tabs, or where there are none, at spaces. Empty cells are empty words. */
export function rectangleSaid(text: string): string[][] {
  const rows = text.slice(0, MOST_LETTERS).replace(/\r\n?/g, '\n').replace(/\n+$/, '').split('\n').slice(0, MOST_ROWS);
  const isTable = rows.some((row) => row.includes('\t'));
  return rows.map((row) =>
    (isTable ? row.split('\t').map((cell) => cell.trim()) : row.trim().split(/\s+/)).slice(0, MOST_COLUMNS),
  );
}

/** The keys under a rectangle whose left upper cell is on a key; cells that lie beyond the board have none. */
export function rectangleOf(board: Board, from: KeyId, cells: readonly (readonly string[])[]): (KeyId | undefined)[][] {
  const taken = new Set<KeyId>();
  const next = (key: KeyId | undefined, way: 'right' | 'down'): KeyId | undefined => {
    const there = key === undefined ? undefined : neighbourOf(board, key, way);
    return there === key || there === undefined ? undefined : there;
  };
  let first: KeyId | undefined = from;
  return cells.map((row, n) => {
    if (n > 0) first = next(first, 'down');
    let key = first;
    return row.map((_, column) => {
      if (column > 0) key = next(key, 'right');
      const contact = key === undefined ? undefined : contactOf(board, key);
      // A key under two cells has the first of them.
      if (contact === undefined || taken.has(contact)) return undefined;
      taken.add(contact);
      return contact;
    });
  });
}

/** Cells as one line with a part for each: characters in quotes where all are characters, else lines with semicolons. */
export const lineOfCells = (cells: readonly string[]): string =>
  cells.every((cell) => [...cell].length === 1) ? `"${cells.join('').replace(/["\\]/g, '\\$&')}"` : cells.join('; ');
