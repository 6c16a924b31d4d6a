/** From binding to assign line. `parseLine(printLine(b))` gives back `b`, but for timing, which the line does not carry. */
import { wordOfCode } from '../codes';
import type { Action, Binding } from '../profile';
import type { NotationContext } from './parse';

/** A layer as it is written in a line: its name, in quotes when it needs them, or `#id` when the name is not its alone. */
export function printLayer(id: string, { layers }: NotationContext): string {
  const layer = layers.find((candidate) => candidate.id === id);
  if (!layer) return `#${id}`;
  const sameName = layers.filter(({ name }) => name.toLowerCase() === layer.name.toLowerCase());
  if (sameName.length > 1) return `#${id}`;
  const plain = !/[,&"#\\]/.test(layer.name) && layer.name === layer.name.trim();
  return plain ? layer.name : `"${layer.name.replace(/["\\]/g, '\\$&')}"`;
}

/** An action as it is written in a line, or `undefined` when the line has no words for it. */
export function printAction(action: Action, context: NotationContext): string | undefined {
  switch (action.do) {
    case 'keys':
      return new Set(action.codes).size === action.codes.length ? action.codes.map(wordOfCode).join('+') : undefined;
    case 'layer':
      return `${action.how} ${printLayer(action.layer, context)}`;
    case 'many': {
      const parts = action.actions.map((part) => (part.do === 'many' ? undefined : printAction(part, context)));
      return parts.length > 1 && parts.every((part) => part !== undefined) ? parts.join(' & ') : undefined;
    }
    default:
      return undefined;
  }
}

/** A binding as an assign line, or `undefined` when the line has no words for it. */
export function printLine(binding: Binding, context: NotationContext): string | undefined {
  switch (binding.kind) {
    case 'pass':
      return 'pass';
    case 'none':
      return 'none';
    case 'act':
      return printAction(binding.action, context);
    case 'gesture': {
      const parts: (string | undefined)[] = [];
      binding.steps.forEach((step, index) => {
        const nth = index === 0 ? '' : index === 1 ? 'twice ' : `${index + 1} times `;
        const last = index === binding.steps.length - 1;
        const say = (before: string, action: Action | undefined) => {
          if (!action) return;
          const text = printAction(action, context);
          parts.push(text === undefined ? undefined : `${before}${text}`);
        };
        say(index === 0 ? 'tap ' : nth, step.tap);
        say(`${nth}hold `, step.hold);
        if (last && !step.tap && !step.hold) parts.push(index === 0 ? 'tap nothing' : `${nth}nothing`);
      });
      return parts.every((part) => part !== undefined) ? parts.join(', ') : undefined;
    }
    case 'stroke':
      return undefined;
  }
}
