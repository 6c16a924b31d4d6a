/** The few characters that fit a keycap: what a binding does, shortened. */
import { isModifier } from '../codes';
import { hostLayout, legendOnHost, signOfChord } from '../hosts';
import type { Action, Assignment, Binding } from '../profile';
import { actionLegend } from './actionWords';
import type { NotationContext } from './names';

/**
 * What fits a keycap: what the key does first, what it does when held, and how: a way between layers that is not `while`
 * (`go`, `flip`, `once`), the modifiers of a chord, or that a stroke plan begins with it. Empty texts are left out of the cap.
 */
export type Legend = { main: string; held: string; how: string };

/** The legend of a binding; a label the person gave stands in place of what a tap or press does. */
export function legendOf(assignment: Pick<Assignment, 'does' | 'label'>, context: NotationContext): Legend {
  const own = plainLegend(assignment.does, context);
  return assignment.label
    ? {
        ...own,
        main: assignment.label,
        how: assignment.does.kind === 'act' && assignment.does.action.do === 'layer' ? own.how : '',
      }
    : own;
}

/** What a key is under modifiers, as it fits below what it is otherwise; empty for a key that is under none. */
function underLegend(action: Action, context: NotationContext): string {
  if (action.do !== 'under') return '';
  const [only, second] = action.cases;
  if (!only || second) return `${action.cases.length} under`;
  const host = hostLayout(context.hostLayout ?? 'us');
  const held = only.held.map((name) => legendOnHost(host, `${name}Left`)).join(' ');
  return `${held}: ${actionLegend(only.action, context)}`;
}

/** A chord's key in the first line and its modifiers in the second, as in `H` with `Ctrl Alt`; anything else in one line. */
function chordLegend(action: Action, context: NotationContext): Pick<Legend, 'main' | 'how'> {
  const whole = { main: actionLegend(action, context), how: underLegend(action, context) };
  const host = hostLayout(context.hostLayout ?? 'us');
  if (action.do !== 'keys' || signOfChord(host, action.codes) !== undefined) return whole;
  const legends = (codes: readonly string[]): string => codes.map((code) => legendOnHost(host, code)).join(' ');
  const modifiers = action.codes.filter(isModifier);
  const keys = action.codes.filter((code) => !isModifier(code));
  if (modifiers.length === 0 || keys.length === 0) return whole;
  return { main: legends(keys), how: legends(modifiers) };
}

function plainLegend(binding: Binding, context: NotationContext): Legend {
  switch (binding.kind) {
    case 'pass':
      return { main: '', held: '', how: '' };
    case 'none':
      return { main: '×', held: '', how: '' };
    case 'act': {
      const { action } = binding;
      if (action.do === 'layer')
        return {
          main: actionLegend({ ...action, how: 'while' }, context),
          held: '',
          how: action.how === 'while' ? '' : action.how,
        };
      return { ...chordLegend(action, context), held: '' };
    }
    case 'gesture': {
      const [first] = binding.steps;
      return {
        main: first?.tap ? actionLegend(first.tap, context) : '',
        held: first?.hold ? actionLegend(first.hold, context) : '',
        how: first?.tap ? underLegend(first.tap, context) : '',
      };
    }
    case 'stroke':
      return { main: binding.spans[0] ? actionLegend(binding.spans[0].action, context) : '', held: '', how: 'plan' };
  }
}
