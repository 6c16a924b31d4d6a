/**
 * What stands in the assign line while it is being written, and what it was understood as. Only what the person was shown is ever
 * taken: Enter takes the reading that is marked; leaving the line takes the only reading there is. Everything else stays in the
 * line as it was typed, kept for its key, so that looking elsewhere loses nothing.
 */
import { useMemo, useState } from 'react';
import { nanoid } from 'nanoid';
import { printLine, understand, type Reading, type Understood } from '../../core/notation';
import { eachSaid, eachUnder, type Each } from '../../core/several';
import {
  addMacro,
  answerFrom,
  bindingOn,
  newLayer,
  type Binding,
  type Edit,
  type Layer,
  type Profile,
} from '../../core/profile';
import type { Bench } from '../shared/useBench';

const keptDrafts = new Map<string, string>();

export type AssignDraft = {
  text: string;
  /** The line that the binding has now; `undefined` when the line has no words for it. */
  printed: string | undefined;
  isChanged: boolean;
  /** What the key is now, of which a line may say more; undefined for several keys. */
  now: Binding | undefined;
  /** What the text was understood as; absent while it is the printed line. */
  understood: Understood | undefined;
  /** What the line gives to each of several keys, when it has a part for each; it stands before the readings. */
  each: Each | undefined;
  /** The reading that is shown as the one Enter takes; absent while that is a part for each key. */
  reading: Reading | undefined;
  chosen: number;
  choose(reading: number): void;
  set(text: string): void;
  /** Replaces the text and puts the cursor at its end. */
  write(text: string, input: HTMLInputElement | null, selected?: readonly [from: number, to: number]): void;
  /** Why the line, which can be read, was not taken; empty when nothing was refused. */
  refused: string;
  /** Takes a reading, the marked one when none is given, as the key's binding; false when there is none, or it is refused. */
  take(reading?: number): boolean;
  /** Takes a binding as it is, with its timing, or says why that cannot be; `line` is how it was shown. */
  takeBinding(line: string, binding: Binding): boolean;
  /** Takes a line that was picked, not typed. */
  takeLine(line: string): boolean;
  /** It has one reading only, which the person therefore sees: going elsewhere takes it. */
  isTakenOnLeaving: boolean;
  leave(): void;
  /** The layer or macro that is all the line lacks; empty when nothing is, or more. */
  lacks: string;
  lacksWhat: 'layer' | 'macro';
  /** Makes what the line lacks, and takes the line; both are one step. */
  makeMissing(): boolean;
  reset(): void;
};

/** What a key does while a layer is shown: where that passes, what answers below it. */
function nowOf(profile: Profile, layer: Layer, key: string): Binding {
  const own = bindingOn(layer, key);
  return own.kind === 'pass' ? (answerFrom(profile, profile.layers.indexOf(layer), key)?.assignment.does ?? own) : own;
}

export function useAssignDraft({
  bench,
  binding,
  assign,
  assignEach,
}: {
  bench: Bench;
  binding: Binding;
  /** Makes it the key's binding, after another edit perhaps, or says why that cannot be. */
  assign: (binding: Binding, first?: Edit) => string | undefined;
  /** Gives each of the first selected keys a binding of its own, or says why that cannot be. */
  assignEach: (bindings: readonly Binding[]) => string | undefined;
}): AssignDraft {
  const { profile, layer, selectedKey, selectedKeys, run } = bench;
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
  /** What the key is now, of which a line may say more. */
  const now = useMemo(
    (): Binding | undefined => (selectedKeys.length > 1 ? undefined : nowOf(profile, layer, selectedKey)),
    [layer, profile, selectedKey, selectedKeys.length],
  );
  const understood = useMemo(
    () => (isChanged ? understand(draft, { ...profile, ...(now && { now }) }) : undefined),
    [isChanged, draft, profile, now],
  );
  // The keys are a new list each time, and the same.
  const keys = JSON.stringify(run);
  const each = useMemo(() => {
    const several = JSON.parse(keys) as string[];
    if (!isChanged || several.length < 2) return undefined;
    const nows = several.map((key) => nowOf(profile, layer, key));
    return eachUnder(understood, nows, profile) ?? eachSaid(draft, several.length, profile);
  }, [isChanged, draft, profile, layer, understood, keys]);
  const hasParts = each !== undefined && each.parts.length > 0;
  const readings = understood?.ok ? understood.readings : [];
  // Parts that do not fit are taken by who says so.
  const isTakenOnLeaving = isChanged && readings.length + (hasParts ? 1 : 0) === 1 && (each?.misfit ?? '') === '';
  /** What the line lacks and says how to make: a layer of that name, or a macro that repeats; with what the line means then. */
  const remedy = useMemo(() => {
    const missing = understood && !understood.ok ? understood.missing : undefined;
    if (missing?.makes) {
      const macro = { ...missing.makes, id: `macro-${nanoid(5)}` };
      const does: Binding = { kind: 'act', action: { do: 'macro', macro: macro.id } };
      return { what: 'macro', name: macro.name, does, first: addMacro(profile, macro) } as const;
    }
    if (missing?.what !== 'layer') return undefined;
    const layer = newLayer(profile, `layer-${nanoid(5)}`, missing.name);
    const meant = understand(text, { ...profile, layers: [...profile.layers, layer] });
    const [does] = meant.ok ? meant.readings.map(({ binding }) => binding) : [];
    const first: Edit = { edit: 'insertLayer', at: profile.layers.length, layer };
    return does && ({ what: 'layer', name: layer.name, does, first } as const);
  }, [understood, text, profile]);
  const [mark, setMark] = useState({ text: '', at: 0 });
  const chosen = mark.text === draft ? Math.min(mark.at, Math.max(0, readings.length + (hasParts ? 1 : 0) - 1)) : 0;
  /** The reading at a place of the list, in which a part for each key comes first. */
  const readingAt = (at: number): Reading | undefined => readings[hasParts ? at - 1 : at];
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
  const give = (line: string, to: Binding | readonly Binding[], first?: Edit): boolean => {
    const reason = 'kind' in to ? assign(to, first) : assignEach(to);
    if (reason !== undefined) {
      set(line);
      setRefusal({ text: line, reason });
      return false;
    }
    reset();
    return true;
  };
  const take = (at = chosen): boolean => {
    if (text.trim() === (printed ?? '')) {
      reset();
      return true;
    }
    if (hasParts && at === 0)
      return give(
        text,
        each.parts.map(({ binding: part }) => part),
      );
    const reading = readingAt(at);
    return reading !== undefined && give(text, reading.binding);
  };

  return {
    text,
    printed,
    isChanged,
    now,
    understood,
    each,
    reading: readingAt(chosen),
    chosen,
    choose: (at) => setMark({ text: draft ?? '', at }),
    refused: isChanged && refusal.text === draft ? refusal.reason : '',
    set,
    reset,
    take,
    write: (next, input, [from, to] = [next.length, next.length]) => {
      set(next);
      requestAnimationFrame(() => {
        input?.focus();
        input?.setSelectionRange(from, to);
      });
    },
    takeBinding: (line, to) => give(line, to),
    takeLine: (line) => {
      const meant = understand(line, profile);
      const [first] = meant.ok ? meant.readings : [];
      if (!first) {
        set(line);
        return false;
      }
      return give(line, first.binding);
    },
    isTakenOnLeaving,
    leave: () => {
      if (isTakenOnLeaving) take(0);
    },
    lacks: remedy?.name ?? '',
    lacksWhat: remedy?.what ?? 'layer',
    makeMissing: () => remedy !== undefined && give(text, remedy.does, remedy.first),
  };
}
