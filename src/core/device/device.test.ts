/** Page and keyboard on a sound cable: what is saved, refused, played. */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { SHOW_DESK } from '../../../demo';
import { mustBeSound } from '../check';
import { HARROW_64 } from '../board';
import { isEdgeLine, type TraceLine } from '../engine';
import { decodeImage, encodeImage } from '../image';
import { mustEdit } from '../profile';
import type { KeyboardClient } from '.';
import { Firmware, Flash, PowerCut } from '.';
import { seededChance } from './faults';
import { ReportWriter, REQUEST } from './linkReports';
import { TestBench } from './pretend';

const IMAGE = encodeImage(mustBeSound(SHOW_DESK));
const OTHER = encodeImage(mustBeSound(mustEdit(SHOW_DESK, { edit: 'describe', to: { name: 'Other' } })));
let bench: TestBench;
beforeEach(() => {
  bench = new TestBench();
});
const wait = <T>(promise: Promise<T>): Promise<T> => bench.time.until(promise);

describe('the link', () => {
  test('says hello', async () => {
    expect(await wait(bench.plugIn().client.hello())).toEqual({
      linkVersion: 2,
      firmware: 2,
      slots: 4,
      selected: 0,
      slotBytes: 6048,
      pollHz: 1000,
      boardId: 'harrow-64',
      isForeign: false,
      isUnkept: false,
      isStopped: false,
    });
  });

  test('a page of other versions of the link gets a reason', async () => {
    const { connection, got } = bench.plugIn();
    bench.firmware.receive(connection, new ReportWriter(REQUEST.hello, 1, 9).u8(7).u8(9).sealed());
    const text = got.map((report) => String.fromCharCode(...report.subarray(8, 58))).join('');
    expect(text.replace(/\0/g, '')).toBe('the page speaks versions 7 to 9 of the link; this keyboard 2 to 2');
  });

  test('what is saved is read back the same, and is there after the power was off', async () => {
    const { client } = await bench.connected();
    const parts: number[] = [];
    await wait(client.save(2, IMAGE, { progress: (part) => parts.push(part) }));
    expect(parts.at(-1)).toBe(1);
    expect(parts).toEqual(parts.toSorted((a, b) => a - b));
    const later = new TestBench(HARROW_64, bench.contents);
    const again = (await later.connected()).client;
    expect((await later.time.until(again.hello())).selected).toBe(2);
    expect(decodeImage((await later.time.until(again.read(2)))!).profile).toEqual(SHOW_DESK);
    expect(await later.time.until(again.read(0))).toBeUndefined();
  });

  test('a damaged image never reaches the flash, and the old one stays', async () => {
    const { client } = await bench.connected();
    await wait(client.save(0, IMAGE));
    const damaged = IMAGE.slice();
    damaged[100]! ^= 1;
    await expect(wait(client.save(0, damaged))).rejects.toThrow(/damaged.*the keyboard keeps what it had/);
    expect(decodeImage((await wait(client.read(0)))!).profile).toEqual(SHOW_DESK);
  });

  test('nobody writes before somebody has said yes on the keyboard, once a connection', async () => {
    bench.saysYes = false;
    const { client } = await bench.connected();
    const { connection, got } = await bench.connected(7);
    // A page that skips the question.
    bench.firmware.receive(connection, new ReportWriter(REQUEST.writeBegin, 40, 7).u8(0).u32(10).u32(0).sealed());
    expect(String.fromCharCode(...got.at(-1)!.subarray(8, 50))).toContain('nobody has said yes');
    await expect(wait(client.save(0, IMAGE))).rejects.toThrow(
      'nobody said yes on the keyboard. It was asked again: the keyboard keeps what it had',
    );
    expect(bench.nowUs).toBeGreaterThan(29_000_000);
    const asked: boolean[] = [];
    bench.saysYes = true;
    await wait(client.save(0, IMAGE, { asked: (isAsked) => asked.push(isAsked) }));
    await wait(client.save(1, OTHER, { asked: (isAsked) => asked.push(isAsked) }));
    expect(asked).toEqual([true, false]);
    await expect(wait((await bench.connected(2)).client.clear(0, { isStopped: () => true }))).rejects.toThrow(
      'called off',
    );
  });

  test.each<[string, (client: KeyboardClient) => Promise<unknown>, string]>([
    ['an image that is too long', (client) => client.save(0, new Uint8Array(7000)), 'a slot has 6048'],
    ['no image at all', (client) => client.save(0, new Uint8Array()), '0 bytes'],
    ['a slot that is not there', (client) => client.slotInfo(7), 'there is no slot 8'],
    ['using an empty slot', (client) => client.select(1), 'holds nothing that can be run'],
    ['using a slot that is not there', (client) => client.select(4), 'there is no slot 5'],
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
  ])('%s is refused with the reason', async (_what, request, reason) => {
    await expect(wait(request((await bench.connected()).client))).rejects.toThrow(reason);
  });

  test('two pages at once: the second is refused, until the first is gone or silent for too long', async () => {
    const first = await bench.connected();
    await wait(first.client.leave());
    const begin = (): void =>
      bench.firmware.receive(
        first.connection,
        new ReportWriter(REQUEST.writeBegin, 90, 1).u8(0).u32(99).u32(0).sealed(),
      );
    begin();
    const second = (await bench.connected()).client;
    await expect(wait(second.save(0, IMAGE))).rejects.toThrow('another page is writing');
    bench.time.after(6000, () => bench.firmware.tick(bench.nowUs));
    while (bench.time.step());
    await wait(second.save(0, IMAGE));
    bench.firmware.receive(first.connection, new ReportWriter(REQUEST.writePiece, 91, 1).u32(0).u8(48).sealed());
    expect(
      first.got
        .slice(-2)
        .map((report) => String.fromCharCode(...report.subarray(8, 58)))
        .join(''),
    ).toContain('silent for too long');
  });

  test('nonsense is refused or dropped, and changes nothing', () => {
    const before = bench.contents.bytes.slice();
    const { connection, got } = bench.plugIn();
    for (let kind = 0; kind < 256; kind++) {
      bench.firmware.receive(connection, new Uint8Array(64).fill(kind));
      bench.firmware.receive(connection, new ReportWriter(kind, kind, kind).u32(0xffffffff).sealed());
    }
    // What is no hello before a hello, or of another session after it, is dropped; the rest is answered, each with a no.
    bench.firmware.receive(connection, new ReportWriter(REQUEST.hello, 1, 500).u8(1).u8(9).sealed());
    const answered = got.length;
    for (let kind = 2; kind < 256; kind++)
      bench.firmware.receive(connection, new ReportWriter(kind, kind, 500).u32(0xffffffff).u32(0xffffffff).sealed());
    bench.firmware.receive(connection, new Uint8Array(3));
    expect(got.length - answered).toBeGreaterThan(250);
    expect(bench.contents.bytes).toEqual(before);
  });

  test('80 000 mutated reports of a save: no crash, and only whole images are ever in the memory', async () => {
    const { client, connection, transport } = await bench.connected();
    const sent: Uint8Array[] = [];
    const { send } = transport;
    transport.send = (report) => {
      sent.push(report.slice());
      send(report);
    };
    await wait(client.save(0, IMAGE));
    await wait(client.save(1, OTHER));
    const chance = seededChance(11);
    const pick = (most: number): number => Math.floor(chance() * most);
    for (let n = 0; n < 80_000; n++) {
      const report = (sent[pick(sent.length)] ?? IMAGE).slice(0, 64);
      for (let changes = pick(4); changes >= 0; changes--) report[pick(60)] = chance() < 0.5 ? pick(256) : pick(4);
      // Most have a right checksum again: what is in them is what is looked at.
      const [kind = 0, , low = 0, high = 0, session = 0, more = 0] = report;
      const sealed = new ReportWriter(kind, low + high * 256, n % 50 === 0 ? session + more * 256 : 1)
        .raw(report.subarray(6, 60))
        .sealed();
      bench.firmware.receive(connection, n % 20 === 0 ? report : sealed);
    }
    const later = new TestBench(HARROW_64, bench.contents);
    const look = (await later.connected()).client;
    for (let slot = 0; slot < 4; slot++) {
      const { state } = await later.time.until(look.slotInfo(slot));
      expect(state).not.toBe('damaged');
      const held = state === 'sound' ? await later.time.until(look.read(slot)) : undefined;
      if (held) expect(['Show desk', 'Other']).toContain(decodeImage(held).profile.name);
    }
  });

  test('a pulled cable ends what was asked', async () => {
    const { client, unplug } = await bench.connected();
    let closed = 0;
    client.onClose = () => closed++;
    bench.faults = { drop: 1, double: 0, delay: 0, flip: 0 };
    const asked = client.read(0);
    unplug();
    await expect(asked).rejects.toThrow('the connection to the keyboard was lost');
    await expect(client.hello()).rejects.toThrow('not connected');
    expect(closed).toBe(1);
  });

  test('a memory that cannot be kept is no success, and is said until it can', async () => {
    const { client } = await bench.connected();
    bench.problem = 'no space left on the disk';
    await expect(wait(client.save(0, IMAGE))).rejects.toThrow(
      'the keyboard runs it, but its memory could not be kept: no space left on the disk. It was asked again: the keyboard holds the new profile',
    );
    expect((await wait(client.hello())).isUnkept).toBe(true);
    bench.problem = undefined;
    await wait(client.save(0, OTHER));
    expect((await wait(client.hello())).isUnkept).toBe(false);
  });

  test('damage is shown, and replaced only by who says so', async () => {
    const { client } = await bench.connected();
    await wait(client.save(0, IMAGE));
    await wait(client.save(1, OTHER));
    bench.contents.bytes.fill(0, 100, 120);
    const later = new TestBench(HARROW_64, bench.contents);
    const again = (await later.connected()).client;
    expect((await later.time.until(again.slotInfo(0))).state).toBe('damaged');
    await expect(later.time.until(again.read(0))).rejects.toThrow('what is in slot 1 is damaged');
    await expect(later.time.until(again.save(0, IMAGE))).rejects.toThrow('say that it may be replaced');
    await later.time.until(again.save(0, IMAGE, { replacesDamaged: true }));
    expect((await later.time.until(again.slotInfo(0))).state).toBe('sound');
  });

  test('a slot is emptied, everything is erased, pages are told', async () => {
    const { client } = await bench.connected();
    await wait(client.save(0, IMAGE));
    await wait(client.save(1, OTHER));
    expect((await wait(client.pages())).map(({ use }) => use).filter((use) => use !== 'free')).toEqual([0, 1, 4]);
    await wait(client.clear(1));
    expect((await wait(client.slotInfo(1))).state).toBe('empty');
    await wait(client.format());
    expect((await wait(client.slotInfo(0))).state).toBe('empty');
  });

  test('a memory that something else wrote is said to be, and erased only when that is asked', async () => {
    bench.contents.bytes.fill(0x20, 0, 64);
    const foreign = new TestBench(HARROW_64, bench.contents);
    const { client } = await foreign.connected();
    expect((await foreign.time.until(client.hello())).isForeign).toBe(true);
    await expect(foreign.time.until(client.save(0, IMAGE))).rejects.toThrow('erase it first');
    await foreign.time.until(client.format());
    await foreign.time.until(client.save(0, IMAGE));
  });

  test('the power goes in the middle of a save: what was there is there', async () => {
    const { client } = await bench.connected();
    await wait(client.save(0, IMAGE));
    bench.flash.cutAfter(30);
    await expect(wait(client.save(0, OTHER))).rejects.toThrow('did not answer');
    bench.flash.powerUp();
    const again = new Firmware(HARROW_64, bench.flash);
    expect(again.face.slot).toBe(0);
    const later = new TestBench(HARROW_64, bench.contents);
    const read = await later.time.until((await later.connected()).client.read(0));
    expect(decodeImage(read!).profile.name).toBe('Show desk');
    expect(() => new Flash(bench.contents).erasePage(99)).not.toThrow(PowerCut);
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

  test('what comes twice, or late, is told once', async () => {
    const { client } = await bench.connected();
    await wait(client.save(0, IMAGE));
    const lines: TraceLine[] = [];
    await wait(
      client.playStart(
        names,
        (line) => lines.push(line),
        () => undefined,
      ),
    );
    bench.faults = { drop: 0, double: 1, delay: 0, flip: 0 };
    client.finger(0, letter, 4000);
    client.finger(20_000, letter, 0);
    await wait(client.hello());
    const edges = lines.filter((line) => 'edge' in line);
    expect(edges.map((line) => ('edge' in line ? line.edge : ''))).toEqual(['down', 'up']);
  });

  test('what is read back and is not what was sent is no save', async () => {
    const { client } = await bench.connected();
    client.read = () => Promise.resolve(IMAGE.with(20, 255 - (IMAGE[20] ?? 0)));
    await expect(wait(client.save(0, IMAGE))).rejects.toThrow('what the keyboard now holds is not what was sent');
  });

  test('fingers go in, the trace comes out', async () => {
    const { client } = await bench.connected();
    await wait(client.save(0, IMAGE));
    const lines: TraceLine[] = [];
    await wait(
      client.playStart(
        names,
        (line) => lines.push(line),
        () => undefined,
      ),
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

  test('a clock an hour ahead, with a macro that never ends, costs little and lets go of everything', async () => {
    const busy = mustEdit(SHOW_DESK, {
      edit: 'insert',
      list: 'macros',
      at: 0,
      item: {
        id: 'busy',
        name: 'Busy',
        repeat: {
          lengthUs: 1000,
          events: Array.from(
            { length: 500 },
            (_, n) => ({ atUs: 0, edge: n % 2 ? 'up' : 'down', code: 'F20' }) as const,
          ),
        },
        run: { kind: 'untilPressedAgain' },
        gapMs: 0,
        stop: 'now',
        leavesHeld: false,
        liftModifiers: false,
      },
    });
    const bound = mustEdit(busy, {
      edit: 'assign',
      layer: 'base',
      key: 'KeyF',
      to: { does: { kind: 'act', action: { do: 'macro', macro: 'busy' } } },
    });
    const { client, got } = await bench.connected();
    await wait(client.save(0, encodeImage(mustBeSound(bound))));
    await wait(
      client.playStart(
        names,
        () => undefined,
        () => undefined,
      ),
    );
    client.finger(0, letter, 4000);
    const before = got.length;
    client.clock(3_600_000_000);
    expect(got.length - before).toBeLessThan(2000);
    client.finger(3_600_000_001, letter, 0);
    client.finger(3_600_000_002, letter, 4000);
    const begun = got.length;
    client.clock(3_601_900_000);
    expect(got.length - begun).toBeLessThan(30_000);
  });

  test('saving while it plays ends the playing, with nothing left down', async () => {
    const { client } = await bench.connected();
    await wait(client.save(0, IMAGE));
    const lines: TraceLine[] = [];
    let ended = 0;
    await wait(
      client.playStart(
        names,
        (line) => lines.push(line),
        () => ended++,
      ),
    );
    client.finger(0, letter, 4000);
    await wait(client.save(0, OTHER));
    expect(lines.filter(isEdgeLine).map(({ edge }) => edge)).toEqual(['down', 'up']);
    expect(ended).toBe(1);
  });
});
