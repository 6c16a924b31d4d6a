/**
 * Flash memory as a keyboard's controller has it: pages that are erased whole to FF, and words of eight bytes that are
 * programmed once between erases. The bytes belong to the home (a file, a browser database), which is told of changes.
 */

export const PAGE_BYTES = 2048;
export const WORD_BYTES = 8;

/** Something that this memory cannot do, such as programming a word twice. */
export class FlashError extends Error {}

export class Flash {
  /** How often each page was erased since this object was made. */
  readonly erases: Uint32Array;

  /**
   * @param bytes the memory, a whole number of pages; a new one is all FF
   * @param changed called after each erase or programming
   */
  constructor(
    readonly bytes: Uint8Array,
    private readonly changed: () => void = () => undefined,
  ) {
    if (bytes.length === 0 || bytes.length % PAGE_BYTES !== 0)
      throw new FlashError(`${bytes.length} bytes are not a whole number of pages`);
    this.erases = new Uint32Array(bytes.length / PAGE_BYTES);
  }

  /** New memory of a size in bytes, rounded down to whole pages. */
  static blank(sizeBytes: number): Uint8Array {
    return new Uint8Array(Math.max(1, Math.floor(sizeBytes / PAGE_BYTES)) * PAGE_BYTES).fill(0xff);
  }

  get pageCount(): number {
    return this.erases.length;
  }

  erasePage(page: number): void {
    if (page < 0 || page >= this.pageCount) throw new FlashError(`there is no page ${page}`);
    this.bytes.fill(0xff, page * PAGE_BYTES, (page + 1) * PAGE_BYTES);
    this.erases[page] = (this.erases[page] ?? 0) + 1;
    this.changed();
  }

  /** Programs bytes from a word boundary on; the last word is filled up with FF. */
  program(offset: number, data: Uint8Array): void {
    if (offset % WORD_BYTES !== 0) throw new FlashError(`byte ${offset} is not the start of a word`);
    const end = offset + Math.ceil(data.length / WORD_BYTES) * WORD_BYTES;
    if (end > this.bytes.length) throw new FlashError(`byte ${end} is beyond the end of the memory`);
    for (let n = offset; n < end; n++)
      if (this.bytes[n] !== 0xff)
        throw new FlashError(`the word at byte ${n - (n % WORD_BYTES)} was programmed before`);
    this.bytes.set(data, offset);
    this.changed();
  }
}
