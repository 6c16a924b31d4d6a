import { beforeEach, describe, expect, test } from '@jest/globals';
import { SHOW_DESK } from '../../../demo';
import { mustBeSound } from '../check';
import { HARROW_64 } from '../board';
import { isEdgeLine, type TraceLine } from '../engine';
import { decodeImage, encodeImage } from '../image';
import { mustEdit } from '../profile';
import { Firmware, Flash, FlashError, KeyboardClient, PAGE_BYTES, Store, type Connection, type Transport } from '.';

/** A client on a cable to a firmware, both in this test. */
/** The clock of these tests: what is asked to be called back is called when a test says so. */
let waiting: (() => void)[] = [];
const after = (_ms: number, call: () => void): (() => void) => {
  waiting.push(call);
  return () => {
    waiting = waiting.filter((other) => other !== call);
  };
};

function plugIn(firmware: Firmware): {
  client: KeyboardClient;
  unplug: () => void;
  send: (report: Uint8Array) => void;
  got: Uint8Array[];
} {
  const got: Uint8Array[] = [];
  const transport: Transport = {
    send: (report) => firmware.receive(connection, report),
    close: () => transport.onClose(),
    onReport: () => undefined,
    onClose: () => undefined,
  };
  const connection: Connection = {
    send: (report) => {
      got.push(report);
      transport.onReport(report);
    },
  };
  const client = new KeyboardClient(transport, after);
  const unplug = (): void => {
    firmware.closed(connection);
    transport.onClose();
  };
  return { client, unplug, send: (report) => firmware.receive(connection, report), got };
}

const IMAGE = encodeImage(mustBeSound(SHOW_DESK));
let memory: Uint8Array;
let firmware: Firmware;
beforeEach(() => {
  memory = Flash.blank(HARROW_64.device.memoryBytes);
  firmware = new Firmware(HARROW_64, new Flash(memory));
});

describe('flash', () => {
  test('a page is erased whole, a word is programmed once', () => {
    const flash = new Flash(Flash.blank(4096));
    flash.program(8, Uint8Array.of(1, 2, 3));
    expect([...flash.bytes.subarray(8, 16)]).toEqual([1, 2, 3, 255, 255, 255, 255, 255]);
    expect(() => flash.program(8, Uint8Array.of(1))).toThrow(FlashError);
    expect(() => flash.program(3, Uint8Array.of(1))).toThrow('not the start of a word');
    expect(() => flash.program(4096, Uint8Array.of(1))).toThrow('beyond the end');
    flash.erasePage(0);
    expect(flash.bytes[8]).toBe(255);
    expect([...flash.erases]).toEqual([1, 0]);
  });

  test('the slot in use is kept, and choosing seldom erases', () => {
    const flash = new Flash(Flash.blank(HARROW_64.device.memoryBytes));
    const store = new Store(flash, 4);
    for (let n = 0; n < 300; n++) store.select(n % 4);
    expect(store.selected).toBe(299 % 4);
    expect(flash.erases[flash.pageCount - 1]).toBe(1);
    expect(store.slotBytes % PAGE_BYTES).toBe(0);
  });
});

