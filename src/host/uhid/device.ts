/**
 * A HID device that this program is, through `/dev/uhid` of Linux (`linux/uhid.h`, Documentation/hid/uhid.rst): events of 4 bytes of type and a body, written
 * and read whole. When the file is closed, by whatever end of this program, the device is gone and nothing of it stays down.
 */
import { closeSync, createReadStream, openSync, writeSync } from 'node:fs';
import { descriptorOf, REPORT, type Layout } from './reports';

const EVENT = {
  destroy: 1,
  output: 6,
  getReport: 9,
  getReportReply: 10,
  create2: 11,
  input2: 12,
  setReport: 13,
  setReportReply: 14,
} as const;
const MOST_DATA = 4096;
/** The longest body: that of `create2`. */
const BODY_BYTES = 128 + 64 + 64 + 2 + 2 + 4 * 4 + MOST_DATA;
export const EVENT_BYTES = 4 + BODY_BYTES;
const BUS_VIRTUAL = 0x06;
const NAME = 'Underloom keyboard';
const EIO = 5;

function event(type: number): { bytes: Uint8Array; view: DataView } {
  const bytes = new Uint8Array(EVENT_BYTES);
  const view = new DataView(bytes.buffer);
  view.setUint32(0, type, true);
  return { bytes, view };
}

/** The event that makes the device: struct `uhid_create2_req`. */
export function createEvent(layout: Layout): Uint8Array {
  const { bytes, view } = event(EVENT.create2);
  const descriptor = descriptorOf(layout);
  bytes.set(new TextEncoder().encode(NAME), 4);
  const at = 4 + 128 + 64 + 64;
  view.setUint16(at, descriptor.length, true);
  view.setUint16(at + 2, BUS_VIRTUAL, true);
  bytes.set(descriptor, at + 4 + 4 * 4);
  return bytes;
}

/** The event that tells of a report: struct `uhid_input2_req`. */
export function inputEvent(report: Uint8Array): Uint8Array {
  const { bytes, view } = event(EVENT.input2);
  view.setUint16(4, report.length, true);
  bytes.set(report, 6);
  return bytes;
}

/** The lamps that the host lights, as bits (Num, Caps, Scroll Lock), of an event; undefined when it tells of none. Struct `uhid_output_req`. */
export function lampsOf(bytes: Uint8Array): number | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 4 + MOST_DATA + 2 || view.getUint32(0, true) !== EVENT.output) return undefined;
  const size = view.getUint16(4 + MOST_DATA, true);
  const [id, lamps = 0] = bytes.subarray(4, 4 + Math.min(size, MOST_DATA));
  return size >= 2 && id === REPORT.keyboard ? lamps & 7 : undefined;
}

/** The answer to a question that is only refused: nothing here can be asked for or set. Undefined for other events. */
export function refusalOf(bytes: Uint8Array): Uint8Array | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const type = bytes.length >= 8 ? view.getUint32(0, true) : 0;
  if (type !== EVENT.getReport && type !== EVENT.setReport) return undefined;
  const answer = event(type === EVENT.getReport ? EVENT.getReportReply : EVENT.setReportReply);
  answer.view.setUint32(4, view.getUint32(4, true), true);
  answer.view.setUint16(8, EIO, true);
  return answer.bytes;
}

/** Takes what comes from the kernel in pieces, and gives whole events. */
export class Events {
  private rest = new Uint8Array(0);

  *take(piece: Uint8Array): Generator<Uint8Array> {
    let bytes = new Uint8Array(this.rest.length + piece.length);
    bytes.set(this.rest);
    bytes.set(piece, this.rest.length);
    for (; bytes.length >= EVENT_BYTES; bytes = bytes.slice(EVENT_BYTES)) yield bytes.slice(0, EVENT_BYTES);
    this.rest = bytes;
  }
}

export class UhidDevice {
  /** The host has lit these lamps, as bits. */
  onLamps: (lamps: number) => void = () => undefined;
  private readonly file: number;

  /** @throws the system's error, when the file is not there or may not be written */
  constructor(layout: Layout, path = '/dev/uhid') {
    this.file = openSync(path, 'r+');
    writeSync(this.file, createEvent(layout));
    const events = new Events();
    createReadStream('', { fd: this.file, autoClose: false, highWaterMark: EVENT_BYTES })
      .on('data', (piece) => {
        for (const one of events.take(piece as Buffer)) {
          const lamps = lampsOf(one);
          if (lamps !== undefined) this.onLamps(lamps);
          const refusal = refusalOf(one);
          if (refusal) writeSync(this.file, refusal);
        }
      })
      .on('error', () => undefined);
  }

  send(report: Uint8Array): void {
    writeSync(this.file, inputEvent(report));
  }

  close(): void {
    try {
      writeSync(this.file, event(EVENT.destroy).bytes);
      closeSync(this.file);
    } catch {
      // It is gone already.
    }
  }
}
