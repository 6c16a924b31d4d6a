/** A HID device of our own, byte by byte: the descriptor, the reports in both layouts, and the kernel's events. */
import { expect, test } from '@jest/globals';
import { usageOf, usageOfCode } from '../../core/codes';
import { createEvent, EVENT_BYTES, Events, inputEvent, lampsOf, refusalOf } from './device';
import { descriptorOf, HidReports } from './reports';

const usage = (code: string): number => usageOfCode(code)!;
const hex = (bytes: Uint8Array | undefined): string => Buffer.from(bytes ?? []).toString('hex');

/** How long each report is by a descriptor, by number and kind (USB HID 1.11, 6.2.2.2: short items alone). */
function lengthsOf(descriptor: Uint8Array): { collections: number; bits: Record<string, number> } {
  const bits: Record<string, number> = {};
  let [id, size, count, collections] = [0, 0, 0, 0];
  for (let at = 0; at < descriptor.length;) {
    const prefix = descriptor[at]!;
    const length = [0, 1, 2, 4][prefix & 3]!;
    const value = descriptor.subarray(at + 1, at + 1 + length).reduce((sum, byte, n) => sum | (byte << (8 * n)), 0);
    at += 1 + length;
    const add = (kind: string): void => void (bits[`${id} ${kind}`] = (bits[`${id} ${kind}`] ?? 0) + size * count);
    if ((prefix & 0xfc) === 0x84) id = value;
    else if ((prefix & 0xfc) === 0x74) size = value;
    else if ((prefix & 0xfc) === 0x94) count = value;
    else if ((prefix & 0xfc) === 0x80) add('in');
    else if ((prefix & 0xfc) === 0x90) add('out');
    else if ((prefix & 0xfc) === 0xa0) collections++;
    else if ((prefix & 0xfc) === 0xc0) collections--;
  }
  return { collections, bits };
}

test.each([
  ['boot', { '1 in': 64, '1 out': 8, '2 in': 64, '3 in': 40 }],
  ['bitmap', { '1 in': 232, '1 out': 8, '2 in': 64, '3 in': 40 }],
] as const)('the descriptor of the layout %s says how long its reports are, and they are', (layout, bits) => {
  expect(lengthsOf(descriptorOf(layout))).toEqual({ collections: 0, bits });
  const reports = new HidReports(layout);
  const lengths = [reports.edge(usage('KeyA'), true)!, reports.edge(usage('AudioVolumeUp'), true)!, reports.move(1, 1)];
  expect(lengths.map((report) => (report.length - 1) * 8)).toEqual([bits['1 in'], bits['2 in'], bits['3 in']]);
});

test('keys in the boot layout: modifiers, six keys, and what is too much', () => {
  const reports = new HidReports('boot');
  expect(hex(reports.edge(usage('ShiftLeft'), true))).toBe('010200000000000000');
  expect(hex(reports.edge(usage('KeyA'), true))).toBe('010200040000000000');
  for (const key of 'BCDEF') reports.edge(usage(`Key${key}`), true);
  expect(hex(reports.edge(usage('KeyG'), true))).toBe('010200010101010101');
  expect(hex(reports.edge(usage('KeyA'), false))).toBe('01020005060708090a');
  expect(reports.letGo().map(hex)).toEqual(['010000000000000000', '020000000000000000', '030000000000']);
});

test('keys as a bitmap, media keys, buttons, wheel and pointer', () => {
  const reports = new HidReports('bitmap');
  reports.edge(usage('ControlLeft'), true);
  const bits = reports.edge(usage('KeyA'), true)!;
  expect([bits[1], bits[1 + (0xe0 >> 3)]]).toEqual([0x10, 0x01]);
  expect(hex(reports.edge(usage('AudioVolumeUp'), true))).toBe('02e900000000000000');
  expect(hex(reports.edge(usageOf(9, 2), true))).toBe('030200000000');
  expect(hex(reports.wheel(-1, 3))).toBe('0302000003ff');
  expect(hex(reports.move(-300, 5))).toBe('03028105'.padEnd(12, '0'));
  expect(reports.edge(usageOf(0x59, 1), true)).toBeUndefined();
});

test('the kernel’s events: one that makes the device, one a report, lamps that come in pieces, and questions', () => {
  const made = createEvent('boot');
  expect([made.length, hex(made.subarray(0, 4)), Buffer.from(made.subarray(4, 22)).toString()]).toEqual([
    EVENT_BYTES,
    '0b000000',
    'Underloom keyboard',
  ]);
  expect(hex(made.subarray(4 + 256, 4 + 260))).toBe(
    hex(Uint8Array.of(descriptorOf('boot').length & 0xff, descriptorOf('boot').length >> 8, 6, 0)),
  );
  expect(hex(inputEvent(Uint8Array.of(1, 2, 3)).subarray(0, 9))).toBe('0c0000000300010203');
  const output = new Uint8Array(EVENT_BYTES);
  output.set([6, 0, 0, 0, 1, 2]);
  output.set([2, 0], 4 + 4096);
  const events = new Events();
  expect([...events.take(output.subarray(0, 100))]).toEqual([]);
  const [whole] = [...events.take(output.subarray(100))];
  expect([lampsOf(whole!), refusalOf(whole!)]).toEqual([2, undefined]);
  const question = new Uint8Array(EVENT_BYTES);
  question.set([9, 0, 0, 0, 7, 0, 0, 0]);
  expect(hex(refusalOf(question)!.subarray(0, 10))).toBe('0a00000007000000' + '0500');
});
