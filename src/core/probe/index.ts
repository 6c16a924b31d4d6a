/** What would happen if: presses that overlap, a macro's run, hands that meet it, test strokes, another board, another host. Words: docs/glossary.md. */
export { aloneBinding, aloneWith } from './alone';
export { type Hold, type MacroRun, type MacroStage, runMacro, stageMacro } from './macroRun';
export { type Meeting, meetingsOf } from './meetings';
export { type KeyMap, keyMapOf, type Loss, type Moved, movedToBoard, type Target, withTarget } from './otherBoard';
export { type MeaningChange, type OtherHost, reaimed, throughHost } from './otherHost';
export { type Overlap, overlapsOf } from './overlap';
export { type CurvePoint, runStroke, type Sent, type TestStroke, testStrokes } from './testStrokes';
