import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { PROMPT_BOOK, SHOW_DESK } from '../../../demo';
import { TWILL_42, HARROW_64 } from '../board';
import { parseScoreLine } from '../notation';
import { mustEdit, plainProfile, type Assignment, type Profile } from '../profile';
import { mustBeSound } from '../check';
import { Unreadable } from '../reading';
import { boardIdOfImage, decodeImage, encodeImage, readHeader, type EncodeOptions } from '.';
import { ByteReader, ByteWriter } from './bytes';
import { endedBytes } from './coder';
import { frame, sectionsOf } from './sections';
import { SECTION } from './sets';

const imageOf = (profile: Profile, options?: EncodeOptions): Uint8Array => encodeImage(mustBeSound(profile), options);
const profileIn = (bytes: Uint8Array): Profile => decodeImage(bytes).profile;

const rich = (): Profile => ({
  ...SHOW_DESK,
  joinedLayers: [{ when: ['cues', 'rig'], also: 'dark' }],
  joints: [
    { id: 'out', keys: ['KeyJ', 'KeyK'], withinMs: 40, action: { do: 'keys', codes: ['Escape'] } },
    { id: 'all', keys: ['KeyJ', 'KeyK', 'KeyL'], withinMs: 250, action: { do: 'latch', codes: ['ShiftLeft', 'KeyA'] } },
  ],
  travel: {
    board: { mode: 'reversal', pointUm: 500, pressUm: 150, releaseUm: 250, reset: 'top' },
    keys: { KeyA: { mode: 'fixed', pointUm: 900, releaseUm: 800 }, KeyB: { mode: 'fixed', pointUm: 900 } },
  },
  macros: [
    ...SHOW_DESK.macros,
    {
      id: 'fine',
      name: 'Finer than the unit',
      onPress: parseScoreLine('0.001 +A 0.3 +A 5 -A 5 -A +hid:0C:0123 20 -hid:0C:0123'),
      repeat: parseScoreLine('"go"/5 10 wheel(-1,127) 10 +A 20 -A'),
      run: { kind: 'untilPressedAgain' },
      gapMs: 7,
      stop: 'finish',
      leavesHeld: true,
      liftModifiers: true,
    },
  ],
  layers: [
    ...SHOW_DESK.layers.slice(0, 4),
    {
      ...SHOW_DESK.layers[4]!,
      keys: {
        KeyA: { does: { kind: 'pass' } },
        KeyI: { does: { kind: 'act', action: { do: 'text', text: 'Scene 3\n', gapMs: 20 } } },
        KeyJ: { does: { kind: 'act', action: { do: 'macro', macro: 'fine' } } },
        KeyC: { does: { kind: 'act', action: { do: 'holdFor', codes: ['ArrowRight'], ms: 1500 } } },
        KeyD: { does: { kind: 'act', action: { do: 'once', codes: ['ShiftLeft'] } } },
        KeyE: { does: { kind: 'act', action: { do: 'latchNext' } } },
        KeyF: { does: { kind: 'act', action: { do: 'capitals' } } },
        KeyG: { does: { kind: 'act', action: { do: 'button', button: 3 } } },
        KeyH: { does: { kind: 'act', action: { do: 'wheel', dx: -127, dy: 5 } } },
        KeyK: {
          does: {
            kind: 'stroke',
            spans: [
              { from: { going: 'down', atUm: 700 }, to: { going: 'up', atUm: 710 }, action: { do: 'latchNext' } },
              { from: { going: 'up', atUm: 2500 }, to: { going: 'down', atUm: 100 }, action: { do: 'capitals' } },
              { from: { going: 'up', atUm: 4000 }, action: { do: 'keys', codes: ['KeyK'] } },
            ],
          },
        },
        KeyB: {
          does: {
            kind: 'act',
            action: {
              do: 'many',
              actions: [
                { do: 'keys', codes: ['hid:0C:0123', 'hid:07:00A4'] },
                { do: 'layer', how: 'once', layer: 'rig' },
              ],
            },
          },
          note: 'Über — ü',
        },
      },
    },
  ],
});

