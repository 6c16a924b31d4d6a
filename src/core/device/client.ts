/**
 * What a page asks of a keyboard, as promises over the asking end of the link (`exchange.ts`). It runs over any transport that carries
 * 64-byte reports both ways. What it says of a save is what the keyboard said when it was read, and not what was hoped.
 */
import CRC32 from 'crc-32';
import type { TraceLine } from '../engine';
import { ASKED_FOR, type AskedFor } from '../profile';
import { type After, Exchange, LinkError } from './exchange';
import {
  ASK,
  CHANGED,
  FRONT,
  LAMPS,
  LEAVE,
  LINK_VERSIONS,
  PIECE_BYTES,
  PLAY_ENDED,
  REQUEST,
  type ReportReader,
  SLOT_STATES,
  STATUS,
  TRACE,
} from './linkReports';
import { lampsOfReport, type SomeLamps } from './lampReports';
import { type PageUse, useOfNumber } from './pageUse';
import type { PlaceState } from './store';
import { traceLineOf, type TraceNames } from './traceReports';

/** A way to carry reports to a keyboard and back. */
export interface Transport {
  send(report: Uint8Array): void;
  close(): void;
  onReport: (report: Uint8Array) => void;
  onClose: () => void;
}

export type KeyboardHello = {
  linkVersion: number;
  firmware: number;
  slots: number;
  selected: number;
  slotBytes: number;
  pollHz: number;
  boardId: string;
  /** Its memory holds something else, and must be erased before anything is saved. */
  isForeign: boolean;
  /** The last change could not be kept where the memory stays. */
  isUnkept: boolean;
  /** It waits for new firmware. */
  isStopped: boolean;
};

export type SlotInfo = { lengthBytes: number; crc32: number; state: PlaceState };
export type PageInfo = { use: PageUse; erases: number };

/** How often the keyboard is asked whether the person has said yes, in ms. */
const ASK_AGAIN_MS = 250;

export type SaveOptions = {
  /** Called with 0 to 1: the first half is writing, the second reading back. */
  progress?: (part: number) => void;
  /** Called when the person is asked for a yes on the keyboard, and when that is over. */
  asked?: (isAsked: boolean) => void;
  /** What is damaged in that slot may be replaced. */
  replacesDamaged?: boolean;
  /** Whether the person has called it off. */
  isStopped?: () => boolean;
};

type Listening = { names: TraceNames; take: (line: TraceLine) => void; ended: () => void };

export class KeyboardClient {
  private readonly exchange: Exchange;
  private listening: Listening | null = null;
  private takeLamps: ((some: SomeLamps) => void) | null = null;
  private takeAsk: ((what: AskedFor, name: string) => void) | null = null;
  private lastTold: number | null = null;
  /** Called once when the link is gone. */
  onClose: () => void = () => undefined;
  /** The slot in use, or what is stored, has changed. */
  onChange: () => void = () => undefined;
  /** How many reports of what happens were lost on the way. */
  lost = 0;

  /** @param session a number from 0 to 65535 that the last sessions over this transport did not have */
  constructor(
    private readonly transport: Transport,
    private readonly after: After,
    session = 1,
  ) {
    this.exchange = new Exchange(session, (report) => transport.send(report), after);
    transport.onReport = (bytes) => {
      const told = this.exchange.receive(bytes);
      if (told) this.hear(told);
    };
    transport.onClose = () => this.closed();
  }

  /** How many reports had to be sent again. */
  get resent(): number {
    return this.exchange.resent;
  }

  /** @throws LinkError, also when the keyboard speaks another version of the link */
  async hello(): Promise<KeyboardHello> {
    const answer = await this.exchange.ask(REQUEST.hello, (report) =>
      report.u8(LINK_VERSIONS.least).u8(LINK_VERSIONS.most),
    );
    const hello = {
      linkVersion: answer.u8(),
      firmware: answer.u8(),
      slots: answer.u8(),
      selected: answer.u8(),
      slotBytes: answer.u32(),
      pollHz: answer.u16(),
    };
    const flags = answer.u8();
    return {
      ...hello,
      isForeign: (flags & STATUS.foreign) !== 0,
      isUnkept: (flags & STATUS.unkept) !== 0,
      isStopped: (flags & STATUS.stopped) !== 0,
      boardId: answer.text(),
    };
  }

