import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pino from 'pino';
import { SHOW_DESK } from '../../demo';
import { HARROW_64 } from '../core/board';
import { mustBeSound } from '../core/check';
import { KeyboardClient, type Firmware, type Transport } from '../core/device';
import { decodeImage, encodeImage } from '../core/image';
import { openKeyboards } from './keyboards';

const log = pino({ level: 'silent' });
let folder = '';
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'underloom-keyboards-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

function clientOf(firmware: Firmware | undefined): KeyboardClient {
  if (!firmware) throw new Error('no such keyboard');
  const transport: Transport = {
    send: (report) => firmware.receive(connection, report),
    close: () => undefined,
    onReport: () => undefined,
    onClose: () => undefined,
  };
  const connection = { send: (report: Uint8Array) => transport.onReport(report) };
  return new KeyboardClient(transport, () => () => undefined);
}

describe('keyboards in the server', () => {
  test('one of each bundled board', () => {
    const keyboards = openKeyboards(folder, log);
    expect(keyboards.list()).toEqual([
      { id: 'harrow-64', name: 'Harrow 64' },
      { id: 'twill-42', name: 'Twill 42' },
    ]);
    expect(keyboards.firmware('loom-9')).toBeUndefined();
    keyboards.close();
  });

  test('what was saved is in a file, and there when the server starts again', async () => {
    const keyboards = openKeyboards(folder, log);
    await clientOf(keyboards.firmware('harrow-64')).save(1, encodeImage(mustBeSound(SHOW_DESK)));
    keyboards.close();
    expect(readFileSync(join(folder, 'harrow-64.flash'))).toHaveLength(HARROW_64.device.memoryBytes);
    expect(existsSync(join(folder, 'harrow-64.flash.new'))).toBe(false);

    const again = openKeyboards(folder, log);
    const client = clientOf(again.firmware('harrow-64'));
    expect((await client.hello()).selected).toBe(1);
    expect(decodeImage((await client.read(1)) ?? new Uint8Array()).profile).toEqual(SHOW_DESK);
    again.close();
  });

  test('a memory file of the wrong size is put aside, not thrown away', async () => {
    writeFileSync(join(folder, 'twill-42.flash'), 'not a memory');
    const keyboards = openKeyboards(folder, log);
    expect(await clientOf(keyboards.firmware('twill-42')).read(0)).toBeUndefined();
    keyboards.close();
    expect(readFileSync(join(folder, 'twill-42.flash.unusable'), 'utf8')).toBe('not a memory');
  });
});
