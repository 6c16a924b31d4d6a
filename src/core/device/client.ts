/**
 * The other end of the link: what a page asks of a keyboard, as promises. It runs over any transport that carries 64-byte
 * reports both ways.
 */
import CRC32 from 'crc-32';
import { BUTTON_PAGE, codeOfUsage, usageOf } from '../codes';
import { CAUSES, LAYER_WAYS, DECIDED, type TraceLine } from '../engine';
import {
  ANSWER_BIT,
  PIECE_BYTES,
  PLAY_ENDED,
  REFUSAL,
  REFUSAL_GOES_ON,
  ReportReader,
  ReportWriter,
  REQUEST,
  TRACE,
  TRACE_BY_TIME,
  TRACE_KIND,
} from './linkReports';

/** A way to carry reports to a keyboard and back. */
export interface Transport {
  send(report: Uint8Array): void;
  close(): void;
  onReport: (report: Uint8Array) => void;
  onClose: () => void;
}

/** The keyboard said no, or went away, or says nothing. The message is the reason, without its full stop. */
export class LinkError extends Error {}

/** The keyboard itself said no, so that it did nothing. */
class Refusal extends LinkError {}

/** Calls back after a time in ms; what is returned calls it off. Core has no clock, so whoever opens a link brings one. */
export type After = (ms: number, call: () => void) => () => void;

/** A keyboard that is there answers within milliseconds; one that says nothing for so long, in ms, is not waited for. */
const ANSWERS_WITHIN_MS = 3000;

export type KeyboardHello = {
  linkVersion: number;
  firmware: number;
  slots: number;
  selected: number;
  slotBytes: number;
  pollHz: number;
  boardId: string;
};

/** Names for the numbers in trace reports: those of the image that plays. */
export type TraceNames = { keyIds: readonly string[]; layerIds: readonly string[]; jointIds: readonly string[] };

/** A request that waits for its answer; `reason` gathers a refusal that comes in several reports. */
type Asked = {
  kind: number;
  reason: string;
  resolve: (answer: ReportReader) => void;
  reject: (error: LinkError) => void;
  callOff: () => void;
};

export class KeyboardClient {
  private sequence = 0;
  private readonly waiting = new Map<number, Asked>();
  private listener: { names: TraceNames; take: (line: TraceLine) => void; ended: () => void } | null = null;
  private isOpen = true;
  /** Called once when the link is gone. */
  onClose: () => void = () => undefined;

  constructor(
    private readonly transport: Transport,
    private readonly after: After,
  ) {
    transport.onReport = (report) => this.receive(new ReportReader(report));
    transport.onClose = () => this.closed();
  }

  async hello(): Promise<KeyboardHello> {
    const answer = await this.ask(REQUEST.hello);
    return {
      linkVersion: answer.u8(),
      firmware: answer.u8(),
      slots: answer.u8(),
      selected: answer.u8(),
      slotBytes: answer.u32(),
      pollHz: answer.u16(),
      boardId: answer.text(),
    };
  }

  /** How long the image in a slot is (0 when there is none) and its CRC-32. */
  async slotInfo(slot: number): Promise<{ lengthBytes: number; crc32: number }> {
    const answer = await this.ask(REQUEST.slotInfo, (report) => report.u8(slot));
    return { lengthBytes: answer.u32(), crc32: answer.u32() };
  }

  /** The image in a slot, or `undefined` when it is empty. */
  async read(slot: number, progress: (part: number) => void = () => undefined): Promise<Uint8Array | undefined> {
    const { lengthBytes, crc32 } = await this.slotInfo(slot);
    if (lengthBytes === 0) return undefined;
    const image = new Uint8Array(lengthBytes);
    for (let offset = 0; offset < lengthBytes;) {
      const answer = await this.ask(REQUEST.read, (report) => report.u8(slot).u32(offset));
      const at = answer.u32();
      const length = answer.u8();
      if (at !== offset || length === 0)
        throw new LinkError('the keyboard answered with another piece than was asked for');
      image.set(answer.raw(length), offset);
      offset += length;
      progress(offset / lengthBytes);
    }
    if (CRC32.buf(image) >>> 0 !== crc32) throw new LinkError('what was read is damaged');
    return image;
  }

  /**
   * Writes an image to a slot, reads it back and compares. It counts as saved only when this resolves.
   * @param progress called with 0 to 1: the first half is writing, the second reading back
   */
  async save(slot: number, image: Uint8Array, progress: (part: number) => void = () => undefined): Promise<void> {
    const known = 'The keyboard keeps what it had';
    await this.step(known, async () => {
      await this.ask(REQUEST.writeBegin, (report) =>
        report
          .u8(slot)
          .u32(image.length)
          .u32(CRC32.buf(image) >>> 0),
      );
      for (let offset = 0; offset < image.length; offset += PIECE_BYTES) {
        const piece = image.subarray(offset, offset + PIECE_BYTES);
        await this.ask(REQUEST.writePiece, (report) => report.u32(offset).u8(piece.length).raw(piece));
        progress((offset + piece.length) / image.length / 2);
      }
    });
    let isRefused = false;
    await this.step(
      () => (isRefused ? known : 'Whether the keyboard took it over is not known'),
      () =>
        this.ask(REQUEST.writeCommit).catch((error: unknown) => {
          isRefused = error instanceof Refusal;
          throw error;
        }),
    );
    const stored = await this.step('It was taken over, but could not be read back to compare', () =>
      this.read(slot, (part) => progress(0.5 + part / 2)),
    );
    if (!stored || stored.length !== image.length || stored.some((byte, n) => byte !== image[n])) {
      throw new LinkError('what the keyboard now holds is not what was sent; save again');
    }
  }

