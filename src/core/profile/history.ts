/**
 * A profile with the steps that led to it, and what a person does to it as acts: an edit, a step taken back, a step done
 * again. Acts are values and have ids, so that windows that show the same profile can exchange them, each can apply
 * them in the one order in which they were kept, and none is applied twice. There is no clock in it: edits that go on, as the
 * moments of a drag, say which row they belong to.
 */
import { mergeEdits } from './editRows';
import type { Edit } from './edits';
import { applyEdit } from './gate';
import { diff, onBase, subjectOf, variantOf, type Change, type Clash } from './diff';
import type { Problem } from './problem';
import { sameData, say, shortened } from '../reading';
import type { Profile } from './schema';

/** One step that can be taken back: what undoes it, what does it again, and what it is called. */
export type Step = {
  id: string;
  what: string;
  undo: Edit;
  redo: Edit;
  /** The drag, or the visit to a field, that it came from: later edits of that row belong to it. */
  row?: string | undefined;
  /** Of a profile that rests on another one: what followed that until this step (`subjectOf`). Taken back, it follows again, whatever the base has become. */
  follows?: readonly string[];
};

/**
 * `past` ends with the step that is taken back next, `future` with the one that is done again next. A profile that rests on another one has that as
 * its `base`: what it changes is the difference between the two, and `clashes` are changes that do not fit what the base has become.
 */
export type Document = {
  profile: Profile;
  past: readonly Step[];
  future: readonly Step[];
  base?: Profile;
  clashes?: readonly Clash[];
};

export type Act =
  | { act: 'edit'; id: string; edit: Edit; what: string; row?: string | undefined }
  | { act: 'undo' | 'redo'; id: string; step: string }
  /** The person has decided about a clash: what the variant says counts, and is no clash any more. */
  | { act: 'resolve'; id: string; subject: string };

type Acted = { ok: true; document: Document } | { ok: false; problem: Problem };

/** The most steps that are remembered, and the most values in them: long scores are heavy. */
const MOST_STEPS = 500;
const MOST_WEIGHT = 400_000;

export const newDocument = (profile: Profile): Document => ({ profile, past: [], future: [] });

const weights = new WeakMap<Step, number>();

/** About how many values a step holds. */
function weightOf(step: Step): number {
  const known = weights.get(step);
  if (known !== undefined) return known;
  let weight = 0;
  const open: unknown[] = [step.undo, step.redo];
  for (let value = open.pop(); value !== undefined && weight < MOST_WEIGHT; value = open.pop()) {
    weight++;
    if (typeof value === 'object' && value !== null) for (const inner of Object.values(value)) open.push(inner ?? null);
  }
  weights.set(step, weight);
  return weight;
}

/** The newest steps that can be remembered; the very last one always. */
function remembered(past: readonly Step[]): readonly Step[] {
  let weight = 0;
  for (let n = past.length - 1; n >= 0; n--) {
    weight += weightOf(past[n] as Step);
    const kept = past.length - n;
    if (kept > 1 && (kept > MOST_STEPS || weight > MOST_WEIGHT)) return past.slice(n + 1);
  }
  return past;
}

/** What an act has made, on the base that the document has. What says the same as the base by now is no clash; a profile that rests on nothing has neither. */
function onto(
  { base, clashes = [] }: Document,
  next: Pick<Document, 'profile' | 'past' | 'future'>,
  follows: readonly string[] = [],
): Document {
  if (!base || next.profile.restsOn !== base.id) return next;
  if (clashes.length === 0 && follows.length === 0) return { ...next, base, clashes };
  const changes = diff(base, next.profile, { plain: true });
  const open = clashes.filter(
    ({ kind, change }) => kind === 'gone' || changes.some((one) => subjectOf(one) === subjectOf(change)),
  );
  // What is again as the base was when it was changed is no change of one's own: it follows the base.
  const isBack = (change: Change): boolean =>
    follows.includes(subjectOf(change)) ||
    open.some(
      (one) =>
        one.kind === 'both' &&
        subjectOf(one.change) === subjectOf(change) &&
        'from' in one.change &&
        'to' in change &&
        sameData(one.change.from, change.to),
    );
  if (!changes.some(isBack)) return { ...next, base, clashes: open };
  const own = variantOf(next.profile, base, open);
  const left = {
    ...own,
    changes: own.changes.filter(
      (change) => !changes.some((one) => isBack(one) && subjectOf(one) === subjectOf(change)),
    ),
  };
  return { ...next, ...onBase(left, base), base };
}

