/** A profile made ready to run. */
export * from './actions';
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
  runTiming,
  type RunTiming,
} from './program';
export type { RunMacro, RunScore, RunScoreEvent, RunStroke, RunText } from './scores';
