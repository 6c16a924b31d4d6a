/** The keyboard without a server: the same firmware in a web worker, its flash kept in the browser's database. */
import Dexie, { type EntityTable } from 'dexie';
import { boardById, HARROW_64 } from '../core/board';
import { Firmware, Flash, type Connection } from '../core/device';

type StoredFlash = { board: string; bytes: Uint8Array };

const WRITE_AFTER_MS = 50;
const scope = self as unknown as DedicatedWorkerGlobalScope;
const board = boardById(scope.name) ?? HARROW_64;
const database = new Dexie('underloom-keyboards') as Dexie & { flash: EntityTable<StoredFlash, 'board'> };
database.version(1).stores({ flash: 'board' });

async function powerUp(): Promise<Firmware> {
  const blank = Flash.blank(board.device.memoryBytes);
  const stored = await database.flash.get(board.id).catch(() => undefined);
  const bytes = stored?.bytes.length === blank.length ? stored.bytes : blank;
  let timer: ReturnType<typeof setTimeout> | null = null;
  const flash = new Flash(bytes, () => {
    timer ??= setTimeout(() => {
      timer = null;
      void database.flash.put({ board: board.id, bytes: flash.bytes.slice() });
    }, WRITE_AFTER_MS);
  });
  return new Firmware(board, flash);
}

const page: Connection = { send: (report) => scope.postMessage(report) };
const firmware = powerUp();
scope.onmessage = ({ data }: MessageEvent<unknown>) => {
  if (data instanceof Uint8Array) void firmware.then((ready) => ready.receive(page, data));
};
