/** Reads the assign line piece by piece and remembers where it is, so that an error can point at its column. */

import { foreign } from '../reading';

/** What the line said that could not be understood, where (columns count from 1), and what could stand there instead. */
export type LineError = {
  column: number;
  length: number;
  found: string;
  expected: string[];
  message: string;
  /** A layer or macro that is named here and is not there. */
  missing?: { what: 'layer' | 'macro'; name: string };
};

export class LineProblem extends Error {
  constructor(readonly detail: LineError) {
    super(detail.message);
  }
}

/** A piece of the line: a word or sign as written, and the column it starts at (from 1). */
export type Piece = { text: string; column: number };

const ENDS_A_WORD = /[\s,+&"]/;
const ENDS_A_NAME = /[,&]/;
/** A bracket that begins a group; one that stands alone is the key. */
const OPENS = /\[(?!\s*(?:[,&+\]]|for\b|$))/iy;
/** What a letter behind a backslash means in a text. */
const ESCAPES: Readonly<Record<string, string>> = { n: '\n', t: '\t', r: '\r' };

export class Scanner {
  private at = 0;
  /** How many groups in brackets are open: a closing one ends a word, and a name without quotes. */
  private groups = 0;

  constructor(readonly line: string) {}

  /** Where reading is, to come back to with `goBackTo`. */
  place(): number {
    return this.at;
  }

  goBackTo(place: number): void {
    this.at = place;
  }

  /** What has not been read yet. */
  rest(): string {
    return this.line.slice(this.at).trimStart();
  }

  /** The next piece without taking it; its text is empty at the end of the line. */
  peek(): Piece {
    while (/\s/.test(this.line[this.at] ?? '')) this.at++;
    const start = this.at;
    let end = start;
    if (this.ends(ENDS_A_WORD, start)) end = start < this.line.length ? start + 1 : start;
    else while (end < this.line.length && !this.ends(ENDS_A_WORD, end)) end++;
    return { text: this.line.slice(start, end), column: start + 1 };
  }

  take(): Piece {
    const piece = this.peek();
    this.at += piece.text.length;
    return piece;
  }

  /** Takes the next piece when it is this word, in any case. */
  takeWord(word: string): boolean {
    if (this.peek().text.toLowerCase() !== word) return false;
    this.take();
    return true;
  }

  /** Takes the bracket that begins a group of actions; false when none does. */
  opensGroup(): boolean {
    if (!this.takeMatch(OPENS)) return false;
    this.groups++;
    return true;
  }

  closesGroup(): void {
    const piece = this.peek();
    if (piece.text !== ']') this.fail(piece, [']']);
    this.take();
    this.groups--;
  }

  private ends(signs: RegExp, at: number): boolean {
    const sign = this.line[at] ?? '';
    return signs.test(sign) || (this.groups > 0 && sign === ']');
  }

  /** Whether the two next pieces are these; the first may be any number with `'#'`. Takes nothing. */
  peekCount(): number | undefined {
    const match = /^\s*(\d+)\s+times\b/i.exec(this.line.slice(this.at));
    return match?.[1] ? Number(match[1]) : undefined;
  }

  /** Takes what comes next, behind spaces, when it matches; the pattern is sticky. Undefined, with nothing taken, otherwise. */
  takeMatch(pattern: RegExp): RegExpExecArray | undefined {
    this.peek();
    pattern.lastIndex = this.at;
    const match = pattern.exec(this.line);
    if (match) this.at += match[0].length;
    return match ?? undefined;
  }

  /** Takes a name: in quotes anything (`\"` for a quote), otherwise everything up to a comma, an `&` or the end. */
  takeName(): Piece & { quoted: boolean } {
    const { text, column } = this.peek();
    if (text === '"') {
      const match = /^"((?:[^"\\]|\\.)*)"/s.exec(this.line.slice(column - 1));
      if (!match) this.fail({ text: this.line.slice(column - 1), column }, ['a closing quote']);
      this.at = column - 1 + (match?.[0].length ?? 0);
      return { text: (match?.[1] ?? '').replace(/\\(.)/gs, '$1'), column, quoted: true };
    }
    let end = this.at;
    while (end < this.line.length && !this.ends(ENDS_A_NAME, end)) end++;
    const name = this.line.slice(this.at, end).trimEnd();
    this.at = end;
    return { text: name, column, quoted: false };
  }

  /** Takes a text in quotes, in which `\\n` is a line end and `\\t` a tab; undefined, with nothing taken, when there is none. */
  takeText(): string | undefined {
    const { text, column } = this.peek();
    if (text !== '"') return undefined;
    const match = /^"((?:[^"\\]|\\.)*)"/s.exec(this.line.slice(column - 1));
    if (!match) return this.fail({ text: this.line.slice(column - 1), column }, ['a closing quote']);
    this.at = column - 1 + match[0].length;
    return (match[1] ?? '').replace(/\\(.)/gs, (_, letter: string) => ESCAPES[letter] ?? letter);
  }

  /** Stops reading with an error at a piece: what could stand there, or why it cannot be, in a sentence. */
  fail(piece: Piece, expected: string[], reason?: string, missing?: LineError['missing']): never {
    throw new LineProblem({
      column: piece.column,
      length: Math.max(1, piece.text.length),
      found: piece.text,
      expected,
      message: reason ?? sentenceOf(piece.text, expected),
      ...(missing && { missing }),
    });
  }
}

const SIGNS: Readonly<Record<string, string>> = {
  ',': 'A comma',
  ':': 'A colon',
  '+': 'A plus',
  ']': 'A closing bracket',
};

/** What is wrong with a place in a line, as a sentence. */
function sentenceOf(found: string, expected: readonly string[]): string {
  const sign = expected.map((one) => SIGNS[one]).find((one) => one !== undefined);
  if (sign !== undefined)
    return found === '' ? `${sign} is missing at the end.` : `${sign} is missing before ${said(found)}.`;
  if (expected.length === 0) return `The line is complete before ${said(found)}.`;
  if (found === '') return `The line ends too soon: there could come ${listOf(expected)}.`;
  return `${said(found)} cannot stand here. There could be ${listOf(expected)}.`;
}

/** A word of the line in a sentence of ours. */
const said = (word: string): string => `“${foreign(word)}”`;

/** "a, b or c", shortened when there are many. */
export function listOf(words: readonly string[], most = 6): string {
  const shown = words.length > most ? [...words.slice(0, most).map(foreign), 'another'] : words.map(foreign);
  const last = shown.pop() ?? '';
  return shown.length > 0 ? `${shown.join(', ')} or ${last}` : last;
}
