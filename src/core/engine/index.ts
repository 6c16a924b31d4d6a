export { type SwitchState } from './actuation';
export { Engine } from './engine';
export {
  type DecisionLine,
  type EdgeLine,
  type BeginLine,
  isBeginLine,
  isDecisionLine,
  isEdgeLine,
  isLayerLine,
  isPendingLine,
  isWheelLine,
  type LayerLine,
  type OutcomeLine,
  outcomeLines,
  type PendingLine,
  type TraceLine,
  traceLines,
  type WheelLine,
} from './outcome';
export {
  BY_TIME,
  type Cause,
  CAUSES,
  LAYER_WAYS,
  type LayerWay,
  type OutcomeKind,
  OUTCOMES,
  type Outputs,
} from './outputs';
export { compile, type Program, REST_UM } from './program';
export { type HostReport, type ReportLayout, ReportPacker } from './hostReports';
export { replay, replayed, type ReplayOptions, type Sample, SETTLE_MS } from './replay';
