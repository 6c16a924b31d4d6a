/**
 * Texts in and out of bytes, a bit at a time, with the chances that the model gives: the coder of the image (docs/formats/image.md), with another
 * source of chances. Fields end with a zero byte.
 */
import { cut, endedBytes, shifted, topOf } from '../../image';
import { Unreadable, utf8Bytes, utf8Text } from '../../reading';
import { TextModel } from './textModel';

export class TextWriter {
  private readonly model = TextModel.ready();
  private readonly bytes: number[] = [];
  private low = 0;
  private high = 0xffffffff;

  /** A field of a kind: its text must hold no NUL. */
  field(kind: number, text: string): void {
    this.model.begin(kind);
    for (const byte of utf8Bytes(text)) this.byte(byte);
    this.byte(0);
  }

  toBytes(): Uint8Array {
    return endedBytes(this.bytes, this.low, this.high);
  }

  private byte(byte: number): void {
    for (let n = 7; n >= 0; n--) {
      const bit = (byte >> n) & 1;
      const middle = cut(this.low, this.high, this.model.chance());
      if (bit) this.high = middle;
      else this.low = middle + 1;
      this.model.learn(bit);
      while (topOf(this.low) === topOf(this.high)) {
        this.bytes.push(topOf(this.high));
        this.low = shifted(this.low);
        this.high = shifted(this.high) + 0xff;
      }
    }
  }
}

export class TextReader {
  private readonly model = TextModel.ready();
  private low = 0;
  private high = 0xffffffff;
  private value = 0;
  private at = 0;

  /** @param mostBytes how many bytes of text may be read in all */
  constructor(
    private readonly bytes: Uint8Array,
    private mostBytes: number,
  ) {
    for (let n = 0; n < 4; n++) this.value = this.value * 0x100 + this.next();
  }

  /** @throws Unreadable when it is no text, or there is too much of it */
  field(kind: number): string {
    this.model.begin(kind);
    const read: number[] = [];
    for (let byte = this.byte(); byte !== 0; byte = this.byte()) read.push(byte);
    const text = utf8Text(Uint8Array.from(read));
    if (text === undefined) throw new Unreadable('the share code', 'holds a text that is none');
    return text;
  }

  private byte(): number {
    if (--this.mostBytes < 0) throw new Unreadable('the share code', 'stands for more than a code may');
    let node = 1;
    while (node < 256) {
      const middle = cut(this.low, this.high, this.model.chance());
      const bit = this.value <= middle ? 1 : 0;
      if (bit) this.high = middle;
      else this.low = middle + 1;
      this.model.learn(bit);
      node = node * 2 + bit;
      while (topOf(this.low) === topOf(this.high)) {
        this.low = shifted(this.low);
        this.high = shifted(this.high) + 0xff;
        this.value = shifted(this.value) + this.next();
      }
    }
    return node - 256;
  }

  private next(): number {
    return this.at < this.bytes.length ? (this.bytes[this.at++] as number) : 0;
  }
}
