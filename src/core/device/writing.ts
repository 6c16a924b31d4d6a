/**
 * A slot being written over the link, as a state machine. Pieces may come twice and in any order; only when all are there, and their
 * checksum is right, is there an image. Who falls silent is not waited for.
 */
import CRC32 from 'crc-32';
import { PIECE_BYTES } from './linkReports';
import { Refused } from './refused';

/** After so long without a piece, in µs, somebody else may write. */
const SILENT_AFTER_US = 5_000_000;

export class Writing {
  private readonly bytes: Uint8Array;
  private readonly missing: Set<number>;

  constructor(
    readonly slot: number,
    lengthBytes: number,
    private readonly crc32: number,
    /** When something was last heard of it. */
    private heardUs: number,
  ) {
    this.bytes = new Uint8Array(lengthBytes);
    this.missing = new Set(
      Array.from({ length: Math.ceil(lengthBytes / PIECE_BYTES) }, (_, piece) => piece * PIECE_BYTES),
    );
  }

  isSilent(nowUs: number): boolean {
    return nowUs - this.heardUs > SILENT_AFTER_US;
  }

  /** @throws Refused for a piece that belongs nowhere */
  take(offset: number, piece: Uint8Array, lengthBytes: number, nowUs: number): void {
    const expected = Math.min(PIECE_BYTES, this.bytes.length - offset);
    if (offset % PIECE_BYTES !== 0 || expected <= 0 || lengthBytes !== expected)
      throw new Refused(`a piece of ${lengthBytes} bytes for byte ${offset}, which belongs nowhere`);
    this.bytes.set(piece.subarray(0, expected), offset);
    this.missing.delete(offset);
    this.heardUs = nowUs;
  }

  /** The image. @throws Refused when pieces are missing, or it is not what was announced */
  whole(): Uint8Array {
    if (this.missing.size > 0)
      throw new Refused(`${this.missing.size} pieces of ${Math.ceil(this.bytes.length / PIECE_BYTES)} did not come`);
    if (CRC32.buf(this.bytes) >>> 0 !== this.crc32) throw new Refused('the bytes were damaged on the way');
    return this.bytes;
  }
}
