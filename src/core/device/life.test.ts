/** The keyboard without a host: recording, slots, lamps, the key that stops it. Everything is done with fingers on it. */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { BOARDS, HARROW_64 } from '../board';
import { mustBeSound } from '../check';
import { isDeviceLine, isEdgeLine, isSlotLine, type TraceLine } from '../engine';
import { sketchProfile, type SketchLayers } from '../../../tests/making/sketch';
import { decodeRecordings, encodeImage } from '../image';
import { Firmware } from '.';
import { Flash } from './flash';
import { TestBench, type Plugged } from './pretend';
import { Recorder } from './recorder';

const LAYERS: SketchLayers = {
  Base: { Fn: 'while More', A: 'A', B: 'B', C: 'Ctrl', Esc: 'slot next' },
  More: { R: 'record', A: 'lamps up', B: 'lamps down', C: 'lamps toggle', X: 'bootloader', D: 'slot 3' },
};
const image = (layers: SketchLayers = LAYERS): Uint8Array => encodeImage(mustBeSound(sketchProfile(layers)));
const keyOf = (name: string): number =>
  HARROW_64.keys.findIndex(({ id }) => id === name || id === `Key${name}` || (name === 'Esc' && id === 'Escape'));

let bench: TestBench;
let plugged: Plugged;
let lines: TraceLine[];
const wait = <T>(promise: Promise<T>): Promise<T> => bench.time.until(promise);

async function openBench(contents = new TestBench().contents): Promise<void> {
  bench = new TestBench(HARROW_64, contents);
  plugged = await bench.connected();
  lines = [];
}

const names = {
  keyIds: HARROW_64.keys.map(({ id }) => id),
  layerIds: ['base', 'more'],
  jointIds: [],
};

beforeEach(async () => {
  await openBench();
  await wait(plugged.client.save(0, image()));
  await wait(plugged.client.watch(names, (line) => lines.push(line)));
});

/** Plays a hand on the keyboard: `+A 0, -A 20`, times in ms from now. */
function play(hand: string, firmware: Firmware = bench.firmware): void {
  const startUs = Math.max(bench.nowUs, clockUs) + 1000;
  let last = startUs;
  for (const word of hand.split(', ')) {
    const [, sign, name = '', ms] = /^([+-])(\w+) (\d+)$/.exec(word) ?? [];
    last = startUs + Number(ms) * 1000;
    for (let at = firmware.nextUs; at < last; at = firmware.nextUs) firmware.tick(at);
    firmware.finger(last, keyOf(name), sign === '+' ? HARROW_64.travelUm : 0);
  }
  clockUs = last;
}
let clockUs = 0;
const pass = (ms: number, firmware: Firmware = bench.firmware): void => {
  const until = Math.max(bench.nowUs, clockUs) + ms * 1000;
  for (let at = firmware.nextUs; at < until; at = firmware.nextUs) firmware.tick(at);
  firmware.tick(until);
  clockUs = until;
};
const RECORD = '+Fn 0, +R 10, -R 60, -Fn 80';
const indicator = (): string => bench.firmware.face.indicator;

/** What goes to the host, as `+A 0, -A 20`, from the first of it. */
function sent(): string {
  const edges = lines.filter(isEdgeLine);
  const [first] = edges;
  lines = [];
  return edges
    .map(({ t, edge, code }) => `${edge === 'down' ? '+' : '-'}${code} ${(t - (first?.t ?? 0)) / 1000}`)
    .join(', ');
}

describe('the lamps of the host', () => {
  const shown = (key: string): Uint8Array =>
    encodeImage(
      mustBeSound(
        sketchProfile(
          { Base: { A: 'A', Esc: 'slot next' }, More: { A: key } },
          {},
          {
            lampLayers: [{ lamp: 'CapsLock', lit: true, shows: 'more' }],
          },
        ),
      ),
    );

  test('are told over the link, and outlive a change of slot', async () => {
    await wait(plugged.client.save(1, shown('C')));
    await wait(plugged.client.save(0, shown('B')));
    play('+A 0, -A 20');
    await wait(plugged.client.hostLamps(0, 0b010));
    play('+A 100, -A 120, +Esc 200, -Esc 220, +A 300, -A 320');
    pass(100);
    expect(sent().replace(/ \d+/g, '')).toBe('+KeyA, -KeyA, +KeyB, -KeyB, +KeyC, -KeyC');
    await wait(plugged.client.hostLamps(0, 0b101));
    play('+A 0, -A 20');
    expect(sent()).toBe('+KeyA 0, -KeyA 20');
  });

  test('of what a page plays are told in its time', async () => {
    await wait(plugged.client.save(0, shown('B')));
    lines = [];
    await wait(
      plugged.client.playStart(
        names,
        (line) => lines.push(line),
        () => undefined,
      ),
    );
    await wait(plugged.client.hostLamps(5000, 0b010));
    plugged.client.finger(10_000, keyOf('A'), 4000);
    plugged.client.finger(20_000, keyOf('A'), 0);
    await wait(plugged.client.hello());
    expect(lines.filter(isEdgeLine).map(({ t, code }) => [t, code])).toEqual([
      [10_000, 'KeyB'],
      [20_000, 'KeyB'],
    ]);
  });
});

