/**
 * How likely the next bit of a text is. Several contexts (the last one to five bytes, the word, what stood in the last field of this kind) each
 * have an opinion, learned from what they have met; a mixer weighs them, and learns whom to trust. Before the first bit the model has read `words.ts`,
 * so that even a short text finds words that it knows.
 *
 * Both sides have to come to the very same chances, on whatever machine: only sums, products and quotients of doubles are used (IEEE 754, which
 * ECMAScript prescribes), and no function that an engine may compute in its own way.
 */
import { WORDS } from './words';

const { abs, floor, imul, max, min } = Math;

const ORDERS = 5;
/** Contexts besides the orders: the kind of field alone, the word, the word and the one before, the last field of the kind. */
const INPUTS = ORDERS + 4;
const SLOT_BITS = 16;
const SLOTS = 1 << SLOT_BITS;
const LEVELS = 4096;
const STEP = 256;
const FARTHEST = 8;

/** e to the power of -1/256. */
const FALLS_BY = 0.996_101_369_470_117_5;
/** 1 / (1 + e^-x) for x from 0 to 8 in steps of 1/256. */
const SQUASHED = ((): Float64Array => {
  const table = new Float64Array(FARTHEST * STEP + 1);
  let power = 1;
  for (let n = 0; n < table.length; n++) {
    table[n] = 1 / (1 + power);
    power *= FALLS_BY;
  }
  return table;
})();

function squash(x: number): number {
  const place = min(FARTHEST * STEP, floor(abs(x) * STEP));
  const chance = SQUASHED[place] as number;
  return x < 0 ? 1 - chance : chance;
}

/** The other way round, for chances in 4096ths. */
const STRETCHED = ((): Float64Array => {
  const table = new Float64Array(LEVELS);
  let x = -FARTHEST;
  for (let level = 0; level < LEVELS; level++) {
    while (x < FARTHEST && squash(x) * LEVELS < level + 0.5) x += 1 / STEP;
    table[level] = x;
  }
  return table;
})();

/** How much of an opinion counts that rests on so few cases. */
const TRUST = [0, 0.7, 0.85, 0.95, 1] as const;
const SLOWEST = 60;
const LEARNS = 0.02;

let read: TextModel | undefined;

export class TextModel {
  private readonly chances: Float64Array;
  private readonly counts: Uint8Array;
  private readonly weights: Float64Array;
  private readonly contexts = new Int32Array(INPUTS);
  private readonly places = new Int32Array(INPUTS);
  private readonly opinions = new Float64Array(INPUTS);
  private readonly lastOfKind: Map<number, number>;
  private readonly last = new Uint8Array(ORDERS);
  private kind = 0;
  private node = 1;
  private word = 0;
  private wordBefore = 0;
  private field = 0;
  private trusted = 0;
  private mixed = 0.5;

  /** @param like what it has learned already; nothing when left out */
  private constructor(like?: TextModel) {
    this.chances = like ? like.chances.slice() : new Float64Array(INPUTS * SLOTS).fill(0.5);
    this.counts = like ? like.counts.slice() : new Uint8Array(INPUTS * SLOTS);
    this.weights = like ? like.weights.slice() : new Float64Array((ORDERS + 1) * INPUTS).fill(0.35);
    this.lastOfKind = new Map(like?.lastOfKind);
  }

  /** A model that has read the words, and nothing else. They are read once. */
  static ready(): TextModel {
    if (!read) {
      read = new TextModel();
      for (const [kind, text] of WORDS) {
        read.begin(kind);
        for (let n = 0; n < text.length; n++) read.learnByte(text.charCodeAt(n));
      }
    }
    const model = new TextModel(read);
    model.begin(0);
    return model;
  }

  /** A field of a kind begins. */
  begin(kind: number): void {
    this.kind = kind;
    this.field = 0;
    this.word = 0;
    this.wordBefore = 0;
    this.look();
  }

  /** The chance of a 1, from 1 to 65535 in 65536ths. */
  chance(): number {
    const { contexts, places, counts, chances, opinions, weights, node } = this;
    let highest = 0;
    for (let n = 0; n < INPUTS; n++) {
      const place =
        n * SLOTS + ((imul((contexts[n] as number) ^ imul(node, 0x9e3779b1), 0x85ebca6b) >>> 7) & (SLOTS - 1));
      places[n] = place;
      const count = counts[place] as number;
      const chance = chances[place] as number;
      opinions[n] = (STRETCHED[min(LEVELS - 1, floor(chance * LEVELS))] as number) * (TRUST[min(count, 4)] as number);
      if (n < ORDERS && count > 0) highest = n + 1;
    }
    this.trusted = highest * INPUTS;
    let sum = 0;
    for (let n = 0; n < INPUTS; n++) sum += (opinions[n] as number) * (weights[this.trusted + n] as number);
    this.mixed = squash(sum);
    return min(65_535, max(1, floor(this.mixed * 65_536)));
  }

  /** Takes the bit that came. `chance` must have been asked before. */
  learn(bit: number): void {
    const { places, counts, chances, opinions, weights, trusted } = this;
    const error = (bit - this.mixed) * LEARNS;
    for (let n = 0; n < INPUTS; n++) {
      const at = trusted + n;
      weights[at] = (weights[at] as number) + error * (opinions[n] as number);
      const place = places[n] as number;
      const count = counts[place] as number;
      const chance = chances[place] as number;
      chances[place] = chance + (bit - chance) / (count + 1.5);
      if (count < SLOWEST) counts[place] = count + 1;
    }
    this.node = this.node * 2 + bit;
    if (this.node >= 256) this.passed(this.node - 256);
  }

  private learnByte(byte: number): void {
    for (let n = 7; n >= 0; n--) {
      this.chance();
      this.learn((byte >> n) & 1);
    }
  }

  /** A whole byte has come. */
  private passed(byte: number): void {
    this.node = 1;
    this.last.copyWithin(1, 0);
    this.last[0] = byte;
    const isLetter = (byte | 32) >= 97 && (byte | 32) <= 122;
    if (isLetter) this.word = (imul(this.word, 0x2f0b4c47) + (byte | 32)) | 0;
    else if (this.word !== 0) {
      this.wordBefore = this.word;
      this.word = 0;
    }
    if (byte === 0) this.lastOfKind.set(this.kind, this.field);
    else this.field = (imul(this.field, 0x01000193) + byte) | 0;
    this.look();
  }

  private look(): void {
    const { contexts, last, kind, lastOfKind } = this;
    let hash = 0;
    for (let n = 0; n < ORDERS; n++) {
      hash = (imul(hash + (last[n] as number) + 1, 0x2c1b3c6d) ^ (n + 1)) | 0;
      // The near contexts tell the kinds of fields apart, the far ones find words wherever they stood.
      contexts[n] = n < 2 ? hash ^ imul(kind + 1, 0x297a2d39) : hash;
    }
    contexts[ORDERS] = imul(kind + 1, 0x1b56c4e9);
    contexts[ORDERS + 1] = imul(this.word + 0x51ed27, 0x7feb352d) ^ (last[0] as number);
    contexts[ORDERS + 2] = imul(this.word + 0x3c6ef3, 0x5bd1e995) ^ imul(this.wordBefore, 0x68e31da4);
    contexts[ORDERS + 3] = imul((lastOfKind.get(kind) ?? 0) + kind, 0x6c078965) ^ this.field;
  }
}
