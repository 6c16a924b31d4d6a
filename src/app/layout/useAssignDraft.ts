/**
 * What stands in the assign line while it is being written. A line that cannot be read yet is kept for its key, so that
 * looking elsewhere loses nothing; one that can is taken when the person leaves the line.
 */
import { useState } from 'react';
import { parseLine, printLine, type ParsedLine } from '../../core/notation';
import type { Binding } from '../../core/profile';
import type { Bench } from '../shared/useBench';

const keptDrafts = new Map<string, string>();

export type AssignDraft = {
  text: string;
  /** The line that the binding has now; `undefined` when the line has no words for it. */
  printed: string | undefined;
  isChanged: boolean;
  /** What the text means; absent while it is the printed line. */
  parsed: ParsedLine | undefined;
  set(text: string): void;
  /** Replaces the text and puts the cursor at its end. */
  write(text: string, input: HTMLInputElement | null): void;
  /** Why the line, which can be read, was not taken; empty when nothing was refused. */
  refused: string;
  /** Takes the line as the key's binding; false when it cannot be read, or is refused. */
  take(text?: string): boolean;
  reset(): void;
};

export function useAssignDraft({
  bench,
  binding,
  assign,
}: {
  bench: Bench;
  binding: Binding;
  /** Makes it the key's binding, or says why that cannot be. */
  assign: (binding: Binding) => string | undefined;
}): AssignDraft {
  const { profile, layer, selectedKey } = bench;
  const place = `${profile.id}/${layer.id}/${selectedKey}`;
  const printed = printLine(binding, profile);
  const [written, setWritten] = useState<string | undefined>(() => keptDrafts.get(place));
  // The field says its text once more when it is left. What was the binding's own line once is no draft any more: it would come
  // back, and be taken, when the binding has changed elsewhere.
  const [settled, setSettled] = useState<string>();
  if (written !== undefined && written !== settled && written.trim() === printed) {
    setSettled(written);
    keptDrafts.delete(place);
  }
  const draft = written === settled && written?.trim() !== printed ? undefined : written;
  const text = draft ?? printed ?? '';
  const isChanged = draft !== undefined && draft.trim() !== (printed ?? '');
  const parsed = isChanged ? parseLine(draft, profile) : undefined;

  const [refusal, setRefusal] = useState({ text: '', reason: '' });

  const set = (next: string): void => {
    keptDrafts.set(place, next);
    setWritten(next);
    setSettled(undefined);
  };
  const reset = (): void => {
    keptDrafts.delete(place);
    setWritten(undefined);
  };

  return {
    text,
    printed,
    isChanged,
    parsed,
    refused: isChanged && refusal.text === draft ? refusal.reason : '',
    set,
    reset,
    write: (next, input) => {
      set(next);
      requestAnimationFrame(() => {
        input?.focus();
        input?.setSelectionRange(next.length, next.length);
      });
    },
    take: (given) => {
      const line = given ?? text;
      if (line.trim() === (printed ?? '')) {
        reset();
        return true;
      }
      const result = parseLine(line, profile);
      if (!result.ok) {
        set(line);
        return false;
      }
      const reason = assign(result.binding);
      if (reason !== undefined) {
        set(line);
        setRefusal({ text: line, reason });
        return false;
      }
      reset();
      return true;
    },
  };
}
