export { type Advice, adviceOn } from './advice';
export { type Overlap, overlapsOf } from './overlap';
export { type Bar, barsWithin, type DecisionBar, type HostBar, Lanes, rowsWithin } from './lanes';
export { type Moment, storyOf } from './story';
export { reasonOf, shortReasonOf } from './reasons';
