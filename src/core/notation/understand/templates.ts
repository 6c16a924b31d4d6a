/**
 * Rules as data: a template is a phrase with gaps, compiled once, when a line is understood for the first time.
 *
 *     go [back] to {layer}              words; [..] may be left out
 *     (turn|switch) {layer} on or off   (..|..) is one of several, each of one or more words
 *
 * A gap in braces takes one or more words, as few as possible; who fills it decides whether they mean anything.
 */
import { once } from '../../profile';

export type Gaps = Readonly<Record<string, string>>;

/** A phrase as a pattern, and the words that it can begin and end with; undefined where a gap stands. */
export type Template = {
  pattern: () => RegExp;
  starts: () => ReadonlySet<string> | undefined;
  ends: () => ReadonlySet<string> | undefined;
};

/** The words that can stand at one end of a phrase: of its outermost part, and of the next one where that may be left out. */
export function edgeOf(phrase: string, at: 0 | -1): ReadonlySet<string> | undefined {
  const groups = phrase.match(/\[(?:[^[\]]|\[[^\]]*\])*\]|\([^()]*\)|\S+/g) ?? [];
  const words = new Set<string>();
  for (const group of at === 0 ? groups : groups.toReversed()) {
    if (/[[{].*[[{]/.test(group) || group.startsWith('{')) return undefined;
    for (const way of group.replace(/^[[(]|[\])]$/g, '').split('|')) words.add(way.trim().split(' ').at(at) ?? '');
    if (!group.startsWith('[')) return words;
  }
  return undefined;
}

const UNITS = 'ms|msecs?|milliseconds?|millis|s|secs?|seconds?|mins?|minutes?';
/** Gaps that only certain words fill: a time ends with its unit, a number and a direction are one word. */
const GAPS: Readonly<Record<string, string>> = {
  time: `(?:\\S+ )*?(?:[\\d.,]*-?)?(?:${UNITS}) `,
  n: '\\S+ ',
  way: '(?:to )?\\S+ ',
};

const escaped = (word: string): string => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** A phrase with gaps as a pattern over words that each end with a space. */
function patternOf(phrase: string): RegExp {
  const source = phrase
    .replace(/([[(])([^[\]()]*\|[^[\]()]*)([\])])/g, (_, open: string, inside: string, close: string) => {
      // The longest first: a gap behind takes what a shorter one leaves, and is not asked again.
      const ways = inside.split('|').sort((a, b) => b.length - a.length);
      return `${open}${ways.join('|')}${close}`;
    })
    .replace(/([[\]()|])/g, ' $1 ')
    .trim()
    .split(/\s+/)
    .map((part) => {
      switch (part) {
        case '[':
        case '(':
          return '(?:';
        case ']':
          return ')?';
        case ')':
          return ')';
        case '|':
          return '|';
        default: {
          const gap = /^\{(\w+)\}$/.exec(part)?.[1];
          if (gap === undefined) return `${escaped(part)} `;
          return `(?<${gap}>${GAPS[gap] ?? '(?:\\S+ )+?'})`;
        }
      }
    })
    .join('');
  return new RegExp(`^${source}$`);
}

export const template = (phrase: string): Template => ({
  pattern: once(() => patternOf(phrase)),
  starts: once(() => edgeOf(phrase, 0)),
  ends: once(() => edgeOf(phrase, -1)),
});

function firstWord(said: string): string {
  const end = said.indexOf(' ');
  return end < 0 ? said : said.slice(0, end);
}

/** What stands in the gaps of a template when a phrase fits it; undefined when it does not. */
export function fit({ pattern, starts, ends }: Template, said: string): Gaps | undefined {
  if (starts()?.has(firstWord(said)) === false) return undefined;
  if (ends()?.has(said.slice(said.lastIndexOf(' ') + 1)) === false) return undefined;
  const match = pattern().exec(`${said} `);
  if (!match) return undefined;
  return Object.fromEntries(Object.entries(match.groups ?? {}).map(([gap, words]) => [gap, (words ?? '').trim()]));
}
