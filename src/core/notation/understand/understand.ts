/**
 * What a typed line means, said in everyday words: the layer before the exact line. What it finds is shown in the line's own words
 * before anything is taken, so it may guess; but where two things can be meant it gives both, and where nothing fits it
 * gives none. The rules are data, in the files beside this one.
 */
import { buttonOfCode, codeOfButton } from '../../codes';
import { codesOfStroke, hostLayout, strokesOf, type HostLayoutData } from '../../hosts';
import { once, type Action, type Binding } from '../../profile';
import { ACTION_WORDS } from '../actionWords';
import { askSaid } from './askSaid';
import { asTyped, withoutChat } from './chat';
import { IDIOMS, LIKELIER_IDIOMS, SILENCE } from './idioms';
import { gestureSaid } from './gestureSaid';
import { namesOf, numberOfWord } from './keyNames';
import { buttonSaid, keysSaid, modifiersSaid, ORDINALS } from './keysSaid';
import type { NotationContext } from '../names';
import { parseLine } from '../parse';
import { withoutFiller, withoutHyphens, withoutVerb, wordsOf } from './phrase';
import { printLine } from '../print';
import { RULES } from './rules';
import { corrected, isKnownWord } from './spelling';
import { fit } from './templates';
import { textSaid } from './textSaid';
import { timeSaid } from './timeSaid';
import { underSaid } from './underSaid';

/** One thing that a line may mean: in the line's own words, and as a binding. `slips`: words that were taken for others. */
export type Reading = { line: string; binding: Binding; slips?: readonly { typed: string; taken: string }[] };

const MOST_READINGS = 4;

/** Each phrase of a table with what it leads to, in the order of the table. */
function byPhrase(table: Readonly<Record<string, string>>): Map<string, string[]> {
  const map = new Map<string, string[]>();
  for (const [line, phrases] of Object.entries(table))
    for (const phrase of namesOf(phrases)) {
      const there = map.get(phrase);
      if (there) there.push(line);
      else map.set(phrase, [line]);
    }
  return map;
}

const likelierIdioms = once(() => byPhrase(LIKELIER_IDIOMS));
const idioms = once(() => byPhrase(IDIOMS));
const silence = once(() => byPhrase(SILENCE));

type Named = { id: string; name: string };

/** A name in the words that a phrase is made of. */
const spoken = (name: string): string => wordsOf(name).replaceAll('-', ' ');

const COUNTS: Readonly<Record<string, number>> = { once: 1, twice: 2, thrice: 3 };

/** Several clicks in a row, which is a macro and no press of this key. */
const SEVERAL_CLICKS = /\b(?:double|triple|two|three) ?-?clicks?\b/;

/** Words of who goes to a layer and means to stay. */
const STAYS = /\b(?:stay|stays|remain|for good|permanently|forever|lock|locked|keep)\b/;

