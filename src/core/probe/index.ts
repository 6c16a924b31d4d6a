/** What would happen if: presses that overlap, a macro's run, hands that meet it, test strokes, another board, another host. Words: docs/glossary.md. */
export { aloneBinding, aloneWith } from './alone';
export { type Hold, type MacroRun, type MacroStage, runMacro, stageMacro } from './macroRun';
export { meetingsOf } from './meetings';
export { keyMapOf, movedToBoard, withTarget } from './otherBoard';
export { type MeaningChange, reaimed, throughHost } from './otherHost';
export { overlapsOf } from './overlap';
export { type CurvePoint, runStroke, type Sent, testStrokes } from './testStrokes';
