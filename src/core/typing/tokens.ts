/**
 * What arrives at a host, as people count it: characters, and keys that make none, in brackets (`[Ctrl+B]`). Such lines are what `replay --text`
 * prints and what a person says was meant; each token is a number, so that long rows of them are quick to compare.
 */
import { NAMED_CODES, wordOfCode } from '../codes';
import { once } from '../profile';

const wordsOfKeys = once(() => new Set(NAMED_CODES.map(wordOfCode)));
const CHORD = /^((?:Ctrl|Alt|Meta|Shift|AltGr)\+)*/;
/** Signs of dead keys that nothing came of stand before the key that ended them. */
const DEAD_SIGNS = /^[\u0080-\uffff^`~]+/;

/** Whether what stands in brackets is the name of a key, and not somebody's own brackets. */
function isKey(inside: string): boolean {
  const [chord = ''] = CHORD.exec(inside.replace(DEAD_SIGNS, '')) ?? [];
  const name = inside.replace(DEAD_SIGNS, '').slice(chord.length);
  if (name === '') return false;
  if (/^button \d+$/.test(name) || name.startsWith('hid:')) return true;
  return wordsOfKeys().has(name) && (chord !== '' || [...name].length > 1 || DEAD_SIGNS.test(inside));
}

/** A line as tokens. Ends of lines inside are written as `replay --text` writes them; one at the end is none of it. */
export function tokensOf(line: string): string[] {
  const text = line
    .replace(/\r\n|\r/g, '\n')
    .replace(/\n$/, '')
    .replace(/\n/g, '⏎')
    .replace(/\t/g, '⇥');
  const tokens: string[] = [];
  for (let at = 0; at < text.length;) {
    const one = keyAt(text, at) ?? String.fromCodePoint(text.codePointAt(at) ?? 0);
    tokens.push(one);
    at += one.length;
  }
  return tokens;
}

/** The longest name of a key in brackets. */
const LONGEST = 60;

/** The key in brackets at a place of a text; a bracket may be the key itself, so that the first that closes need not be the end. */
function keyAt(text: string, at: number): string | undefined {
  if (text[at] !== '[') return undefined;
  for (let end = text.indexOf(']', at); end > 0 && end - at < LONGEST; end = text.indexOf(']', end + 1))
    if (isKey(text.slice(at + 1, end))) return text.slice(at, end + 1);
  return undefined;
}

/** Numbers for tokens: equal ones have the same. */
export class TokenNumbers {
  private readonly numbers = new Map<string, number>();
  private readonly tokens: string[] = [];

  numberOf(token: string): number {
    const known = this.numbers.get(token);
    if (known !== undefined) return known;
    this.numbers.set(token, this.tokens.length);
    return this.tokens.push(token) - 1;
  }

  token(number: number): string {
    return this.tokens[number] ?? '';
  }

  rowOf(tokens: readonly string[]): Int32Array {
    return Int32Array.from(tokens, (token) => this.numberOf(token));
  }
}