/** A text of a gesture, whose role stands behind it: `type "ok" when tapped, …`. */
const ROLE_BEHIND_TEXT =
  /["”]\s*(?:,\s*)?(?:when|if|on|while|as|for)\b[^"]*[,;]|["”]\s*(?:when|if|on) (?:tapped|held|i|it|tap|hold|double)\b/i;

/** What may be a part of an exact line; reading it would be lost time with anything else. */
const WORTH_READING = new RegExp(`[+:"#]|^(?:${Object.keys(ACTION_WORDS).join('|')})\\b`);

class Understanding {
  private readonly layers: ReadonlyMap<string, string>;
  private readonly macros: ReadonlyMap<string, string>;

  private readonly host: HostLayoutData;

  constructor(readonly context: NotationContext) {
    this.host = hostLayout(context.hostLayout ?? 'us');
    this.layers = this.namesIn(context.layers);
    this.macros = this.namesIn(context.macros ?? []);
  }

  private namesIn(things: readonly Named[]): Map<string, string> {
    const map = new Map<string, string>();
    for (const { id, name } of things) {
      const said = spoken(name);
      if (!map.has(said)) map.set(said, id);
    }
    return map;
  }

  /** Words of one's own names, which are no slips. */
  ownWords(): Set<string> {
    return new Set([...this.layers.keys(), ...this.macros.keys()].flatMap((name) => name.split(' ')));
  }

  /** A layer by its name, with or without the word *layer*; the word alone is not enough for a name that is a key's as well. */
  layer(said: string): string | undefined {
    const words = said.replaceAll('"', '').replaceAll('-', ' ').trim();
    const noun = /^(?:layer|level|floor)(?: called| named)? (.+)$|^(.+) (?:layer|level|floor)$/.exec(words);
    const bare = noun?.[1] ?? noun?.[2];
    const id = this.layers.get(words) ?? (bare === undefined ? undefined : this.layers.get(bare));
    if (id !== undefined) return id;
    const number = bare === undefined ? undefined : numberOfWord(bare);
    if (number !== undefined && Number.isInteger(number)) return this.layers.get(`layer ${number}`);
    return bare !== undefined && /^(?:base|ground|bottom|first|main|default|lowest)$/.test(bare)
      ? this.context.layers[0]?.id
      : /^(?:base|base level|ground floor)$/.test(words)
        ? this.context.layers[0]?.id
        : undefined;
  }

  macro(said: string): string | undefined {
    const words = said.replaceAll('"', '').replaceAll('-', ' ').trim();
    return this.macros.get(words) ?? this.macros.get(words.replace(/^macro (?:called |named )?/, ''));
  }

  /** The only macro whose name begins with these words. */
  private macroBegun(said: string): string | undefined {
    const begun = [...this.macros].filter(([name]) => said.length >= 3 && name.startsWith(`${said} `));
    return begun.length === 1 ? begun[0]?.[1] : undefined;
  }

  /** Whether words name a layer beyond doubt, so that they need no verb: with the word *layer*, or as no key is called. */
  private isLayerAlone(said: string): boolean {
    return /\b(?:layer|level|floor)\b/.test(said) || keysSaid(said, this.host) === undefined;
  }

  /** Everything that rules make of one phrase, the likelier first. */
  byRules(said: string): Action[] {
    const found: Action[] = [];
    for (const { template, make } of RULES) {
      const gaps = fit(template, said);
      if (!gaps) continue;
      const { layer, macro, keys, mods, n, time, way } = gaps;
      // `A second Shift` is one more, and no time.
      if (time !== undefined && /^an? second$/.test(time) && said.startsWith(time) && !/ (?:of|long) /.test(said))
        continue;
      const filled = {
        layer: layer === undefined ? '' : this.layer(layer),
        macro: macro === undefined ? '' : (this.macro(macro) ?? (macro === said ? undefined : this.macroBegun(macro))),
        keys: keys === undefined ? [] : this.keysOrButton(keys),
        mods: mods === undefined ? [] : modifiersSaid(mods),
        n: n === undefined ? 0 : (COUNTS[n] ?? numberOfWord(n) ?? ORDINALS[n]),
        time: time === undefined ? 0 : timeSaid(time),
        way: way ?? '',
      };
      if (Object.values(filled).some((value) => value === undefined)) continue;
      if (layer !== undefined && layer === said && !this.isLayerAlone(said)) continue;
      const action = make(filled as never);
      // The base is always there below the others; to name it alone is to ask for the way back.
      if (action)
        found.push(
          action.do === 'layer' && action.layer === this.context.layers[0]?.id && action.how === 'while'
            ? { ...action, how: 'go' }
            : action,
        );
    }
    return found;
  }

  private keysOrButton(said: string): string[] | undefined {
    const button = buttonSaid(withoutVerb(said));
    return button === undefined ? keysSaid(said, this.host) : [codeOfButton(button)];
  }

  /** Every action that a phrase can mean, the likelier first. */
  actions(said: string): Action[] {
    const found: Action[] = [];
    const fromLine = (line: string): void => {
      const parsed = parseLine(line, this.context);
      if (parsed.ok && parsed.binding.kind === 'act') found.push(parsed.binding.action);
    };
    for (const phrase of new Set([said, withoutHyphens(said), withoutVerb(said)])) {
      for (const line of likelierIdioms().get(phrase) ?? []) fromLine(line);
      if (found.length > 0) break;
      const button = buttonSaid(phrase) ?? buttonSaid(withoutHyphens(phrase));
      if (button !== undefined) {
        found.push({ do: 'button', button });
        continue;
      }
      const named = keysSaid(phrase, this.host);
      const [only] = named ?? [];
      const alone = named?.length === 1 && only !== undefined ? buttonOfCode(only) : undefined;
      if (alone !== undefined) {
        found.push({ do: 'button', button: alone });
        continue;
      }
      const isAsWritten = named !== undefined && !idioms().has(phrase);
      if (isAsWritten) found.push({ do: 'keys', codes: named });
      for (const line of idioms().get(phrase) ?? []) fromLine(line);
      if (named && !isAsWritten) found.push({ do: 'keys', codes: named });
    }
    if (found.length > 0) return found;
    const ruled = this.byRules(said);
    return ruled.length > 0 || !said.includes('-') ? ruled : this.byRules(withoutHyphens(said));
  }

  /** The one action of a part of a gesture. */
  readonly part = (said: string): Action | undefined => {
    const exact = WORTH_READING.test(said) ? parseLine(said, this.context) : undefined;
    if (exact?.ok && exact.binding.kind === 'act') return exact.binding.action;
    return textSaid(said)[0] ?? this.actions(said)[0] ?? this.actions(withoutFiller(said))[0];
  };

  /** Everything a phrase can mean as a whole. */
  bindings(said: string): Binding[] {
    const under = underSaid(said, this.part, this.context.now);
    if (under?.isSure) return [under.binding];
    const silent = (silence().get(said) ?? []) as ('none' | 'pass')[];
    const acts = this.actions(said).map((action): Binding => ({ kind: 'act', action }));
    const found = acts.length === 0 && !SEVERAL_CLICKS.test(said) ? gestureSaid(said, this.part) : undefined;
    const gesture = found && !STAYS.test(said) ? this.shownWhileHeld(found) : found;
    const several = acts.length === 0 && !gesture && !SEVERAL_CLICKS.test(said) ? this.together(said) : undefined;
    return [
      ...silent.map((kind): Binding => ({ kind })),
      ...acts,
      ...[gesture, several, under?.binding].filter((one) => one !== undefined),
    ];
  }

  /** *Go to Cues when I hold it* is as long as it is held: who means to stay there says so. The base is gone back to. */
  private shownWhileHeld(gesture: Extract<Binding, { kind: 'gesture' }>): Binding {
    const steps = gesture.steps.map((step) =>
      step.hold?.do === 'layer' && step.hold.how === 'go' && step.hold.layer !== this.context.layers[0]?.id
        ? { ...step, hold: { ...step.hold, how: 'while' as const } }
        : step,
    );
    return { ...gesture, steps };
  }

  /** Two actions at once: `Shift and while Cues`. */
  private together(said: string): Binding | undefined {
    const parts = said.split(/ (?:and|&|together with|plus|at same time as|and also) /);
    if (parts.length < 2 || parts.length > 4) return undefined;
    const actions = parts.map((part) => this.part(part));
    return actions.every((action) => action !== undefined) && actions.some(({ do: kind }) => kind !== 'keys')
      ? { kind: 'act', action: { do: 'many', actions } }
      : undefined;
  }
}

/**
 * What makes a character on the host: its one stroke as a chord, or, where it takes several, a text. A capital that is a key's
 * word is the key that makes the small letter.
 */
function characterSaid(line: string, { hostLayout: id = 'us' }: NotationContext): Binding | undefined {
  const typed = line.trim();
  if ([...typed].length !== 1) return undefined;
  const character = /^[A-Z]$/.test(typed) ? typed.toLowerCase() : typed;
  const strokes = strokesOf(hostLayout(id), character);
  const [only, second] = strokes ?? [];
  if (!only) return undefined;
  const action: Action = second
    ? { do: 'text', text: character, gapMs: 0 }
    : { do: 'keys', codes: codesOfStroke(only) };
  return { kind: 'act', action };
}

/** Whether a binding is a gesture that says one thing only. */
function isOneMeaning(binding: Binding | undefined): boolean {
  if (binding?.kind !== 'gesture' || binding.steps.length !== 1) return false;
  const [step] = binding.steps;
  return (step?.tap === undefined) !== (step?.hold === undefined);
}

/** *While I hold it, Cues*: a layer that shows while a key is held, and nothing else, needs no gesture. */
function plainly(binding: Binding): Binding {
  const held = binding.kind === 'gesture' && isOneMeaning(binding) ? binding.steps[0]?.hold : undefined;
  return held?.do === 'layer' && held.how === 'while' ? { kind: 'act', action: held } : binding;
}

/** Whether the line was typed exactly as the line itself would write it, capitals and all. */
const isOwnSpelling = (line: string, printed: string | undefined): boolean => line.trim() === printed;

/**
 * What a line may mean, the likelier first; empty when it means nothing that is known. An exact line means itself, and is
 * the only reading unless its words are also what people say for something else.
 */
export function readingsOf(line: string, context: NotationContext): Reading[] {
  const readings: Reading[] = [];
  const add = (binding: Binding, slips?: Reading['slips']): void => {
    const printed = printLine(binding, context);
    if (printed === undefined || readings.length >= MOST_READINGS || readings.some((one) => one.line === printed))
      return;
    readings.push({ line: printed, binding, ...(slips && slips.length > 0 && { slips }) });
  };
  if (line.length > 400) {
    const parsed = parseLine(line, context);
    if (parsed.ok) add(parsed.binding);
    return readings;
  }
  const said = wordsOf(line);
  const exact = parseLine(line, context);
  const addIdioms = (table: ReadonlyMap<string, string[]>): void => {
    for (const idiom of table.get(said) ?? []) {
      const parsed = parseLine(idiom, context);
      if (parsed.ok) add(parsed.binding);
    }
  };
  const character = characterSaid(line, context);
  if (exact.ok) {
    if (character && !isOwnSpelling(line, printLine(exact.binding, context))) add(character);
    if (!isOwnSpelling(line, printLine(exact.binding, context))) addIdioms(likelierIdioms());
    add(exact.binding);
    addIdioms(likelierIdioms());
    addIdioms(idioms());
    if (character) add(character);
    return readings;
  }
  if (character) add(character);
  if (readings.length > 0) return readings;
  const understanding = new Understanding(context);
  const isPartText = ROLE_BEHIND_TEXT.test(line) && understanding.bindings(said).length > 0;
  for (const typed of isPartText ? [] : new Set([line, asTyped(line)]))
    if (readings.length === 0) for (const text of textSaid(typed)) add({ kind: 'act', action: text });
  if (readings.length > 0 && !/[,;]\s*(?:hold|twice|when|held)\b/i.test(line)) return readings;
  // A gesture of one meaning is often a plain act with chat around it: *to switch to Cues while held*.
  let unlikely: Binding[] = [];
  for (const phrase of new Set([said, withoutFiller(said), ...withoutChat(said)])) {
    const bindings = understanding.bindings(phrase);
    if (isOneMeaning(bindings[0])) unlikely = unlikely.length > 0 ? unlikely : bindings;
    else for (const binding of bindings) add(binding);
    if (readings.length > 0) break;
  }
  if (readings.length === 0) for (const binding of unlikely) add(plainly(binding));
  if (readings.length === 0) for (const action of askSaid(line, false)) add({ kind: 'act', action });
  if (readings.length > 0 || said === '') return readings;
  const own = understanding.ownWords();
  const slipped = said.split(/([\s,;/+]+|(?<=[a-z])-(?=[a-z]))/);
  const slips: { typed: string; taken: string }[] = [];
  const mended = slipped.map((word) => {
    if (isKnownWord(word, own)) return word;
    const [taken] = corrected(word, own);
    if (taken === undefined) return word;
    slips.push({ typed: word, taken });
    return taken;
  });
  const phrase = mended.join('');
  for (const one of slips.length > 0 ? new Set([phrase, withoutFiller(phrase)]) : []) {
    if (readings.length > 0) break;
    for (const binding of understanding.bindings(one)) add(binding, slips);
  }
  if (readings.length === 0) for (const action of askSaid(line, true)) add({ kind: 'act', action });
  return readings;
}

/** The words of a profile's own names, which are no slips. */
export const ownWordsOf = (context: NotationContext): ReadonlySet<string> => new Understanding(context).ownWords();
