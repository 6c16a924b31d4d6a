/** From binding to assign line. `parseLine(printLine(b))` gives back `b`, but for timing, which the line does not carry. */
import { isModifier, wordOfCode } from '../codes';
import type { Action, Binding, Crossing } from '../profile';
import { WHEEL, type NotationContext } from './parse';

type Named = { id: string; name: string };

/** A layer as it is written in a line: its name, in quotes when it needs them, or `#id` when the name is not its alone. */
export const printLayer = (id: string, { layers }: NotationContext): string => printName(id, layers);

/** A macro as it is written in a line, in the same way. */
export const printMacro = (id: string, { macros }: NotationContext): string => printName(id, macros ?? []);

/** A text in quotes. */
export const printText = (text: string): string =>
  `"${text.replace(/["\\]/g, '\\$&').replaceAll('\n', '\\n').replaceAll('\t', '\\t')}"`;

function printName(id: string, candidates: readonly Named[]): string {
  const named = candidates.find((candidate) => candidate.id === id);
  if (!named) return `#${id}`;
  const sameName = candidates.filter(({ name }) => name.toLowerCase() === named.name.toLowerCase());
  if (sameName.length > 1) return `#${id}`;
  const plain = !/[,&"#\\]|^keys\b/i.test(named.name) && named.name === named.name.trim();
  return plain ? named.name : `"${named.name.replace(/["\\]/g, '\\$&')}"`;
}

const printChord = (codes: readonly string[]): string | undefined =>
  new Set(codes).size === codes.length ? codes.map(wordOfCode).join('+') : undefined;

function withChord(codes: readonly string[], say: (chord: string) => string): string | undefined {
  const chord = printChord(codes);
  return chord === undefined ? undefined : say(chord);
}

const printTime = (ms: number): string => (ms >= 1000 ? `${ms / 1000} s` : `${ms} ms`);

/** A turn in one direction; one that goes two ways at once, or nowhere, has no words. */
function printWheel(dx: number, dy: number): string | undefined {
  const notches = Math.abs(dx + dy);
  const way = Object.entries(WHEEL).find(([, [x, y]]) => x * notches === dx && y * notches === dy);
  if (!way || notches === 0 || (dx !== 0 && dy !== 0)) return undefined;
  return `wheel ${way[0]}${notches > 1 ? ` ${notches}` : ''}`;
}

/** An action as it is written in a line, or `undefined` when the line has no words for it. */
export function printAction(action: Action, context: NotationContext): string | undefined {
  switch (action.do) {
    case 'keys':
      return printChord(action.codes);
    case 'holdFor':
      return withChord(action.codes, (chord) => `${chord} for ${printTime(action.ms)}`);
    case 'latch':
      return withChord(action.codes, (chord) => `latch ${chord}`);
    case 'latchNext':
      return 'latch next';
    case 'once':
      return withChord(action.codes, (chord) => {
        const couldBeALayer = context.layers.some(({ name }) => name.toLowerCase() === chord.toLowerCase());
        return `once ${couldBeALayer || !isModifier(action.codes[0] ?? '') ? 'keys ' : ''}${chord}`;
      });
    case 'capitals':
      return 'capitals';
    case 'button':
      return `button ${action.button}`;
    case 'wheel':
      return printWheel(action.dx, action.dy);
    case 'layer':
      return `${action.how} ${printLayer(action.layer, context)}`;
    case 'many': {
      const parts = action.actions.map((part) => (part.do === 'many' ? undefined : printAction(part, context)));
      return parts.length > 1 && parts.every((part) => part !== undefined) ? parts.join(' & ') : undefined;
    }
    case 'text':
      return `type ${printText(action.text)}${action.gapMs > 0 ? ` every ${printTime(action.gapMs)}` : ''}`;
    case 'macro':
      return `play ${printMacro(action.macro, context)}`;
    case 'slot':
    case 'device':
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
export const printReach = (from: Crossing, to?: Crossing): string =>
  `${printCrossing(from)}${to ? ` to ${printCrossing(to)}` : ''} mm`;
