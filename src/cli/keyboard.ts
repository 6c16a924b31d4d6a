/** `keyboard`: our firmware as a program that speaks the link's 64-byte reports over its standard input and output. */
import { boardById, HARROW_64, type Board } from '../core/board';
import { blankFlash, REPORT_BYTES, Simulation, yesKeyOf } from '../core/device';
import { isIntact } from '../core/device/linkReports';
import { loadBoard } from './input';
import { BadInput } from './io';

/**
 * Cuts what comes into reports, however it comes. Where 64 bytes do not check out, a byte was lost, damaged or put in: one is passed over at a
 * time until they do. @param take gets each report that checks out
 */
export function inReports(take: (report: Uint8Array) => void): (chunk: Uint8Array) => void {
  let rest = new Uint8Array(0);
  return (chunk) => {
    const all = new Uint8Array(rest.length + chunk.length);
    all.set(rest);
    all.set(chunk, rest.length);
    let at = 0;
    while (at + REPORT_BYTES <= all.length) {
      const report = all.slice(at, at + REPORT_BYTES);
      const checksOut = isIntact(report);
      if (checksOut) take(report);
      at += checksOut ? REPORT_BYTES : 1;
    }
    rest = all.slice(at);
  };
}

/** A keyboard with an empty memory that lasts as long as this process. @param yes it says yes by itself when a page asks to write */
export function keyboardOf(board: Board, yes: boolean): Simulation {
  const simulation = new Simulation(board, blankFlash(board.device.memoryBytes), {
    keep: (_contents, done) => done(),
    nowMs: () => performance.now(),
    after: (ms, call) => {
      const timer = setTimeout(call, ms);
      return () => clearTimeout(timer);
    },
    chance: () => Math.random(),
  });
  if (yes)
    simulation.watch(({ indicator }) => {
      if (indicator !== 'asked') return;
      for (const depthUm of [board.travelUm, 0]) simulation.act({ do: 'finger', key: yesKeyOf(board), depthUm });
    });
  return simulation;
}

/** A keyboard that is spoken to in bytes; it goes on until nothing more can come. It says nothing but reports. */
// eslint-disable-next-line require-yield
export async function* keyboardCommand({
  board: file,
  stdio,
  yes,
}: {
  board?: string;
  stdio?: boolean;
  yes?: boolean;
}): AsyncGenerator<string, void> {
  if (!stdio) throw new BadInput('keyboard speaks over standard input and output only: --stdio');
  const board = file === undefined ? HARROW_64 : (boardById(file) ?? loadBoard(file));
  const simulation = keyboardOf(board, yes ?? false);
  await new Promise<void>((resolve) => {
    const plug = simulation.plugIn({ send: (report) => void process.stdout.write(report), pulled: resolve });
    process.stdin.on(
      'data',
      inReports((report) => plug?.receive(report)),
    );
    process.stdin.on('end', resolve);
    process.stdout.on('error', resolve);
  });
  // Timers of its own would keep it alive.
  process.exit(0);
}