  /** How long what is in a slot is (0 when there is nothing), its CRC-32, and whether it is whole. */
  async slotInfo(slot: number): Promise<SlotInfo> {
    const answer = await this.exchange.ask(REQUEST.slotInfo, (report) => report.u8(slot));
    return { lengthBytes: answer.u32(), crc32: answer.u32(), state: SLOT_STATES[answer.u8()] ?? 'damaged' };
  }

  /**
   * What is in a slot, or behind the last one the recordings; `undefined` when it is empty.
   * @throws LinkError, also when it is damaged
   */
  async read(slot: number, progress: (part: number) => void = () => undefined): Promise<Uint8Array | undefined> {
    const { lengthBytes, crc32, state } = await this.slotInfo(slot);
    if (state === 'empty') return undefined;
    if (state === 'damaged') throw new LinkError(`what is in slot ${slot + 1} is damaged`);
    const bytes = new Uint8Array(lengthBytes);
    let come = 0;
    await this.eachPiece(lengthBytes, async (offset) => {
      const answer = await this.exchange.ask(REQUEST.read, (report) => report.u8(slot).u32(offset));
      const at = answer.u32();
      const length = answer.u8();
      if (at !== offset || length !== Math.min(PIECE_BYTES, lengthBytes - offset))
        throw new LinkError('the keyboard answered with another piece than was asked for');
      bytes.set(answer.raw(length), offset);
      progress((come += length) / lengthBytes);
    });
    if (CRC32.buf(bytes) >>> 0 !== crc32) throw new LinkError('what was read changed meanwhile, or is damaged');
    return bytes;
  }

  /** Of each page what it is used for, and how often it was erased. */
  async pages(): Promise<PageInfo[]> {
    const pages: PageInfo[] = [];
    for (let count = 1; pages.length < count;) {
      const before = pages.length;
      const answer = await this.exchange.ask(REQUEST.pages, (report) => report.u8(before));
      count = answer.u8();
      while (pages.length < count && pages.length - before < 12) {
        const use = useOfNumber(answer.u8());
        pages.push({ use, erases: answer.u8() + answer.u16() * 0x100 });
      }
    }
    return pages;
  }

  /** Asks the person for a yes on the keyboard, once a connection. @throws LinkError when nobody says yes */
  async leave({ asked = () => undefined, isStopped = () => false }: SaveOptions = {}): Promise<void> {
    let wasAsked = false;
    try {
      for (;;) {
        const answer = (await this.exchange.ask(REQUEST.leave)).u8();
        if (answer === LEAVE.given) return;
        if (answer === LEAVE.denied) throw new LinkError('nobody said yes on the keyboard');
        if (isStopped()) throw new LinkError('it was called off');
        if (!wasAsked) asked(true);
        wasAsked = true;
        await new Promise<void>((resolve) => this.after(ASK_AGAIN_MS, resolve));
      }
    } finally {
      if (wasAsked) asked(false);
    }
  }

