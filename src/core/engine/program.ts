/**
 * A program is a profile made ready to run: names become small integers, bindings stand in one flat table, and what the
 * rules ask of an action ("does it type?", "is it modifiers only?") is answered once. Running it then needs no strings
 * and allocates nothing.
 */
import { boardById, HARROW_64, type Board } from '../board';
import { BUTTON_PAGE, codeOfUsage, idOf, isModifier, pageOf, usageOfCode, type Code } from '../codes';
import {
  bindingOn,
  isModifiersOnly,
  slackUm,
  timingOf,
  type Action,
  type Actuation,
  type Binding,
  type Interrupt,
  type LayerHow,
  type Profile,
} from '../profile';
import { CAPITALS_ADD, CAPITALS_END, CAPITALS_GO_ON } from './capitals';
import { compilePlan, depthsOfPlans, type RunPlan } from './crossings';
import { compileMacro, compileText, type RunMacro, type RunText } from './scores';

/** What several rules ask of an action, answered when the program is made. */
type ActionFacts = {
  /** Holds modifiers and nothing else. */
  modifiersOnly: boolean;
  /** Holds a non-modifier key: the host sees typing. */
  types: boolean;
  /** Holds a layer by `while`. */
  holdsLayer: boolean;
};

/** Usages that go down in order and up in reverse; `firstKey` is the place of the first that is no modifier, or -1. */
type ChordPart = ActionFacts & { usages: readonly number[]; firstKey: number };

/** `mixed` chords hold modifiers and a key; a mouse button is a chord of its own usage. */
export type KeysPart = ChordPart & { kind: 'keys'; mixed: boolean; isButton: boolean };
/** Equal `holdFor` actions have the same number, from whichever key they are begun. */
export type HoldForPart = ChordPart & { kind: 'holdFor'; number: number; forUs: number };
export type OncePart = ActionFacts & { kind: 'once'; usages: readonly number[] };
export type LayerPart = ActionFacts & { kind: 'layer'; how: LayerHow; layer: number };
export type MacroPart = ActionFacts & { kind: 'macro'; macro: number };
/** What lasts from its beginning to its end. */
export type LastingPart = KeysPart | HoldForPart | OncePart | LayerPart | MacroPart;

export type RunAction =
  | KeysPart
  | HoldForPart
  | OncePart
  | LayerPart
  | MacroPart
  | (ActionFacts & { kind: 'text'; text: RunText })
  | (ActionFacts & { kind: 'latch'; usages: readonly number[] })
  | (ActionFacts & { kind: 'latchNext' })
  | (ActionFacts & { kind: 'capitals' })
  | (ActionFacts & { kind: 'wheel'; dx: number; dy: number })
  | (ActionFacts & { kind: 'many'; parts: readonly RunAction[] });

export type RunStep = { tap: RunAction | null; hold: RunAction | null };
export type RunGesture = {
  kind: 'gesture';
  steps: readonly RunStep[];
  hasHold: boolean;
  holdAfterUs: number;
  tapGapUs: number;
  retapUs: number;
  typingGuardUs: number;
  tapUs: number;
  interrupt: Interrupt;
  otherHandOnly: boolean;
};
export type RunAct = { kind: 'act'; action: RunAction; usesUpOnce: boolean };
export type RunBinding = RunAct | RunGesture | RunPlan | { kind: 'none' };

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
  /** What each joint press does, whatever layers are active. */
  jointBindings: readonly RunBinding[];
  joinedLayers: readonly { when: readonly number[]; also: number }[];
  /** Codes by usage index; the index is this program's own. */
  codes: readonly Code[];
  modifiers: Uint8Array;
  /** What `capitals` does at each usage, see `modifiers.ts`. */
  capitals: Uint8Array;
  /** The usage that `capitals` adds, and those that keep it from adding. */
  shiftUsage: number;
  commandModifiers: readonly number[];
  /** How many different `holdFor` actions there are. */
  holdForCount: number;
  joints: readonly RunJoint[];
  macros: readonly RunMacro[];
  /** Of each key that has a stroke plan on some layer: all depths of its plans in µm, ascending. Null for the others. */
  planDepths: readonly (Int32Array | null)[];
};

/** Keys pressed together for an action of their own. Joint number j runs as key number `keyIds.length + j`. */
export type RunJoint = { id: string; keys: readonly number[]; withinUs: number };

/** At rest means a depth below this, in micrometres. */
export const REST_UM = 50;

