/** Things that are stored once each: what was written before is referred to by how many came after it. */
import { badImage } from './bytes';
import type { BitReader, BitWriter } from './coder';

/** The same text for equal values, whatever the order of their fields. */
function nameOf(value: unknown): string {
  return JSON.stringify(value, (_key, part: unknown) =>
    part !== null && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  );
}

export class WritingPool<T extends object> {
  private readonly numbers = new Map<string, number>();
  /** What is asked for is mostly written next. */
  private readonly names = new WeakMap<T, string>();
  constructor(private readonly set: number) {}

  has(value: T): boolean {
    return this.numbers.has(this.nameOf(value));
  }

  add(value: T): void {
    this.numbers.set(this.nameOf(value), this.numbers.size);
  }

  private nameOf(value: T): string {
    const name = this.names.get(value) ?? nameOf(value);
    this.names.set(value, name);
    return name;
  }

  refer(out: BitWriter, value: T): void {
    out.number(this.set, this.numbers.size - 1 - (this.numbers.get(this.nameOf(value)) ?? 0));
  }
}

export class ReadingPool<T> {
  private readonly values: T[] = [];
  constructor(
    private readonly set: number,
    private readonly what: string,
  ) {}

  add<V extends T>(value: V): V {
    this.values.push(value);
    return value;
  }

  /** @throws Unreadable when there is no such thing */
  referred(from: BitReader): T {
    const found = this.values[this.values.length - 1 - from.number(this.set, 0xffff)];
    if (found === undefined) throw badImage(from.offset, `a reference to ${this.what} that is not there`);
    return found;
  }
}
