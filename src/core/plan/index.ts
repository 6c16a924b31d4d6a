/** Stroke plans as people draw them; spans, marks and crossings are in docs/glossary.md. */
export { addSpan, moveSpan, removeSpan, reorderSpan, toggleMark } from './edits';
export { crossingAt, gapsOf, placeOf, reachOf, resolutionOf, snappedUm, type Stretch } from './loop';
export { gapSentences } from './sentences';
export { mainAction, PLAN_SHAPES, spansOfShape } from './shapes';
