export { type Advice, adviceOn } from './advice';
export { aloneBinding, aloneWith } from './alone';
export { type Differences, differencesOf } from './differences';
export { type Findable, findables, findIn, type Place } from './find';
export { type LetsGo, usersOf, whatLetsGoOf } from './letGo';
export { type Meeting, meetingsOf } from './meetings';
export { type Hold, type MacroRun, type MacroStage, runMacro, stageMacro } from './macroRun';
export { type Loss, type Moved, movedToBoard } from './otherBoard';
export { type Overlap, overlapsOf } from './overlap';
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
export { type Chosen, type Moment, type Related, relatedTo, storyOf } from './story';
export {
  actuationOf,
  FINGER_SPEEDS,
  type FingerSpeed,
  keysLike,
  movementMs,
  nextEdgeUm,
  type TravelFigures,
  travelFigures,
  releaseDepthUm,
  zoneTopUm,
} from './travel';
export { type RecordPiece, runRecord } from './record';
export { layerGained, layerLost, reasonOf, shortReasonOf } from './reasons';
export { type CurvePoint, runStroke, type Sent, type TestStroke, testStrokes } from './testStrokes';
