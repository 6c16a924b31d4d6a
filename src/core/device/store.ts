/**
 * What the keyboard keeps: a place for each slot and one for recordings. A save goes to free pages and counts from the moment that its head is
 * whole (`pageHead.ts`); until then the old pages are untouched, so that after a power cut there is the old content or the new. Pages that are
 * the same in both are not written again. The least worn free page is taken first, and now and then what hardly changes moves
 * to worn pages, so that all wear alike.
 */
import CRC32 from 'crc-32';
import { PAGE_BYTES, WORD_BYTES, type Flash } from './flash';
import {
  HEAD_BYTES,
  mayBecomeHead,
  MOST_PAGES,
  MOST_PAGES_OF_PLACE,
  readHead,
  writeHead,
  type PageHead,
} from './pageHead';
import type { PageUse } from './pageUse';
import { Refused } from './refused';

/** What a page holds behind its head. */
export const BODY_BYTES = PAGE_BYTES - HEAD_BYTES;
/** The end of the page of recordings: a word for each time that another slot was chosen; the last whole one counts. */
const CHOICE_BYTES = 512;
/** How much more often than the page that rests longest another may have been erased before they change places. */
const UNEVEN_ERASES = 64;

export type PlaceState = 'empty' | 'sound' | 'damaged';

export class Store {
  /** The head that counts, of each place. */
  private heads: (PageHead | undefined)[] = [];
  private number = 0;
  private retired = 0;
  private chosen = 0;
  /** A slot that is in use for a while. */
  private lent: number | null = null;
  /** The memory holds something that this firmware did not write, and that must not be lost unasked. */
  isForeign = false;

  constructor(
    private readonly flash: Flash,
    /** How many slots there are; the recordings are the place behind them. */
    readonly slots: number,
  ) {
    this.mount();
  }

  /** The place of what was recorded on the keyboard. */
  get recordings(): number {
    return this.slots;
  }

  private get pageCount(): number {
    return Math.min(MOST_PAGES, this.flash.pageCount);
  }

  /** The most pages of a slot: all slots, the recordings, and one slot that is written anew fit together. */
  private get pagesOfSlot(): number {
    return Math.max(1, Math.min(MOST_PAGES_OF_PLACE, Math.floor((this.pageCount - 1) / (this.slots + 1))));
  }

  /** The most bytes of a slot. */
  get slotBytes(): number {
    return this.pagesOfSlot * BODY_BYTES;
  }

  /** The most bytes of the recordings. */
  get recordingBytes(): number {
    return BODY_BYTES - CHOICE_BYTES;
  }

  stateOf(place: number): PlaceState {
    const head = this.heads[place];
    if (!head || head.lengthBytes === 0) return 'empty';
    return this.wholeOf(head) ? 'sound' : 'damaged';
  }

  /** The bytes in a place, or `undefined` when there are none, or when they are damaged. */
  read(place: number): Uint8Array | undefined {
    const head = this.heads[place];
    return head && head.lengthBytes > 0 ? this.wholeOf(head) : undefined;
  }

  /** How many bytes a place holds by its head, and their checksum. */
  infoOf(place: number): { lengthBytes: number; crc32: number } {
    const { lengthBytes = 0, crc32 = 0 } = this.heads[place] ?? {};
    return { lengthBytes, crc32 };
  }

  /** The slot in use. */
  get selected(): number {
    const slot = this.lent ?? this.chosen;
    return slot < this.slots ? slot : 0;
  }

  /** Another slot is in use for a while, and the memory knows nothing of it; null: the one that was chosen is again. */
  lend(slot: number | null): void {
    this.lent = slot;
  }

  /** @throws PowerCut, and then the old choice or the new one counts */
  select(slot: number): void {
    this.lent = null;
    if (slot === this.chosen) return;
    this.checkOurs();
    const offset = this.freeChoice();
    const before = this.chosen;
    this.chosen = slot;
    try {
      if (offset === undefined) this.rewrite(this.recordings);
      else this.flash.program(offset, Uint8Array.of(slot, slot ^ 0xff));
    } catch (error) {
      this.chosen = before;
      throw error;
    }
  }

  /**
   * Puts bytes into a place. No bytes empty it.
   * @throws Refused when there is no room; then nothing has changed
   * @throws PowerCut, and then the old bytes or the new ones are there
   */
  write(place: number, bytes: Uint8Array): void {
    this.checkOurs();
    const head = this.heads[place];
    const old = head ? this.wholeOf(head) : new Uint8Array();
    if (old?.length === bytes.length && old.every((byte, n) => byte === bytes[n])) return;
    this.checkRoom(place, bytes.length);
    this.put(place, bytes, head?.pages ?? [], (free) => this.leastWorn(free));
  }

