/**
 * Actions made ready to run, one row a kind: names become small integers, and what the rules ask of an action ("does it
 * type?", "is it modifiers only?") is answered once.
 */
import { isModifier, type Code } from '../../codes';
import {
  isModifiersOnly,
  UNDER_MODIFIERS,
  type Action,
  type AskedFor,
  type DeviceFunction,
  type LayerHow,
  type Profile,
  type SlotWay,
  type UnderModifier,
} from '../../profile';
import { compileText, type RunText } from './scores';
import type { UsageNumbers } from './usages';

/** Kinds of actions, as numbers: comparing them is what the engine does most. */
export const KEYS = 0;
export const HOLD_FOR = 1;
export const ONCE_MODIFIERS = 2;
export const LAYER = 3;
export const MACRO = 4;
export const TEXT = 5;
export const LATCH_KEYS = 6;
export const LATCH_NEXT = 7;
export const CAPITAL_LETTERS = 8;
export const WHEEL = 9;
export const MANY = 10;
export const SLOT = 11;
export const DEVICE = 12;
export const UNDER = 13;
export const MOVE = 14;
export const ASK = 15;

/** What several rules ask of an action, answered when the program is made. */
type ActionFacts = {
  /** Holds modifiers and nothing else. */
  modifiersOnly: boolean;
  /** Holds a non-modifier key: the host sees typing. */
  types: boolean;
  /** Holds a layer by `while`. */
  holdsLayer: boolean;
};

/** Usages that go down in order and up in reverse. */
type ChordPart = ActionFacts & { usages: readonly number[] };

/** `mixed` chords hold modifiers and a key; a mouse button is a chord of its own usage. `only` is the one key that most are, or -1. */
export type KeysPart = ChordPart & { kind: typeof KEYS; mixed: boolean; isButton: boolean; only: number };
/** Equal `holdFor` actions have the same number, from whichever key they are begun. */
export type HoldForPart = ChordPart & { kind: typeof HOLD_FOR; number: number; forUs: number };
type OncePart = ActionFacts & { kind: typeof ONCE_MODIFIERS; usages: readonly number[] };
export type LayerPart = ActionFacts & { kind: typeof LAYER; how: LayerHow; layer: number };
export type MacroPart = ActionFacts & { kind: typeof MACRO; macro: number };
type DevicePart = ActionFacts & { kind: typeof DEVICE; what: DeviceFunction };
/** One thing while all modifiers of a case are held (`kinds`, as bits), another otherwise. What it types or holds is seen when it begins. */
export type UnderPart = ActionFacts & {
  kind: typeof UNDER;
  cases: readonly { kinds: number; action: RunAction }[];
  otherwise: RunAction | null;
};
/** Movement while held. `fromUm` is -1 when it does not follow the depth; `spanUm` is how far it is from there to full speed. */
export type MovePart = ActionFacts & {
  kind: typeof MOVE;
  isWheel: boolean;
  x: number;
  y: number;
  rampUs: number;
  fromUm: number;
  spanUm: number;
};
/** What lasts from its beginning to its end. */
export type LastingPart = KeysPart | HoldForPart | OncePart | LayerPart | MacroPart | DevicePart | UnderPart | MovePart;
/** `slot` counts from 1; 0 for the next and the previous one, and for one among `slots`. */
export type SlotPart = ActionFacts & { kind: typeof SLOT; how: SlotWay; slot: number; slots: readonly number[] };

export type RunAction =
  | KeysPart
  | HoldForPart
  | OncePart
  | LayerPart
  | MacroPart
  | DevicePart
  | UnderPart
  | MovePart
  | SlotPart
  | (ActionFacts & { kind: typeof TEXT; text: RunText })
  | (ActionFacts & { kind: typeof ASK; what: AskedFor; name: string })
  | (ActionFacts & { kind: typeof LATCH_KEYS; usages: readonly number[] })
  | (ActionFacts & { kind: typeof LATCH_NEXT })
  | (ActionFacts & { kind: typeof CAPITAL_LETTERS })
  | (ActionFacts & { kind: typeof WHEEL; dx: number; dy: number })
  | (ActionFacts & { kind: typeof MANY; parts: readonly RunAction[] });

/** What compiling an action needs to know: the profile that it stands in, and the numbers given out so far. */
export class ActionCompiler {
  private readonly holdForNumbers = new Map<string, number>();
  /** Whether some movement is as fast as its key is deep. */
  followsDepth = false;

  constructor(
    readonly profile: Profile,
    readonly usages: UsageNumbers,
  ) {}

  compile<A extends Action>(action: A): RunAction {
    return (ROWS[action.do] as (action: A, compiler: ActionCompiler) => RunAction)(action, this);
  }

  /** How many different `holdFor` actions there are. */
  get holdForCount(): number {
    return this.holdForNumbers.size;
  }

  holdForNumber(codes: readonly Code[], ms: number): number {
    const name = `${codes.join('+')} ${ms}`;
    const number = this.holdForNumbers.get(name) ?? this.holdForNumbers.size;
    this.holdForNumbers.set(name, number);
    return number;
  }

