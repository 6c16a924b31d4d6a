/** The keyboard without a server: the same firmware in a web worker, its memory kept in the browser's database. */
import Dexie, { type EntityTable } from 'dexie';
import { boardById, HARROW_64 } from '../core/board';
import { blankFlash, handSchema, Simulation, type FlashContents } from '../core/device';
import type { FromKeyboard, ToKeyboard } from './keyboardOrder';

type Stored = FlashContents & { board: string };

const scope = self as unknown as DedicatedWorkerGlobalScope;
const board = boardById(scope.name) ?? HARROW_64;
const database = new Dexie('underloom-keyboards') as Dexie & { memory: EntityTable<Stored, 'board'> };
// Version 1 kept memories of another form, which this firmware does not read.
database.version(1).stores({ flash: 'board' });
database.version(2).stores({ flash: 'board', memory: 'board' });

const tell = (message: FromKeyboard): void => scope.postMessage(message);

/** @throws Error when the database cannot be read: only a memory that is not there is a blank one */
async function powerUp(): Promise<Simulation> {
  const contents = (await database.memory.get(board.id)) ?? blankFlash(board.device.memoryBytes);
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

const simulation = powerUp().catch((error: unknown) => {
  tell({ what: 'trouble', reason: error instanceof Error ? error.message : String(error) });
  throw error;
});

let plug: ReturnType<Simulation['plugIn']>;
scope.onmessage = ({ data }: MessageEvent<ToKeyboard>) => {
  void simulation.then((keyboard) => {
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
};
