/** A person's own typing: takes of it, what went wrong in them, and which settings would have been better. docs/typing.md. */
export { align, type Aligned, distance } from './distance';
export { corrected, type Corrected } from './corrected';
export { follow, type Followed, settledAfter } from './following';
export { fieldsThatMatter, type Grid, hasGestures, type Setting, settingAt, sizeOf, usualGrid } from './grid';
export { parseGrid } from './gridFile';
export { isMeasured } from './playing';
export { ALL, appliesTo, decidedBy, fingerMates, forAll, type Scope, settingEdit, settingNow } from './scope';
export { columnsOf, type Held, lookAt, type Looked, type Press, type Slip, type SlipKind, threadsOf } from './slips';
export { kneeOf } from './suggestion';
export { joined, type Outcome, type Part, type Result, sweep, type Swept, type Tried, Trial, WHOLE } from './sweep';
export { movesOf, samplesOfMoves } from './performing';
export { Reach, type Reached, type ReachStep, type Way } from './reach';
export { TokenNumbers, tokensOf } from './tokens';
export { typed, type Typist, USUAL_TYPIST } from './typist';
export { type Tuning, tuningOf } from './tuning';
export { YARD_TEXTS } from './yardTexts';
export { joinTakes } from './joining';
export { BUSY_SHARE, busiestThumb, lighten, type Move as LighterMove } from './lighten';
export {
  type FingerId,
  type FingerLoad,
  type Load,
  loadOfShortcuts,
  loadOfTake,
  loadOfText,
  runsOf,
  type ShortcutLoad,
  shareOf,
  travelOf,
} from './load';
export { Ways } from './ways';
export { whereIs } from './where';
export { type Exercise, type ExerciseKind, exercisesOf, exerciseOfText, type Item, leadingKeys } from './exercises';
export { SLOW, Spacing } from './spacing';
export { otherWords, type OtherWord } from './otherWords';
export { plainly } from './plain';
export { type KeyProgress, progressByKey, slowness } from './keyProgress';
export { weakest, type Practice } from './weakest';
export { walkOf, type WalkStep } from './walk';