  /** Makes the memory empty, whatever it holds: what counts no longer first, so that after a power cut each place is as it was, or empty. */
  format(): void {
    const all = Array.from({ length: this.pageCount }, (_, page) => page);
    const numberOf = new Map(all.map((page) => [page, readHead(this.flash.page(page))?.number ?? Infinity]));
    for (const page of all.toSorted((a, b) => (numberOf.get(a) ?? 0) - (numberOf.get(b) ?? 0)))
      if (!this.flash.isBlank(page)) this.flash.erasePage(page);
    this.mount();
  }

  /**
   * Moves what rests on the least worn page to the most worn free ones, when they have come far apart. For when nothing else is to be done.
   * @returns whether anything was moved
   */
  level(): boolean {
    if (this.isForeign) return false;
    const free = this.freePages(new Set());
    const most = Math.max(...free.map((page) => this.flash.erasesOf(page)));
    let coldest: { place: number; erases: number } | undefined;
    for (const [page, place] of this.pagesInUse()) {
      const erases = this.flash.erasesOf(page);
      if (!coldest || erases < coldest.erases) coldest = { place, erases };
    }
    if (!coldest || most - coldest.erases < UNEVEN_ERASES) return false;
    const bytes = this.read(coldest.place);
    if (!bytes || Math.ceil(bytes.length / BODY_BYTES) > free.length) return false;
    this.put(coldest.place, bytes, [], (pages) => this.mostWorn(pages));
    return true;
  }

  /** Of each page what it is used for, and how often it was erased. */
  pages(): { use: PageUse; erases: number }[] {
    const used = this.pagesInUse();
    return Array.from({ length: this.pageCount }, (_, page) => ({
      erases: this.flash.erasesOf(page),
      use: this.isRetired(page) ? 'retired' : (used.get(page) ?? 'free'),
    }));
  }

  /** Reads what is there, as after power-up. */
  private mount(): void {
    this.heads = Array.from({ length: this.slots + 1 }, () => undefined);
    this.number = 0;
    this.retired = 0;
    this.chosen = 0;
    let isOurs = true;
    for (let page = 0; page < this.pageCount; page++) {
      const bytes = this.flash.page(page);
      const head = readHead(bytes);
      if (!head) {
        isOurs &&= mayBecomeHead(bytes);
        continue;
      }
      if (head.number > this.number) {
        this.number = head.number;
        this.retired = head.retired;
      }
      const known = this.heads[head.place];
      if (head.place <= this.slots && (!known || head.number > known.number)) this.heads[head.place] = head;
    }
    this.isForeign = this.number === 0 && !isOurs;
    this.chosen = this.lastChoice();
  }

  private checkOurs(): void {
    if (this.isForeign) throw new Refused('the memory holds something that this firmware cannot read; erase it first');
  }

  private rewrite(place: number): void {
    this.put(place, this.read(place) ?? new Uint8Array(), [], (free) => this.leastWorn(free));
  }

  /** Writes what differs from the old pages, and always the last page, whose head makes it true. */
  private put(
    place: number,
    bytes: Uint8Array,
    old: readonly number[],
    choose: (free: readonly number[]) => number | undefined,
  ): void {
    const count = Math.max(1, Math.ceil(bytes.length / BODY_BYTES));
    const pages: number[] = [];
    for (let n = 0; n < count; n++) {
      const piece = bytes.subarray(n * BODY_BYTES, (n + 1) * BODY_BYTES);
      const isLast = n === count - 1;
      const before = old[n];
      if (!isLast && before !== undefined && this.holds(before, piece)) {
        pages.push(before);
        continue;
      }
      for (;;) {
        const page = choose(this.freePages(new Set(pages)));
        if (page === undefined) throw new Refused('the memory is worn out: no page is left to write to');
        const head: PageHead = {
          place,
          number: this.number + 1,
          lengthBytes: bytes.length,
          crc32: CRC32.buf(bytes) >>> 0,
          pages: [...pages, page],
          selected: this.chosen,
          retired: this.retired,
        };
        if (!this.fill(page, piece, isLast ? head : undefined)) {
          this.retired = (this.retired | (1 << page)) >>> 0;
          continue;
        }
        pages.push(page);
        if (isLast) {
          this.number = head.number;
          this.heads[place] = head;
        }
        break;
      }
    }
  }

