import { describe, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { SHOW_DESK } from '../../../demo';
import { mustBeSound } from '../check';
import { decodeImage, encodeImage } from '../image';
import { Unreadable } from '../reading';
import { readIntelHex, writeIntelHex } from './intelHex';

const OBJCOPY = '/usr/bin/objcopy';
const image = encodeImage(mustBeSound(SHOW_DESK));

describe('Intel HEX', () => {
  test('an image comes back the same', () => {
    const text = writeIntelHex(image);
    expect(text.startsWith(':10000000554E444C03')).toBe(true);
    expect(decodeImage(readIntelHex(text)).profile).toEqual(SHOW_DESK);
  });

  test('whatever the bytes are, also beyond 64 KiB', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 1, maxLength: 300 }), (bytes) =>
        expect(readIntelHex(writeIntelHex(bytes))).toEqual(bytes),
      ),
    );
    const large = Uint8Array.from({ length: 0x10020 }, (_, n) => n * 7);
    expect(readIntelHex(writeIntelHex(large))).toEqual(large);
  });

  (existsSync(OBJCOPY) ? test : test.skip)('another tool reads what is written, and its files are read', () => {
    const folder = mkdtempSync(join(tmpdir(), 'hex-'));
    const at = (name: string): string => join(folder, name);
    const convert = (from: string, to: string, input: string, output: string) =>
      expect(spawnSync(OBJCOPY, ['-I', from, '-O', to, at(input), at(output)]).status).toBe(0);
    try {
      writeFileSync(at('ours.hex'), writeIntelHex(image));
      convert('ihex', 'binary', 'ours.hex', 'theirs.bin');
      expect(new Uint8Array(readFileSync(at('theirs.bin')))).toEqual(image);
      writeFileSync(at('ours.bin'), image);
      convert('binary', 'ihex', 'ours.bin', 'theirs.hex');
      expect(readIntelHex(readFileSync(at('theirs.hex'), 'latin1'))).toEqual(image);
    } finally {
      rmSync(folder, { recursive: true });
    }
  });

  test('addresses, gaps and lines in any order', () => {
    const text = ':020000040800F2\n:0200040041427760\n:00000001FF\n'.replace('41427760', '414277');
    expect([...readIntelHex(text)]).toEqual([0x41, 0x42]);
    expect([...readIntelHex(':0100050041B9\r\n:0100020042BB\n\n:00000001FF')]).toEqual([0x42, 0xff, 0xff, 0x41]);
  });

  test.each<[string, string, string]>([
    ['no HEX', 'hello', 'line 1: is no record'],
    ['a damaged line', ':0100000041BF\n:00000001FF', 'line 1: the checksum is wrong'],
    ['a wrong length', ':0200000041BD\n:00000001FF', 'line 1: says it has 2 bytes'],
    ['no end', ':0100000041BE\n', 'cut short'],
    ['something behind the end', ':00000001FF\n:0100000041BE\n', 'line 2: comes behind'],
    ['two records in one place', ':0100000041BE\n:0100000041BE\n:00000001FF', 'line 2: lies where another'],
    ['an unknown type', ':0100000941B5\n:00000001FF', 'line 1: a record of the unknown type 9'],
    ['an address that is none', ':0100000441BA\n:00000001FF', 'line 1: an address of two bytes'],
    ['addresses far apart', ':0100000041BE\n:020000040800F2\n:0100000041BE\n:00000001FF', 'too far'],
    ['nothing', ':00000001FF', 'there is nothing in it'],
  ])('%s is refused with its place', (_what, text, message) => {
    expect(() => readIntelHex(text)).toThrow(Unreadable);
    expect(() => readIntelHex(text)).toThrow(message);
  });
});