  /** One step of a save; when it fails, the error says what is known of the keyboard then. */
  private async step<T>(known: string | (() => string), work: () => Promise<T>): Promise<T> {
    try {
      return await work();
    } catch (error) {
      if (!(error instanceof LinkError)) throw error;
      throw new LinkError(`${error.message}. ${typeof known === 'string' ? known : known()}`);
    }
  }

  async select(slot: number): Promise<void> {
    await this.ask(REQUEST.select, (report) => report.u8(slot));
  }

  /** Starts playing what is stored in the slot in use. What the keyboard does comes to `take`. */
  async playStart(names: TraceNames, take: (line: TraceLine) => void, ended: () => void): Promise<void> {
    this.listener = { names, take, ended };
    try {
      await this.ask(REQUEST.playStart);
    } catch (error) {
      this.listener = null;
      throw error;
    }
  }

  /** Moves a pretend finger on the keyboard. */
  finger(tUs: number, key: number, depthUm: number): void {
    if (this.isOpen) this.transport.send(new ReportWriter(REQUEST.finger).timeUs(tUs).u16(key).u16(depthUm).bytes);
  }

  /** Tells the keyboard how late it is, so that its deadlines pass. */
  clock(tUs: number): void {
    if (this.isOpen) this.transport.send(new ReportWriter(REQUEST.clock).timeUs(tUs).bytes);
  }

  async letGo(): Promise<void> {
    await this.ask(REQUEST.letGo);
  }

  async playStop(): Promise<void> {
    this.listener = null;
    await this.ask(REQUEST.playStop);
  }

  close(): void {
    this.transport.close();
  }

  private ask(kind: number, fill: (report: ReportWriter) => unknown = () => undefined): Promise<ReportReader> {
    if (!this.isOpen) return Promise.reject(new LinkError('the keyboard is not connected'));
    this.sequence = (this.sequence % 255) + 1;
    const sequence = this.sequence;
    const report = new ReportWriter(kind, sequence);
    fill(report);
    return new Promise((resolve, reject) => {
      const callOff = this.after(ANSWERS_WITHIN_MS, () => {
        if (this.waiting.delete(sequence))
          reject(new LinkError(`the keyboard did not answer within ${ANSWERS_WITHIN_MS / 1000} s`));
      });
      this.waiting.set(sequence, { kind, reason: '', resolve, reject, callOff });
      this.transport.send(report.bytes);
    });
  }

  private receive(report: ReportReader): void {
    if (report.kind === TRACE) {
      this.takeTrace(report);
      return;
    }
    if (report.kind === PLAY_ENDED) {
      const { listener } = this;
      this.listener = null;
      listener?.ended();
      return;
    }
    const asked = this.waiting.get(report.sequence);
    if (!asked) return;
    if (report.kind === REFUSAL_GOES_ON || report.kind === REFUSAL) asked.reason += report.text();
    if (report.kind === REFUSAL_GOES_ON) return;
    this.waiting.delete(report.sequence);
    asked.callOff();
    if (report.kind === (asked.kind | ANSWER_BIT)) asked.resolve(report);
    else
      asked.reject(
        report.kind === REFUSAL
          ? new Refusal(asked.reason)
          : new LinkError('the keyboard gave an answer to another question'),
      );
  }

  private takeTrace(report: ReportReader): void {
    if (!this.listener) return;
    const { names, take } = this.listener;
    const kind = report.u8();
    const t = report.timeUs();
    const key = () => names.keyIds[report.u16()] ?? '';
    const layer = () => names.layerIds[report.u8()] ?? '';
    const sourceName = (number: number): string =>
      names.keyIds[number] ?? `joint:${names.jointIds[number - names.keyIds.length] ?? ''}`;
    switch (kind) {
      case TRACE_KIND.edge: {
        const down = report.u8() === 1;
        const page = report.u8();
        const id = report.u16();
        const code = page === BUTTON_PAGE ? `button:${id}` : codeOfUsage(usageOf(page, id));
        take({ t, edge: down ? 'down' : 'up', code });
        break;
      }
      case TRACE_KIND.decision: {
        const why = CAUSES[report.u8()] ?? 'only';
        const line = { t, why, key: key(), layer: layer(), step: report.u8() };
        const decided = { ...line, outcome: DECIDED[report.u8()] ?? 'none', sinceUs: report.timeUs() };
        const by = report.u16();
        take(by === TRACE_BY_TIME ? decided : { ...decided, by: sourceName(by) });
        break;
      }
      case TRACE_KIND.pending:
        take({ t, pending: key(), layer: layer(), step: report.u8(), sinceUs: report.timeUs() });
        break;
      case TRACE_KIND.begin: {
        const number = report.u16();
        take({ t, from: sourceName(number), layer: layer(), pressedUs: report.timeUs() });
        break;
      }
      case TRACE_KIND.wheel: {
        const signed = () => (report.u8() << 24) >> 24;
        take({ t, wheel: { dx: signed(), dy: signed() } });
        break;
      }
      case TRACE_KIND.layer: {
        const name = layer();
        const bits = report.u8();
        const way = LAYER_WAYS[report.u8()] ?? 'while';
        take({ t, layer: name, active: (bits & 1) !== 0, under: (bits & 2) !== 0, way });
        break;
      }
    }
  }

  private closed(): void {
    if (!this.isOpen) return;
    this.isOpen = false;
    for (const { reject, callOff } of this.waiting.values()) {
      callOff();
      reject(new LinkError('the connection to the keyboard was lost'));
    }
    this.waiting.clear();
    this.listener?.ended();
    this.listener = null;
    this.onClose();
  }
}
