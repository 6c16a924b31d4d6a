/** A grid from a file: what was written, checked, and not more than can be tried. */
import { check, firstProblem, isSound, type Sound } from '../check';
import { printProblem, problemsOfZod } from '../profile';
import { parseJson, Unreadable } from '../reading';
import { type Grid, gridSchema, MOST_SETTINGS, sizeOf } from './grid';
import { forAll } from './scope';

/**
 * The grid in a text: an object with values, or one value, for each field of a timing that is tried, and for the travel of keys.
 * @param sound what it will be tried on: a board may not go as deep as an actuation says
 * @throws Unreadable with the place and the reason
 */
export function parseGrid(text: string, { profile, board }: Sound): Grid {
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
  grid.travel?.forEach((travel, n) => {
    const checked = check(forAll(profile, { timing: profile.timing, travel }), board);
    if (!isSound(checked)) throw new Unreadable('the grid', `travel, number ${n + 1}: ${firstProblem(checked)}`);
  });
  return grid;
}
