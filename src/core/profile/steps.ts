/** A binding seen as presses: what a plain action, a gesture or nothing is as steps, and how a step is changed. */
import type { Action, Binding, GestureStep } from './schema';

/** The steps a binding has: a plain action counts as a tap that can be given a hold; others have one that is empty. */
export function stepsOf(binding: Binding | undefined): readonly GestureStep[] {
  if (binding?.kind === 'gesture') return binding.steps;
  return [binding?.kind === 'act' ? { tap: binding.action } : {}];
}

/**
 * A binding with one part of one press changed; null takes the part away. What is left is as plain as it can be: a gesture
 * that is only a first tap is a plain action, and one with nothing left is a pass.
 */
export function mergeSteps(
  binding: Binding | undefined,
  step: number,
  what: 'tap' | 'hold',
  action: Action | null,
): Binding {
  const steps = [...stepsOf(binding)];
  while (steps.length <= step) steps.push({});
  const { [what]: _replaced, ...rest } = steps[step] ?? {};
  steps[step] = action ? { ...rest, [what]: action } : rest;
  while (steps.length > 1 && !steps.at(-1)?.tap && !steps.at(-1)?.hold) steps.pop();
  const [first] = steps;
  if (steps.length === 1 && !first?.hold) return first?.tap ? { kind: 'act', action: first.tap } : { kind: 'pass' };
  return { kind: 'gesture', steps, ...(binding?.kind === 'gesture' && binding.timing && { timing: binding.timing }) };
}
