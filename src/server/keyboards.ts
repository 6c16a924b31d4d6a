/** The simulated keyboards that live in this process: one of each bundled board, its memory a file in the data folder. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { BOARDS, type Board } from '../core/board';
import { Simulation } from '../core/device';
import { lockFolder } from './lock';
import { codeOf, loadMemory, MemoryFile, reasonOf, tryFolder } from './memoryFile';

/** A keyboard, or why there is none: its memory is there and cannot be read, so that nothing may be written over it. */
export type Keyboard = { board: Board; simulation: Simulation } | { board: Board; trouble: string };

export type Keyboards = {
  list(): { id: string; name: string; trouble?: string }[];
  keyboard(boardId: string): Keyboard | undefined;
  /** Pulls all cables, and waits until what is being written is written. */
  close(): Promise<void>;
};

/**
 * Opens the keyboards' memory in a folder, which is made when it is not there.
 * @throws FolderTaken when another server has it, or the system's error when it cannot be written
 */
export async function openKeyboards(folder: string, log: Logger): Promise<Keyboards> {
  mkdirSync(folder, { recursive: true });
  tryFolder(folder);
  const unlock = await lockFolder(folder);
  const files: MemoryFile[] = [];
  const open = (board: Board): Keyboard => {
    const path = join(folder, `${board.id}.memory`);
    try {
      const contents = loadMemory(path, board.device.memoryBytes, log);
      const file = new MemoryFile(path, log);
      files.push(file);
      const simulation = new Simulation(board, contents, {
        keep: (kept, done) => file.keep(kept, done),
        nowMs: () => performance.now(),
        after: (ms, call) => {
          const timer = setTimeout(call, ms);
          return () => clearTimeout(timer);
        },
        chance: () => Math.random(),
      });
      return { board, simulation };
    } catch (error) {
      if (codeOf(error) === undefined) throw error;
      log.error({ file: path, error }, 'the keyboard memory cannot be read; this keyboard is left alone');
      return { board, trouble: `its memory in ${path} cannot be read: ${reasonOf(error)}` };
    }
  };
  const keyboards = new Map(BOARDS.map((board) => [board.id, open(board)]));
  return {
    list: () =>
      [...keyboards.values()].map((keyboard) => ({
        id: keyboard.board.id,
        name: keyboard.board.name,
        ...('trouble' in keyboard && { trouble: keyboard.trouble }),
      })),
    keyboard: (boardId) => keyboards.get(boardId),
    close: async () => {
      for (const keyboard of keyboards.values()) if ('simulation' in keyboard) keyboard.simulation.close();
      await Promise.all(files.map((file) => file.close()));
      unlock();
    },
  };
}
