/** What the presses of a key are called, and where their words stand in its line. */
import { printAction, printLine, type NotationContext } from '../../core/notation';
import type { Binding } from '../../core/profile';

export const NAMES = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];
export const partWord = (step: number, what: 'tap' | 'hold'): string => {
  const nth = step === 0 ? '' : step === 1 ? 'twice' : `${step + 1} times`;
  return [nth, step > 0 && what === 'tap' ? '' : what].filter(Boolean).join(' ');
};

/** Where in a line the words stand that say what a part of it does. */
export function wordsOf(line: string, part: string, words: string): [from: number, to: number] | undefined {
  const at = line.indexOf(`${part} ${words}`);
  return at < 0 ? undefined : [at + part.length + 1, at + part.length + 1 + words.length];
}

/**
 * The line of a binding with one more case begun, `Backspace, under Shift `, and the place at which to go on; undefined where the line has no
 * words for it, or a stroke plan says what it does.
 */
export function underBegun(binding: Binding, context: NotationContext): { line: string; at: number } | undefined {
  if (binding.kind === 'pass' || binding.kind === 'none') return { line: 'under Shift ', at: 'under Shift '.length };
  const own = printLine(binding, context);
  if (own === undefined || binding.kind === 'stroke') return undefined;
  const tap = binding.kind === 'gesture' ? binding.steps[0]?.tap : undefined;
  const words = tap && printAction(tap, context);
  const end = words === undefined ? undefined : wordsOf(own, 'tap', words)?.[1];
  if (binding.kind === 'gesture' && end === undefined) return undefined;
  const before = `${own.slice(0, end)}, under Shift `;
  return { line: `${before}${end === undefined ? '' : own.slice(end)}`, at: before.length };
}