describe('recording on the keyboard', () => {
  test('arm, play, stop, choose: the key plays it, with its times, also after the power was off', async () => {
    play(RECORD);
    expect(indicator()).toBe('armed');
    play('+C 500, +A 540, -A 600, -C 700');
    expect(indicator()).toBe('recording');
    expect(bench.firmware.face.recordedEvents).toBe(4);
    play(RECORD);
    expect(indicator()).toBe('choosing');
    sent();
    play('+G 200, -G 250');
    expect(indicator()).toBe('off');
    expect(sent()).toBe('');
    play('+G 200, -G 250');
    pass(1000);
    expect(sent()).toBe('+ControlLeft 0, +KeyA 40, -KeyA 100, -ControlLeft 200');

    await openBench(bench.contents);
    await wait(plugged.client.watch(names, (line) => lines.push(line)));
    play('+G 200, -G 250');
    pass(1000);
    expect(sent()).toBe('+ControlLeft 0, +KeyA 40, -KeyA 100, -ControlLeft 200');
    const [recording] = decodeRecordings((await wait(plugged.client.read(4)))!, 1000);
    expect(recording).toMatchObject({ slot: 0, key: keyOf('G'), score: { lengthUs: expect.any(Number) } });
  });

  test('what is left down at the stop goes up there; keys that were down before are no part of it', () => {
    play(`+B 0, ${'+Fn 10, +R 20, -R 30, -Fn 40'}, -B 100, +A 200`);
    play(RECORD);
    play('+G 200, -G 250, -A 300');
    sent();
    play('+G 500, -G 520');
    pass(1000);
    expect(sent()).toBe('+KeyA 0, -KeyA 11');
  });

  test.each([
    ['armed', ''],
    ['recording', '+A 100, -A 120'],
    ['choosing', `+A 100, -A 120, ${RECORD.replace(/\d+/g, (ms) => String(Number(ms) + 300))}`],
  ])('holding the record key for a second gives up: %s', (state, before) => {
    play(RECORD);
    if (before) play(before);
    expect(indicator()).toBe(state);
    play('+Fn 0, +R 10');
    pass(990);
    expect(indicator()).not.toBe('off');
    pass(20);
    expect(indicator()).toBe('off');
    play('-R 10, -Fn 20');
    expect(indicator()).toBe('off');
    sent();
    play('+G 0, -G 20');
    expect(sent()).toBe('+KeyG 0, -KeyG 20');
  });

  test('stopping with nothing recorded, and choosing a key, clears it; choosing another replaces it', async () => {
    const record = (hand: string): void => {
      play(RECORD);
      if (hand) play(hand);
      play(RECORD);
      play('+G 200, -G 250');
    };
    record('+A 100, -A 120');
    record('+B 100, -B 140');
    sent();
    play('+G 0, -G 20');
    pass(500);
    expect(sent()).toBe('+KeyB 0, -KeyB 40');
    record('');
    sent();
    play('+G 0, -G 20');
    expect(sent()).toBe('+KeyG 0, -KeyG 20');
    expect(await wait(plugged.client.read(4))).toBeUndefined();
  });

  test('at the limit it stops by itself, and the lamp says so', () => {
    play(RECORD);
    for (let n = 0; n < 600 && indicator() !== 'full'; n++) play('+A 20, -A 40');
    expect(indicator()).toBe('full');
    expect(bench.firmware.face.recordedEvents).toBeLessThanOrEqual(HARROW_64.device.macroEvents);
    expect(bench.firmware.face.recordedEvents).toBeGreaterThan(400);
    play('+G 200, -G 250');
    sent();
    play('+G 0, -G 20');
    pass(60_000);
    expect(lines.filter(isEdgeLine).length).toBeGreaterThan(400);
  });

  test('what is recorded survives a power cut at any operation, as what was or as what is', () => {
    play(RECORD);
    play('+A 100, -A 120');
    play(RECORD);
    for (let at = 0; at < 40; at++) {
      const contents = {
        bytes: bench.contents.bytes.slice(),
        erases: bench.contents.erases.slice(),
        programmed: bench.contents.programmed.slice(),
      };
      const flash = new Flash(contents);
      const firmware = new Firmware(HARROW_64, flash);
      clockUs = 0;
      play(RECORD, firmware);
      play('+B 100, -B 120', firmware);
      play(RECORD, firmware);
      flash.cutAfter(at, () => (at % 7) / 7);
      play('+G 200, -G 250', firmware);
      const again = new TestBench(HARROW_64, contents);
      const face = again.firmware.face;
      expect([face.slot, face.trouble]).toEqual([0, undefined]);
    }
  });

  test('pulling it in is one thing, throwing it away another', async () => {
    play(RECORD);
    play('+A 100, -A 120');
    play(RECORD);
    play('+G 200, -G 250');
    const { client } = plugged;
    await wait(client.clearRecording(4, keyOf('H')));
    expect(await wait(client.read(4))).toBeDefined();
    await wait(client.clearRecording(4, keyOf('G')));
    expect(await wait(client.read(4))).toBeUndefined();
  });
});

