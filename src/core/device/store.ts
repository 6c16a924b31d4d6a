/**
 * Where slots lie in flash: each has the same number of pages, one after the other, and the last page of all keeps which
 * slot is in use. A slot holds an image when its header and checksum say so; anything else is an empty slot.
 */
import { readHeader } from '../image';
import { Unreadable } from '../reading';
import type { Flash } from './flash';
import { PAGE_BYTES, WORD_BYTES } from './flash';

export class Store {
  readonly slotBytes: number;

  constructor(
    private readonly flash: Flash,
    readonly slots: number,
  ) {
    this.slotBytes = Math.floor((flash.pageCount - 1) / slots) * PAGE_BYTES;
  }

  /** The whole memory of a slot (numbered from 0), as it is. */
  read(slot: number): Uint8Array {
    return this.flash.bytes.subarray(slot * this.slotBytes, (slot + 1) * this.slotBytes);
  }

  /** The image in a slot, or `undefined` when there is no sound one. */
  image(slot: number): Uint8Array | undefined {
    const bytes = this.read(slot);
    try {
      return bytes.slice(0, readHeader(bytes).lengthBytes);
    } catch (error) {
      if (error instanceof Unreadable) return undefined;
      throw error;
    }
  }

  write(slot: number, image: Uint8Array): void {
    const firstPage = (slot * this.slotBytes) / PAGE_BYTES;
    for (let page = 0; page < this.slotBytes / PAGE_BYTES; page++) this.flash.erasePage(firstPage + page);
    this.flash.program(slot * this.slotBytes, image);
  }

  /** The slot in use. The choice is a row of words, the last one programmed counts, so that choosing seldom erases. */
  get selected(): number {
    const words = this.choiceWords();
    const last = words.findLast((word) => word !== 0xff) ?? 0;
    return last < this.slots ? last : 0;
  }

  select(slot: number): void {
    if (slot === this.selected) return;
    let index = this.choiceWords().findIndex((word) => word === 0xff);
    if (index < 0) {
      this.flash.erasePage(this.flash.pageCount - 1);
      index = 0;
    }
    this.flash.program(this.choiceStart + index * WORD_BYTES, Uint8Array.of(slot));
  }

  private get choiceStart(): number {
    return (this.flash.pageCount - 1) * PAGE_BYTES;
  }

  private choiceWords(): number[] {
    return Array.from(
      { length: PAGE_BYTES / WORD_BYTES },
      (_, n) => this.flash.bytes[this.choiceStart + n * WORD_BYTES] ?? 0xff,
    );
  }
}
