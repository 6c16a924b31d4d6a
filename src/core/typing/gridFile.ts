/** A grid from a file: what was written, checked, and not more than can be tried. */
import { printProblem, problemsOfZod } from '../profile';
import { parseJson, Unreadable } from '../reading';
import { type Grid, gridSchema, MOST_SETTINGS, sizeOf } from './grid';

/**
 * The grid in a text: an object with values, or one value, for each field of a timing that is tried.
 * @throws Unreadable with the place and the reason
 */
export function parseGrid(text: string): Grid {
  const read = gridSchema.safeParse(parseJson(text));
  if (!read.success) {
    const [first] = problemsOfZod(read.error);
    throw new Unreadable('the grid', first ? printProblem(first) : 'is none');
  }
  const grid = Object.fromEntries(Object.entries(read.data).filter(([, values]) => values !== undefined)) as Grid;
  const size = sizeOf(grid);
  if (size > MOST_SETTINGS)
    throw new Unreadable(
      'the grid',
      `has ${size} settings; ${MOST_SETTINGS} can be tried at once. Leave some values out`,
    );
  return grid;
}