/** What a profile that rests on another one has as its own after an edit, and had from its base before. */
function leftBase({ profile, base }: Document, next: Profile): string[] {
  if (!base || profile.restsOn !== base.id || next.restsOn !== base.id) return [];
  const before = ownOf(profile, base);
  return [...ownOf(next, base)].filter((subject) => !before.has(subject));
}

/** What each edit of a drag has made is what the next one begins with. */
const known = new WeakMap<Profile, { base: Profile; own: ReadonlySet<string> }>();

/** What a profile that rests on another one has of its own. */
function ownOf(profile: Profile, base: Profile): ReadonlySet<string> {
  const before = known.get(profile);
  if (before?.base === base) return before.own;
  const own = new Set(diff(base, profile, { plain: true }).map(subjectOf));
  known.set(profile, { base, own });
  return own;
}

function edited(document: Document, act: Extract<Act, { act: 'edit' }>): Acted {
  const result = applyEdit(document.profile, act.edit);
  if (!result.ok) return result;
  const last = document.past.at(-1);
  const goesOn = last && act.row !== undefined && last.row === act.row && document.future.length === 0;
  const merged = goesOn ? mergeEdits(last.redo, act.edit) : undefined;
  const left = leftBase(document, result.profile);
  const follows = merged ? [...new Set([...(last?.follows ?? []), ...left])] : left;
  const step: Step = {
    ...(last && merged
      ? { ...last, redo: merged }
      : { id: act.id, what: act.what, undo: result.inverse, redo: act.edit, row: act.row }),
    ...(follows.length > 0 && { follows }),
  };
  const past = [...(merged ? document.past.slice(0, -1) : document.past), step];
  return { ok: true, document: onto(document, { profile: result.profile, past: remembered(past), future: [] }) };
}

/** The document after an act; refused when the act does not fit any more, with the document as it was. */
export function applyAct(document: Document, act: Act): Acted {
  if (act.act === 'edit') return edited(document, act);
  if (act.act === 'resolve') {
    const clashes = (document.clashes ?? []).filter(({ change }) => subjectOf(change) !== act.subject);
    return { ok: true, document: { ...document, clashes } };
  }
  return act.act === 'undo' ? undone(document, act.step) : redone(document, act.step);
}

const MEANWHILE = 'Something else was changed meanwhile, in another window.';
const refusedFor = (message: string): Acted => ({
  ok: false,
  problem: { path: [], wrong: { is: 'refused', said: say(message) } },
});

/**
 * Takes a step back: the last one, or one with others behind it (of another window, most of all) when they do not touch the same thing, so that it
 * makes no difference in which order they are done.
 */
function undone(document: Document, id: string): Acted {
  const { profile, past, future } = document;
  const at = past.findIndex((one) => one.id === id);
  const step = past[at];
  if (!step) return refusedFor(MEANWHILE);
  const behind = past.slice(at + 1);
  const result = applyEdit(profile, step.undo);
  if (behind.length === 0) {
    if (!result.ok) return result;
  } else {
    const last = behind.at(-1)?.what ?? '';
    const carried = withoutStep(profile, step, behind);
    if (!result.ok || !carried || !sameData(carried, result.profile))
      return refusedFor(
        `“${shortened(step.what)}” cannot be taken back before “${shortened(last)}”, which came after it.`,
      );
  }
  const next = { profile: result.profile, past: [...past.slice(0, at), ...behind], future: [...future, step] };
  return { ok: true, document: onto(document, next, step.follows) };
}

/** The profile as it would be if a step had never been done, and those behind it had; undefined when they hang on it. */
function withoutStep(profile: Profile, step: Step, behind: readonly Step[]): Profile | undefined {
  let now: Profile = profile;
  for (const edit of [...behind.toReversed().map(({ undo }) => undo), step.undo, ...behind.map(({ redo }) => redo)]) {
    const result = applyEdit(now, edit);
    if (!result.ok) return undefined;
    now = result.profile;
  }
  return now;
}

function redone(document: Document, id: string): Acted {
  const { profile, past, future } = document;
  const step = future.at(-1);
  if (step?.id !== id) return refusedFor(MEANWHILE);
  const result = applyEdit(profile, step.redo);
  if (!result.ok) return result;
  return {
    ok: true,
    document: onto(document, { profile: result.profile, past: [...past, step], future: future.slice(0, -1) }),
  };
}
