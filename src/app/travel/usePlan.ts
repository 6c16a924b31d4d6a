/** The stroke plan of the key that is looked at, on the layer that is looked at, and how to change it. */
import { bindingOn, bindKeys, type Action, type Binding, type Span } from '../../core/profile';
import { mainAction } from '../../core/plan';
import { keyName } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';

export type Plan = {
  binding: Binding;
  /** Empty when the key follows no plan. */
  spans: readonly Span[];
  /** What the key does first, as material for a plan. */
  action: Action | undefined;
  most: number;
  set(spans: readonly Span[], goesOn?: boolean): void;
  assign(binding: Binding): void;
};

export function usePlan({ profile, board, layer, selectedKey, edit }: Bench): Plan {
  const binding = bindingOn(layer, selectedKey);
  const action = mainAction(binding);
  const assign = (does: Binding, goesOn = false): void =>
    edit(bindKeys(profile, layer.id, [selectedKey], does), `the stroke plan of ${keyName(board, selectedKey)}`, goesOn);
  return {
    binding,
    spans: binding.kind === 'stroke' ? binding.spans : [],
    action,
    most: board.device.spansPerKey,
    assign,
    set: (spans, goesOn) => {
      if (spans.length > 0) assign({ kind: 'stroke', spans: [...spans] }, goesOn);
      else assign(action ? { kind: 'act', action } : { kind: 'pass' });
    },
  };
}
