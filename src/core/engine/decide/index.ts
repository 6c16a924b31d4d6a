/** What an event means: joint presses, gestures, and strokes with plans. */
export { Gestures } from './gestures';
export { Joints } from './joints';
export * from './leeway';
export type { PressMemory } from './presses';