  /**
   * Writes an image to a slot, reads it back and compares. It counts as saved only when this resolves. When it does not, the keyboard is
   * read, and the error says what it holds.
   * @throws LinkError
   */
  async save(slot: number, image: Uint8Array, options: SaveOptions = {}): Promise<void> {
    const { progress = () => undefined, replacesDamaged = false, isStopped = () => false } = options;
    const crc32 = CRC32.buf(image) >>> 0;
    let before: SlotInfo | undefined;
    try {
      before = await this.slotInfo(slot);
      await this.leave(options);
      await this.exchange.ask(REQUEST.writeBegin, (report) =>
        report
          .u8(slot)
          .u32(image.length)
          .u32(crc32)
          .u8(replacesDamaged ? 1 : 0),
      );
      let written = 0;
      await this.eachPiece(image.length, async (offset) => {
        if (isStopped()) throw new LinkError('it was called off');
        const piece = image.subarray(offset, offset + PIECE_BYTES);
        await this.exchange.ask(REQUEST.writePiece, (report) => report.u32(offset).u8(piece.length).raw(piece));
        progress((written += piece.length) / image.length / 2);
      });
      await this.exchange.ask(REQUEST.writeCommit);
      const stored = await this.read(slot, (part) => progress(0.5 + part / 2));
      if (!stored || stored.length !== image.length || stored.some((byte, n) => byte !== image[n]))
        throw new LinkError('what the keyboard now holds is not what was sent; save again');
    } catch (error) {
      if (!(error instanceof LinkError)) throw error;
      const held = await this.whatIsHeld(slot, { lengthBytes: image.length, crc32 }, before);
      throw new LinkError(`${error.message}. ${held}`);
    }
  }

  async select(slot: number): Promise<void> {
    await this.exchange.ask(REQUEST.select, (report) => report.u8(slot));
  }

  /** Takes out what is in a slot. @throws LinkError, also when nobody says yes on the keyboard */
  async clear(slot: number, options: SaveOptions = {}): Promise<void> {
    await this.leave(options);
    await this.exchange.ask(REQUEST.clear, (report) => report.u8(slot));
  }

  /** Takes out what was recorded on a key for the slot in use. */
  async clearRecording(recordings: number, key: number, options: SaveOptions = {}): Promise<void> {
    await this.leave(options);
    await this.exchange.ask(REQUEST.clear, (report) => report.u8(recordings).u16(key).u8(1));
  }

  /** Erases everything, whatever it is. */
  async format(options: SaveOptions = {}): Promise<void> {
    await this.leave(options);
    await this.exchange.ask(REQUEST.format);
  }

  /** Starts playing what is stored in the slot in use. What the keyboard does comes to `take`. */
  async playStart(names: TraceNames, take: (line: TraceLine) => void, ended: () => void): Promise<void> {
    this.listening = { names, take, ended };
    try {
      await this.exchange.ask(REQUEST.playStart);
    } catch (error) {
      this.listening = null;
      throw error;
    }
  }

  /** Listens to what the keyboard itself does, under the fingers on it. */
  async watch(names: TraceNames, take: (line: TraceLine) => void): Promise<void> {
    this.listening = { names, take, ended: () => undefined };
    await this.exchange.ask(REQUEST.watch, (report) => report.u8(1));
  }

  /**
   * What is wanted while a program is in front: a slot, a layer of the profile in use by its number, or nothing any more. It comes about when no finger is
   * down, and ends when this link does.
   */
  async front(wanted: { what: 'slot' | 'layer'; number: number } | null): Promise<void> {
    await this.exchange.ask(REQUEST.front, (report) =>
      report.u8(wanted ? FRONT[wanted.what] : FRONT.nothing).u8(wanted?.number ?? 0),
    );
  }

  /** This is a host that does what the keyboard asks it for, by a name. */
  async hearAsks(take: (what: AskedFor, name: string) => void): Promise<void> {
    this.takeAsk = take;
    await this.exchange.ask(REQUEST.watchAsks, (report) => report.u8(1));
  }

  /** Watches the keyboard's lamps; null: no more. What some of them show comes at once, and whenever it changes. */
  async watchLamps(take: ((some: SomeLamps) => void) | null): Promise<void> {
    this.takeLamps = take;
    await this.exchange.ask(REQUEST.watchLamps, (report) => report.u8(take ? 1 : 0));
  }

  async watchStop(): Promise<void> {
    this.listening = null;
    await this.exchange.ask(REQUEST.watch, (report) => report.u8(0));
  }

