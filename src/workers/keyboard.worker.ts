/** The keyboard without a server: the same firmware in a web worker, its memory kept in the browser's database. */
import Dexie, { type EntityTable } from 'dexie';
import type { Board } from '../core/board';
import { sameData } from '../core/profile';
import { bringHosts } from '../core/hosts';
import { blankFlash, handSchema, Simulation, type FlashContents } from '../core/device';
import type { FromKeyboard, ToKeyboard } from './keyboardOrder';

type Stored = FlashContents & { board: string };

const scope = self as unknown as DedicatedWorkerGlobalScope;
const database = new Dexie('underloom-keyboards') as Dexie & { memory: EntityTable<Stored, 'board'> };
// Version 1 kept memories of another form, which this firmware does not read.
database.version(1).stores({ flash: 'board' });
database.version(2).stores({ flash: 'board', memory: 'board' });

const tell = (message: FromKeyboard): void => scope.postMessage(message);

/**
 * One tab of a browser has the keyboard: two would write their memories over each other. The lock goes with the tab, however it ends.
 * @throws Error when another tab has it
 */
const takeKeyboard = (): Promise<void> =>
  new Promise((resolve, reject) => {
    void navigator.locks.request(`underloom keyboard ${scope.name}`, { ifAvailable: true }, (lock) => {
      if (!lock) {
        reject(new Error('another tab of this browser has it; close that one'));
        return undefined;
      }
      resolve();
      // Held as long as this worker lives.
      return new Promise(() => undefined);
    });
  });

let taken: Promise<void> | null = null;

/** @throws Error when another tab has it, or the database cannot be read: only a memory that is not there is a blank one */
async function powerUp(board: Board): Promise<Simulation> {
  taken ??= takeKeyboard();
  await taken.catch((error: unknown) => {
    taken = null;
    throw error;
  });
  await bringHosts();
  const stored = await database.memory.get(board.id);
  // A controller with another memory is another controller.
  const fits = stored?.bytes.length === board.device.memoryBytes;
  const contents = stored && fits ? stored : blankFlash(board.device.memoryBytes);
  const simulation = new Simulation(board, contents, {
    keep: ({ bytes, erases, programmed }, done) => {
      const row = { board: board.id, bytes: bytes.slice(), erases: erases.slice(), programmed: programmed.slice() };
      database.memory
        .put(row)
        .then(() => done())
        .catch((error: unknown) => done(error instanceof Error ? error.message : String(error)));
    },
    nowMs: () => performance.now(),
    after: (ms, call) => {
      const timer = setTimeout(call, ms);
      return () => clearTimeout(timer);
    },
    chance: () => Math.random(),
  });
  simulation.watch((body) => tell({ what: 'body', body }));
  return simulation;
}

/** Tried anew with each plug until it succeeds. */
let simulation: Promise<Simulation> | null = null;
let poweredAs: Board | null = null;

let plug: ReturnType<Simulation['plugIn']>;
scope.onmessage = ({ data }: MessageEvent<ToKeyboard>) => {
  if (!simulation && data.what !== 'plug') return;
  if (data.what === 'plug' && poweredAs && !sameData(poweredAs, data.board)) {
    plug?.unplug();
    void simulation?.then((old) => old.close());
    simulation = null;
  }
  if (data.what === 'plug') poweredAs = data.board;
  if (poweredAs) simulation ??= powerUp(poweredAs);
  if (!simulation) return;
  const reached = simulation.then((keyboard) => {
    switch (data.what) {
      case 'plug':
        plug?.unplug();
        plug = keyboard.plugIn({
          send: (report) => tell({ what: 'report', report }),
          pulled: () => tell({ what: 'pulled' }),
        });
        tell({ what: plug ? 'plugged' : 'pulled' });
        break;
      case 'report':
        plug?.receive(data.report);
        break;
      case 'act': {
        const act = handSchema.safeParse(data.act);
        if (act.success) keyboard.act(act.data);
        break;
      }
    }
  });
  reached.catch((error: unknown) => {
    simulation = null;
    tell({ what: 'trouble', reason: error instanceof Error ? error.message : String(error) });
  });
};
