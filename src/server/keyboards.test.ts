/** Keyboards in the server's process: what is kept is on the disk, and nothing that cannot be read is written over. */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pino from 'pino';
import { SHOW_DESK } from '../../demo';
import { HARROW_64 } from '../core/board';
import { mustBeSound } from '../core/check';
import { KeyboardClient, yesKeyOf, type Simulation, type Transport } from '../core/device';
import { decodeImage, encodeImage } from '../core/image';
import { openKeyboards, type Keyboards } from './keyboards';
import { FolderTaken } from './lock';

const log = pino({ level: 'silent' });
const IMAGE = encodeImage(mustBeSound(SHOW_DESK));
let folder = '';
let open: Keyboards[] = [];
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'underloom-keyboards-'));
  open = [];
});
afterEach(async () => {
  await Promise.all(open.map((keyboards) => keyboards.close()));
  chmodSync(folder, 0o700);
  rmSync(folder, { recursive: true, force: true });
});

async function start(): Promise<Keyboards> {
  const keyboards = await openKeyboards(folder, log);
  open.push(keyboards);
  return keyboards;
}

function simulationIn(keyboards: Keyboards, boardId = 'harrow-64'): Simulation {
  const keyboard = keyboards.keyboard(boardId);
  if (!keyboard || 'trouble' in keyboard) throw new Error('there is no such keyboard');
  return keyboard.simulation;
}

const after = (ms: number, call: () => void): (() => void) => {
  const timer = setTimeout(call, ms);
  return () => clearTimeout(timer);
};

/** A page on a cable; somebody says yes whenever they are asked. */
async function plugIn(simulation: Simulation): Promise<KeyboardClient> {
  const transport: Transport = {
    send: (report) => plug?.receive(report),
    close: () => plug?.unplug(),
    onReport: () => undefined,
    onClose: () => undefined,
  };
  const plug = simulation.plugIn({ send: (report) => transport.onReport(report), pulled: () => transport.onClose() });
  const key = yesKeyOf(simulation.board);
  simulation.watch(({ indicator }) => {
    if (indicator !== 'asked') return;
    simulation.act({ do: 'finger', key, depthUm: simulation.board.travelUm });
    simulation.act({ do: 'finger', key, depthUm: 0 });
  });
  const client = new KeyboardClient(transport, after);
  await client.hello();
  return client;
}