function compileActuation(actuation: Actuation): RunActuation {
  const slack = slackUm(actuation.pointUm);
  if (actuation.mode === 'fixed') {
    return { mode: 'fixed', pointUm: actuation.pointUm, releaseUm: actuation.releaseUm ?? actuation.pointUm - slack };
  }
  const { pointUm, pressUm, releaseUm } = actuation;
  return {
    mode: 'reversal',
    pointUm,
    pressUm,
    releaseUm,
    leaveUm: actuation.reset === 'top' ? REST_UM : pointUm - slack,
  };
}

const HANDS = ['either', 'left', 'right'];

const NOTHING_SPECIAL: ActionFacts = { modifiersOnly: false, types: false, holdsLayer: false };

/** The keys that are commands with whatever is pressed: `capitals` adds nothing while one is down. */
const COMMAND_MODIFIERS = ['ControlLeft', 'ControlRight', 'AltLeft', 'AltRight', 'MetaLeft', 'MetaRight'];

/** What `capitals` does at a code. */
function capitalsAt(code: Code): number {
  if (/^Key[A-Z]$|^Minus$/.test(code)) return CAPITALS_ADD;
  return /^(Digit|Numpad)\d$|^Backspace$|^Delete$/.test(code) || isModifier(code) ? CAPITALS_GO_ON : CAPITALS_END;
}

class Compiler {
  readonly codes: Code[] = [];
  private readonly indexByCode = new Map<Code, number>();
  private readonly holdForNumbers = new Map<string, number>();

  constructor(private readonly profile: Profile) {}

  action(action: Action): RunAction {
    switch (action.do) {
      case 'keys': {
        const chord = this.chord(action.codes);
        return { kind: 'keys', ...chord, mixed: chord.types && action.codes.some(isModifier), isButton: false };
      }
      case 'button': {
        const usages = [this.index(`button:${action.button}`)];
        return { kind: 'keys', ...NOTHING_SPECIAL, usages, firstKey: 0, mixed: false, isButton: true };
      }
      case 'holdFor': {
        const number = this.numberOf(`${action.codes.join('+')} ${action.ms}`);
        return { kind: 'holdFor', ...this.chord(action.codes), modifiersOnly: false, number, forUs: action.ms * 1000 };
      }
      case 'once':
        return { kind: 'once', ...NOTHING_SPECIAL, modifiersOnly: true, usages: this.usages(action.codes) };
      case 'latch':
        return {
          kind: 'latch',
          ...NOTHING_SPECIAL,
          types: !action.codes.every(isModifier),
          usages: this.usages(action.codes),
        };
      case 'latchNext':
        return { kind: 'latchNext', ...NOTHING_SPECIAL };
      case 'capitals':
        return { kind: 'capitals', ...NOTHING_SPECIAL };
      case 'wheel':
        return { kind: 'wheel', ...NOTHING_SPECIAL, dx: action.dx, dy: action.dy };
      case 'layer': {
        const layer = this.profile.layers.findIndex((candidate) => candidate.id === action.layer);
        return { kind: 'layer', ...NOTHING_SPECIAL, how: action.how, layer, holdsLayer: action.how === 'while' };
      }
      case 'text':
        return { kind: 'text', ...NOTHING_SPECIAL, types: true, text: this.text(action.text, action.gapMs) };
      case 'macro': {
        const macro = this.profile.macros.findIndex(({ id }) => id === action.macro);
        return { kind: 'macro', ...NOTHING_SPECIAL, macro };
      }
      case 'many': {
        const parts = action.actions.map((part) => this.action(part));
        return {
          kind: 'many',
          parts,
          modifiersOnly: isModifiersOnly(action),
          types: parts.some((part) => part.types),
          holdsLayer: parts.some((part) => part.holdsLayer),
        };
      }
      case 'slot':
      case 'device':
        throw new TypeError(`a check lets no "${action.do}" come this far`);
    }
  }

  binding(binding: Binding): RunBinding | null {
    switch (binding.kind) {
      case 'pass':
        return null;
      case 'none':
        return { kind: 'none' };
      case 'act':
        return { kind: 'act', action: this.action(binding.action), usesUpOnce: !leavesOncePending(binding.action) };
      case 'gesture': {
        const timing = timingOf(this.profile, binding);
        return {
          kind: 'gesture',
          steps: binding.steps.map((step) => ({
            tap: step.tap ? this.action(step.tap) : null,
            hold: step.hold ? this.action(step.hold) : null,
          })),
          hasHold: binding.steps.some((step) => step.hold !== undefined),
          holdAfterUs: timing.holdAfterMs * 1000,
          tapGapUs: timing.tapGapMs * 1000,
          retapUs: timing.retapMs * 1000,
          typingGuardUs: timing.typingGuardMs * 1000,
          tapUs: timing.tapMs * 1000,
          interrupt: timing.interrupt,
          otherHandOnly: timing.otherHandOnly,
        };
      }
      case 'stroke':
        return compilePlan(
          binding.spans,
          binding.spans.map(({ action }) => this.action(action)),
          this.profile.timing.tapMs * 1000,
        );
    }
  }

