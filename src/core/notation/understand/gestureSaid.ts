/**
 * A key with several meanings, as people say it: `Esc when tapped, Ctrl when held`, in any order and with any words between. The
 * words are cut into parts where one can begin or end; a part is a role with an action before or behind it. Who begins with
 * *tap* and *hold* goes on so, so one style for all parts is tried before a mixture.
 */
import { isModifier } from '../../codes';
import { LIMITS, type Action, type Binding, type GestureStep } from '../../profile';
import { BEFORE, BEHIND, BETWEEN, CLOSES, ends, OPENS, starts, type Role } from './roles';
import { withoutHyphens } from './phrase';
import { fit } from './templates';

/** What one part of the line asks for; undefined when the words mean no action. */
type ActionSaid = (said: string) => Action | undefined;

/** A part with a role, and its action or none; a part without a role is `bare`. */
type Part = { role: Role | undefined; action: Action | undefined };
type Style = { before: boolean; behind: boolean; bare: boolean };

const STYLES: readonly Style[] = [
  { before: true, behind: false, bare: false },
  { before: false, behind: true, bare: false },
  { before: true, behind: false, bare: true },
  { before: false, behind: true, bare: true },
  { before: true, behind: true, bare: false },
  { before: true, behind: true, bare: true },
];

const MOST_PLACES = 16;
const HARD = new Set([',', ';', '|']);

/** Where parts may begin: at signs and words between them, before a word that opens a role, behind one that closes one. */
function cutsOf(words: readonly string[]): number[] {
  const all = words.flatMap((word, n) =>
    n > 0 && (BETWEEN.has(word) || BETWEEN.has(words[n - 1] ?? '') || OPENS.has(word) || CLOSES.has(words[n - 1] ?? ''))
      ? [n]
      : [],
  );
  const cuts =
    all.length > MOST_PLACES ? all.filter((n) => HARD.has(words[n] ?? '') || HARD.has(words[n - 1] ?? '')) : all;
  return [0, ...cuts, words.length];
}

/** The words without what stands between parts; undefined when a comma is among them, which no part has. */
function inner(words: readonly string[]): string[] | undefined {
  let [from, to] = [0, words.length];
  while (from < to && BETWEEN.has(words[from] ?? '')) from++;
  while (to > from && BETWEEN.has(words[to - 1] ?? '')) to--;
  const rest = words.slice(from, to);
  return rest.some((word) => HARD.has(word)) ? undefined : rest;
}

const isHoldish = (action: Action): boolean =>
  action.do === 'layer' || (action.do === 'keys' && action.codes.every(isModifier));
const isShown = (action: Action): boolean => action.do === 'layer' && action.how === 'while';

/** The steps that parts make, with the one part that has no role put where it must belong; undefined when that cannot be. */
function stepsOf(parts: readonly Part[]): GestureStep[] | undefined {
  if (!parts.some(({ role }) => role)) return undefined;
  const steps: GestureStep[] = [];
  const said = new Set<string>();
  const hasTap = parts.some(({ role }) => role?.step === 0 && role.is === 'tap');
  for (const { role, action } of parts) {
    const { step, is } = role ?? { step: 0, is: hasTap ? 'hold' : 'tap' };
    if (!role && action && is === 'hold' && !isHoldish(action)) return undefined;
    if (action && is === 'tap' && isShown(action)) return undefined;
    if (said.has(`${step} ${is}`) || step >= LIMITS.steps) return undefined;
    said.add(`${step} ${is}`);
    while (steps.length <= step) steps.push({});
    if (action) steps[step] = { ...steps[step], [is]: action };
  }
  return steps;
}

class Parts {
  private readonly memo = new Map<string, Part | null>();
  private readonly actions = new Map<string, Action | null>();

  constructor(private readonly actionSaid: ActionSaid) {}

  private action(said: string): Action | null {
    let action = this.actions.get(said);
    if (action === undefined) {
      action = this.actionSaid(said) ?? null;
      this.actions.set(said, action);
    }
    return action;
  }

  bare(words: readonly string[]): Part | null {
    const action = this.action(words.join(' '));
    return action && { role: undefined, action };
  }

  /** The part that words make, with its role before or behind; null when they make none. */
  roled(words: readonly string[], rules: typeof BEFORE): Part | null {
    const isBefore = rules === BEFORE;
    if (isBefore ? !starts().has(words[0] ?? '') : !ends().has(words.at(-1) ?? '')) return null;
    const said = words.join(' ');
    const key = `${isBefore ? '<' : '>'}${said}`;
    const known = this.memo.get(key);
    if (known !== undefined) return known;
    let found: Part | null = null;
    for (const { role, template } of rules) {
      const what = fit(template, said)?.['what'];
      // `When held for 250 ms, Ctrl` says when the hold begins, and not how long Ctrl lasts.
      if (
        what === undefined ||
        (isBefore && role.is === 'hold' && /^(?:for )?\d[\d.]* ?(?:ms|s|sec|seconds?|milli\w+)\b/.test(what))
      )
        continue;
      if (what === 'nothing') found = { role, action: undefined };
      const action = this.action(what);
      if (action) found = { role, action };
      if (found) break;
    }
    this.memo.set(key, found);
    return found;
  }
}

