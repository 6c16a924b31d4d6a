/**
 * The keyboard's own program: what is in flash, the engine that runs it, and the link. It has no clock and no socket; a
 * home (a server process, a web worker) hands it reports and carries its answers. One firmware serves several
 * connections; only one of them can write, and only one can play, at a time.
 */
import CRC32 from 'crc-32';
import type { Board } from '../board';
import { BUTTON_PAGE, idOf, pageOf, usageOf, usageOfCode } from '../codes';
import { BY_TIME, CAUSES, Engine, LAYER_WAYS, DECIDED, type Listener, type Program } from '../engine';
import { decodeImage } from '../image';
import { Unreadable } from '../reading';
import type { Flash } from './flash';
import { FlashError } from './flash';
import {
  ANSWER_BIT,
  LINK_VERSION,
  PIECE_BYTES,
  PLAY_ENDED,
  REASON_BYTES,
  REFUSAL,
  REFUSAL_GOES_ON,
  REPORT_BYTES,
  ReportReader,
  ReportWriter,
  REQUEST,
  TRACE,
  TRACE_BY_TIME,
  TRACE_KIND,
} from './linkReports';
import { Store } from './store';

export const FIRMWARE_VERSION = 1;

/** One page or program that talks to the keyboard. */
export type Connection = { send(report: Uint8Array): void };

type WriteUnderWay = { by: Connection; slot: number; image: Uint8Array; received: number; crc32: number };
type Play = { by: Connection; engine: Engine };

/** A request that is not carried out; the text goes to the person. */
class Refused extends Error {}

export class Firmware {
  private readonly store: Store;
  private write: WriteUnderWay | null = null;
  private play: Play | null = null;

  constructor(
    private readonly board: Board,
    flash: Flash,
  ) {
    this.store = new Store(flash, board.device.slots);
  }

  /** Takes one report from a connection. Nonsense is refused with a reason and changes nothing. */
  receive(from: Connection, report: Uint8Array): void {
    const request = new ReportReader(report);
    try {
      if (report.length !== REPORT_BYTES) throw new Refused(`a report has ${REPORT_BYTES} bytes, not ${report.length}`);
      const answer = this.carryOut(from, request);
      if (answer) from.send(answer.bytes);
    } catch (error) {
      const reason = reasonOf(error);
      if (reason === undefined) throw error;
      refuse(from, request.sequence, reason);
    }
  }

  /** A connection is gone: what it was writing is forgotten, what it was playing ends. */
  closed(connection: Connection): void {
    if (this.write?.by === connection) this.write = null;
    if (this.play?.by === connection) this.play = null;
  }

  private carryOut(from: Connection, request: ReportReader): ReportWriter | null {
    const answer = new ReportWriter(request.kind | ANSWER_BIT, request.sequence);
    switch (request.kind) {
      case REQUEST.hello:
        return answer
          .u8(LINK_VERSION)
          .u8(FIRMWARE_VERSION)
          .u8(this.store.slots)
          .u8(this.store.selected)
          .u32(this.store.slotBytes)
          .u16(this.board.device.pollHz)
          .text(this.board.id);
      case REQUEST.slotInfo: {
        const image = this.store.image(this.slotOf(request));
        return answer.u32(image?.length ?? 0).u32(image ? CRC32.buf(image) >>> 0 : 0);
      }
      case REQUEST.read: {
        const image = this.store.image(this.slotOf(request));
        if (!image) throw new Refused('that slot is empty');
        const offset = request.u32();
        const piece = image.subarray(offset, offset + PIECE_BYTES);
        return answer.u32(offset).u8(piece.length).raw(piece);
      }
      case REQUEST.writeBegin:
        this.beginWrite(from, request);
        return answer;
      case REQUEST.writePiece:
        this.takePiece(from, request);
        return answer;
      case REQUEST.writeCommit:
        this.commit(from);
        return answer;
      case REQUEST.select: {
        const slot = this.slotOf(request);
        if (!this.store.image(slot)) throw new Refused('that slot is empty');
        this.store.select(slot);
        this.endPlay();
        return answer;
      }
      case REQUEST.playStart:
        this.startPlay(from);
        return answer;
      case REQUEST.finger: {
        const tUs = request.timeUs();
        const key = request.u16();
        if (key >= this.board.keys.length) throw new Refused(`the ${this.board.name} has no key number ${key}`);
        const engine = this.playOf(from).engine;
        engine.feed(Math.max(tUs, engine.nowUs), key, Math.min(request.u16(), this.board.travelUm));
        return null;
      }
      case REQUEST.clock: {
        const engine = this.playOf(from).engine;
        engine.advance(Math.max(request.timeUs(), engine.nowUs));
        return null;
      }
      case REQUEST.letGo:
        this.playOf(from).engine.letGo();
        return answer;
      case REQUEST.playStop:
        if (this.play?.by === from) this.play = null;
        return answer;
      default:
        throw new Refused(`a report of the unknown kind ${request.kind}`);
    }
  }

