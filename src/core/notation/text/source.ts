/**
 * The source of a text: its lines without comments and with values put in, each character knowing its column, so that
 * whatever is wrong can be pointed at where it was typed.
 */
import { foreign } from '../../reading';

/** What is wrong with a text, and where: lines and columns count from 1. */
export type TextProblem = {
  line: number;
  column: number;
  length: number;
  message: string;
  /** What was probably meant, and the stretch that it would take the place of. */
  fix?: { column: number; length: number; insert: string };
};

/** One line as it is read: without its comment, with values in place of their names. */
export type SourceLine = {
  /** Counted from 1. */
  number: number;
  /** Whether it is indented, and so belongs to the heading above it. */
  isInner: boolean;
  text: string;
  /** The column, from 1, at which each character of `text` was typed; one more at the end. */
  columns: readonly number[];
};

/** `work` is what reading may cost in all, in units of about a µs: a few characters can ask for very much, such as layers that are like layers. */
export const TEXT_LIMITS = {
  characters: 1_000_000,
  lines: 50_000,
  lineCharacters: 50_000,
  expanded: 2_000_000,
  problems: 200,
  work: 200_000,
} as const;

/** Reading ends here, and what has been found so far is what there is. */
export class Enough extends Error {}

const COMMENT = /(^|\s)\/\//y;
const VALUE = /\$([A-Za-z][A-Za-z0-9_-]*)/y;

/** The end of the text in quotes that begins at a place; the end of the line when it is not closed. */
function endOfQuote(text: string, from: number): number {
  for (let at = from + 1; at < text.length; at++) {
    if (text[at] === '\\') at++;
    else if (text[at] === '"') return at + 1;
  }
  return text.length;
}

/** Where the comment of a line begins, spaces before it included; the line's length when it has none. */
export function commentAt(raw: string): number {
  for (let at = 0; at < raw.length; at++) {
    if (raw[at] === '"') {
      at = endOfQuote(raw, at) - 1;
      continue;
    }
    COMMENT.lastIndex = at;
    if (COMMENT.test(raw)) return raw.slice(0, at).trimEnd().length;
  }
  return raw.trimEnd().length;
}

export class Source {
  readonly lines: SourceLine[] = [];
  readonly problems: TextProblem[] = [];
  private work = 0;
  private readonly values = new Map<string, string>();
  private expanded = 0;

  constructor(readonly raw: readonly string[]) {}

  /** Reads the lines. @throws Enough */
  begin(): void {
    this.raw.forEach((text, index) => {
      const line = this.read(text, index + 1);
      if (line) this.lines.push(line);
    });
  }

  /** Says what is wrong. @throws Enough when so much is that nobody reads on */
  report(problem: TextProblem): void {
    this.problems.push(problem);
    if (this.problems.length >= TEXT_LIMITS.problems) throw new Enough('There may be more; these are the first.');
  }

  /** Pays for work before it is done: see `TEXT_LIMITS`. @throws Enough when that is too much */
  spend(work: number): void {
    this.work += work;
    if (this.work > TEXT_LIMITS.work)
      throw new Enough('The text asks for more than any profile holds. It is not read on from here.');
  }

  /** Says that something is wrong with a stretch of a line, in columns of `line.text` counted from 0. */
  fail(
    line: SourceLine,
    from: number,
    length: number,
    message: string,
    instead?: { text: string; at: number; insert: string },
  ): void {
    const stretch = (at: number, characters: number): { column: number; length: number } => {
      const column = line.columns[Math.min(at, line.columns.length - 1)] ?? 1;
      const end = line.columns[Math.min(at + Math.max(1, characters), line.columns.length - 1)] ?? column + 1;
      return { column, length: Math.max(1, end - column) };
    };
    this.report({
      line: line.number,
      ...stretch(from, length),
      message,
      ...(instead && { fix: { ...stretch(instead.at, instead.text.length), insert: instead.insert } }),
    });
  }

  private read(raw: string, number: number): SourceLine | undefined {
    this.spend(1 + raw.length / 20);
    if (raw.length > TEXT_LIMITS.lineCharacters) {
      this.report({
        line: number,
        column: 1,
        length: 1,
        message: `A line has ${TEXT_LIMITS.lineCharacters} characters at the most.`,
      });
      return undefined;
    }
    const end = commentAt(raw);
    const start = raw.length - raw.trimStart().length;
    if (end <= start) return undefined;
    let text = '';
    const columns: number[] = [];
    const line: SourceLine = { number, isInner: start > 0, text: '', columns };
    for (let at = start; at < end;) {
      if (raw[at] === '"') {
        const to = Math.min(end, endOfQuote(raw, at));
        for (; at < to; at++) {
          text += raw[at];
          columns.push(at + 1);
        }
        continue;
      }
      VALUE.lastIndex = at;
      const name = VALUE.exec(raw)?.[1];
      // A sign that is typed with Shift and a value's name cannot be told apart; names stand for values.
      const value = name === undefined ? undefined : this.values.get(name);
      if (name !== undefined && value !== undefined) {
        this.expanded += value.length;
        if (this.expanded > TEXT_LIMITS.expanded || text.length + value.length > TEXT_LIMITS.lineCharacters) {
          this.report({
            line: number,
            column: at + 1,
            length: name.length + 1,
            message: 'With its values put in, the text is too long.',
          });
          return undefined;
        }
        for (const character of value) {
          text += character;
          for (let n = 0; n < character.length; n++) columns.push(at + 1);
        }
        at += name.length + 1;
      } else if (name !== undefined && name.length > 1) {
        const known = [...this.values.keys()].slice(0, 5).map((one) => `$${foreign(one)}`);
        this.report({
          line: number,
          column: at + 1,
          length: name.length + 1,
          message: `There is no value $${foreign(name)} above this line${known.length > 0 ? `; there is ${known.join(', ')}` : ''}.`,
        });
        return undefined;
      } else {
        text += raw[at];
        columns.push(at + 1);
        at++;
      }
    }
    columns.push(end + 1);
    const named = start === 0 ? /^let\s+([A-Za-z][A-Za-z0-9_-]*)\s*=\s*(.*)$/s.exec(text) : null;
    if (named?.[1] !== undefined) {
      this.values.set(named[1], named[2] ?? '');
      return undefined;
    }
    if (start === 0 && /^let\b/.test(text)) {
      this.report({
        line: number,
        column: 1,
        length: text.length,
        message:
          'A value is written: let NAME = what it stands for. Its name begins with a letter, and is used as $NAME.',
      });
      return undefined;
    }
    return { ...line, text };
  }
}
