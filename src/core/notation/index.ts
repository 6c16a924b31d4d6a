export { allMeanings, completeLine, type Completion, type Meaning } from './complete';
export { actionLegend, type Legend, legendOf } from './legend';
export { type NotationContext, type ParsedLine, parseLine } from './parse';
export { printAction, printLayer, printLine } from './print';
export { type LineError } from './scanner';
export { type ParsedActuation, parseActuation, printActuation } from './travel';
export { predicate, sentencesOf } from './sentences';
