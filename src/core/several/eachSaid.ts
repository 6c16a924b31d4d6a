/**
 * A line with a part for each of several keys: `7 8 9`, `F1 .. F12`, `Left Down Up Right`, `"()[]{}"`, or whole lines with semicolons
 * between them. What a part means is what the assign line makes of it alone.
 */
import { codesOfStroke, hostLayout, strokesOf } from '../hosts';
import { rangeSaid, parseLine, printLine, understand, type NotationContext } from '../notation';
import type { Binding } from '../profile';

/** A part of the line, as it is read: the exact line of it, and the binding. */
type Part = { line: string; binding: Binding };

export type Each = {
  /** What the first keys get, in the order of the keys. */
  parts: readonly Part[];
  /** What does not fit, in one sentence; empty when there is a part for each key and a key for each part. */
  misfit: string;
};

const MOST_PARTS = 128;
/** Where each word is a key by itself, so many are looked at for names of several words. */
const MOST_NAMED = 24;
/** A name of a key has so many words at the most. */
const MOST_WORDS = 5;

/** A part as the assign line reads it alone: its likeliest reading. */
function partOf(said: string, context: NotationContext): Part | undefined {
  const understood = understand(said, context);
  const [first] = understood.ok ? understood.readings : [];
  return first && { line: first.line, binding: first.binding };
}

/** A character as the keys that make it on the host, or as a text where it takes several presses; undefined when no keys do. */
function characterPart(character: string, context: NotationContext): Part | undefined {
  const strokes = strokesOf(hostLayout(context.hostLayout ?? 'us'), character);
  const [only, second] = strokes ?? [];
  if (!only) return undefined;
  const binding: Binding = {
    kind: 'act',
    action: second ? { do: 'text', text: character, gapMs: 0 } : { do: 'keys', codes: codesOfStroke(only) },
  };
  return { line: printLine(binding, context) ?? character, binding };
}

/** `..`, `…` and `to` between two keys: every key from one to the other. */
function expanded(words: readonly string[]): string[] {
  const all: string[] = [];
  for (let n = 0; n < words.length; n++) {
    const [word = '', between = '', last] = words.slice(n, n + 3);
    const tight = /^(\S+?)(?:\.\.+|…|–|-)(\S+)$/.exec(word);
    const range =
      last !== undefined && /^(?:\.\.+|…|–|-|to|bis)$/i.test(between)
        ? rangeSaid(`${word} to ${last}`)
        : tight && rangeSaid(`${tight[1] ?? ''} to ${tight[2] ?? ''}`);
    if (!range) all.push(word);
    else {
      all.push(...range);
      if (!tight) n += 2;
    }
  }
  return all;
}

/** Words cut into exactly so many names of keys, the shorter names first; undefined when they cannot be. */
function namesOf(words: readonly string[], count: number, context: NotationContext): Part[] | undefined {
  const known = new Map<string, Part | undefined>();
  const read = (said: string): Part | undefined => {
    if (!known.has(said)) known.set(said, partOf(said, context));
    return known.get(said);
  };
  const dead = new Set<string>();
  const cut = (from: number, left: number): Part[] | undefined => {
    if (from === words.length) return left === 0 ? [] : undefined;
    if (left === 0 || words.length - from > left * MOST_WORDS || dead.has(`${from} ${left}`)) return undefined;
    for (let length = 1; length <= MOST_WORDS && from + length <= words.length; length++) {
      const part = read(words.slice(from, from + length).join(' '));
      const rest = part && cut(from + length, left - 1);
      if (rest) return [part, ...rest];
    }
    dead.add(`${from} ${left}`);
    return undefined;
  };
  return cut(0, count);
}

const listOf = (names: readonly string[]): string =>
  names.length > 6 ? `${names.slice(0, 5).join(' ')} and ${names.length - 5} more` : names.join(' ');

function fitted(parts: readonly Part[], count: number): Each {
  const over = parts.slice(count).map(({ line }) => line);
  const misfit =
    over.length > 0
      ? `${parts.length} parts for ${count} keys: there is no key for ${listOf(over)}.`
      : parts.length < count
        ? `${parts.length} parts for ${count} keys: the last ${count - parts.length === 1 ? 'one stays as it is' : `${count - parts.length} stay as they are`}.`
        : '';
  return { parts: parts.slice(0, count), misfit };
}

/**
 * What a line gives to each of `count` keys; undefined when it is one thing, for all of them.
 * @param count how many keys there are, two at the least
 */
export function eachSaid(line: string, count: number, context: NotationContext): Each | undefined {
  const said = line.trim();
  if (count < 2 || said === '' || parseLine(said, context).ok) return undefined;
  // Characters in quotes, a key each.
  const [, quoted] = /^["“„«](.+)["”“»]$/su.exec(said) ?? [];
  if (quoted !== undefined && !/["“”„«»]\s*["“”„«»]/u.test(quoted)) {
    const characters = [...quoted.replace(/\\(["\\])/g, '$1')].slice(0, MOST_PARTS);
    const parts = characters.map((character) => characterPart(character, context));
    const [lacking] = characters.filter((_, n) => parts[n] === undefined);
    if (characters.length < 2) return undefined;
    if (lacking !== undefined) return { parts: [], misfit: `No keys of this host make “${lacking}”.` };
    return fitted(
      parts.filter((part) => part !== undefined),
      count,
    );
  }
  // Whole lines, with a sign between them that stands in no line.
  const hard = said.split(/\s*[;\t\n|]\s*/).filter((part) => part !== '');
  if (hard.length > 1) {
    const parts = hard.slice(0, MOST_PARTS).map((part) => partOf(part, context));
    const at = parts.indexOf(undefined);
    if (at >= 0) return { parts: [], misfit: `Part ${at + 1}, “${hard[at] ?? ''}”, is not understood.` };
    return fitted(
      parts.filter((part) => part !== undefined),
      count,
    );
  }
  const words = expanded(said.split(/[\s,]+/).filter(Boolean));
  if (words.length < 2 || words.length > MOST_PARTS) return undefined;
  const alone = words.map((word) => partOf(word, context));
  const whole = alone.every((part) => part !== undefined) ? alone.filter((part) => part !== undefined) : undefined;
  if (whole?.length === count) return fitted(whole, count);
  // `page up page down home end`: names of several words.
  const named = whole && words.length > MOST_NAMED ? undefined : namesOf(words, count, context);
  if (named) return fitted(named, count);
  return whole && understand(said, context).ok === false ? fitted(whole, count) : undefined;
}
