/** Images made to hurt their reader: few bytes that stand for very much, or that lead round and round. */
import { describe, expect, test } from '@jest/globals';
import CRC32 from 'crc-32';
import fc from 'fast-check';
import { SHOW_DESK } from '../../../demo';
import { HARROW_64 } from '../board';
import { mustBeSound } from '../check';
import { Firmware, Flash } from '../device';
import { Unreadable } from '../reading';
import { decodeImage, encodeImage } from '.';
import { ByteWriter } from './bytes';
import { actionNumber } from './actionBytes';
import { HEADER_BYTES, IMAGE_VERSION, MAGIC, SECTION, TAG } from './layout';
import { writeActuation, writeTiming } from './parts';

type Sections = Partial<Record<keyof typeof SECTION, ByteWriter>>;

/** An image with a right header around sections of one's own; a key of the base is bound as `bound` says. */
function imageOf(own: Sections, bound: (out: ByteWriter) => void): Uint8Array {
  const keys = HARROW_64.keys.length;
  const layers = new ByteWriter().count(1);
  for (let n = 0; n < keys; n += 8) layers.u8((1 << Math.min(8, keys - n)) - 1);
  for (let n = 0; n < keys; n++) bound(layers);
  const travel = new ByteWriter();
  writeActuation(travel, { mode: 'fixed', pointUm: 1500 });
  const timing = new ByteWriter();
  writeTiming(timing, {});
  const sections: Sections = {
    board: new ByteWriter().text('harrow-64').count(keys).u8(0),
    timing,
    actions: new ByteWriter().count(0),
    gestures: new ByteWriter().count(0),
    layers,
    travel: travel.count(0),
    ...own,
  };
  const content = new ByteWriter();
  for (const [name, body] of Object.entries(sections))
    content
      .u8(SECTION[name as keyof typeof SECTION])
      .count(body.length)
      .raw(body.toBytes());
  const bytes = content.toBytes();
  const head = new ByteWriter()
    .raw(MAGIC)
    .u8(IMAGE_VERSION)
    .u8(0)
    .u16(0)
    .u32(HEADER_BYTES + bytes.length);
  return head
    .u32(CRC32.buf(bytes) >>> 0)
    .raw(bytes)
    .toBytes();
}

const action = (out: ByteWriter, n: number): ByteWriter => out.u8(TAG.action).count(n);

/** A pool in which each action is so many references to the one before it. */
function pool(levels: number, references: number): ByteWriter {
  const out = new ByteWriter().count(levels + 1).u8(actionNumber('capitals'));
  for (let level = 0; level < levels; level++) {
    out.u8(actionNumber('many')).count(references);
    for (let n = 0; n < references; n++) action(out, level);
  }
  return out;
}

/** One macro score, used by so many macros; its one text is played at so many moments. */
function scores(macros: number, moments: number): Sections {
  const score = new ByteWriter().count(1).count(2).u8(0xea).text('x'.repeat(100)).count(0).count(0).count(moments);
  for (let n = 0; n < moments; n++) score.count(0);
  const list = new ByteWriter().count(macros);
  for (let n = 0; n < macros; n++) list.u8(1).count(1).count(0).count(0);
  return { scores: score, macros: list };
}

describe('an image that stands for very much', () => {
  test.each<[string, Uint8Array, string]>([
    ['five levels of 16 references', imageOf({ actions: pool(5, 16) }, (out) => action(out, 5)), 'parts in'],
    ['a nest of 1200 levels', imageOf({ actions: pool(1200, 1) }, (out) => action(out, 1200)), 'levels'],
    [
      'as many parts as one may have, on every key, again and again',
      imageOf(
        {
          actions: pool(2, 15),
          gestures: new ByteWriter()
            .count(1)
            .count(8)
            .raw(Array(8).fill([TAG.action, 2, TAG.action, 2]).flat())
            .u8(0),
        },
        (out) => out.u8(TAG.gesture).count(0),
      ),
      'stands for more than',
    ],
    ['a score of long texts', imageOf(scores(1, 3000), (out) => out.u8(TAG.pass)), 'stands for more than'],
    ['a score in a thousand macros', imageOf(scores(1000, 2), (out) => out.u8(TAG.pass)), 'stands for more than'],
    [
      'an action that refers to itself',
      imageOf({ actions: new ByteWriter().count(1).u8(actionNumber('many')).count(1).u8(TAG.action).count(0) }, (out) =>
        action(out, 0),
      ),
      'a reference to an action that is not there',
    ],
  ])('%s is refused, and quickly', (_what, bytes, reason) => {
    expect(bytes.length).toBeLessThan(6400);
    expect(() => decodeImage(bytes)).toThrow(Unreadable);
    expect(() => decodeImage(bytes)).toThrow(reason);
  });

  test('what a person can make is far below: the demo on every key of every layer', () => {
    const gesture = SHOW_DESK.layers[0]!.keys.CapsLock!;
    const keys = Object.fromEntries(HARROW_64.keys.map(({ id }) => [id, gesture]));
    const full = mustBeSound({ ...SHOW_DESK, layers: SHOW_DESK.layers.map((layer) => ({ ...layer, keys })) });
    expect(decodeImage(encodeImage(full)).profile).toEqual(full.profile);
  });
});

test('whatever bytes are given to the firmware as an image, it answers, and says no', () => {
  const image = encodeImage(mustBeSound(SHOW_DESK));
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(image.length - HEADER_BYTES - 1), fc.nat(255)), { minLength: 1, maxLength: 12 }),
      (changes) => {
        const bytes = image.slice();
        for (const [at, value] of changes) bytes[HEADER_BYTES + at] = value;
        new DataView(bytes.buffer).setUint32(12, CRC32.buf(bytes.subarray(HEADER_BYTES)) >>> 0, true);
        try {
          decodeImage(bytes);
        } catch (error) {
          expect(error).toBeInstanceOf(Unreadable);
        }
      },
    ),
    { numRuns: 3000 },
  );
  // What lies in its flash may be as hostile as what comes over the cable: a slot with a nest starts no play, and breaks nothing.
  const flash = new Flash(Flash.blank(HARROW_64.device.memoryBytes));
  flash.program(
    0,
    imageOf({ actions: pool(1200, 1) }, (out) => action(out, 1200)),
  );
  const answers: number[] = [];
  const firmware = new Firmware(HARROW_64, flash);
  const play = new Uint8Array(64);
  play.set([0x10, 1]);
  firmware.receive({ send: (report) => answers.push(report[0]!) }, play);
  expect(answers.length).toBeGreaterThan(0);
  expect(answers).not.toContain(0x90);
});
