/** Changes of one text, line by line: what replaces a line, what takes it out, and what comes behind it; comments stay. */
import { commentAt } from './source';

export class TextLines {
  readonly raw: readonly string[];
  private readonly replaced = new Map<number, string | undefined>();
  private readonly behind = new Map<number, string[]>();

  constructor(text: string) {
    this.raw = text.split(/\r\n|\n|\r/);
  }

  text(): string {
    return this.raw
      .flatMap((line, n) => {
        const own = this.replaced.has(n + 1) ? this.replaced.get(n + 1) : line;
        return [...(own === undefined ? [] : [own]), ...(this.behind.get(n + 1) ?? [])];
      })
      .join('\n');
  }

  line(number: number): string {
    return this.replaced.has(number) ? (this.replaced.get(number) ?? '') : (this.raw[number - 1] ?? '');
  }

  /** Puts a line in the place of another, behind its indentation and with its comment. */
  replace(number: number, text: string): void {
    const raw = this.raw[number - 1] ?? '';
    const comment = raw.slice(commentAt(raw));
    this.replaced.set(number, `${/^\s*/.exec(raw)?.[0] ?? ''}${text.trimStart()}${comment}`);
  }

  /** Takes a line out; its comment stays. */
  takeOut(number: number): void {
    const raw = this.raw[number - 1] ?? '';
    const comment = raw.slice(commentAt(raw)).trim();
    this.replaced.set(number, comment === '' ? undefined : `${/^\s*/.exec(raw)?.[0] ?? ''}${comment}`);
  }

  insert(number: number, lines: readonly string[]): void {
    const at = Math.max(0, number);
    this.behind.set(at, [...(this.behind.get(at) ?? []), ...lines]);
  }

  /** Puts a whole line in the place of another, comment and all. */
  put(number: number, text: string): void {
    this.replaced.set(number, text);
  }
}
