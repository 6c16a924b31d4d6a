/** What the page and the worker of unsteady hands say to each other. */
import type { Board, Finger } from '../core/board';
import type { HandFigures, RestingWeight } from '../core/hands';
import type { Actuation } from '../core/profile';

export type HandsOrder = { board: Board; settings: Actuation[]; finger: Finger; weight: RestingWeight; seed: number };
/** How far it is, from 0 to 1; then the figures, in the order of the settings. */
export type HandsAnswer = { what: 'progress'; share: number } | { what: 'figures'; figures: HandFigures[] };
