/** Things that are stored once each: what was written before is referred to by how many came after it. */
import { jsonInOrder } from '../profile';
import { badImage } from './bytes';
import type { BitReader, BitWriter } from './coder';

export class WritingPool<T extends object> {
  private readonly numbers = new Map<string, number>();
  /** What is asked for is mostly written next. */
  private readonly names = new WeakMap<T, string>();
  /** What was added last, which is named when another is asked for: the last of a pool never is. */
  private unnamed: T | undefined;
  constructor(private readonly set: number) {}

  has(value: T): boolean {
    this.nameLast();
    return this.numbers.size > 0 && this.numbers.has(this.nameOf(value));
  }

  add(value: T): void {
    this.nameLast();
    this.unnamed = value;
  }

  private nameLast(): void {
    if (this.unnamed) this.numbers.set(this.nameOf(this.unnamed), this.numbers.size);
    this.unnamed = undefined;
  }

  private nameOf(value: T): string {
    const name = this.names.get(value) ?? jsonInOrder(value);
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
