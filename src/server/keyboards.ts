/**
 * The simulated keyboards that live in this process: one of each bundled board, and one of each board that a page brings; the memory of
 * each is a file in the data folder.
 */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { boardById, BOARDS, type Board } from '../core/board';
import { Simulation } from '../core/device';
import { sameData } from '../core/profile';
import { lockFolder } from './lock';
import { codeOf, loadMemory, MemoryFile, reasonOf, tryFolder } from './memoryFile';

/** So many keyboards at once; more boards are no person's. */
const MOST_KEYBOARDS = 60;

/** A keyboard, or why there is none: its memory is there and cannot be read, so that nothing may be written over it. */
export type Keyboard = { board: Board; simulation: Simulation } | { board: Board; trouble: string };

/** Who is at the keyboards: pages with their link to one, and all that have anything to do with it. */
export type Attendance = { isPlugged(boardId: string): boolean; isUsed(boardId: string): boolean };

export type Keyboards = {
  list(): { id: string; name: string; trouble?: string }[];
  keyboard(boardId: string): Keyboard | undefined;
  /**
   * Takes a board that a page brings. When it was brought before and has changed, its keyboard begins anew on the same memory; while a page
   * has its link to the old one open, that one stays. Keyboards of other such boards that nobody is at are let go of: their memory is in their files.
   * @param at who is at which keyboard
   * @returns a sentence when it cannot be taken
   */
  bring(board: Board, at: Attendance): Promise<string | undefined>;
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
  const files = new Map<string, MemoryFile>();
  const open = (board: Board): Keyboard => {
    const path = join(folder, `${board.id}.memory`);
    try {
      const contents = loadMemory(path, board.device.memoryBytes, log);
      const file = new MemoryFile(path, log);
      files.set(board.id, file);
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
  /** Ends a keyboard, when what it has to write is written. */
  const letGo = async (boardId: string): Promise<void> => {
    const keyboard = keyboards.get(boardId);
    keyboards.delete(boardId);
    if (keyboard && 'simulation' in keyboard) keyboard.simulation.close();
    await files.get(boardId)?.close();
    files.delete(boardId);
  };
  let bringing: Promise<unknown> = Promise.resolve();
  const keyboards = new Map(BOARDS.map((board) => [board.id, open(board)]));
  return {
    list: () =>
      [...keyboards.values()].map((keyboard) => ({
        id: keyboard.board.id,
        name: keyboard.board.name,
        ...('trouble' in keyboard && { trouble: keyboard.trouble }),
      })),
    keyboard: (boardId) => keyboards.get(boardId),
    bring: async (board, { isPlugged, isUsed }) => {
      if (boardById(board.id)) return 'A board that ships with Underloom has that id.';
      // One after the other: a keyboard that begins anew waits for what its memory still has to write.
      const turn = bringing.then(async () => {
        const there = keyboards.get(board.id);
        if (there && sameData(there.board, board)) return undefined;
        if (there && isPlugged(board.id))
          return 'Another page works with this board as it was drawn there; close that page first.';
        for (const other of [...keyboards.keys()])
          if (!boardById(other) && other !== board.id && !isUsed(other) && files.get(other)?.problem === undefined)
            await letGo(other);
        if (!there && keyboards.size >= MOST_KEYBOARDS)
          return `This server has ${MOST_KEYBOARDS} keyboards already; that is all it holds.`;
        if (there) await letGo(board.id);
        keyboards.set(board.id, open(board));
        return undefined;
      });
      bringing = turn.catch(() => undefined);
      return turn;
    },
    close: async () => {
      for (const keyboard of keyboards.values()) if ('simulation' in keyboard) keyboard.simulation.close();
      await Promise.all([...files.values()].map((file) => file.close()));
      unlock();
    },
  };
}
