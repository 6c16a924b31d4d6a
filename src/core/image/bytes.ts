/** Writing and reading bytes: fixed widths little-endian, counts as variable-length integers of seven bits a byte (LEB128). */

import { Unreadable, utf8Bytes, utf8Text } from '../reading';

/** Bytes that are no sound image. `at` is the offset in the image where it was noticed. */
export const badImage = (at: number, reason: string): Unreadable => new Unreadable(`byte ${at}`, reason);

export class ByteWriter {
  private readonly bytes: number[] = [];

  get length(): number {
    return this.bytes.length;
  }

  u8(value: number): this {
    this.bytes.push(value & 0xff);
    return this;
  }

  u16(value: number): this {
    return this.u8(value).u8(value >>> 8);
  }

  u32(value: number): this {
    return this.u16(value).u16(value >>> 16);
  }

  /** A count of up to 53 bits. */
  count(value: number): this {
    let rest = value;
    while (rest >= 0x80) {
      this.u8((rest % 0x80) | 0x80);
      rest = Math.floor(rest / 0x80);
    }
    return this.u8(rest);
  }

  /** A text as its UTF-8 length and bytes. */
  text(value: string): this {
    const utf8 = utf8Bytes(value);
    this.count(utf8.length);
    return this.raw(utf8);
  }

  raw(bytes: ArrayLike<number>): this {
    for (let n = 0; n < bytes.length; n++) this.u8(bytes[n] as number);
    return this;
  }

  toBytes(): Uint8Array {
    return Uint8Array.from(this.bytes);
  }
}

export class ByteReader {
  private at: number;

  /** Reads `bytes` from `start` to `end`; offsets in errors count from the start of the image. */
  constructor(
    private readonly bytes: Uint8Array,
    start = 0,
    readonly end = bytes.length,
  ) {
    this.at = start;
  }

  get offset(): number {
    return this.at;
  }

  get isAtEnd(): boolean {
    return this.at >= this.end;
  }

  u8(): number {
    if (this.at >= this.end) throw badImage(this.at, 'the image ends too early');
    return this.bytes[this.at++] as number;
  }

  u16(): number {
    return this.u8() + this.u8() * 0x100;
  }

  u32(): number {
    return this.u16() + this.u16() * 0x10000;
  }

  count(most = Number.MAX_SAFE_INTEGER): number {
    const start = this.at;
    let value = 0;
    for (let factor = 1; ; factor *= 0x80) {
      const byte = this.u8();
      value += (byte & 0x7f) * factor;
      if (value > most || factor > 2 ** 49) throw badImage(start, `a count of ${value} where ${most} is the most`);
      if (byte < 0x80) return value;
    }
  }

  text(most = 2000): string {
    const length = this.count(most);
    const start = this.at;
    this.skip(length);
    const text = utf8Text(this.bytes.subarray(start, start + length));
    if (text === undefined) throw badImage(start, 'a text that is not UTF-8');
    return text;
  }

  skip(length: number): void {
    if (this.at + length > this.end) throw badImage(this.at, 'the image ends too early');
    this.at += length;
  }
}
