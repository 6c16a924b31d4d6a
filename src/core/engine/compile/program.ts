/**
 * A program is a profile made ready to run: names become small integers, and bindings stand in one flat table. Running it then
 * needs no strings and allocates nothing.
 */
import type { Code } from '../../codes';
import type { GestureTiming, Interrupt } from '../../profile';
import type { RunAction } from './actions';
import type { RunPlan } from './plans';
import type { RunMacro } from './scores';

/** Kinds of bindings, as numbers. */
export const NONE = 0;
export const ACT = 1;
export const GESTURE = 2;

export type RunStep = { tap: RunAction | null; hold: RunAction | null };
/** The timing of a gesture that runs, times in µs. */
export type RunTiming = {
  holdAfterUs: number;
  tapGapUs: number;
  retapUs: number;
  typingGuardUs: number;
  tapUs: number;
  interrupt: Interrupt;
  otherHandOnly: boolean;
};
export type RunGesture = RunTiming & { kind: typeof GESTURE; steps: readonly RunStep[]; hasHold: boolean };
type RunAct = { kind: typeof ACT; action: RunAction; usesUpOnce: boolean };
export type RunBinding = RunAct | RunGesture | RunPlan | { kind: typeof NONE };

/** A timing as gestures run by it. */
export const runTiming = (timing: GestureTiming): RunTiming => ({
  holdAfterUs: timing.holdAfterMs * 1000,
  tapGapUs: timing.tapGapMs * 1000,
  retapUs: timing.retapMs * 1000,
  typingGuardUs: timing.typingGuardMs * 1000,
  tapUs: timing.tapMs * 1000,
  interrupt: timing.interrupt,
  otherHandOnly: timing.otherHandOnly,
});

/** Actuation of one key in micrometres, with the defaults worked out. */
export type RunActuation =
  | { mode: 'fixed'; pointUm: number; releaseUm: number }
  | { mode: 'reversal'; pointUm: number; leaveUm: number; pressUm: number; releaseUm: number };

export type Program = {
  keyIds: readonly string[];
  keyIndex: ReadonlyMap<string, number>;
  /** 0 either, 1 left, 2 right; by key, then by joint. */
  hands: Uint8Array;
  actuation: readonly RunActuation[];
  layerIds: readonly string[];
  /** Binding of layer l and key k at `l * keyIds.length + k`; null is a pass. */
  bindings: readonly (RunBinding | null)[];
  /** Whether some movement is as fast as its key is deep. */
  followsDepth: boolean;
  /** How far apart the host's polls are, in µs: movements are told once a poll. */
  pollUs: number;
  /** What each joint press does, whatever layers are active. */
  jointBindings: readonly RunBinding[];
  /** Layers that are active while a lamp of the host, by its place in `HOST_LAMPS`, is as they say. */
  lampLayers: readonly { lamp: number; lit: boolean; layer: number }[];
  joinedLayers: readonly { when: readonly number[]; also: number }[];
  /** Codes by usage index; the index is this program's own. */
  codes: readonly Code[];
  modifiers: Uint8Array;
  /** Which modifier each usage is, left or right, as a bit. */
  modifierKinds: Uint8Array;
  /** What `capitals` does at each usage, one of the constants below. */
  capitals: Uint8Array;
  /** The usage that `capitals` adds, and those that keep it from adding. */
  shiftUsage: number;
  commandModifiers: readonly number[];
  /** The usage that turns Caps Lock on and off at the host; -1 when it is another key there. */
  capsLock: number;
  /** How many different `holdFor` actions there are. */
  holdForCount: number;
  joints: readonly RunJoint[];
  macros: readonly RunMacro[];
  /** Of each key that has a stroke plan on some layer: all depths of its plans in µm, ascending. Null for the others. */
  planDepths: readonly (Int32Array | null)[];
};

/** Keys pressed together for an action of their own. Joint number j runs as key number `keyIds.length + j`. */
export type RunJoint = { id: string; keys: readonly number[]; withinUs: number };

/** What `capitals` does at a key: end before it, add Shift to it, or go on without adding. */
export const CAPITALS_END = 0;
export const CAPITALS_ADD = 1;
export const CAPITALS_GO_ON = 2;
