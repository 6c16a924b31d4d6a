import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { codeOfWord, usageOfCode } from '../../codes';
import { ReportPacker, type HostReport, type ReportLayout } from './hostReports';

/** Reports of edges written as `+A 0, -A 5` with times in ms, for a host that asks 1000 times a second. */
function pack(layout: ReportLayout, text: string, pollHz = 1000): HostReport[] {
  const packer = new ReportPacker(layout, pollHz);
  return text.split(', ').map((word) => {
    const [edge = '', ms = '0'] = word.split(' ');
    return packer.edge(Number(ms) * 1000, edge.startsWith('+'), usageOfCode(codeOfWord(edge.slice(1)) ?? '') ?? 0);
  });
}

const hex = ({ bytes }: HostReport): string => [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join(' ');

describe('boot reports', () => {
  test('modifiers, a reserved byte, six places in the order of pressing', () => {
    expect(pack('boot', '+Shift 0, +A 2, +B 4, -A 6, -B 8, -Shift 10').map(hex)).toEqual([
      '02 00 00 00 00 00 00 00',
      '02 00 04 00 00 00 00 00',
      '02 00 04 05 00 00 00 00',
      '02 00 05 00 00 00 00 00',
      '02 00 00 00 00 00 00 00',
      '00 00 00 00 00 00 00 00',
    ]);
  });

  test('the seventh key is a rollover error, with the modifiers still true; one fewer, and the keys are back', () => {
    const reports = pack('boot', '+A 0, +B 2, +C 4, +D 6, +E 8, +F 10, +G 12, +Shift 14, -A 16');
    expect(reports.map(({ isRollover }) => isRollover)).toEqual([
      false,
      false,
      false,
      false,
      false,
      false,
      true,
      true,
      false,
    ]);
    expect(hex(reports[6]!)).toBe('00 00 01 01 01 01 01 01');
    expect(hex(reports[7]!)).toBe('02 00 01 01 01 01 01 01');
    expect(hex(reports[8]!)).toBe('02 00 05 06 07 08 09 0a');
  });
});

describe('bitmap reports', () => {
  test('a bit for every usage, without a limit', () => {
    const reports = pack('bitmap', '+A 0, +B 2, +C 4, +D 6, +E 8, +F 10, +G 12, +F24 14, -A 16');
    expect(reports.some(({ isRollover }) => isRollover)).toBe(false);
    expect(hex(reports[6]!)).toBe(`00 f0 07 ${'00 '.repeat(27).trim()}`);
    expect(reports[7]!.bytes[1 + (0x73 >> 3)]).toBe(1 << (0x73 & 7));
    expect(reports[8]!.bytes[1]).toBe(0xe0);
  });
});

describe('one report an interval', () => {
  test('edges at one moment go out one after the other, and the line is seen', () => {
    const reports = pack('boot', '+Ctrl 10, +B 10, -B 10, -Ctrl 10, +A 12');
    expect(reports.map(({ tUs }) => tUs / 1000)).toEqual([10, 11, 12, 13, 14]);
    expect(reports.map(({ waiting }) => waiting)).toEqual([0, 0, 1, 2, 1]);
  });

  test('an edge between two polls goes out with the next', () => {
    expect(pack('boot', '+A 10.2, -A 50.9').map(({ tUs }) => tUs / 1000)).toEqual([11, 51]);
    expect(pack('boot', '+A 10.2', 8000).map(({ tUs }) => tUs / 1000)).toEqual([10.25]);
    expect(pack('boot', '+A 10.2', 125).map(({ tUs }) => tUs / 1000)).toEqual([16]);
  });

  test('media keys have reports of their own', () => {
    const [up, down] = pack('boot', '+VolumeUp 0, -VolumeUp 5');
    expect([up?.page, hex(up!), hex(down!)]).toEqual([0x0c, 'e9 00', '']);
  });

  test('never merged, never reordered, never two in an interval', () => {
    const edges = fc.array(fc.tuple(fc.constantFrom('A', 'B', 'Shift', 'Mute'), fc.integer({ min: 0, max: 3000 })), {
      maxLength: 60,
    });
    fc.assert(
      fc.property(edges, fc.constantFrom(125, 1000, 8000), (turns, pollHz) => {
        const packer = new ReportPacker('boot', pollHz);
        const down = new Set<string>();
        let tUs = 0;
        const reports = turns.map(([key, waitUs]) => {
          tUs += waitUs;
          const goesDown = !down.has(key);
          if (goesDown) down.add(key);
          else down.delete(key);
          return packer.edge(tUs, goesDown, usageOfCode(codeOfWord(key) ?? '') ?? 0);
        });
        expect(reports).toHaveLength(turns.length);
        reports.forEach((report, n) => {
          expect(report.tUs).toBeGreaterThanOrEqual(report.edgeUs);
          if (n > 0) expect(report.tUs - reports[n - 1]!.tUs).toBeGreaterThanOrEqual(1_000_000 / pollHz - 1e-6);
        });
      }),
    );
  });
});
