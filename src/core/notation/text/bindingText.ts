/** A binding in the text: a line of the assign line; what that has no words for stands as JSON, so that nothing is lost. */
import { bindingOfJson, sameData, type Action, type Binding } from '../../profile';
import { Unreadable, parseJson } from '../../reading';
import { printAction } from '../actionWords';
import type { NotationContext } from '../names';
import { parseLine } from '../parse';
import { printLine } from '../print';

const AS_JSON = /^json\s+/;

const withoutTiming = (binding: Binding): Binding => {
  if (binding.kind !== 'gesture') return binding;
  const { timing: _, ...rest } = binding;
  return rest;
};

/** A binding in words, its timing left out; as JSON when words would not be read back the same. */
export function printBinding(binding: Binding, context: NotationContext): string {
  const plain = withoutTiming(binding);
  const line = printLine(plain, context);
  if (line !== undefined) {
    const parsed = parseLine(line, context);
    // A dot alone stands for a key that is not said anything of.
    if (parsed.ok && sameData(parsed.binding, plain)) return line === '.' ? 'Period' : line;
  }
  return `json ${JSON.stringify(plain)}`;
}

/** An action in words, as of a joint press. */
export function printActions(action: Action, context: NotationContext): string {
  const line = printAction(action, context);
  const parsed = line === undefined ? undefined : parseLine(line, context);
  return parsed?.ok && parsed.binding.kind === 'act' && sameData(parsed.binding.action, action)
    ? (line ?? '')
    : `json ${JSON.stringify({ kind: 'act', action })}`;
}

type ReadBinding = { ok: true; binding: Binding } | { ok: false; at: number; length: number; message: string };

/** Reads a binding in words or as JSON. Places in errors count from 0. */
export function readBinding(text: string, context: NotationContext): ReadBinding {
  if (!AS_JSON.test(text)) {
    const parsed = parseLine(text, context);
    if (parsed.ok) return parsed;
    const { column, length, message } = parsed.error;
    return { ok: false, at: column - 1, length, message };
  }
  try {
    const result = bindingOfJson(parseJson(text.replace(AS_JSON, '')));
    return 'binding' in result
      ? { ok: true, binding: result.binding }
      : { ok: false, at: 0, length: text.length, message: `This JSON is no binding: ${result.message}.` };
  } catch (error) {
    if (error instanceof Unreadable)
      return { ok: false, at: 0, length: text.length, message: `After json: ${error.reason}.` };
    throw error;
  }
}