/** Signs that stand between parts, where one is what is asked for. */
const SIGNS: Readonly<Record<string, string>> = { '/': 'slash', '(': 'left parenthesis', ')': 'right parenthesis' };

/** The gesture that words ask for; undefined when they ask for none. */
export function gestureSaid(said: string, actionSaid: ActionSaid): GestureBinding | undefined {
  const plain = withoutHyphens(said)
    // `Volume up on tap, down on hold`: the second is of the same.
    .replace(
      /\b(volume|brightness|lamps|lights|scroll|wheel) (up|down)\b([^,;]*(?:[,;]| and| but) (?:(?:on|when) \w+:? )?)(up|down)(?= |$)/g,
      '$1 $2$3$1 $4',
    )
    .replace(
      /((?:->|=>|[:=→])\s*)([/()])(?=\s|$|[,;])/g,
      (_, lead: string, sign: string) => `${lead}${SIGNS[sign] ?? sign}`,
    )
    .replace(/\[(tap|hold|twice|double tap|long|short)\]/g, '$1')
    .replace(/ \+ (?=(?:hold|tap|twice)\b)/g, ', ');
  // `When held, Ctrl`: the comma behind a clause leads to what it is about.
  const led = plain.replace(/\b(when|if|on|while|whenever)\b([^,;]*),/g, '$1$2 :');
  const parts = new Parts(actionSaid);
  // `A tap is a comma`: the article of the role is none of a letter.
  const bare = plain.replace(
    /(^|[,;] |and |but |then |while |with |on |at )an? (?=(?:\w+ )?(?:tap|hold|press|touch|one) (?:is|gives|sends|does|for|to|should|means|makes|gets|will|of|it|=|:))/g,
    '$1',
  );
  // `A with Ctrl on hold`: the modifier alone is what is held.
  const apart = bare.replace(
    /^([^,;]+?) (?:with|plus|and) ((?:left |right |l|r)?(?:ctrl|control|shift|alt|altgr|option|opt|command|cmd|meta|super|win|windows) (?:on hold|on a hold|on holding|when held|if held|while held|when holding|when i hold it|if i hold it|held))$/,
    (whole, one: string, held: string) => {
      const action = actionSaid(one);
      return !action || isHoldish(action) ? whole : `${one}, ${held}`;
    },
  );
  for (const way of new Set([apart, bare, plain, said, led, plain.replace(/\//g, ' / ')])) {
    const found = partsSaid(way, parts);
    if (found) return found;
  }
  return eitherOr(said, actionSaid);
}

type GestureBinding = Extract<Binding, { kind: 'gesture' }>;

function partsSaid(said: string, parts: Parts): GestureBinding | undefined {
  const words = said
    .replace(/\/(?=(?:tap|hold|press|double|triple|when|on|long|short|if)\b)/g, ' / ')
    .replace(/([,;|()=]|[:/](?=\s|$)|(?<=\s)\/|->|=>)/g, ' $1 ')
    .split(/\s+/)
    .filter((word) => word !== '' && word !== '(' && word !== ')');
  if (words.length > 40) return undefined;
  if (words.length >= 2 && words.some((word) => starts().has(word) || ends().has(word))) {
    const cuts = cutsOf(words);
    const spans = cuts.map((from) => cuts.map((to) => (to > from ? inner(words.slice(from, to)) : undefined)));
    for (const style of STYLES) {
      let tries = 120;
      const read = (from: number, found: readonly Part[], bare: boolean): GestureStep[] | undefined => {
        if (--tries < 0) return undefined;
        if (from === cuts.length - 1) return stepsOf(found);
        for (let to = cuts.length - 1; to > from; to--) {
          const span = spans[from]?.[to];
          if (!span) continue;
          if (span.length === 0) {
            const rest = read(to, found, bare);
            if (rest) return rest;
            continue;
          }
          const part =
            (style.before ? parts.roled(span, BEFORE) : null) ??
            (style.behind ? parts.roled(span, BEHIND) : null) ??
            (bare ? parts.bare(span) : null);
          const rest = part && read(to, [...found, part], bare && part.role !== undefined);
          if (rest) return rest;
        }
        return undefined;
      };
      const steps = read(0, [], style.bare);
      if (steps) return { kind: 'gesture', steps };
    }
  }
  return undefined;
}

/** `Esc/Ctrl`: of two, the one that only makes sense held is the hold. */
function eitherOr(said: string, actionSaid: ActionSaid): GestureBinding | undefined {
  const [, one = '', other = '', more] =
    /^([^/|(]+?)(?:\s*[/|]\s*| or | \()([^/|()]+?)\)?([/|].*)?$/.exec(said.replace(/^tap ?[/|] ?hold ?[:=]? ?/, '')) ??
    [];
  const [first, second] = [one, other].map((part) => (part === '' ? undefined : actionSaid(part)));
  if (!first || !second || more !== undefined || isHoldish(first) === isHoldish(second)) return undefined;
  const [tap, hold] = isHoldish(second) ? [first, second] : [second, first];
  return { kind: 'gesture', steps: [{ tap, hold }] };
}
