/** What a key is under modifiers: the cases of an action, and how one comes to a binding. */
import { hasUnder, type Action, type Binding, type UnderCase, type UnderModifier } from './schema';

const isSame = (one: readonly UnderModifier[], other: readonly UnderModifier[]): boolean =>
  one.length === other.length && one.every((modifier) => other.includes(modifier));

/** An action with one more case; a case of the same modifiers is replaced. Undefined where one of its parts has cases already. */
function actionWithCase(action: Action, added: UnderCase): Action | undefined {
  if (action.do !== 'under') return hasUnder(action) ? undefined : { do: 'under', cases: [added], otherwise: action };
  const cases = action.cases.some(({ held }) => isSame(held, added.held))
    ? action.cases.map((one) => (isSame(one.held, added.held) ? added : one))
    : [...action.cases, added];
  return { ...action, cases };
}

/**
 * A binding that is something else while modifiers are held: of an action that is said, of a gesture its first tap. Where the key
 * does nothing else, it does nothing otherwise.
 * @returns undefined where one of its parts is under modifiers already, or a stroke plan says what it does
 */
export function withCase(binding: Binding, added: UnderCase): Binding | undefined {
  switch (binding.kind) {
    case 'act': {
      const action = actionWithCase(binding.action, added);
      return action && { kind: 'act', action };
    }
    case 'gesture': {
      const [first, ...others] = binding.steps;
      const tap: Action | undefined = first?.tap ? actionWithCase(first.tap, added) : { do: 'under', cases: [added] };
      return tap && { ...binding, steps: [{ ...first, tap }, ...others] };
    }
    case 'stroke':
      return undefined;
    case 'none':
    case 'pass':
      return { kind: 'act', action: { do: 'under', cases: [added] } };
  }
}
