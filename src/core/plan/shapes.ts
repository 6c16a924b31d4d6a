/** Ready-made stroke plans, described by what one wants them for. Depths are parts of the travel. */
import { isModifier } from '../codes';
import type { Action, Binding, Crossing, Span } from '../profile';
import { snappedUm } from './loop';

type PlanShape = {
  id: 'light and full' | 'press and release' | 'sequence' | 'slow and fast';
  name: string;
  /** What it is good for. */
  purpose: string;
};

export const PLAN_SHAPES: readonly PlanShape[] = [
  {
    id: 'light and full',
    name: 'Light press and full press',
    purpose: 'Walk on a light press, run when it is pressed right down: the full press adds Shift to what is held.',
  },
  {
    id: 'press and release',
    name: 'Press one thing, release another',
    purpose: 'Something happens on the way down, something else on the way back up.',
  },
  {
    id: 'sequence',
    name: 'Several things at one depth, in order',
    purpose: 'Passing one depth does several things once, one after the other.',
  },
  {
    id: 'slow and fast',
    name: 'One thing after the other',
    purpose: 'The deeper, the faster: the first action gives way to the second in the middle of the travel.',
  },
];

/** What a plan starts from: the action a key has already, when it has one. */
export function mainAction(binding: Binding | undefined): Action | undefined {
  switch (binding?.kind) {
    case 'act':
      return binding.action;
    case 'gesture':
      return binding.steps[0]?.tap ?? binding.steps[0]?.hold;
    case 'stroke':
      return binding.spans[0]?.action;
    default:
      return undefined;
  }
}

/** An action with Shift, where that makes sense; otherwise the next function key nobody has. */
function shifted(action: Action): Action {
  return action.do === 'keys' && !action.codes.some(isModifier)
    ? { do: 'keys', codes: ['ShiftLeft', ...action.codes] }
    : { do: 'keys', codes: ['F14'] };
}

/**
 * A ready-made plan for a board's travel.
 * @param first what the key does so far; F13 when it does nothing
 */
export function spansOfShape(id: PlanShape['id'], first: Action | undefined, travelUm: number): Span[] {
  const action = first ?? { do: 'keys', codes: ['F13'] };
  const second = shifted(action);
  const at = (going: Crossing['going'], part: number): Crossing => ({
    going,
    atUm: snappedUm(travelUm * part),
  });
  switch (id) {
    case 'light and full':
      return [
        { from: at('down', 0.2), to: at('up', 0.2), action },
        { from: at('down', 0.75), to: at('up', 0.75), action: { do: 'keys', codes: ['ShiftLeft'] } },
      ];
    case 'press and release':
      return [
        { from: at('down', 0.4), action },
        { from: at('up', 0.35), action: second },
      ];
    case 'sequence':
      return [
        { from: at('down', 0.5), action },
        { from: at('down', 0.5), action: second },
      ];
    case 'slow and fast':
      return [
        { from: at('down', 0.2), to: at('down', 0.55), action },
        { from: at('down', 0.55), to: at('up', 0.45), action: second },
      ];
  }
}
