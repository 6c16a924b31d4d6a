export { type Advice, adviceOn } from './advice';
export { type Overlap, overlapsOf } from './overlap';
export { type Bar, barsWithin, type DecisionBar, Lanes, rowsWithin } from './lanes';
export { reasonOf, shortReasonOf } from './reasons';