describe('keyboards in the server', () => {
  test('one of each bundled board', async () => {
    const keyboards = await start();
    expect(keyboards.list().map(({ id }) => id)).toContain('harrow-64');
    expect(keyboards.keyboard('loom-9')).toBeUndefined();
  });

  test('what was saved is in a file when the save is answered, and there when the server starts again', async () => {
    const client = await plugIn(simulationIn(await start()));
    await client.save(1, IMAGE);
    // Nothing is closed: as after kill -9, what counts is what the disk has now.
    const copy = mkdtempSync(join(tmpdir(), 'underloom-copy-'));
    writeFileSync(join(copy, 'harrow-64.memory'), readFileSync(join(folder, 'harrow-64.memory')));
    const again = await openKeyboards(copy, log);
    open.push(again);
    const later = await plugIn(simulationIn(again));
    expect((await later.hello()).selected).toBe(1);
    expect(decodeImage((await later.read(1)) ?? new Uint8Array()).profile).toEqual(SHOW_DESK);
    expect(existsSync(join(folder, 'harrow-64.memory.new'))).toBe(false);
    rmSync(copy, { recursive: true });
  });

  test('a file of another size is put aside under a name of its own, each time', async () => {
    for (const [n, text] of ['first', 'second'].entries()) {
      writeFileSync(join(folder, 'twill-42.memory'), text);
      const keyboards = await start();
      expect(await (await plugIn(simulationIn(keyboards, 'twill-42'))).read(0)).toBeUndefined();
      await keyboards.close();
      expect(readFileSync(join(folder, `twill-42.memory.unusable-${n + 1}`), 'utf8')).toBe(text);
    }
    expect(readFileSync(join(folder, 'twill-42.memory.unusable-1'), 'utf8')).toBe('first');
  });

  test('a memory whose size is what it was again has what was in it', async () => {
    const keyboards = await start();
    await (await plugIn(simulationIn(keyboards))).save(1, IMAGE);
    await keyboards.close();
    // As when the board was another for a while: the file of that size lies in its place.
    const path = join(folder, 'harrow-64.memory');
    renameSync(path, `${path}.unusable-1`);
    writeFileSync(path, 'of another size');
    const later = await plugIn(simulationIn(await start()));
    expect(decodeImage((await later.read(1)) ?? new Uint8Array()).profile).toEqual(SHOW_DESK);
    expect(readFileSync(`${path}.unusable-2`, 'utf8')).toBe('of another size');
    expect(existsSync(`${path}.unusable-1`)).toBe(false);
  });

  test('a memory that cannot be read is no blank one: the keyboard is left alone, and says why', async () => {
    mkdirSync(join(folder, 'harrow-64.memory'));
    const keyboards = await start();
    expect(keyboards.list().find(({ id }) => id === 'harrow-64')?.trouble).toContain('a folder is in its place');
    expect(keyboards.keyboard('harrow-64')).toHaveProperty('trouble');
    expect(readdirSync(join(folder, 'harrow-64.memory'))).toEqual([]);
  });

  test('a damaged byte in the file is one damaged slot, shown as such and kept', async () => {
    const keyboards = await start();
    const client = await plugIn(simulationIn(keyboards));
    await client.save(0, IMAGE);
    await client.save(1, IMAGE);
    await keyboards.close();
    const path = join(folder, 'harrow-64.memory');
    const bytes = readFileSync(path);
    const at = bytes.indexOf('UNDL') + 60;
    bytes[at]! ^= 0x10;
    writeFileSync(path, bytes);
    const later = await plugIn(simulationIn(await start()));
    const states = [(await later.slotInfo(0)).state, (await later.slotInfo(1)).state];
    expect(states.toSorted()).toEqual(['damaged', 'sound']);
    expect(readFileSync(path)).toEqual(bytes);
  });

  test('what cannot be written is an error to who saved, stays said, and is kept as soon as it can be', async () => {
    const simulation = simulationIn(await start());
    const client = await plugIn(simulation);
    await client.save(0, IMAGE);
    // A folder where the new file would be: no user, root neither, can write there.
    mkdirSync(join(folder, 'harrow-64.memory.new'));
    await expect(client.save(1, IMAGE)).rejects.toThrow(
      'its memory could not be kept: a folder is in its place. It was asked again: the keyboard holds the new profile',
    );
    expect((await client.hello()).isUnkept).toBe(true);
    expect(simulation.body.isKept).toBe(false);
    rmSync(join(folder, 'harrow-64.memory.new'), { recursive: true });
    for (let n = 0; n < 400 && (await client.hello()).isUnkept; n++) await new Promise((r) => setTimeout(r, 20));
    expect((await client.hello()).isUnkept).toBe(false);
  });

  test('two servers on one folder: the second says so, and the first keeps everything', async () => {
    const first = await start();
    await (await plugIn(simulationIn(first))).save(0, IMAGE);
    await expect(openKeyboards(folder, log)).rejects.toThrow(FolderTaken);
    await first.close();
    open = [];
    expect((await (await plugIn(simulationIn(await start()))).slotInfo(0)).state).toBe('sound');
  });

  test('the body: keys, cable, a power cut in the middle of a save', async () => {
    const simulation = simulationIn(await start());
    const client = await plugIn(simulation);
    await client.save(0, IMAGE);
    simulation.act({ do: 'cut', after: 25 });
    expect(simulation.body.cutIsDue).toBe(true);
    await expect(client.save(1, IMAGE)).rejects.toThrow('the connection to the keyboard was lost');
    expect(simulation.body).toMatchObject({ powerIsOn: false, indicator: 'off', keysDown: [] });
    expect(simulation.plugIn({ send: () => undefined, pulled: () => undefined })).toBeUndefined();
    simulation.act({ do: 'cable', isIn: true });
    const later = await plugIn(simulation);
    expect([(await later.slotInfo(0)).state, (await later.slotInfo(1)).state]).toEqual(['sound', 'empty']);
    simulation.act({ do: 'finger', key: 3, depthUm: HARROW_64.travelUm });
    expect(simulation.body.keysDown).toEqual([3]);
    simulation.act({ do: 'cable', isIn: false });
    await expect(later.hello()).rejects.toThrow('not connected');
  });

  test('a flaky cable loses reports and nothing else', async () => {
    const simulation = simulationIn(await start());
    const client = await plugIn(simulation);
    simulation.act({ do: 'faults', rate: 0.1 });
    await client.save(0, IMAGE);
    simulation.act({ do: 'faults', rate: 0 });
    expect(decodeImage((await client.read(0))!).profile).toEqual(SHOW_DESK);
  });
});
