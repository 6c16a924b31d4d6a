/**
 * An adaptive binary range coder: bits in, bytes out, and back. Each bit is coded with the chance that its model has learned from
 * the bits of its kind before it; a bit that was to be expected costs next to nothing. That is what makes an image so small: most of what a profile
 * says could be guessed from what it said before. docs/formats/image.md describes it so that it can be written again.
 */
import { badImage } from './bytes';
import { MODELS_A_SET, SETS } from './sets';

/** Chances are of a 1, in 65536ths; none ever is quite sure. */
const EVEN = 0x8000;
const LEAST = 0x100;
const MOST = 0xff00;
/** After so many bits a model follows what comes no faster, and no slower: by one part in this and 2. */
const SLOWEST = 20;
/** The longest number, in bits. */
const LONGEST = 40;
/** The bits behind a number's first that are learned; what follows is as good as random. */
const LEARNED_BITS = 2;

/** What has been learned: a chance and a count of bits for each model of each set. */
class Models {
  readonly chances = new Uint16Array(SETS * MODELS_A_SET).fill(EVEN);
  readonly counts = new Uint8Array(SETS * MODELS_A_SET);
}

/** Lets a model follow a bit. */
function learn(chances: Uint16Array, counts: Uint8Array, place: number, bit: number): void {
  const chance = chances[place] as number;
  const count = counts[place] as number;
  // Towards nought, as a division of whole numbers is in most machines.
  const next = chance + ((((bit ? 0xffff : 0) - chance) / (count + 2)) | 0);
  chances[place] = next < LEAST ? LEAST : next > MOST ? MOST : next;
  if (count < SLOWEST) counts[place] = count + 1;
}

/** Where the span of 32-bit numbers from `low` to `high` is cut: a 1 is what lies up to there. */
export const cut = (low: number, high: number, chance: number): number =>
  low + Math.floor(((high - low) * chance) / 0x10000);

export const topOf = (value: number): number => value >>> 24;
export const shifted = (value: number): number => (value << 8) >>> 0;

/** What a coder has put out, and the fewest bytes behind it that lie within its span; zeros at the end are left out. */
export function endedBytes(put: readonly number[], low: number, high: number): Uint8Array {
  const bytes = [...put];
  for (let kept = 0; kept <= 4; kept++) {
    const unit = 2 ** (32 - 8 * kept);
    const value = high - (high % unit);
    if (value < low) continue;
    for (let n = 0; n < kept; n++) bytes.push(Math.floor(value / 2 ** (24 - 8 * n)) % 0x100);
    break;
  }
  while (bytes.at(-1) === 0) bytes.pop();
  return Uint8Array.from(bytes);
}

export class BitWriter {
  private readonly models = new Models();
  private readonly bytes: number[] = [];
  private low = 0;
  private high = 0xffffffff;
  /** How many bits have been coded, even ones too: a reader's work. */
  decisions = 0;

  bit(set: number, model: number, bit: boolean | number): this {
    const { chances, counts } = this.models;
    const place = set * MODELS_A_SET + model;
    this.code(bit ? 1 : 0, chances[place] as number);
    learn(chances, counts, place, bit ? 1 : 0);
    return this;
  }

  /** A value of so many bits, the highest first; each has a model for each way to it. */
  tree(set: number, bits: number, value: number, context = 0): this {
    let node = 1;
    for (let n = bits - 1; n >= 0; n--) {
      const bit = (value >> n) & 1;
      this.bit(set, (context << bits) + node, bit);
      node = node * 2 + bit;
    }
    return this;
  }

  /** A number from 0 on: how many bits it and 1 have, then those behind the first. */
  number(set: number, value: number): this {
    const whole = value + 1;
    let length = 0;
    while (2 ** (length + 1) <= whole) this.bit(set, length++, 1);
    if (length < LONGEST) this.bit(set, length, 0);
    let node = 1;
    for (let n = length - 1; n >= 0; n--) {
      const bit = Math.floor(whole / 2 ** n) % 2;
      if (length - n <= LEARNED_BITS) {
        this.bit(set, 64 + length * 4 + node, bit);
        node = node * 2 + bit;
      } else {
        this.code(bit, EVEN);
      }
    }
    return this;
  }

  /** What has been coded, in the fewest bytes. A reader takes what lies behind the end for zeros. */
  toBytes(): Uint8Array {
    return endedBytes(this.bytes, this.low, this.high);
  }

  private code(bit: number, chance: number): void {
    this.decisions++;
    const middle = cut(this.low, this.high, chance);
    if (bit) this.high = middle;
    else this.low = middle + 1;
    while (topOf(this.low) === topOf(this.high)) {
      this.bytes.push(topOf(this.high));
      this.low = shifted(this.low);
      this.high = shifted(this.high) + 0xff;
    }
  }
}

/** Bits that a reader may still take, all parts of an image together. */
export type Patience = { decisions: number };

export class BitReader {
  private readonly models = new Models();
  private low = 0;
  private high = 0xffffffff;
  private value = 0;
  private at: number;

  /** Reads `bytes` from `start` to `end`; offsets in errors count from the start of the image. */
  constructor(
    private readonly bytes: Uint8Array,
    start: number,
    private readonly end: number,
    private readonly patience: Patience,
  ) {
    this.at = start;
    for (let n = 0; n < 4; n++) this.value = this.value * 0x100 + this.next();
  }

  /** Where it is, about: the byte in which what comes next is decided. */
  get offset(): number {
    return Math.min(this.end, this.at);
  }

  bit(set: number, model: number): number {
    const { chances, counts } = this.models;
    const place = set * MODELS_A_SET + model;
    const bit = this.decode(chances[place] as number);
    learn(chances, counts, place, bit);
    return bit;
  }

  tree(set: number, bits: number, context = 0): number {
    let node = 1;
    for (let n = 0; n < bits; n++) node = node * 2 + this.bit(set, (context << bits) + node);
    return node - 2 ** bits;
  }

  /** @throws Unreadable when the number is greater than `most` */
  number(set: number, most: number): number {
    let length = 0;
    while (length < LONGEST && this.bit(set, length)) length++;
    let whole = 1;
    let node = 1;
    for (let n = length - 1; n >= 0; n--) {
      let bit: number;
      if (length - n <= LEARNED_BITS) {
        bit = this.bit(set, 64 + length * 4 + node);
        node = node * 2 + bit;
      } else {
        bit = this.decode(EVEN);
      }
      whole = whole * 2 + bit;
    }
    if (whole - 1 > most) throw badImage(this.offset, `${whole - 1} where ${most} is the most`);
    return whole - 1;
  }

  private decode(chance: number): number {
    if (--this.patience.decisions < 0) throw badImage(this.offset, 'stands for more than so few bytes may');
    const middle = cut(this.low, this.high, chance);
    const bit = this.value <= middle ? 1 : 0;
    if (bit) this.high = middle;
    else this.low = middle + 1;
    while (topOf(this.low) === topOf(this.high)) {
      this.low = shifted(this.low);
      this.high = shifted(this.high) + 0xff;
      this.value = shifted(this.value) + this.next();
    }
    return bit;
  }

  private next(): number {
    const byte = this.at < this.end ? (this.bytes[this.at] as number) : 0;
    this.at++;
    return byte;
  }
}
