/** What the page and the worker of unsteady hands say to each other. */
import type { Board } from '../core/board';
import type { FingerSettings, HandFigures, RestingWeight } from '../core/hands';

export type HandsOrder = {
  board: Board;
  groups: FingerSettings[];
  weight: RestingWeight;
  /** How many hours a finger rests. */
  restingH: number;
  seed: number;
};
/** How far it is, from 0 to 1; then the figures of each group, in the order of its settings. */
export type HandsAnswer = { what: 'progress'; share: number } | { what: 'figures'; figures: HandFigures[][] };
