/** A profile made ready to run. */
export type { HoldForPart, KeysPart, LastingPart, LayerPart, MacroPart, RunAction } from './actions';
export {
  CAPITAL_LETTERS,
  DEVICE,
  HOLD_FOR,
  KEYS,
  LATCH_KEYS,
  LATCH_NEXT,
  LAYER,
  MACRO,
  MANY,
  ONCE_MODIFIERS,
  SLOT,
  type SlotPart,
  TEXT,
  WHEEL,
} from './actions';
export { compile } from './compile';
export { type PlanPlayer, type RunPlan, STROKE } from './plans';
export {
  ACT,
  CAPITALS_ADD,
  GESTURE,
  CAPITALS_END,
  type Program,
  type RunActuation,
  type RunBinding,
  type RunGesture,
  type RunJoint,
  type RunStep,
} from './program';
export type { RunMacro, RunScore, RunScoreEvent, RunStroke, RunText } from './scores';