describe('image and back', () => {
  test.each<[string, Profile]>([
    ['the show desk', SHOW_DESK],
    ['the prompt book', PROMPT_BOOK],
    ['a plain board', plainProfile(TWILL_42, 'p', 'Plain')],
    ['one with everything', rich()],
  ])('%s comes back the same', (_name, profile) => {
    expect(profileIn(imageOf(profile))).toEqual(profile);
  });

  test('without names it keeps what the keyboard runs', () => {
    const bare = profileIn(imageOf(SHOW_DESK, { withoutNames: true }));
    expect(bare.layers.map(({ name }) => name)).toEqual(['Base', 'Layer 1', 'Layer 2', 'Layer 3', 'Layer 4']);
    expect(bare.timing).toEqual(SHOW_DESK.timing);
    expect(bare.layers[0]!.keys.CapsLock!.does).toMatchObject({ steps: [{ hold: { layer: 'layer-1' } }] });
  });

  test('equal stroke plans are stored once: a further key with the same costs two bytes at most', () => {
    const plan = SHOW_DESK.layers[2]!.keys.KeyS!.does;
    expect(plan.kind).toBe('stroke');
    const put = (profile: Profile, key: string): Profile =>
      mustEdit(profile, { edit: 'assign', layer: 'base', key, to: { does: plan } });
    const lengthOf = (profile: Profile): number => imageOf(profile, { withoutNames: true }).length;
    const one = put(SHOW_DESK, 'KeyA');
    expect(lengthOf(put(one, 'KeyB')) - lengthOf(one)).toBeLessThanOrEqual(2);
    expect(profileIn(imageOf(one))).toEqual(one);
  });

  test('equal actions and gestures are stored once', () => {
    const gesture = SHOW_DESK.layers[0]!.keys.CapsLock!;
    const once = imageOf(SHOW_DESK, { withoutNames: true }).length;
    const twice = imageOf(
      mustEdit(SHOW_DESK, { edit: 'assign', layer: 'base', key: 'KeyA', to: { does: gesture.does } }),
      { withoutNames: true },
    ).length;
    expect(twice - once).toBeLessThanOrEqual(2);
  });

  test('it says how long it is and for which board; what follows it is not looked at', () => {
    const image = imageOf(SHOW_DESK);
    const slot = new Uint8Array(8192).fill(0xff);
    slot.set(image);
    expect(readHeader(slot).lengthBytes).toBe(image.length);
    expect(boardIdOfImage(slot)).toBe('harrow-64');
    expect(profileIn(slot)).toEqual(SHOW_DESK);
  });
});

