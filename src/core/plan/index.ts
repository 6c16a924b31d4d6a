/** Stroke plans as people draw them; spans, marks and crossings are in docs/glossary.md. */
export { addSpan, moveSpan, removeSpan, reorderSpan, toggleMark } from './edits';
export {
  crossingAt,
  gapsOf,
  placeOf,
  type Reach,
  reachOf,
  RESOLUTION_UM,
  resolutionOf,
  snappedUm,
  type Stretch,
} from './loop';
export { gapSentence, gapSentences } from './sentences';
export { mainAction, PLAN_SHAPES, type PlanShape, spansOfShape } from './shapes';
