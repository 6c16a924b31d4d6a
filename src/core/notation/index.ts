export { allMeanings, completeLine, type Completion, type Meaning } from './complete';
export { actionLegend, type Legend, legendOf } from './legend';
export { type NotationContext, type ParsedLine, parseLine } from './parse';
export { spanSentence } from './planSentences';
export { printAction, printLayer, printLine, printReach } from './print';
export { type LineError } from './scanner';
export { type ParsedActuation, parseActuation, printActuation } from './travel';
export { predicate, type SentenceContext } from './predicate';
export { sentencesOf } from './sentences';
