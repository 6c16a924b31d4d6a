/**
 * Bytes as letters and digits, and nothing else: chats make lists, slants and smileys of other signs, and links end where a sentence seems to.
 * 32 bytes are 43 letters, which is as dense as base 62 gets in blocks of a handy size; a shorter last block takes as many as it needs.
 */

const LETTERS = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz';
const BASE = BigInt(LETTERS.length);
const BLOCK_BYTES = 32;
const BLOCK_LETTERS = 43;

/** How many letters a block of so many bytes takes: the fewest whose numbers reach 256 to the power of it. */
const lettersOf = (bytes: number): number => Math.ceil((bytes * 8) / Math.log2(LETTERS.length));

const BYTES_OF_LETTERS: ReadonlyMap<number, number> = new Map(
  Array.from({ length: BLOCK_BYTES + 1 }, (_, bytes) => [lettersOf(bytes), bytes]),
);
const VALUES: ReadonlyMap<string, bigint> = new Map([...LETTERS].map((letter, value) => [letter, BigInt(value)]));

/** Bytes as letters. */
export function lettersOfBytes(bytes: Uint8Array): string {
  let text = '';
  for (let at = 0; at < bytes.length; at += BLOCK_BYTES) {
    const block = bytes.subarray(at, at + BLOCK_BYTES);
    let value = block.reduce((sum, byte) => (sum << 8n) | BigInt(byte), 0n);
    let letters = '';
    for (let n = lettersOf(block.length); n > 0; n--) {
      letters = (LETTERS[Number(value % BASE)] ?? '') + letters;
      value /= BASE;
    }
    text += letters;
  }
  return text;
}

/** The bytes that letters stand for; undefined when they are no such row of letters. */
export function bytesOfLetters(text: string): Uint8Array | undefined {
  const bytes: number[] = [];
  for (let at = 0; at < text.length; at += BLOCK_LETTERS) {
    const block = text.slice(at, at + BLOCK_LETTERS);
    const length = BYTES_OF_LETTERS.get(block.length);
    let value = 0n;
    for (const letter of block) {
      const worth = VALUES.get(letter);
      if (worth === undefined) return undefined;
      value = value * BASE + worth;
    }
    if (length === undefined || value >> BigInt(8 * length) !== 0n) return undefined;
    for (let n = length - 1; n >= 0; n--) bytes.push(Number((value >> BigInt(8 * n)) & 0xffn));
  }
  return Uint8Array.from(bytes);
}