  /** Moves a pretend finger on the keyboard. */
  finger(tUs: number, key: number, depthUm: number): void {
    this.exchange.tell(REQUEST.finger, (report) => report.timeUs(tUs).u16(key).u16(depthUm));
  }

  /** Tells the keyboard how late it is, so that its deadlines pass. */
  clock(tUs: number): void {
    this.exchange.tell(REQUEST.clock, (report) => report.timeUs(tUs));
  }

  /**
   * Tells which lamps the host has lit, as in its output report: bits by their places in `HOST_LAMPS`. What this page plays hears of it at a
   * time, in µs; with nothing played by it, what the keyboard itself runs.
   */
  async hostLamps(tUs: number, lamps: number): Promise<void> {
    await this.exchange.ask(REQUEST.hostLamps, (report) => report.timeUs(tUs).u8(lamps));
  }

  async letGo(): Promise<void> {
    await this.exchange.ask(REQUEST.letGo);
  }

  async playStop(): Promise<void> {
    this.listening = null;
    await this.exchange.ask(REQUEST.playStop);
  }

  close(): void {
    this.transport.close();
  }

  /** Does something for each piece of so many bytes, several on the way at a time. The first that fails is the outcome, once none is under way. */
  private async eachPiece(lengthBytes: number, work: (offset: number) => Promise<void>): Promise<void> {
    const offsets = Array.from({ length: Math.ceil(lengthBytes / PIECE_BYTES) }, (_, n) => n * PIECE_BYTES);
    const outcomes = await Promise.allSettled(offsets.map((offset) => work(offset)));
    for (const outcome of outcomes) if (outcome.status === 'rejected') throw outcome.reason as Error;
  }

  /** What a slot holds after a save that did not end well. */
  private async whatIsHeld(
    slot: number,
    wanted: { lengthBytes: number; crc32: number },
    before: SlotInfo | undefined,
  ): Promise<string> {
    try {
      await this.exchange.ask(REQUEST.writeStop);
      const now = await this.slotInfo(slot);
      if (now.state === 'damaged') return `It was asked again: what is in slot ${slot + 1} is damaged`;
      if (now.lengthBytes === wanted.lengthBytes && now.crc32 === wanted.crc32)
        return before?.crc32 === wanted.crc32
          ? 'It was asked again: the keyboard holds this profile, as it did before'
          : 'It was asked again: the keyboard holds the new profile';
      return before && now.crc32 === before.crc32
        ? 'It was asked again: the keyboard keeps what it had'
        : 'It was asked again: the keyboard holds something else than before';
    } catch (error) {
      if (!(error instanceof LinkError)) throw error;
      return 'What it holds can be told when it answers again';
    }
  }

  private hear(told: ReportReader): void {
    const expected = this.lastTold === null ? told.sequence : (this.lastTold + 1) & 0xffff;
    const ahead = (told.sequence - expected) & 0xffff;
    // What comes late, or twice, comes after what it would have been before.
    if (ahead >= 0x8000) return;
    this.lost += ahead;
    this.lastTold = told.sequence;
    if (ahead > 0) {
      this.onChange();
      // All lamps are told of anew: nobody knows which were lost.
      if (this.takeLamps) this.exchange.ask(REQUEST.watchLamps, (report) => report.u8(1)).catch(() => undefined);
    }
    const { listening } = this;
    switch (told.kind) {
      case TRACE: {
        const line = listening && traceLineOf(told, listening.names);
        if (line) listening.take(line);
        return;
      }
      case ASK:
        this.takeAsk?.(ASKED_FOR[told.u8()] ?? 'program', told.text());
        return;
      case LAMPS:
        this.takeLamps?.(lampsOfReport(told));
        return;
      case PLAY_ENDED:
        this.listening = null;
        listening?.ended();
        return;
      case CHANGED:
        this.onChange();
        return;
    }
  }

  private closed(): void {
    if (!this.exchange.isOpen) return;
    this.exchange.close('the connection to the keyboard was lost');
    this.listening?.ended();
    this.listening = null;
    this.onClose();
  }
}
