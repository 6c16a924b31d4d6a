/** One line for many keys, a part for each; texts that are rectangles; where their parts lie on the board. */
export { eachSaid, type Each } from './eachSaid';
export { eachUnder } from './eachUnder';
export { lineOfCells, rectangleOf, rectangleSaid } from './rectangle';
