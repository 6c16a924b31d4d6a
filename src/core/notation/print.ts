/** From binding to assign line. `parseLine(printLine(b))` gives back `b`, but for timing, which the line does not carry. */
import type { Action, Binding, Crossing } from '../profile';
import { printAction } from './actionWords';
import type { NotationContext } from './names';

/** A binding as an assign line, or `undefined` when the line has no words for it. */
export function printLine(binding: Binding, context: NotationContext): string | undefined {
  switch (binding.kind) {
    case 'pass':
      return 'pass';
    case 'none':
      return 'none';
    case 'act': {
      const text = printAction(binding.action, context);
      return binding.action.do === 'holdFor' && text !== undefined ? `hold ${text}` : text;
    }
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
        // Alone, "hold KEY for TIME" is an action; with a tap before it, it is what the hold does.
        const needsTap = last && index === 0 && !step.tap && step.hold?.do === 'holdFor';
        if (needsTap) parts.push('tap nothing');
        say(index === 0 ? 'tap ' : nth, step.tap);
        say(`${nth}hold `, step.hold);
        if (last && !step.tap && !step.hold) parts.push(index === 0 ? 'tap nothing' : `${nth}nothing`);
      });
      return parts.every((part) => part !== undefined) ? parts.join(', ') : undefined;
    }
    case 'stroke': {
      const parts = binding.spans.map(({ from, to, action }) => {
        const text = printAction(action, context);
        return text === undefined ? undefined : `${printReach(from, to)}: ${text}`;
      });
      return parts.every((part) => part !== undefined) ? parts.join(', ') : undefined;
    }
  }
}

const printCrossing = ({ going, atUm }: Crossing): string => `${going} ${atUm / 1000}`;

/** Where an action of a stroke plan begins and ends: `down 0.6 to up 0.5 mm`. */
const printReach = (from: Crossing, to?: Crossing): string =>
  `${printCrossing(from)}${to ? ` to ${printCrossing(to)}` : ''} mm`;
