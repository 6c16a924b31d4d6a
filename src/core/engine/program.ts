/**
 * A program is a profile made ready to run: names become small integers, bindings stand in one flat table, and what the
 * rules ask of an action ("does it type?", "is it modifiers only?") is answered once. Running it then needs no strings
 * and allocates nothing.
 */
import { boardById, type Board } from '../board';
import { codeOfUsage, isModifier, usageOfCode, type Code } from '../codes';
import {
  bindingOn,
  isModifiersOnly,
  profileProblems,
  timingOf,
  type Action,
  type Actuation,
  type Binding,
  type Interrupt,
  type LayerHow,
  type Problem,
  type Profile,
} from '../profile';
import { unsupportedIn } from './unsupported';

/** What several rules ask of an action, answered when the program is made. */
type ActionFacts = {
  /** Holds modifiers and nothing else. */
  modifiersOnly: boolean;
  /** Holds a non-modifier key: the host sees typing. */
  types: boolean;
  /** Holds a layer by `while`. */
  holdsLayer: boolean;
};

export type KeysPart = ActionFacts & { kind: 'keys'; usages: readonly number[]; mixed: boolean };
export type LayerPart = ActionFacts & { kind: 'layer'; how: LayerHow; layer: number };
export type RunAction = KeysPart | LayerPart | (ActionFacts & { kind: 'many'; parts: readonly RunAction[] });

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
export type RunBinding = RunAct | RunGesture | { kind: 'none' };

/** Actuation of one key in micrometres, with the defaults worked out. */
export type RunActuation =
  | { mode: 'fixed'; pointUm: number; releaseUm: number }
  | { mode: 'reversal'; pointUm: number; leaveUm: number; pressUm: number; releaseUm: number };

export type Program = {
  keyIds: readonly string[];
  keyIndex: ReadonlyMap<string, number>;
  /** 0 either, 1 left, 2 right; by key. */
  hands: Uint8Array;
  actuation: readonly RunActuation[];
  layerIds: readonly string[];
  /** Binding of layer l and key k at `l * keyIds.length + k`; null is a pass. */
  bindings: readonly (RunBinding | null)[];
  joinedLayers: readonly { when: readonly number[]; also: number }[];
  /** Codes by usage index; the index is this program's own. */
  codes: readonly Code[];
  modifiers: Uint8Array;
};

/** A profile that cannot be run. `problems` has every reason with its place. */
export class CannotRun extends Error {
  constructor(readonly problems: readonly Problem[]) {
    super(problems.map((problem) => problem.message).join('; '));
  }
}

/** At rest means a depth below this, in micrometres. */
export const REST_UM = 50;

/** The smaller of 100 µm and half of the actuation point: how far above the point a key lets go by default. */
const slackUm = (pointUm: number): number => Math.min(100, Math.floor(pointUm / 2));

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

class Compiler {
  readonly codes: Code[] = [];
  private readonly indexByCode = new Map<Code, number>();

  constructor(private readonly profile: Profile) {}

  action(action: Action): RunAction {
    switch (action.do) {
      case 'keys': {
        const modifiers = action.codes.filter(isModifier).length;
        const types = modifiers < action.codes.length;
        return {
          kind: 'keys',
          usages: action.codes.map((code) => this.usage(code)),
          modifiersOnly: !types,
          types,
          mixed: types && modifiers > 0,
          holdsLayer: false,
        };
      }
      case 'layer': {
        const layer = this.profile.layers.findIndex((candidate) => candidate.id === action.layer);
        return {
          kind: 'layer',
          how: action.how,
          layer,
          modifiersOnly: false,
          types: false,
          holdsLayer: action.how === 'while',
        };
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
      default:
        throw new CannotRun([{ path: [], message: `the engine does not run "${action.do}" yet` }]);
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
        throw new CannotRun([{ path: [], message: 'the engine does not run stroke plans yet' }]);
    }
  }

  /** The index of a usage; a key that is written as its HID usage is the same key. */
  private usage(written: Code): number {
    const code = codeOfUsage(usageOfCode(written) ?? 0);
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
 * Makes a profile ready to run on a board (by default the bundled one it names).
 * @throws CannotRun with every problem of the document and everything in it that the engine does not run yet.
 */
export function compile(profile: Profile, board: Board | undefined = boardById(profile.board)): Program {
  const problems = [...profileProblems(profile, board), ...unsupportedIn(profile)];
  if (problems.length > 0 || !board) throw new CannotRun(problems);
  const compiler = new Compiler(profile);
  const layerNumber = (id: string): number => profile.layers.findIndex((layer) => layer.id === id);
  const bindings = profile.layers.flatMap((layer) =>
    board.keys.map((key) => compiler.binding(bindingOn(layer, key.id))),
  );
  return {
    keyIds: board.keys.map((key) => key.id),
    keyIndex: new Map(board.keys.map((key, index) => [key.id, index])),
    hands: Uint8Array.from(board.keys, (key) => ['either', 'left', 'right'].indexOf(key.hand)),
    actuation: board.keys.map((key) => compileActuation(profile.travel.keys[key.id] ?? profile.travel.board)),
    layerIds: profile.layers.map((layer) => layer.id),
    bindings,
    joinedLayers: profile.joinedLayers.map(({ when, also }) => ({
      when: when.map(layerNumber),
      also: layerNumber(also),
    })),
    codes: compiler.codes,
    modifiers: Uint8Array.from(compiler.codes, (code) => (isModifier(code) ? 1 : 0)),
  };
}
