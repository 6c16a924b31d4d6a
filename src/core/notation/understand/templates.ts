/**
 * Rules as data: a template is a phrase with gaps, compiled once.
 *
 *     go [back] to {layer}              words; [..] may be left out
 *     (turn|switch) {layer} on or off   (..|..) is one of several, each of one or more words
 *
 * A gap in braces takes one or more words, as few as possible; who fills it decides whether they mean anything.
 */

export type Gaps = Readonly<Record<string, string>>;

export type Template = { pattern: RegExp; gaps: readonly string[] };

const escaped = (word: string): string => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** A phrase with gaps as a pattern over words that each end with a space. */
export function template(phrase: string): Template {
  const gaps: string[] = [];
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
          gaps.push(gap);
          return `(?<${gap}>(?:\\S+ )+?)`;
        }
      }
    })
    .join('');
  return { pattern: new RegExp(`^${source}$`), gaps };
}

/** What stands in the gaps of a template when a phrase fits it; undefined when it does not. */
export function fit({ pattern }: Template, said: string): Gaps | undefined {
  const match = pattern.exec(`${said} `);
  if (!match) return undefined;
  return Object.fromEntries(Object.entries(match.groups ?? {}).map(([gap, words]) => [gap, (words ?? '').trim()]));
}
