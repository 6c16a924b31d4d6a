/** The kit for firmware writers: our own firmware passes, and mistakes that were planted are found. */
import { describe, expect, test } from '@jest/globals';
import { HARROW_64 } from '../../core/board';
import { ReportReader, ReportWriter, REQUEST } from '../../core/device/linkReports';
import { inReports, keyboardOf } from '../keyboard';
import { run } from '../run';
import { conform } from '.';
import { processWire, Program, type Wire } from './program';

type Said = { status: number; out: string };

/** The same, waited for less long. */
async function conformQuick(only: string, ...program: string[]): Promise<Said> {
  let out = '';
  const cases = conform(() => new Program(processWire(process.execPath, program), SOON), only);
  for (let next = await cases.next(); ; next = await cases.next()) {
    if (next.done) return { status: next.value, out };
    out += next.value;
  }
}

/** Puts a program of its own through the cases whose names hold a word. */
async function conformProgram(only: string, ...program: string[]): Promise<Said> {
  let out = '';
  const write = (text: string): Promise<void> => {
    out += text;
    return Promise.resolve();
  };
  const words = ['conform', '--only', only, '--', process.execPath, ...program];
  const status = await run(words, { write, complain: (text) => void (out += text) });
  return { status, out };
}

/** A keyboard in the middle of the test answers at once, and a program of ours soon: neither is waited for as long as anybody's. */
const AT_ONCE = 0.1;
const SOON = 0.6;

/** A keyboard without a process: our firmware, in the middle of the test. */
function ownKeyboard(): Program {
  const wire: Wire = {
    send: (report) => queueMicrotask(() => plug?.receive(report)),
    stop: () => undefined,
    onReport: () => undefined,
    onEnd: () => undefined,
  };
  const plug = keyboardOf(HARROW_64, true).plugIn({
    send: (report) => setImmediate(() => wire.onReport(report.slice())),
    pulled: () => wire.onEnd({ is: 'ended', how: 'by itself' }),
  });
  return new Program(wire, AT_ONCE);
}

const MISTAKEN = 'dist-node/tests/mistaken.js';

describe('conform', () => {
  test('our own firmware holds in every case', async () => {
    let out = '';
    const cases = conform(ownKeyboard, '');
    for await (const line of cases) out += line;
    expect(out).not.toContain('FAILS');
    expect(out).toMatch(/\n83 hold, 0 fail\n$/);
  });

  test('and as a program, too', async () => {
    const { status, out } = await conformProgram(
      'image: for another board',
      'scripts/cli.mjs',
      'keyboard',
      '--stdio',
      '--yes',
    );
    expect(out).not.toContain('FAILS');
    expect(status).toBe(0);
  });

  test.each([
    ['checksum', 'a damaged report', 'something came back where nothing should'],
    ['late', 'engine: a tap and a hold', 'edge 1:'],
    ['yes', 'writing before anybody', 'it was carried out'],
  ])('a planted mistake is found: %s', async (mistake, only, found) => {
    const { status, out } = await conformProgram(only, MISTAKEN, mistake);
    expect(out).toContain('FAILS');
    expect(out).toContain(found);
    expect(status).toBe(1);
  });

  test('one that only says hello is found, too', async () => {
    const { status, out } = await conformQuick('a slot that is not there', MISTAKEN, 'mute');
    expect(out).toContain('FAILS');
    expect(out).toContain('request of kind 63 (number 2): no answer within 3 s');
    expect(status).toBe(1);
  });

  test.each([
    ['over the link', 'link: hello, with'],
    ['with an image', 'engine: a tap and a hold'],
  ])('a program may take its time until it runs: %s', async (_, only) => {
    const { status, out } = await conformQuick(only, MISTAKEN, 'slow');
    expect(out).toMatch(/\n1 hold, 0 fail\n$/);
    expect(status).toBe(0);
  });

  test.each([
    ['link: ', 'request hello (number 1): the program has ended with exit code 3'],
    ['engine: ', 'request hello: the program has ended with exit code 3'],
  ])('one that does not answer its first hello is not asked again: %s', async (only, why) => {
    const { status, out } = await conformProgram(only, '-e', 'process.exit(3)');
    expect(out.split('\n').filter((line) => line.startsWith('FAILS'))).toEqual([expect.stringContaining(why)]);
    expect(out).toMatch(/\n0 hold, 1 fail, \d+ not tried\n$/);
    expect(status).toBe(1);
  });
});

test('a stray byte on the stream loses no report but the one that it stands in', () => {
  const report = (sequence: number): Uint8Array => new ReportWriter(REQUEST.slotInfo, sequence, 9).u8(0).sealed();
  const damaged = report(3).map((byte, at) => (at === 20 ? byte ^ 4 : byte));
  const stream = Buffer.concat([Buffer.of(1, 2, 3), report(1), report(2), damaged, Buffer.of(7), report(4), report(5)]);
  for (const size of [1, 7, 64, 1000]) {
    const got: number[] = [];
    const take = inReports((one) => got.push(new ReportReader(one).sequence));
    for (let at = 0; at < stream.length; at += size) take(stream.subarray(at, at + size));
    expect(got).toEqual([1, 2, 4, 5]);
  }
});
