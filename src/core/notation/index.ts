/** The words for what keys do: read from a line, written in one, said in sentences, put on caps. Words of the house: docs/glossary.md. */
export { actionLegend, OFFERS, predicate, printAction } from './actionWords';
export { completeLine, type CompletionContext, usedCodes } from './complete';
export { lampWords } from './lampWords';
export { printGlow } from './text/glowText';
export { type Legend, legendOf } from './legend';
export { chordTitle, type NotationContext, printLayer, printMacro } from './names';
export { parseLine } from './parse';
export { spanSentence } from './planSentences';
export { printLine } from './print';
export { parseActuation, printActuation } from './travel';
export { sentencesOf } from './sentences';
export {
  keySaid,
  keysSaid,
  type MacroMade,
  namesOfKeys,
  rangeSaid,
  timeSaid,
  type Reading,
  sayReading,
  scoreSaid,
  type Stretch,
  understand,
  type Understood,
} from './understand';
export { parseScoreLine, printScoreLine, printTurn, wordOfScoreKey } from './scoreLine';
export {
  broughtText,
  doText,
  isOf,
  type TextAnswer,
  type TextOrder,
  type TextSaid,
  completeText,
  type KeptText,
  markOf,
  readText,
  type ReadText,
  rewriteText,
  type Site,
  type TextCompletion,
  type TextProblem,
  type TextProfile,
  writeText,
} from './text';
