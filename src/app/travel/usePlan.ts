/** The stroke plan of the key that is looked at, on the layer that is looked at, and how to change it. */
import { bindingOn, bindKeys, type Action, type Binding, type Span } from '../../core/profile';
import { mainAction } from '../../core/plan';
import { keyTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import { useShelf } from '../state/shelf';

export type Plan = {
  binding: Binding;
  /** Empty when the key follows no plan. */
  spans: readonly Span[];
  /** What the key does first, as material for a plan. */
  action: Action | undefined;
  most: number;
  set(spans: readonly Span[], goesOn?: boolean): void;
  /** The same for a field: why it was refused. */
  trySet(spans: readonly Span[]): string | undefined;
  tryAssign(binding: Binding): string | undefined;
};

export function usePlan({ profile, board, layer, selectedKey, tryEdit }: Bench): Plan {
  const notify = useShelf((state) => state.notify);
  const binding = bindingOn(layer, selectedKey);
  const action = mainAction(binding);
  const tryAssign = (does: Binding, goesOn = false): string | undefined =>
    tryEdit(
      bindKeys(profile, layer.id, [selectedKey], does),
      `the stroke plan of ${keyTitle(board, profile, selectedKey)}`,
      goesOn,
    );
  const bindingOf = (spans: readonly Span[]): Binding =>
    spans.length > 0 ? { kind: 'stroke', spans: [...spans] } : action ? { kind: 'act', action } : { kind: 'pass' };
  return {
    binding,
    spans: binding.kind === 'stroke' ? binding.spans : [],
    action,
    most: board.device.spansPerKey,
    tryAssign,
    trySet: (spans) => tryAssign(bindingOf(spans)),
    set: (spans, goesOn) => {
      const refused = tryAssign(bindingOf(spans), goesOn);
      if (refused !== undefined) notify(`Not changed: ${refused}`);
    },
  };
}
