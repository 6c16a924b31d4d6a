/** From finger to host. The words used here (claim, head, stroke, origin, ...) are in docs/glossary.md. */
export { compile, GESTURE, type Program, runTiming, type RunTiming } from './compile';
export { figuresOf, handsBit, Leeway, type PressMemory, ruleBit } from './decide';
export { Engine } from './engine';
export * from './out';
export { replay, replayed, type ReplayOptions } from './replay';
export { isOfLamp, lampOf, type Sample, sampleOfLamp } from './sample';
export type { Standing } from './standing';
export { nextEdgeUm, type SwitchState } from './travel';