describe('the link', () => {
  test('says hello', async () => {
    expect(await plugIn(firmware).client.hello()).toEqual({
      linkVersion: 1,
      firmware: 1,
      slots: 4,
      selected: 0,
      slotBytes: 6144,
      pollHz: 1000,
      boardId: 'harrow-64',
    });
  });

  test('what is saved is read back the same, and is there after the power was off', async () => {
    const { client } = plugIn(firmware);
    const parts: number[] = [];
    await client.save(2, IMAGE, (part) => parts.push(part));
    expect(parts.at(-1)).toBe(1);
    expect(parts).toEqual(parts.toSorted((a, b) => a - b));
    const again = plugIn(new Firmware(HARROW_64, new Flash(memory))).client;
    expect((await again.hello()).selected).toBe(2);
    expect(decodeImage((await again.read(2))!).profile).toEqual(SHOW_DESK);
    expect(await again.read(0)).toBeUndefined();
  });

  test('a damaged image never reaches the flash, and the old one stays', async () => {
    const { client } = plugIn(firmware);
    await client.save(0, IMAGE);
    const damaged = IMAGE.slice();
    damaged[100]! ^= 1;
    await expect(client.save(0, damaged)).rejects.toThrow('damaged');
    expect(decodeImage((await client.read(0))!).profile).toEqual(SHOW_DESK);
  });

  test.each<[string, (client: KeyboardClient) => Promise<unknown>, string]>([
    ['an image that is too long', (client) => client.save(0, new Uint8Array(7000)), 'a slot has 6144'],
    ['a slot that is not there', (client) => client.slotInfo(7), 'there is no slot 8'],
    ['using an empty slot', (client) => client.select(1), 'empty'],
    [
      'playing an empty slot',
      (client) =>
        client.playStart(
          { keyIds: [], layerIds: [], jointIds: [] },
          () => undefined,
          () => undefined,
        ),
      'nothing is stored',
    ],
    ['letting go without playing', (client) => client.letGo(), 'does not play'],
  ])('%s is refused with the reason', async (_what, request, reason) => {
    await expect(request(plugIn(firmware).client)).rejects.toThrow(reason);
  });

  test('two pages at once: the second writer is refused, until the first is gone', async () => {
    const first = plugIn(firmware);
    const begin = new Uint8Array(64);
    begin.set([0x04, 9, 0, 100]);
    first.send(begin);
    const second = plugIn(firmware).client;
    await expect(second.save(0, IMAGE)).rejects.toThrow('another page is writing');
    first.unplug();
    await second.save(0, IMAGE);
  });

  test('nonsense is refused and changes nothing', () => {
    const before = memory.slice();
    const { send, got } = plugIn(firmware);
    for (let kind = 0; kind < 256; kind++) send(new Uint8Array(64).fill(kind));
    send(new Uint8Array(3));
    expect(got.filter((report) => report[0] === 0xff).length).toBeGreaterThan(240);
    expect(memory).toEqual(before);
  });

  test('a pulled cable ends what was asked', async () => {
    const { client, unplug } = plugIn(firmware);
    let closed = 0;
    client.onClose = () => closed++;
    unplug();
    await expect(client.hello()).rejects.toThrow('not connected');
    expect(closed).toBe(1);
  });
});

describe('playing what is stored', () => {
  const names = {
    keyIds: HARROW_64.keys.map(({ id }) => id),
    layerIds: SHOW_DESK.layers.map(({ id }) => id),
    jointIds: [],
  };
  const caps = HARROW_64.keys.findIndex(({ id }) => id === 'CapsLock');
  const letter = HARROW_64.keys.findIndex(({ id }) => id === 'KeyF');

  test('fingers go in, the trace comes out', async () => {
    const { client } = plugIn(firmware);
    await client.save(0, IMAGE);
    const lines: TraceLine[] = [];
    await client.playStart(
      names,
      (line) => lines.push(line),
      () => undefined,
    );
    client.finger(0, caps, 4000);
    client.clock(200_000);
    client.finger(210_000, letter, 4000);
    client.finger(250_000, letter, 0);
    client.finger(5_000_000_000, caps, 0);
    expect(lines).toEqual([
      { t: 0, pending: 'CapsLock', layer: 'base', step: 1, sinceUs: 0 },
      { t: 180_000, why: 'timeout', key: 'CapsLock', layer: 'base', step: 1, outcome: 'hold', sinceUs: 180_000 },
      { t: 180_000, from: 'CapsLock', layer: 'base', pressedUs: 0 },
      { t: 180_000, layer: 'cues', active: true, under: false, way: 'while' },
      { t: 210_000, from: 'KeyF', layer: 'cues', pressedUs: 210_000 },
      { t: 210_000, edge: 'down', code: 'F20' },
      { t: 250_000, edge: 'up', code: 'F20' },
      { t: 5_000_000_000, layer: 'cues', active: false, under: false, way: 'while' },
    ]);
  });

  test('saving while it plays ends the playing, with nothing left down', async () => {
    const { client } = plugIn(firmware);
    await client.save(0, IMAGE);
    const lines: TraceLine[] = [];
    let ended = 0;
    await client.playStart(
      names,
      (line) => lines.push(line),
      () => ended++,
    );
    client.finger(0, letter, 4000);
    await client.save(0, encodeImage(mustBeSound(mustEdit(SHOW_DESK, { edit: 'describe', to: { name: 'Other' } }))));
    expect(lines.filter(isEdgeLine).map(({ edge }) => edge)).toEqual(['down', 'up']);
    expect(ended).toBe(1);
  });
});
