/** The few characters that fit a keycap: what a binding does, shortened. */
import { HOST_LAYOUTS, isModifier, legendOfCode, shiftedSign } from '../codes';
import type { Action, Assignment, Binding } from '../profile';
import type { SentenceContext } from './predicate';

/**
 * What fits a keycap: what the key does first, what it does when held, and how: a way between layers that is not `while`
 * (`go`, `flip`, `once`), the modifiers of a chord, or that a stroke plan begins with it. Empty texts are left out of the cap.
 */
export type Legend = { main: string; held: string; how: string };

const layerLegend = (id: string, context: SentenceContext): string =>
  context.layers.find((layer) => layer.id === id)?.name ?? '?';

export function actionLegend(action: Action, context: SentenceContext): string {
  switch (action.do) {
    case 'keys':
      return shiftedSign(HOST_LAYOUTS.us, action.codes) ?? action.codes.map(legendOfCode).join(' ');
    case 'layer': {
      const name = layerLegend(action.layer, context);
      return { while: name, flip: `flip ${name}`, go: `go ${name}`, once: `once ${name}` }[action.how];
    }
    case 'many':
      return action.actions.map((part) => actionLegend(part, context)).join(' · ');
    case 'text':
      return `“${action.text}”`;
    case 'macro':
      return `▸ ${context.macros?.find(({ id }) => id === action.macro)?.name ?? '?'}`;
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
  return assignment.label
    ? {
        ...own,
        main: assignment.label,
        how: assignment.does.kind === 'act' && assignment.does.action.do === 'layer' ? own.how : '',
      }
    : own;
}

/** A chord's key in the first line and its modifiers in the second, as in `H` with `Ctrl Alt`; anything else in one line. */
function chordLegend(action: Action, context: SentenceContext): Pick<Legend, 'main' | 'how'> {
  const whole = { main: actionLegend(action, context), how: '' };
  if (action.do !== 'keys' || shiftedSign(HOST_LAYOUTS.us, action.codes) !== undefined) return whole;
  const modifiers = action.codes.filter(isModifier);
  const keys = action.codes.filter((code) => !isModifier(code));
  if (modifiers.length === 0 || keys.length === 0) return whole;
  return { main: keys.map(legendOfCode).join(' '), how: modifiers.map(legendOfCode).join(' ') };
}

function plainLegend(binding: Binding, context: SentenceContext): Legend {
  switch (binding.kind) {
    case 'pass':
      return { main: '', held: '', how: '' };
    case 'none':
      return { main: '×', held: '', how: '' };
    case 'act': {
      const { action } = binding;
      if (action.do === 'layer')
        return { main: layerLegend(action.layer, context), held: '', how: action.how === 'while' ? '' : action.how };
      return { ...chordLegend(action, context), held: '' };
    }
    case 'gesture': {
      const [first] = binding.steps;
      return {
        main: first?.tap ? actionLegend(first.tap, context) : '',
        held: first?.hold ? actionLegend(first.hold, context) : '',
        how: '',
      };
    }
    case 'stroke':
      return { main: binding.spans[0] ? actionLegend(binding.spans[0].action, context) : '', held: '', how: 'plan' };
  }
}
