export { differences, type Difference, sameData } from './compare';
export { applyEdit, type Edit, EditError, invertEdit } from './edits';
export { profileJsonSchema } from './jsonSchema';
export { bindKeys, changeKeys, copyLayerKeys, putOnStep, swapKeys, timeKeys } from './keyEdits';
export { duplicateLayer, type LayerReferences, referencesTo, takeOutLayer } from './layerEdits';
export { replaceMacro, takeOutMacro } from './macroEdits';
export {
  type Path,
  printPath,
  printProblem,
  type Problem,
  problemsOfZod,
  profileProblems,
  readProfile,
} from './problems';
export {
  actionsOf,
  allActions,
  type Answer,
  answerAmong,
  answerFrom,
  bindingOn,
  endIsReached,
  isModifiersOnly,
  PASS,
  slackUm,
  timingOf,
  turnedBack,
  type WayIn,
  waysTo,
} from './questions';
export {
  type Action,
  type Actuation,
  type Assignment,
  type Binding,
  type Crossing,
  DEFAULT_ACTUATION,
  DEEPEST_UM,
  DEFAULT_TIMING,
  type Dye,
  DYES,
  type Gesture,
  type GestureStep,
  gestureTimingSchema,
  type GestureTiming,
  type Interrupt,
  type Joint,
  type Layer,
  type LayerHow,
  type LayerId,
  type Macro,
  mergeTiming,
  type PartialTiming,
  type Profile,
  profileSchema,
  type Role,
  type Score,
  type ScoreEvent,
  SHALLOWEST_UM,
  type Span,
} from './schema';
export { plainProfile } from './starting';
export { setActuation, setBoardActuation } from './travelEdits';
export { stepsOf } from './steps';