  macros(): RunMacro[] {
    return this.profile.macros.map((macro) => compileMacro(macro, this.profile.hostLayout, this.numberOfCode));
  }

  private text(text: string, gapMs: number): RunText {
    return compileText(text, gapMs, this.profile.hostLayout, this.numberOfCode);
  }

  get holdForCount(): number {
    return this.holdForNumbers.size;
  }

  /** The indices of usages; a key that is written as its HID usage is the same key. */
  usages(codes: readonly Code[]): number[] {
    return codes.map(this.numberOfCode);
  }

  private readonly numberOfCode = (code: Code): number => {
    const usage = usageOfCode(code) ?? 0;
    return this.index(pageOf(usage) === BUTTON_PAGE ? `button:${idOf(usage)}` : codeOfUsage(usage));
  };

  private chord(codes: readonly Code[]): ChordPart {
    const firstKey = codes.findIndex((code) => !isModifier(code));
    return {
      ...NOTHING_SPECIAL,
      usages: this.usages(codes),
      firstKey,
      modifiersOnly: firstKey < 0,
      types: firstKey >= 0,
    };
  }

  private numberOf(holdFor: string): number {
    const number = this.holdForNumbers.get(holdFor) ?? this.holdForNumbers.size;
    this.holdForNumbers.set(holdFor, number);
    return number;
  }

  private index(code: Code): number {
    const known = this.indexByCode.get(code);
    if (known !== undefined) return known;
    const index = this.codes.push(code) - 1;
    this.indexByCode.set(code, index);
    return index;
  }
}

/** A pending `once` layer outlives presses that are themselves ways between layers, or modifiers only. */
function leavesOncePending(action: Action): boolean {
  if (action.do === 'many') return action.actions.every(leavesOncePending);
  return action.do === 'layer' || isModifiersOnly(action);
}

/**
 * Makes a profile without problems ready to run on a board (by default the bundled one it names). Only `check` calls it, which
 * knows that there are none.
 */
export function compile(profile: Profile, board: Board = boardById(profile.board) ?? HARROW_64): Program {
  const compiler = new Compiler(profile);
  const layerNumber = (id: string): number => profile.layers.findIndex((layer) => layer.id === id);
  const keyIndex = new Map(board.keys.map((key, index) => [key.id, index]));
  const keyNumber = (id: string): number => keyIndex.get(id) ?? 0;
  const bindings = profile.layers.flatMap((layer) =>
    board.keys.map((key) => compiler.binding(bindingOn(layer, key.id))),
  );
  const jointBindings = profile.joints.map((joint): RunBinding => ({
    kind: 'act',
    action: compiler.action(joint.action),
    usesUpOnce: false,
  }));
  const macros = compiler.macros();
  const [shiftUsage = 0] = compiler.usages(['ShiftLeft']);
  const hands = board.keys.map((key) => HANDS.indexOf(key.hand));
  const jointHands = profile.joints.map(({ keys }) => {
    const [first = 0, ...others] = keys.map((key) => hands[keyNumber(key)] ?? 0);
    return others.every((hand) => hand === first) ? first : 0;
  });
  return {
    keyIds: board.keys.map((key) => key.id),
    keyIndex,
    hands: Uint8Array.from([...hands, ...jointHands]),
    actuation: board.keys.map((key) => compileActuation(profile.travel.keys[key.id] ?? profile.travel.board)),
    layerIds: profile.layers.map((layer) => layer.id),
    bindings,
    jointBindings,
    joinedLayers: profile.joinedLayers.map(({ when, also }) => ({
      when: when.map(layerNumber),
      also: layerNumber(also),
    })),
    codes: compiler.codes,
    modifiers: Uint8Array.from(compiler.codes, (code) => (isModifier(code) ? 1 : 0)),
    capitals: Uint8Array.from(compiler.codes, capitalsAt),
    shiftUsage,
    commandModifiers: compiler.codes.flatMap((code, index) => (COMMAND_MODIFIERS.includes(code) ? [index] : [])),
    holdForCount: compiler.holdForCount,
    joints: profile.joints.map(({ id, keys, withinMs }) => ({
      id,
      keys: keys.map(keyNumber),
      withinUs: withinMs * 1000,
    })),
    macros,
    planDepths: board.keys.map((_, key) =>
      depthsOfPlans(profile.layers.map((_layer, layer) => bindings[layer * board.keys.length + key])),
    ),
  };
}
