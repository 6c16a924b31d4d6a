/**
 * Flash memory as a keyboard's controller has it: pages that are erased whole to FF, and words of eight bytes that are programmed once
 * between erases. Each page counts its erases, and past its endurance it no longer erases clean. The power may go in the middle of any
 * operation, which leaves the word or page under way half done. The contents belong to the home (a file, a browser database).
 */

export const PAGE_BYTES = 2048;
export const WORD_BYTES = 8;
const WORDS_A_PAGE = PAGE_BYTES / WORD_BYTES;
/** How often a page erases clean. */
export const ENDURANCE = 10_000;

/** Something that this memory cannot do, such as programming a word twice. */
export class FlashError extends Error {}
/** The power went in the middle of an operation. Nothing works until it is back. */
export class PowerCut extends FlashError {}

/** All that a memory remembers. `programmed` has a byte for each word: 1 once it was programmed since its page was erased. */
export type FlashContents = { bytes: Uint8Array; erases: Uint32Array; programmed: Uint8Array };

/** New memory of a size in bytes, rounded down to whole pages. */
export function blankFlash(sizeBytes: number): FlashContents {
  const pages = Math.max(1, Math.floor(sizeBytes / PAGE_BYTES));
  return {
    bytes: new Uint8Array(pages * PAGE_BYTES).fill(0xff),
    erases: new Uint32Array(pages),
    programmed: new Uint8Array(pages * WORDS_A_PAGE),
  };
}

type Cut = { left: number; share: () => number };

export class Flash {
  /** How many operations there have been: erased pages and programmed words. */
  operations = 0;
  private cut: Cut | null = null;
  private isOff = false;

  constructor(
    private readonly contents: FlashContents,
    private readonly endurance = ENDURANCE,
  ) {
    const { bytes, erases, programmed } = contents;
    if (
      bytes.length === 0 ||
      bytes.length % PAGE_BYTES !== 0 ||
      erases.length * PAGE_BYTES !== bytes.length ||
      programmed.length * WORD_BYTES !== bytes.length
    )
      throw new FlashError(`${bytes.length} bytes are not a whole number of pages`);
  }

  get bytes(): Uint8Array {
    return this.contents.bytes;
  }

  get pageCount(): number {
    return this.contents.erases.length;
  }

  erasesOf(page: number): number {
    return this.contents.erases[page] ?? 0;
  }

  page(page: number): Uint8Array {
    return this.bytes.subarray(page * PAGE_BYTES, (page + 1) * PAGE_BYTES);
  }

  /** Whether a page can be programmed everywhere. */
  isBlank(page: number): boolean {
    return this.isFree(page * PAGE_BYTES, PAGE_BYTES);
  }

  /** Whether words can be programmed. */
  isFree(offset: number, lengthBytes: number): boolean {
    const { bytes, programmed } = this.contents;
    return (
      bytes.subarray(offset, offset + lengthBytes).every((byte) => byte === 0xff) &&
      programmed.subarray(offset / WORD_BYTES, (offset + lengthBytes) / WORD_BYTES).every((word) => word === 0)
    );
  }

  /**
   * Lets the power go in the middle of an operation that comes.
   * @param operations how many are still whole
   * @param share how much of the one under way gets done, 0 to 1; asked for each of its bytes
   */
  cutAfter(operations: number, share: () => number = () => 0.5): void {
    this.cut = { left: operations, share };
  }

  /** The power is back. What has to be told from the bytes is told anew by who reads them. */
  powerUp(): void {
    this.isOff = false;
    this.cut = null;
  }

  erasePage(page: number): void {
    if (page < 0 || page >= this.pageCount) throw new FlashError(`there is no page ${page}`);
    const cut = this.begin();
    const { erases, programmed } = this.contents;
    const bytes = this.page(page);
    erases[page] = this.erasesOf(page) + 1;
    if (cut) {
      // Bits go up one by one, in no order; the words count as programmed until an erase is whole.
      for (let n = 0; n < bytes.length; n++) bytes[n] = (bytes[n] ?? 0) | Math.floor(cut.share() * 256);
      throw new PowerCut('the power went while a page was erased');
    }
    bytes.fill(0xff);
    programmed.fill(0, page * WORDS_A_PAGE, (page + 1) * WORDS_A_PAGE);
    if (this.erasesOf(page) > this.endurance) bytes[PAGE_BYTES - 1] = 0x7f;
  }

  /** Programs bytes from a word boundary on; the last word is filled up with FF. Words that are FF throughout are left as they are. */
  program(offset: number, data: Uint8Array): void {
    if (offset < 0 || offset % WORD_BYTES !== 0) throw new FlashError(`byte ${offset} is not the start of a word`);
    for (let at = 0; at < data.length; at += WORD_BYTES) {
      const word = data.subarray(at, at + WORD_BYTES);
      if (word.some((byte) => byte !== 0xff)) this.programWord(offset + at, word);
    }
  }

  private programWord(offset: number, word: Uint8Array): void {
    const { bytes, programmed } = this.contents;
    const number = offset / WORD_BYTES;
    if (number >= programmed.length) throw new FlashError(`byte ${offset} is beyond the end of the memory`);
    const before = bytes.subarray(offset, offset + WORD_BYTES);
    if (programmed[number] === 1 || before.some((byte) => byte !== 0xff))
      throw new FlashError(`the word at byte ${offset} was programmed before`);
    const cut = this.begin();
    programmed[number] = 1;
    if (!cut) {
      bytes.set(word, offset);
      return;
    }
    for (let n = 0; n < word.length; n++) bytes[offset + n] = (word[n] ?? 0xff) | Math.floor(cut.share() * 256);
    throw new PowerCut('the power went while a word was programmed');
  }

  /** Counts an operation; what cuts it, when that is due. */
  private begin(): Cut | null {
    if (this.isOff) throw new PowerCut('the power is off');
    this.operations++;
    const { cut } = this;
    if (!cut || cut.left-- > 0) return null;
    this.isOff = true;
    return cut;
  }
}