  private slotOf(request: ReportReader): number {
    const slot = request.u8();
    if (slot >= this.store.slots)
      throw new Refused(`there is no slot ${slot + 1}; the ${this.board.name} has ${this.store.slots}`);
    return slot;
  }

  private beginWrite(from: Connection, request: ReportReader): void {
    if (this.write && this.write.by !== from) throw new Refused('another page is writing');
    const slot = this.slotOf(request);
    const length = request.u32();
    const crc32 = request.u32();
    if (length > this.store.slotBytes) throw new Refused(`${length} bytes; a slot has ${this.store.slotBytes}`);
    this.write = { by: from, slot, image: new Uint8Array(length), received: 0, crc32 };
  }

  private takePiece(from: Connection, request: ReportReader): void {
    const write = this.writeOf(from);
    const offset = request.u32();
    const length = request.u8();
    if (offset !== write.received)
      throw new Refused(`a piece for byte ${offset} where byte ${write.received} comes next`);
    if (length > PIECE_BYTES || offset + length > write.image.length) throw new Refused('a piece that is too long');
    write.image.set(request.raw(length), offset);
    write.received += length;
  }

  /** Only a whole, sound image that this keyboard can run ever reaches the flash. */
  private commit(from: Connection): void {
    const write = this.writeOf(from);
    this.write = null;
    if (write.received !== write.image.length)
      throw new Refused(`only ${write.received} of ${write.image.length} bytes came`);
    if (CRC32.buf(write.image) >>> 0 !== write.crc32) throw new Refused('the bytes were damaged on the way');
    decodeImage(write.image, this.board);
    this.store.write(write.slot, write.image);
    this.store.select(write.slot);
    this.endPlay();
  }

  private writeOf(from: Connection): WriteUnderWay {
    if (this.write?.by !== from) throw new Refused('no writing was begun');
    return this.write;
  }

  private startPlay(from: Connection): void {
    const image = this.store.image(this.store.selected);
    if (!image) throw new Refused('nothing is stored in the slot in use');
    const { program } = decodeImage(image, this.board);
    if (this.play?.by !== from) this.endPlay();
    this.play = { by: from, engine: new Engine(program, traceReports(program, from)) };
  }

  private playOf(from: Connection): Play {
    if (this.play?.by !== from) throw new Refused('this page does not play the keyboard');
    return this.play;
  }

  /** What is stored or selected has changed, or another page plays: nothing stays down. */
  private endPlay(): void {
    const play = this.play;
    if (!play) return;
    play.engine.letGo();
    this.play = null;
    play.by.send(new ReportWriter(PLAY_ENDED).bytes);
  }
}

/** Says no, in as many reports as the reason needs. */
function refuse(to: Connection, sequence: number, reason: string): void {
  for (let at = 0; at === 0 || at < reason.length; at += REASON_BYTES) {
    const kind = at + REASON_BYTES < reason.length ? REFUSAL_GOES_ON : REFUSAL;
    to.send(new ReportWriter(kind, sequence).text(reason.slice(at, at + REASON_BYTES)).bytes);
  }
}

function reasonOf(error: unknown): string | undefined {
  return error instanceof Refused || error instanceof Unreadable || error instanceof FlashError
    ? error.message
    : undefined;
}

/** Everything the engine says, as trace reports to one connection. */
function traceReports(program: Program, to: Connection): Listener {
  const usages = program.codes.map(
    (code) => usageOfCode(code) ?? usageOf(BUTTON_PAGE, Number(code.replace('button:', ''))),
  );
  const report = (tUs: number, kind: number) => new ReportWriter(TRACE).u8(kind).timeUs(tUs);
  return {
    edge: (tUs, down, usage) => {
      const hid = usages[usage] ?? 0;
      to.send(
        report(tUs, TRACE_KIND.edge)
          .u8(down ? 1 : 0)
          .u8(pageOf(hid))
          .u16(idOf(hid)).bytes,
      );
    },
    decision: (tUs, cause, key, layer, step, outcome, openUs, by) =>
      to.send(
        report(tUs, TRACE_KIND.decision)
          .u8(CAUSES.indexOf(cause))
          .u16(key)
          .u8(layer)
          .u8(step)
          .u8(DECIDED.indexOf(outcome))
          .timeUs(openUs)
          .u16(by === BY_TIME ? TRACE_BY_TIME : by).bytes,
      ),
    pending: (tUs, key, layer, step, sinceUs) =>
      to.send(report(tUs, TRACE_KIND.pending).u16(key).u8(layer).u8(step).timeUs(sinceUs).bytes),
    begin: (tUs, key, layer, pressedUs) =>
      to.send(report(tUs, TRACE_KIND.begin).u16(key).u8(layer).timeUs(pressedUs).bytes),
    wheel: (tUs, dx, dy) => to.send(report(tUs, TRACE_KIND.wheel).u8(dx).u8(dy).bytes),
    layer: (tUs, layer, active, under, way) =>
      to.send(
        report(tUs, TRACE_KIND.layer)
          .u8(layer)
          .u8((active ? 1 : 0) | (under ? 2 : 0))
          .u8(LAYER_WAYS.indexOf(way)).bytes,
      ),
  };
}
