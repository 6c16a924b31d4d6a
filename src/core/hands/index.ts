export {
  depthOfForce,
  depthsOf,
  DRIFT,
  forceOfDepth,
  type Hand,
  HOLDING_HAND,
  RESTING_WEIGHTS,
  type RestingWeight,
  restingHand,
  SAMPLE_HZ,
  TREMOR,
} from './model';
export { normal, seeded } from './random';
export { BEARABLE, type HandFigures, sensitivityUm, settingsAround, suggestion, withSensitivity } from './settings';
export { crossingsPerSecond, Sway, type SwayShape } from './sway';
export { HandTrial } from './handTrial';
export { type FingerSettings, settingsOf } from './wholeBoard';
