export { type Held, heldBy, leftDownBy, partsOf } from './held';
export { parseScoreLine, printScoreLine, ScoreLineError } from './line';
export * as operations from './operations';
export { type Places, tidy } from './operations';
export { countsOf, keysOf, openKeys, type Press, type Presses, pressesOf } from './presses';
export { arrivalsOf, chanceByStretch, type Demand, type Seen, seenBy } from './receivers';
export { type HandEvent, Recording, type RecordingOptions } from './recording';
export { type Remedies, remediesFor, SURE } from './remedies';
export { macroSentences, sayTime } from './sentences';
