/** Makes a profile ready to run. */
import { hostLayout } from '../../hosts';
import { contactPlaces, boardById, HARROW_64, type Board } from '../../board';
import { HOST_LAMPS, isModifier, type Code } from '../../codes';
import {
  bindingOn,
  isModifiersOnly,
  actuationOf,
  releaseDepthUm,
  zoneTopUm,
  timingOf,
  type Action,
  type Actuation,
  type Binding,
  type Profile,
} from '../../profile';
import { ActionCompiler, modifierKind } from './actions';
import { compilePlan, depthsOfPlans, STROKE } from './plans';
import {
  ACT,
  CAPITALS_ADD,
  CAPITALS_END,
  CAPITALS_GO_ON,
  GESTURE,
  NONE,
  type Program,
  type RunActuation,
  type RunBinding,
  runTiming,
} from './program';
import { compileMacro } from './scores';
import { UsageNumbers } from './usages';

function compileActuation(actuation: Actuation): RunActuation {
  if (actuation.mode === 'fixed')
    return { mode: 'fixed', pointUm: actuation.pointUm, releaseUm: releaseDepthUm(actuation) };
  const { pointUm, pressUm, releaseUm } = actuation;
  return { mode: 'reversal', pointUm, pressUm, releaseUm, leaveUm: zoneTopUm(actuation) };
}

const HANDS = ['either', 'left', 'right'];

/** The keys that are commands with whatever is pressed: `capitals` adds nothing while one is down. */
const COMMAND_MODIFIERS = ['ControlLeft', 'ControlRight', 'AltLeft', 'AltRight', 'MetaLeft', 'MetaRight'];

/** What `capitals` does at a code. */
function capitalsAt(code: Code): number {
  if (/^Key[A-Z]$|^Minus$/.test(code)) return CAPITALS_ADD;
  return /^(Digit|Numpad)\d$|^Backspace$|^Delete$/.test(code) || isModifier(code) ? CAPITALS_GO_ON : CAPITALS_END;
}

function compileBinding(binding: Binding, actions: ActionCompiler): RunBinding | null {
  switch (binding.kind) {
    case 'pass':
      return null;
    case 'none':
      return { kind: NONE };
    case 'act':
      return { kind: ACT, action: actions.compile(binding.action), usesUpOnce: !leavesOncePending(binding.action) };
    case 'gesture': {
      const timing = timingOf(actions.profile, binding);
      return {
        kind: GESTURE,
        steps: binding.steps.map((step) => ({
          tap: step.tap ? actions.compile(step.tap) : null,
          hold: step.hold ? actions.compile(step.hold) : null,
        })),
        hasHold: binding.steps.some((step) => step.hold !== undefined),
        ...runTiming(timing),
      };
    }
    case 'stroke':
      return compilePlan(
        binding.spans,
        binding.spans.map(({ action }) => actions.compile(action)),
        actions.profile.timing.tapMs * 1000,
      );
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
  const usages = new UsageNumbers();
  const actions = new ActionCompiler(profile, usages);
  const layerNumber = (id: string): number => profile.layers.findIndex((layer) => layer.id === id);
  const keyIndex = new Map(contactPlaces(board).map((place, index) => [board.keys[index]?.id ?? '', place]));
  const keyNumber = (id: string): number => keyIndex.get(id) ?? 0;
  const bindings = profile.layers.flatMap((layer) =>
    board.keys.map((key) => compileBinding(bindingOn(layer, key.id), actions)),
  );
  const jointBindings = profile.joints.map((joint): RunBinding => ({
    kind: ACT,
    action: actions.compile(joint.action),
    usesUpOnce: false,
  }));
  const macros = profile.macros.map((macro) => compileMacro(macro, profile.hostLayout, usages.ofCode));
  const [shiftUsage = 0] = usages.ofCodes(['ShiftLeft']);
  // A text strikes Caps Lock when its lamp is lit, whoever has turned it on.
  const capsLock = hostLayout(profile.hostLayout).capsLock === 'CapsLock' ? usages.ofCode('CapsLock') : -1;
  const hands = board.keys.map((key) => HANDS.indexOf(key.hand));
  const jointHands = profile.joints.map(({ keys }) => {
    const [first = 0, ...others] = keys.map((key) => hands[keyNumber(key)] ?? 0);
    return others.every((hand) => hand === first) ? first : 0;
  });
  return {
    keyIds: board.keys.map((key) => key.id),
    keyIndex,
    hands: Uint8Array.from([...hands, ...jointHands]),
    actuation: board.keys.map((key) => compileActuation(actuationOf(profile, key.id))),
    layerIds: profile.layers.map((layer) => layer.id),
    bindings,
    followsDepth: actions.followsDepth,
    pollUs: Math.round(1e6 / board.device.pollHz),
    jointBindings,
    joinedLayers: profile.joinedLayers.map(({ when, also }) => ({
      when: when.map(layerNumber),
      also: layerNumber(also),
    })),
    lampLayers: profile.lampLayers.map(({ lamp, lit, shows }) => ({
      lamp: HOST_LAMPS.indexOf(lamp),
      lit,
      layer: layerNumber(shows),
    })),
    codes: usages.codes,
    modifiers: Uint8Array.from(usages.codes, (code) => (isModifier(code) ? 1 : 0)),
    modifierKinds: Uint8Array.from(usages.codes, modifierKind),
    capitals: Uint8Array.from(usages.codes, capitalsAt),
    shiftUsage,
    commandModifiers: usages.codes.flatMap((code, index) => (COMMAND_MODIFIERS.includes(code) ? [index] : [])),
    capsLock,
    holdForCount: actions.holdForCount,
    joints: profile.joints.map(({ id, keys, withinMs }) => ({
      id,
      keys: keys.map(keyNumber),
      withinUs: withinMs * 1000,
    })),
    macros,
    planDepths: board.keys.map((_, key) =>
      depthsOfPlans(
        profile.layers
          .map((_layer, layer) => bindings[layer * board.keys.length + key])
          .filter((binding) => binding?.kind === STROKE),
      ),
    ),
  };
}
