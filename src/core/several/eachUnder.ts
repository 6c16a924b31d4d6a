/** What several keys are under modifiers: of each, what it is now stays what it is otherwise. */
import { printLine, type NotationContext, type Understood } from '../notation';
import { withCase, type Binding } from '../profile';
import type { Each } from './eachSaid';

/**
 * What each of some keys becomes when a line says of them only what they are under modifiers: `shift makes it F13`. Undefined for any other
 * line, and where one of them cannot have such a case.
 */
export function eachUnder(
  understood: Understood | undefined,
  bindings: readonly Binding[],
  context: NotationContext,
): Each | undefined {
  const binding = understood?.ok ? understood.readings[0]?.binding : undefined;
  const action = binding?.kind === 'act' ? binding.action : undefined;
  if (action?.do !== 'under' || action.otherwise) return undefined;
  const parts = bindings.map((now) => {
    const made = action.cases.reduce<Binding | undefined>((so, one) => so && withCase(so, one), now);
    const line = made && printLine(made, context);
    return made && line !== undefined ? { line, binding: made } : undefined;
  });
  return parts.every((part) => part !== undefined) ? { parts, misfit: '' } : undefined;
}