  chord(codes: readonly Code[]): ChordPart {
    const firstKey = codes.findIndex((code) => !isModifier(code));
    return {
      ...NOTHING_SPECIAL,
      usages: this.usages.ofCodes(codes),
      modifiersOnly: firstKey < 0,
      types: firstKey >= 0,
    };
  }
}

const bitOf = (name: UnderModifier): number => 1 << UNDER_MODIFIERS.indexOf(name);

/** Which modifier a code is, left or right, as a bit; 0 for any other. */
export function modifierKind(code: Code): number {
  const name = UNDER_MODIFIERS.find((modifier) => isModifier(code) && code.startsWith(modifier));
  return name ? bitOf(name) : 0;
}

const NOTHING_SPECIAL: ActionFacts = { modifiersOnly: false, types: false, holdsLayer: false };

type Kind = Action['do'];
type Rows = { [K in Kind]: (action: Extract<Action, { do: K }>, compiler: ActionCompiler) => RunAction };

const ROWS: Rows = {
  keys: ({ codes }, compiler) => {
    const chord = compiler.chord(codes);
    const only = chord.types && codes.length === 1 ? (chord.usages[0] ?? -1) : -1;
    return { kind: KEYS, ...chord, mixed: chord.types && codes.some(isModifier), isButton: false, only };
  },
  button: ({ button }, { usages }) => ({
    kind: KEYS,
    ...NOTHING_SPECIAL,
    usages: [usages.ofButton(button)],
    mixed: false,
    isButton: true,
    only: -1,
  }),
  holdFor: ({ codes, ms }, compiler) => ({
    kind: HOLD_FOR,
    ...compiler.chord(codes),
    modifiersOnly: false,
    number: compiler.holdForNumber(codes, ms),
    forUs: ms * 1000,
  }),
  once: ({ codes }, { usages }) => ({
    kind: ONCE_MODIFIERS,
    ...NOTHING_SPECIAL,
    modifiersOnly: true,
    usages: usages.ofCodes(codes),
  }),
  latch: ({ codes }, { usages }) => ({
    kind: LATCH_KEYS,
    ...NOTHING_SPECIAL,
    types: !codes.every(isModifier),
    usages: usages.ofCodes(codes),
  }),
  latchNext: () => ({ kind: LATCH_NEXT, ...NOTHING_SPECIAL }),
  capitals: () => ({ kind: CAPITAL_LETTERS, ...NOTHING_SPECIAL }),
  wheel: ({ dx, dy }) => ({ kind: WHEEL, ...NOTHING_SPECIAL, dx, dy }),
  layer: ({ how, layer: id }, { profile }) => {
    const layer = profile.layers.findIndex((candidate) => candidate.id === id);
    return { kind: LAYER, ...NOTHING_SPECIAL, how, layer, holdsLayer: how === 'while' };
  },
  text: ({ text, gapMs }, { profile, usages }) => ({
    kind: TEXT,
    ...NOTHING_SPECIAL,
    types: true,
    text: compileText(text, gapMs, profile.hostLayout, usages.ofCode),
  }),
  macro: ({ macro: id }, { profile }) => {
    const macro = profile.macros.findIndex((candidate) => candidate.id === id);
    return { kind: MACRO, ...NOTHING_SPECIAL, macro };
  },
  many: (action, compiler) => {
    const parts = action.actions.map((part) => compiler.compile(part));
    return {
      kind: MANY,
      parts,
      modifiersOnly: isModifiersOnly(action),
      types: parts.some((part) => part.types),
      holdsLayer: parts.some((part) => part.holdsLayer),
    };
  },
  move: ({ what, x, y, rampMs, depth }, compiler) => {
    compiler.followsDepth ||= depth !== undefined;
    return {
      kind: MOVE,
      ...NOTHING_SPECIAL,
      isWheel: what === 'wheel',
      x,
      y,
      rampUs: rampMs * 1000,
      fromUm: depth ? depth.fromUm : -1,
      spanUm: depth ? depth.toUm - depth.fromUm : 1,
    };
  },
  under: ({ cases, otherwise }, compiler) => ({
    kind: UNDER,
    ...NOTHING_SPECIAL,
    cases: cases.map(({ held, action }) => ({
      kinds: held.reduce((kinds, name) => kinds | bitOf(name), 0),
      action: compiler.compile(action),
    })),
    otherwise: otherwise ? compiler.compile(otherwise) : null,
  }),
  slot: (action) => ({
    kind: SLOT,
    ...NOTHING_SPECIAL,
    how: action.how,
    slot: action.how === 'go' ? action.slot : 0,
    slots: action.how === 'among' ? action.slots : [],
  }),
  ask: ({ what, name }) => ({ kind: ASK, ...NOTHING_SPECIAL, what, name }),
  device: ({ what }) => ({ kind: DEVICE, ...NOTHING_SPECIAL, what }),
};