describe('broken images', () => {
  const image = imageOf(SHOW_DESK);
  const changed = (change: (bytes: Uint8Array) => void): Uint8Array => {
    const bytes = image.slice();
    change(bytes);
    return bytes;
  };
  test.each<[string, Uint8Array, string]>([
    ['other bytes', Uint8Array.of(1, 2, 3), 'does not begin with UNDL'],
    ['nothing', new Uint8Array(), 'ends too early'],
    [
      'a later version',
      changed((b) => {
        b[4] = 9;
      }),
      'written by a newer program, as version 9',
    ],
    [
      'an older version',
      changed((b) => {
        b[4] = 1;
      }),
      'save the profile anew',
    ],
    ['a cut one', image.slice(0, 200), 'ends too early'],
    [
      'a flipped bit',
      changed((b) => {
        b[60]! ^= 1;
      }),
      'the image is damaged',
    ],
  ])('%s: a sentence with the place', (_what, bytes, reason) => {
    expect(() => decodeImage(bytes)).toThrow(Unreadable);
    expect(() => decodeImage(bytes)).toThrow(reason);
  });

  test('an image for another board is refused', () =>
    expect(() => decodeImage(image, TWILL_42)).toThrow('made for the board "harrow-64", not for the Twill 42'));

  test('any bit that is changed is noticed', () => {
    for (let at = 0; at < image.length; at++)
      expect(() =>
        decodeImage(
          changed((b) => {
            b[at]! ^= 1 << (at % 8);
          }),
        ),
      ).toThrow(Unreadable);
  });

  test('names of other things than there are', () => {
    const partsOf = (bytes: Uint8Array): { type: number; bytes: Uint8Array }[] =>
      [...sectionsOf(bytes).byType].map(([type, { start, end }]) => ({ type, bytes: bytes.subarray(start, end) }));
    const other = partsOf(imageOf(plainProfile(HARROW_64, 'p', 'P'))).find(({ type }) => type === SECTION.names);
    const mixed = partsOf(image).map((part) => (part.type === SECTION.names ? other! : part));
    expect(() => decodeImage(frame(mixed))).toThrow('names of other things than there are');
  });

  test('a section that only a newer program knows: skipped when it may be, else refused', () => {
    const parts = [...sectionsOf(image).byType].map(([type, { start, end }]) => ({
      type,
      bytes: image.subarray(start, end),
    }));
    const extra = { bytes: Uint8Array.of(1, 2, 3) };
    expect(profileIn(frame([...parts, { type: 0x90, ...extra }]))).toEqual(SHOW_DESK);
    expect(() => decodeImage(frame([...parts, { type: 0x10, ...extra }]))).toThrow('only a newer program understands');
    expect(() => decodeImage(frame([...parts, parts[0]!]))).toThrow('a second section');
    expect(() => decodeImage(frame(parts.slice(0, -1)))).toThrow('the section "layout" is missing');
  });
});

test('bytes: fixed widths, counts and texts come back', () => {
  const bytes = new ByteWriter()
    .u16(0x1234)
    .u32(0xdeadbeef)
    .count(0)
    .count(127)
    .count(128)
    .count(2 ** 40)
    .text('Wörter ✓')
    .toBytes();
  const reader = new ByteReader(bytes);
  expect([
    reader.u16(),
    reader.u32(),
    reader.count(),
    reader.count(),
    reader.count(),
    reader.count(),
    reader.text(),
    reader.isAtEnd,
  ]).toEqual([0x1234, 0xdeadbeef, 0, 127, 128, 2 ** 40, 'Wörter ✓', true]);
});

test('the worked example of the format is what is written', () => {
  const profile = plainProfile(HARROW_64, 'p', 'P');
  const gesture: Assignment = {
    does: {
      kind: 'gesture',
      steps: [{ tap: { do: 'keys', codes: ['Escape'] }, hold: { do: 'keys', codes: ['ControlLeft'] } }],
    },
  };
  const letter: Assignment = { does: { kind: 'act', action: { do: 'keys', codes: ['KeyA'] } } };
  profile.layers[0]!.keys = { CapsLock: gesture, KeyA: letter };
  const written = [...imageOf(profile, { withoutNames: true })].map((byte) =>
    byte.toString(16).toUpperCase().padStart(2, '0'),
  );
  const example = readFileSync('docs/formats/image.md', 'utf8').split('## A worked example')[1]?.split('```')[1] ?? '';
  const bytes = example
    .split('\n')
    .flatMap((line) => (line.split(/ {3,}/)[0] ?? '').split(/ +/).filter((word) => /^[0-9A-F]{2}$/.test(word)));
  expect(written).toEqual(bytes);
});

test('what has been coded ends with the fewest bytes that lie within its span', () => {
  expect([...endedBytes([7], 0x41000000, 0x41ffffff)]).toEqual([7, 0x41]);
  expect([...endedBytes([7], 0x41000001, 0x41ffffff)]).toEqual([7, 0x41, 0xff]);
  expect([...endedBytes([7], 0, 0xffffffff)]).toEqual([7]);
});
