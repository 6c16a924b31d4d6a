/** Two things that change places wherever they stand: two keys of the board, or two keys of the host, such as two modifiers. Each is one edit. */
import type { KeyId } from '../board';
import type { Code } from '../codes';
import type { Edit } from './edits';
import type { Action, Binding, Profile, Score } from './schema';
import { editTowards } from './towards';

const swapped = <T extends string>(one: T, a: T, b: T): T => (one === a ? b : one === b ? a : one);

function recordSwapped<V>(record: Readonly<Record<string, V>>, a: string, b: string): Record<string, V> {
  return Object.fromEntries(Object.entries(record).map(([key, value]) => [swapped(key, a, b), value]));
}

/** Lets two keys of the board change places on every layer, in joint presses, in their depths, in the walk and in what the lamps show; undefined when neither is anywhere. */
export function swapKeysEverywhere(profile: Profile, a: KeyId, b: KeyId): Edit | undefined {
  return editTowards(profile, {
    ...profile,
    layers: profile.layers.map((layer) => ({ ...layer, keys: recordSwapped(layer.keys, a, b) })),
    joints: profile.joints.map((joint) => ({ ...joint, keys: joint.keys.map((key) => swapped(key, a, b)) })),
    travel: { ...profile.travel, keys: recordSwapped(profile.travel.keys, a, b) },
    ...(profile.walk && {
      walk: profile.walk.map((step) => ({ ...step, keys: step.keys.map((key) => swapped(key, a, b)) })),
    }),
    ...(profile.glow && {
      glow: profile.glow.map((line) =>
        'key' in line
          ? { ...line, key: swapped(line.key, a, b) }
          : 'keys' in line && line.keys
            ? { ...line, keys: line.keys.map((key) => swapped(key, a, b)) }
            : line,
      ),
    }),
  });
}

function actionSwapped(action: Action, swap: (code: Code) => Code): Action {
  switch (action.do) {
    case 'keys':
    case 'holdFor':
    case 'latch':
    case 'once':
      return { ...action, codes: action.codes.map(swap) };
    case 'under':
      return {
        ...action,
        cases: action.cases.map((one) => ({ ...one, action: actionSwapped(one.action, swap) })),
        ...(action.otherwise && { otherwise: actionSwapped(action.otherwise, swap) }),
      };
    case 'many':
      return { ...action, actions: action.actions.map((part) => actionSwapped(part, swap)) };
    default:
      return action;
  }
}

function bindingSwapped(does: Binding, swap: (code: Code) => Code): Binding {
  switch (does.kind) {
    case 'act':
      return { ...does, action: actionSwapped(does.action, swap) };
    case 'gesture':
      return {
        ...does,
        steps: does.steps.map(({ tap, hold }) => ({
          ...(tap && { tap: actionSwapped(tap, swap) }),
          ...(hold && { hold: actionSwapped(hold, swap) }),
        })),
      };
    case 'stroke':
      return { ...does, spans: does.spans.map((span) => ({ ...span, action: actionSwapped(span.action, swap) })) };
    case 'pass':
    case 'none':
      return does;
  }
}

const scoreSwapped = (score: Score, swap: (code: Code) => Code): Score => ({
  ...score,
  events: score.events.map((event) => ('code' in event ? { ...event, code: swap(event.code) } : event)),
});

/** Lets two keys of the host change places in everything that is sent: keys, gestures, plans, joint presses and macros; undefined when neither is sent. */
export function swapCodesEverywhere(profile: Profile, a: Code, b: Code): Edit | undefined {
  const swap = (code: Code): Code => swapped(code, a, b);
  return editTowards(profile, {
    ...profile,
    layers: profile.layers.map((layer) => ({
      ...layer,
      keys: Object.fromEntries(
        Object.entries(layer.keys).map(([key, one]) => [key, { ...one, does: bindingSwapped(one.does, swap) }]),
      ),
    })),
    joints: profile.joints.map((joint) => ({ ...joint, action: actionSwapped(joint.action, swap) })),
    macros: profile.macros.map((macro) => ({
      ...macro,
      ...(macro.onPress && { onPress: scoreSwapped(macro.onPress, swap) }),
      ...(macro.repeat && { repeat: scoreSwapped(macro.repeat, swap) }),
      ...(macro.onRelease && { onRelease: scoreSwapped(macro.onRelease, swap) }),
    })),
  });
}
