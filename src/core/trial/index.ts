/** A session of trying: its lanes, what came of what and why, and what changes under other settings. Words: docs/glossary.md. */
export { Arrivals } from './arrivals';
export { type Changes, changesBetween } from './changes';
export {
  type Bar,
  barsWithin,
  type DecisionBar,
  type HostBar,
  type LayerBar,
  Lanes,
  type Origin,
  rowsWithin,
} from './lanes';
export { layerGained, layerLost, reasonOf, shortReasonOf } from './reasons';
export { exampleFingers } from './example';
export { type Played, remediesFor, type Remedy } from './remedies';
export { type RecordPiece, runRecord } from './record';
export { type Chosen, type Moment, relatedTo, storyOf } from './story';
