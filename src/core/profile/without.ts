/** What is left of actions and bindings when something they refer to is taken out of the profile. */
import type { Action, Binding } from './schema';

/** Whether an action (not its parts) goes with what is taken out. */
export type Gone = (action: Action) => boolean;

/** An action without what is gone; undefined when nothing is left, the same object when nothing had to go. */
export function actionWithout(action: Action, gone: Gone): Action | undefined {
  if (gone(action)) return undefined;
  if (action.do !== 'many') return action;
  const parts = action.actions.map((part) => actionWithout(part, gone));
  if (parts.every((part, index) => part === action.actions[index])) return action;
  const left = parts.filter((part) => part !== undefined);
  const [only] = left;
  return left.length > 1 ? { do: 'many', actions: left } : only;
}

/** A binding without what is gone; undefined when it would do nothing any more. */
export function bindingWithout(binding: Binding, gone: Gone): Binding | undefined {
  switch (binding.kind) {
    case 'act': {
      const action = actionWithout(binding.action, gone);
      return action && { kind: 'act', action };
    }
    case 'gesture': {
      const steps = binding.steps.map((step) => {
        const tap = step.tap && actionWithout(step.tap, gone);
        const hold = step.hold && actionWithout(step.hold, gone);
        return { ...(tap && { tap }), ...(hold && { hold }) };
      });
      return steps.some((step) => step.tap || step.hold) ? { ...binding, steps } : undefined;
    }
    case 'stroke': {
      const spans = binding.spans.flatMap((span) => {
        const action = actionWithout(span.action, gone);
        return action ? [{ ...span, action }] : [];
      });
      return spans.length > 0 ? { ...binding, spans } : undefined;
    }
    case 'pass':
    case 'none':
      return binding;
  }
}
