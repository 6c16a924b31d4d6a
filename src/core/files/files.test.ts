import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { PROMPT_BOOK, SHOW_DESK } from '../../../demo';
import { HARROW_64 } from '../board';
import {
  checkProfileText,
  parseBoard,
  parseProfile,
  parseSoundProfile,
  readStrokes,
  writeProfile,
  strokesUntil,
  writeStrokes,
} from '.';
import { Unreadable } from '../reading';

describe('strokes files', () => {
  test('what is written is read back the same', () => {
    const samples = [
      { tUs: 0, key: 'KeyA', depthUm: 4000 },
      { tUs: 85_000, key: 'KeyA', depthUm: 0 },
    ];
    expect(writeStrokes(samples)).toBe('t_us,key,depth_um\n0,KeyA,4000\n85000,KeyA,0\n');
    expect(readStrokes(writeStrokes(samples), HARROW_64)).toEqual(samples);
  });

  test.each([
    [-1, 0],
    [0, 1],
    [84_999, 1],
    [85_000, 2],
    [Infinity, 3],
  ])('up to %s µs it has %s samples', (untilUs, count) => {
    const samples = [0, 85_000, 1_234_567_890_123].map((tUs) => ({ tUs, key: 'KeyA', depthUm: 4000 }));
    for (const text of [writeStrokes(samples), writeStrokes(samples).trimEnd()])
      expect(readStrokes(strokesUntil(text, untilUs), HARROW_64)).toEqual(samples.slice(0, count));
  });

  test('a byte order mark, spaces and empty lines do not matter', () => {
    expect(readStrokes('\uFEFFt_us, key, depth_um\r\n 0 , KeyA , 4000 \r\n\r\n', HARROW_64)).toEqual([
      { tUs: 0, key: 'KeyA', depthUm: 4000 },
    ]);
  });

  test.each([
    ['time,key\n', 'line 1: the columns must be t_us,key,depth_um, found "time,key"'],
    ['', 'line 1: the columns must be t_us,key,depth_um, found ""'],
    ['t_us,key,depth_um\n5,KeyA,0\n4,KeyA,0', 'line 3: the time goes back, from 5 to 4'],
    ['t_us,key,depth_um\n1.5,KeyA,0', 'line 2: t_us must be a whole number of microseconds from 0, found "1.5"'],
    ['t_us,key,depth_um\n0,KeyA,deep', 'line 2: depth_um must be a whole number of micrometres from 0, found "deep"'],
    ['t_us,key,depth_um\n0,KeyA,4001', 'line 2: depth 4001 is more than the travel of the Harrow 64, 4000'],
    ['t_us,key,depth_um\n0,Nowhere,0', 'line 2: the Harrow 64 has no key "Nowhere"'],
    ['t_us,key,depth_um\n0,KeyA', 'line 2: has 2 columns instead of 3'],
  ])('%j is refused with its line', (text, message) => {
    expect(() => readStrokes(text, HARROW_64)).toThrow(Unreadable);
    expect(() => readStrokes(text, HARROW_64)).toThrow(message);
  });
});

describe('profile and board files', () => {
  test('the demo files are those of the demo; `npm run schema` writes them', () => {
    for (const [file, profile] of [
      ['demo/show-desk.json', SHOW_DESK],
      ['demo/prompt-book.json', PROMPT_BOOK],
    ] as const) {
      const text = readFileSync(file, 'utf8');
      expect(text).toBe(writeProfile(profile));
      expect(parseSoundProfile(text).profile).toEqual(profile);
    }
  });

  test.each([
    ['not json', 'the whole file: is not JSON'],
    ['[]', 'format: must be "underloom-profile", found null'],
    ['{"format":"underloom-board"}', 'format: must be "underloom-profile", found "underloom-board"'],
    ['{"format":"underloom-profile","version":1}', 'more problem'],
  ])('%s is refused with the place', (text, message) => expect(() => parseProfile(text)).toThrow(message));

  test('a sound profile refers only to what is there', () => {
    const text = writeProfile({ ...SHOW_DESK, joinedLayers: [{ when: ['nowhere'], also: 'cues' }] });
    expect(() => parseSoundProfile(text)).toThrow('joinedLayers[0].when[0]: there is no layer "nowhere"');
    expect(checkProfileText(text).problems).toHaveLength(1);
    expect(checkProfileText(writeProfile(SHOW_DESK)).problems).toEqual([]);
  });

  test('a board file is read, or refused with the place', () => {
    expect(parseBoard(JSON.stringify(HARROW_64))).toEqual(HARROW_64);
    expect(() => parseBoard(JSON.stringify({ ...HARROW_64, travelUm: 'far' }))).toThrow('travelUm:');
  });
});