describe('the recorder', () => {
  test('time begins with the first key, and the stop is no part of it', () => {
    const recorder = new Recorder(100);
    recorder.recordKey(0, true);
    recorder.recordKey(50_000, false);
    recorder.edge(2_000_000, false, 'KeyB');
    recorder.edge(3_000_000, true, 'KeyA');
    recorder.edge(3_080_000, false, 'KeyA');
    recorder.recordKey(3_500_000, true);
    recorder.recordKey(3_560_000, false);
    expect(recorder.choose()).toEqual({
      score: {
        lengthUs: 500_000,
        events: [
          { atUs: 0, edge: 'down', code: 'KeyA' },
          { atUs: 80_000, edge: 'up', code: 'KeyA' },
        ],
      },
    });
    expect(recorder.choose()).toBeUndefined();
    expect(recorder.nextUs).toBe(Infinity);
  });
});

describe('slots, lamps, and the key that stops it', () => {
  test('a key changes the slot; everything held ends, empty slots are skipped, the page hears of it', async () => {
    let changes = 0;
    plugged.client.onChange = () => changes++;
    await wait(plugged.client.save(2, image({ Base: { A: 'X', Esc: 'slot previous' } })));
    await wait(plugged.client.select(0));
    changes = 0;
    play('+A 0, +Esc 20, -Esc 40, -A 60, +A 80, -A 100');
    expect(bench.firmware.face.slot).toBe(2);
    expect(lines.filter(isSlotLine).map(({ slot }) => slot)).toEqual(['next']);
    expect(sent()).toBe('+KeyA 0, -KeyA 20, +KeyX 80, -KeyX 100');
    expect(changes).toBeGreaterThan(0);
    expect((await wait(plugged.client.hello())).selected).toBe(2);
    play('+Esc 20, -Esc 40');
    expect(bench.firmware.face.slot).toBe(0);
    expect(new TestBench(HARROW_64, bench.contents).firmware.face.slot).toBe(0);
  });

  test('a key that leads to an empty slot leads nowhere, and the lamp says no for a second', () => {
    play('+Fn 0, +D 20, -D 40, -Fn 60');
    expect([bench.firmware.face.slot, indicator()]).toEqual([0, 'refused']);
    pass(1100);
    expect(indicator()).toBe('off');
  });

  test('lamps up, down and off', () => {
    play('+Fn 0, +A 10, -A 20, +A 30, -A 40, +A 50, -A 60');
    expect(bench.firmware.face.lamps).toEqual({ isOn: true, level: 5, most: 5, movement: 'still' });
    play('+B 10, -B 20, +C 30, -C 40');
    expect(bench.firmware.face.lamps).toEqual({ isOn: false, level: 4, most: 5, movement: 'still' });
    expect(lines.filter(isDeviceLine).map(({ device }) => device)).toContain('lampsToggle');
  });

  test('the bootloader asks to be held for a second, and then nothing runs any more', async () => {
    play('+Fn 0, +X 10, -X 900');
    pass(500);
    expect(indicator()).toBe('off');
    play('+X 10');
    pass(1100);
    expect(indicator()).toBe('stopped');
    expect((await wait(plugged.client.hello())).isStopped).toBe(true);
    sent();
    play('-X 10, -Fn 20, +A 30, -A 40');
    expect(sent()).toBe('');
  });

  test('a keyboard with nothing in it does nothing, on any board', () => {
    for (const board of BOARDS) {
      const empty = new TestBench(board);
      empty.firmware.finger(10, 0, board.travelUm);
      empty.firmware.finger(20, 0, 0);
      empty.firmware.finger(30, 999, 4000);
      expect(empty.firmware.face).toMatchObject({ slot: 0, indicator: 'off', keysDown: [] });
      expect(empty.firmware.nextUs).toBe(Infinity);
    }
  });
});
