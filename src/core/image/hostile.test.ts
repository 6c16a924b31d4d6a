/** Images made to hurt their reader: few bytes that stand for very much, or that lead round and round. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../tests/runs';
import { SHOW_DESK } from '../../../demo';
import { HARROW_64 } from '../board';
import { mustBeSound } from '../check';
import { Unreadable } from '../reading';
import { decodeImage, encodeImage } from '.';
import { ByteWriter } from './bytes';
import { BitWriter } from './coder';
import { writeActuation, writeText, writeTiming } from './parts';
import { frame, sectionsOf } from './sections';
import { SECTION, SET } from './sets';

/** An image of a right frame around a layout in which the first key is bound as `bound` says, macros and names as `played` and `named` say. */
function imageOf(
  bound: (out: BitWriter) => void,
  played?: (out: BitWriter) => void,
  named?: (out: BitWriter) => void,
): Uint8Array {
  const layout = new BitWriter().number(SET.count, 0);
  writeTiming(layout, {});
  layout.number(SET.layers, 1);
  HARROW_64.keys.forEach((_, n) => layout.bit(SET.assigned, n === 1 ? 5 : 4, n === 0));
  bound(layout);
  layout.number(SET.count, 0).number(SET.count, 0);
  writeActuation(layout, { mode: 'fixed', pointUm: 1500 });
  HARROW_64.keys.forEach(() => layout.bit(SET.hasTravel, 0, 0));
  const macros = new BitWriter();
  played?.(macros);
  const names = new BitWriter();
  named?.(names);
  return frame([
    { type: SECTION.board, bytes: new ByteWriter().text('harrow-64').count(64).toBytes() },
    ...(played ? [{ type: SECTION.macros, bytes: macros.toBytes() }] : []),
    ...(named ? [{ type: SECTION.names, bytes: names.toBytes() }] : []),
    { type: SECTION.layout, bytes: layout.toBytes() },
  ]);
}

const KINDS = { earlier: 2, many: 7, capitals: 12, act: 0 };

/** An action of so many levels, each of which is the one before it so many times. */
function nest(out: BitWriter, levels: number, references: number, place = SET.actionOfKey): void {
  if (levels === 0) {
    out.tree(place, 4, KINDS.capitals);
    return;
  }
  out.tree(place, 4, KINDS.many).number(SET.parts, references);
  nest(out, levels - 1, references, SET.actionOfPart);
  for (let n = 1; n < references; n++) out.tree(SET.actionOfPart, 4, KINDS.earlier).number(SET.earlierAction, 0);
}
const act = (out: BitWriter): BitWriter => out.tree(SET.binding, 3, KINDS.act);

/** So many macros of one score with so many events, all of them the same. */
const macros =
  (count: number, events: number) =>
  (out: BitWriter): void => {
    out.number(SET.count, count);
    for (let n = 0; n < count; n++) {
      [1, 0, 0, 0, 0, 0].forEach((bit, model) => out.bit(SET.macroBits, model, bit));
      out
        .tree(SET.run, 2, 0)
        .number(SET.times, 1)
        .number(SET.ms, 0)
        .bit(SET.isEarlierScore, 0, n > 0);
      if (n > 0) {
        out.number(SET.earlierScore, 0);
        continue;
      }
      out.tree(SET.unit, 2, 0).number(SET.scoreLength, 0).number(SET.events, events);
      for (let e = 0; e < events; e++) {
        const before = e === 0 ? 0 : 4;
        if (e < 2) out.number(SET.gap, 0);
        else out.bit(SET.isSameGap, before, 1);
        out.tree(SET.event, 3, 4, before).tree(SET.notches, 8, 0).tree(SET.notches, 8, 1, 1);
      }
    }
  };

describe('an image that stands for very much', () => {
  test.each<[string, Uint8Array, string]>([
    ['four levels of 16 references', imageOf((out) => nest(act(out), 4, 16)), 'parts in'],
    ['a nest of 1200 levels', imageOf((out) => nest(act(out), 1200, 1)), 'levels'],
    [
      'a nest of 20 000 levels',
      imageOf((out) => {
        act(out);
        for (let n = 0; n < 20_000; n++)
          out.tree(n === 0 ? SET.actionOfKey : SET.actionOfPart, 4, KINDS.many).number(SET.parts, 1);
      }),
      'levels',
    ],
    ['a score in 64 macros', imageOf((out) => nest(act(out), 0, 1), macros(64, 900)), 'stands for more than'],
    ['more macros than there may be', imageOf((out) => nest(act(out), 0, 1), macros(65, 1)), 'is the most'],
    [
      'names without end, all of them guessed',
      imageOf(
        (out) => nest(act(out), 0, 1),
        undefined,
        (out) => {
          for (let n = 0; n < 3; n++) writeText(out, 'a'.repeat(1999), true);
        },
      ),
      'bytes may',
    ],
    [
      'an action that refers to one that comes later',
      imageOf((out) => act(out).tree(SET.actionOfKey, 4, KINDS.earlier).number(SET.earlierAction, 0)),
      'a reference to an action that is not there',
    ],
  ])('%s is refused, and quickly', (_what, bytes, reason) => {
    expect(bytes.length).toBeLessThan(6400);
    expect(() => decodeImage(bytes)).toThrow(Unreadable);
    expect(() => decodeImage(bytes)).toThrow(reason);
  });

  test('what regular things stand for is paid in bytes, so that nothing sound is refused', () => {
    const events = Array.from({ length: 1000 }, (_, n) => ({
      atUs: n * 10_000,
      edge: n % 2 ? ('up' as const) : ('down' as const),
      code: 'KeyA',
    }));
    const macro = { ...SHOW_DESK.macros[0]!, onPress: { lengthUs: 10_000_000, events } };
    const regular = mustBeSound({
      ...SHOW_DESK,
      macros: [...SHOW_DESK.macros, ...Array.from({ length: 40 }, (_, n) => ({ ...macro, id: `r${n}`, gapMs: n }))],
    });
    const image = encodeImage(regular);
    expect(image.length).toBeGreaterThan(38_000);
    expect(decodeImage(image).profile).toEqual(regular.profile);
  });

  test('what a person can make is far below: the demo on every key of every layer', () => {
    const gesture = SHOW_DESK.layers[0]!.keys.CapsLock!;
    const keys = Object.fromEntries(HARROW_64.keys.map(({ id }) => [id, gesture]));
    const full = mustBeSound({ ...SHOW_DESK, layers: SHOW_DESK.layers.map((layer) => ({ ...layer, keys })) });
    expect(decodeImage(encodeImage(full)).profile).toEqual(full.profile);
  });
});

test('whatever bytes an image has, reading it gives a profile or says why not', () => {
  const image = encodeImage(mustBeSound(SHOW_DESK));
  const parts = [...sectionsOf(image).byType].map(([type, { start, end }]) => ({
    type,
    bytes: image.slice(start, end),
  }));
  const change = fc.tuple(fc.nat(parts.length - 1), fc.nat(), fc.nat(255));
  let read = 0;
  fc.assert(
    fc.property(fc.array(change, { minLength: 1, maxLength: 12 }), (changes) => {
      const changed = parts.map(({ type, bytes }) => ({ type, bytes: bytes.slice() }));
      for (const [part, at, value] of changes) {
        const { bytes } = changed[part]!;
        bytes[at % bytes.length] = value;
      }
      try {
        decodeImage(frame(changed));
        read++;
      } catch (error) {
        expect(error).toBeInstanceOf(Unreadable);
      }
    }),
    { numRuns: runs(1500) },
  );
  expect(read).toBeGreaterThan(0);
});