  /** Writes a page, its head last, and reads it back. False for a page that does not take it any more. */
  private fill(page: number, piece: Uint8Array, head: PageHead | undefined): boolean {
    if (!this.flash.isBlank(page)) this.flash.erasePage(page);
    if (!this.flash.isBlank(page)) return false;
    const start = page * PAGE_BYTES;
    this.flash.program(start + HEAD_BYTES, piece);
    if (!this.holds(page, piece)) return false;
    if (head) this.flash.program(start, writeHead(head));
    return true;
  }

  private wholeOf({ pages, lengthBytes, crc32 }: PageHead): Uint8Array | undefined {
    if (lengthBytes > pages.length * BODY_BYTES || pages.some((page) => page >= this.pageCount)) return undefined;
    const bytes = new Uint8Array(lengthBytes);
    pages.forEach((page, n) => {
      const room = Math.min(BODY_BYTES, lengthBytes - n * BODY_BYTES);
      if (room > 0) bytes.set(this.flash.page(page).subarray(HEAD_BYTES, HEAD_BYTES + room), n * BODY_BYTES);
    });
    return CRC32.buf(bytes) >>> 0 === crc32 ? bytes : undefined;
  }

  private holds(page: number, piece: Uint8Array): boolean {
    const bytes = this.flash.page(page).subarray(HEAD_BYTES);
    return piece.every((byte, n) => bytes[n] === byte);
  }

  private isRetired(page: number): boolean {
    return ((this.retired >>> page) & 1) === 1;
  }

  /** By page, the place that uses it. A damaged place keeps its pages: nobody has said yet that they may go. */
  private pagesInUse(): Map<number, number> {
    const used = new Map<number, number>();
    this.heads.forEach((head, place) => head?.pages.forEach((page) => used.set(page, place)));
    return used;
  }

  private freePages(taken: ReadonlySet<number>): number[] {
    const used = this.pagesInUse();
    return Array.from({ length: this.pageCount }, (_, page) => page).filter(
      (page) => !this.isRetired(page) && !used.has(page) && !taken.has(page),
    );
  }

  private leastWorn(pages: readonly number[]): number | undefined {
    return pages.toSorted((a, b) => this.flash.erasesOf(a) - this.flash.erasesOf(b))[0];
  }

  private mostWorn(pages: readonly number[]): number | undefined {
    return pages.toSorted((a, b) => this.flash.erasesOf(b) - this.flash.erasesOf(a))[0];
  }

  /** Behind a save there must be room to change the largest place once more: a keyboard never fills up so that it cannot be mended. */
  private checkRoom(place: number, lengthBytes: number): void {
    const most = place === this.recordings ? this.recordingBytes : this.slotBytes;
    if (lengthBytes > most) throw new Refused(`${lengthBytes} bytes, where there is room for ${most}`);
    const all = this.heads.map((head, one) =>
      one === place ? Math.max(1, Math.ceil(lengthBytes / BODY_BYTES)) : (head?.pages.length ?? 0),
    );
    const usable = Array.from({ length: this.pageCount }, (_, page) => page).filter(
      (page) => !this.isRetired(page),
    ).length;
    const needed = all.reduce((sum, pages) => sum + pages, 0) + Math.max(...all);
    if (needed > usable || (all[place] ?? 0) > this.freePages(new Set()).length)
      throw new Refused(
        `the memory is full: ${usable} of its ${this.pageCount} pages still work, and ${needed} are needed; empty a slot, or leave names out`,
      );
  }

  private choiceStart(): number | undefined {
    const page = this.heads[this.recordings]?.pages.at(-1);
    return page === undefined ? undefined : (page + 1) * PAGE_BYTES - CHOICE_BYTES;
  }

  private freeChoice(): number | undefined {
    const start = this.choiceStart();
    if (start === undefined) return undefined;
    for (let at = start; at < start + CHOICE_BYTES; at += WORD_BYTES) if (this.isFreeBehind(at, start)) return at;
    return undefined;
  }

  /** Whether a word and all behind it can be programmed. */
  private isFreeBehind(at: number, start: number): boolean {
    return this.flash.isFree(at, start + CHOICE_BYTES - at);
  }

  private lastChoice(): number {
    const start = this.choiceStart();
    let chosen = this.heads[this.recordings]?.selected ?? 0;
    if (start === undefined) return chosen;
    for (let at = start; at < start + CHOICE_BYTES; at += WORD_BYTES) {
      const [slot = 0, check = 0] = this.flash.bytes.subarray(at, at + 2);
      if ((slot ^ 0xff) === check && slot < this.slots) chosen = slot;
    }
    return chosen;
  }
}
