/** The document and everything that changes it. Its words (act, edit, problem, ...) are in docs/glossary.md. */
export { actionsOf, allActions, type Placed } from './actions';
export * from './diff';
export { sameData } from '../reading';
export { actSchema, historyStepSchema } from './actSchema';
export { EDIT_ROWS, mergeEdits } from './editRows';
export { type Edit, type EditKind, type EditOf, idIn, type ListName, together } from './edits';
export { applyEdit } from './gate';
export { misfitOf } from './fits';
export { type Act, applyAct, type Document, newDocument, type Step } from './history';
export { profileJsonSchema } from './jsonSchema';
export { bindKeys, changeKeys, copyLayerKeys, putOnStep, swapKeys, timeKeys } from './keyEdits';
export {
  addLayerWithWay,
  duplicateLayer,
  newLayer,
  takeOutLayer,
  whatStays,
  type LeadsBy,
  type Staying,
} from './layerEdits';
export { isWithin, LIMITS, type Range } from './limits';
export { addMacro, replaceMacro, replaceScore, takeOutMacro } from './macroEdits';
export { inverseOf, mustEdit } from './mustEdit';
export { replacedAt } from './replacedAt';
export { type Path, printPath, type Problem, type Wrong } from './problem';
export { printProblem, refusalOf, sayWrong } from './problemWords';
export { profileProblems } from './problems';
export {
  type Answer,
  answerAmong,
  answerFrom,
  bindingOn,
  endIsReached,
  isModifiersOnly,
  macrosOfKey,
  macrosPlayed,
  PASS,
  timingOf,
  turnedBack,
} from './questions';
export { bindingOfJson, problemsOfZod, readProfile, readWithDoubles } from './reading';
export { withCase } from './under';
export { linesEdit, withLines } from './writtenLines';
export { goneFrom, walkEdit, withWalk } from './writtenWalk';
export { DYE_COLORS } from './dyes';
export {
  shownBy,
  shownOn,
  type Shows,
  type SignLine,
  withFigure,
  withShownBy,
  withShownOn,
  withSign,
} from './glowEdits';
export { isAdded, namedBy, referencesOf, referencesTo, type Site, waysTo } from './references';
export {
  type Action,
  hasUnder,
  MOVED,
  type Movement,
  partsOfUnder,
  UNDER_MODIFIERS,
  type UnderCase,
  type UnderModifier,
  type ActionKind,
  type AskedOf,
  ASKED_FOR,
  askedSchema,
  type AskedFor,
  type SlotWay,
  DEVICE_FUNCTIONS,
  type DeviceFunction,
  type ActionOf,
  type Actuation,
  actuationSchema,
  type Assignment,
  type Binding,
  type Crossing,
  DEFAULT_ACTUATION,
  DEFAULT_TIMING,
  type Dye,
  DYES,
  type Gesture,
  type GestureStep,
  gestureTimingSchema,
  type GestureTiming,
  type GlowLine,
  glowSchema,
  glowLineSchema,
  type Interrupt,
  type LampMovement,
  type Joint,
  type Layer,
  type LayerHow,
  walkSchema,
  type WrittenStep,
  writtenStepSchema,
  type LayerId,
  type Macro,
  mergeTiming,
  MOVEMENTS,
  type PartialTiming,
  type Profile,
  type Role,
  type Score,
  type ScoreEvent,
  type Span,
} from './schema';
export { mayChangeTooMuch, restingOn, rowOf, unreadableRow } from './rows';
export { addRole, freeRoleId, giveRole, moveRole, replaceRole, ROLE_COLORS, takeOutRole } from './roleEdits';
export { canDouble, canPad, canWrite, doubledProfile, padProfile, plainProfile, writingProfile } from './starting';
export { MANY_PROFILES, writeProfile, writeProfiles, writeProfilesInParts } from './writing';
export { stepsOf } from './steps';
export { swapCodesEverywhere, swapKeysEverywhere } from './swapEdits';
export { editTowards } from './towards';
export { setActuation, setBoardActuation } from './travelEdits';
export {
  actuationOf,
  FINGER_SPEEDS,
  type FingerSpeed,
  keysLike,
  movementMs,
  releaseDepthUm,
  REST_UM,
  type TravelFigures,
  travelFigures,
  zoneTopUm,
} from './travel';
export { whatOf } from './whatOf';
export { jsonInOrder } from './jsonInOrder';
export { once, oncePer } from './oncePer';
