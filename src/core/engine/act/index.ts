/** What actions do: chords, layers, macros and texts, from their beginning to their end. */
export { Actions } from './actions';
export type { Hold } from './holds';
export { Layers } from './layers';
export { Origin } from './origin';
