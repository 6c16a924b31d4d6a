/**
 * Usages as bits. Keys often stand in a usual order (1 2 3, Q W E, F1 F2 F3): a usage that follows the one before it in that order
 * is one cheap bit. The order is part of the format and of no board.
 */
import { codeOfUsage, idOf, isModifierUsage, KEYBOARD_PAGE, pageOf, usageOf, usageOfCode, type Code } from '../codes';
import { LIMITS } from '../profile';
import type { BitReader, BitWriter } from './coder';
import { SET } from './sets';

/** Rows of usages of the keyboard page, in hex; behind any other usage comes the next number. */
const ROWS = [
  '1E 1F 20 21 22 23 24 25 26 27 2D 2E 2A',
  '14 1A 08 15 17 1C 18 0C 12 13 2F 30 31',
  '04 16 07 09 0A 0B 0D 0E 0F 33 34 28',
  '1D 1B 06 19 05 11 10 36 37 38',
];
const FOLLOWERS = new Map(
  ROWS.flatMap((row) => {
    const ids = row.split(' ').map((id) => parseInt(id, 16));
    return ids.slice(1).map((id, n) => [ids[n] as number, id] as const);
  }),
);
const followerOf = (id: number): number => FOLLOWERS.get(id) ?? (id + 1) % 0x100;

export const MODIFIERS = Array.from({ length: 8 }, (_, n) => codeOfUsage(usageOf(KEYBOARD_PAGE, 0xe0 + n)));

/** Whether a usage is one byte of the keyboard page. */
export const isOneByte = (code: Code): boolean => {
  const usage = usageOfCode(code) ?? 0;
  return pageOf(usage) === KEYBOARD_PAGE && idOf(usage) <= 0xff;
};

/** The modifiers and the key of a chord that is written as such; undefined for any other. */
export function modifiersAndKey(codes: readonly Code[]): { bits: number; key: Code } | undefined {
  const key = codes.at(-1);
  if (key === undefined || !isOneByte(key) || isModifierUsage(usageOfCode(key) ?? 0)) return undefined;
  let bits = 0;
  for (const code of codes.slice(0, -1)) {
    const place = MODIFIERS.indexOf(code);
    if (place < 0 || bits >> place !== 0) return undefined;
    bits |= 1 << place;
  }
  return { bits, key };
}

/** The last usage of one byte, in each of two streams of keys: bindings, and scores. */
export class UsageWriter {
  private last = 0;
  constructor(private readonly out: BitWriter) {}

  /** @param place 0 a key's own, 1 inside an action, 2 in a score */
  code(code: Code, place: number): void {
    const { out } = this;
    const usage = usageOfCode(code) ?? 0;
    const id = idOf(usage);
    const isKeyboard = isOneByte(code);
    const follows = isKeyboard && id === followerOf(this.last);
    out.bit(SET.follows, place, follows);
    if (isKeyboard) this.last = id;
    if (follows) return;
    out.bit(SET.isKeyboard, place, isKeyboard);
    if (isKeyboard) out.tree(SET.usage, 8, id);
    else out.tree(SET.otherPage, 8, pageOf(usage)).number(SET.otherUsage, id);
  }

  chord(codes: readonly Code[]): void {
    this.out.number(SET.chordLength, codes.length);
    for (const code of codes) this.code(code, 1);
  }
}

export class UsageReader {
  private last = 0;
  constructor(private readonly from: BitReader) {}

  code(place: number): Code {
    const { from } = this;
    if (from.bit(SET.follows, place)) this.last = followerOf(this.last);
    else if (from.bit(SET.isKeyboard, place)) this.last = from.tree(SET.usage, 8);
    else return codeOfUsage(usageOf(from.tree(SET.otherPage, 8), from.number(SET.otherUsage, 0xffff)));
    return codeOfUsage(usageOf(KEYBOARD_PAGE, this.last));
  }

  readonly chord = (): Code[] =>
    Array.from({ length: this.from.number(SET.chordLength, LIMITS.chordKeys) }, () => this.code(1));
}
