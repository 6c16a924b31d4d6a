/**
 * The simulated keyboards that live in this process: one of each bundled board, its flash a file in the data folder.
 * A change is written to a new file that then takes the old one's place, so that a killed server never leaves half a file.
 */
import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { BOARDS, type Board } from '../core/board';
import { Firmware, Flash } from '../core/device';

export type Keyboards = {
  list(): { id: string; name: string }[];
  firmware(boardId: string): Firmware | undefined;
  /** Writes what has not been written yet. */
  close(): void;
};

/** How long changes are gathered before they are written, in ms: a save is many small ones. */
const WRITE_AFTER_MS = 50;

class FlashFile {
  readonly flash: Flash;
  private timer: NodeJS.Timeout | null = null;

  constructor(
    private readonly path: string,
    sizeBytes: number,
    log: Logger,
  ) {
    this.flash = new Flash(this.load(sizeBytes, log), () => this.writeSoon());
  }

  writeNow(): void {
    if (!this.timer) return;
    clearTimeout(this.timer);
    this.timer = null;
    writeFileSync(`${this.path}.new`, this.flash.bytes);
    renameSync(`${this.path}.new`, this.path);
  }

  private writeSoon(): void {
    this.timer ??= setTimeout(() => this.writeNow(), WRITE_AFTER_MS);
  }

  private load(sizeBytes: number, log: Logger): Uint8Array {
    const blank = Flash.blank(sizeBytes);
    let stored: Uint8Array;
    try {
      stored = readFileSync(this.path);
    } catch {
      return blank;
    }
    if (stored.length === blank.length) return new Uint8Array(stored);
    const aside = `${this.path}.unusable`;
    renameSync(this.path, aside);
    log.warn(
      { file: this.path, bytes: stored.length, expected: blank.length, aside },
      'the keyboard memory file has the wrong size; it was put aside and a blank one is used',
    );
    return blank;
  }
}

/** Opens the keyboards' memory in a folder, which is made when it is not there. */
export function openKeyboards(folder: string, log: Logger): Keyboards {
  mkdirSync(folder, { recursive: true });
  const open = (board: Board) => {
    const file = new FlashFile(join(folder, `${board.id}.flash`), board.device.memoryBytes, log);
    return { board, file, firmware: new Firmware(board, file.flash) };
  };
  const keyboards = new Map(BOARDS.map((board) => [board.id, open(board)]));
  return {
    list: () => BOARDS.map(({ id, name }) => ({ id, name })),
    firmware: (boardId) => keyboards.get(boardId)?.firmware,
    close: () => keyboards.forEach(({ file }) => file.writeNow()),
  };
}
