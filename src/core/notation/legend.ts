/** The few characters that fit a keycap: what a binding does, shortened. */
import { HOST_LAYOUTS, legendOfCode, shiftedSign } from '../codes';
import type { Action, Assignment, Binding } from '../profile';
import type { SentenceContext } from './sentences';

/** A keycap's two lines: what the key does first, and what it does when held (empty when there is no second meaning). */
export type Legend = { main: string; held: string };

export function actionLegend(action: Action, context: SentenceContext): string {
  switch (action.do) {
    case 'keys':
      return shiftedSign(HOST_LAYOUTS.us, action.codes) ?? action.codes.map(legendOfCode).join(' ');
    case 'layer': {
      const name = context.layers.find((layer) => layer.id === action.layer)?.name ?? '?';
      return { while: name, flip: `flip ${name}`, go: `go ${name}`, once: `once ${name}` }[action.how];
    }
    case 'many':
      return action.actions.map((part) => actionLegend(part, context)).join(' · ');
    case 'text':
      return `“${action.text}”`;
    case 'holdFor':
    case 'latch':
    case 'once':
      return `${action.do === 'holdFor' ? 'hold' : action.do} ${action.codes.map(legendOfCode).join(' ')}`;
    default:
      return action.do;
  }
}

/** The legend of a binding; a label the person gave stands in place of what a tap or press does. */
export function legendOf(assignment: Pick<Assignment, 'does' | 'label'>, context: SentenceContext): Legend {
  const own = plainLegend(assignment.does, context);
  return assignment.label ? { main: assignment.label, held: own.held } : own;
}

function plainLegend(binding: Binding, context: SentenceContext): Legend {
  switch (binding.kind) {
    case 'pass':
      return { main: '', held: '' };
    case 'none':
      return { main: '×', held: '' };
    case 'act':
      return { main: actionLegend(binding.action, context), held: '' };
    case 'gesture': {
      const [first] = binding.steps;
      return { main: first?.tap ? actionLegend(first.tap, context) : '', held: first?.hold ? actionLegend(first.hold, context) : '' };
    }
    case 'stroke':
      return { main: 'plan', held: '' };
  }
}
