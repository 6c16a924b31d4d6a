/** `keyboard`: our firmware as a program that speaks the link's 64-byte reports over its standard input and output. */
import { boardById, HARROW_64 } from '../core/board';
import { blankFlash, REPORT_BYTES, Simulation, yesKeyOf } from '../core/device';
import { BadInput, loadBoard } from './input';

/** Cuts what comes into reports, however it comes. @param take gets each whole report */
export function inReports(take: (report: Uint8Array) => void): (chunk: Uint8Array) => void {
  let rest = new Uint8Array(0);
  return (chunk) => {
    const all = new Uint8Array(rest.length + chunk.length);
    all.set(rest);
    all.set(chunk, rest.length);
    let at = 0;
    for (; at + REPORT_BYTES <= all.length; at += REPORT_BYTES) take(all.slice(at, at + REPORT_BYTES));
    rest = all.slice(at);
  };
}

export function keyboardCommand({ board: file, stdio, yes }: { board?: string; stdio?: boolean; yes?: boolean }): void {
  if (!stdio) throw new BadInput('keyboard speaks over standard input and output only: --stdio');
  const board = file === undefined ? HARROW_64 : (boardById(file) ?? loadBoard(file));
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
      const key = yesKeyOf(board);
      simulation.act({ do: 'finger', key, depthUm: board.travelUm });
      simulation.act({ do: 'finger', key, depthUm: 0 });
    });
  const plug = simulation.plugIn({
    send: (report) => void process.stdout.write(report),
    pulled: () => process.exit(0),
  });
  process.stdin.on(
    'data',
    inReports((report) => plug?.receive(report)),
  );
  process.stdin.on('end', () => process.exit(0));
}
