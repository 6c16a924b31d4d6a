/** Scores of macros: their line, operations, recording, receivers. Words: docs/glossary.md. */
export { durationOf } from './duration';
export { type Held, heldBy, leftDownBy, partsOf } from './held';
export { macroFromLines, type MacroLines } from './macroFromLines';
export * as operations from './operations';
export { isTooMuch, type Places, tidy, type TooMuch } from './operations';
export { countsOf, keysOf, openKeys, type Press, type Presses, pressesOf } from './presses';
export { arrivalsOf, asHeard, chanceByStretch, type Demand, type Seen, seenBy } from './receivers';
export { Recording, type RecordingOptions } from './recording';
export { type Remedies, remediesFor, SURE } from './remedies';
export { macroSentences, sayCount, sayTime } from './sentences';
