/**
 * A keyboard with a mistake planted in it, to see that the cases find it: `checksum` takes damaged reports for sound, `late` tells of edges a
 * millisecond late, `yes` lets pages write unasked, `mute` answers its hello and nothing else. `slow` has none: it only takes its time until it runs.
 */
import { HARROW_64 } from '../../src/core/board';
import { REPORT_BYTES, ReportWriter, REQUEST, TRACE } from '../../src/core/device/linkReports';
import { inReports, keyboardOf } from '../../src/cli/keyboard';

const [mistake] = process.argv.slice(2);
const STARTS_AFTER_MS = 1400;

if (mistake === 'slow') await new Promise((resolve) => setTimeout(resolve, STARTS_AFTER_MS));

/** The same fields, sealed anew. */
const resealed = (report: Uint8Array): Uint8Array => {
  const writer = new ReportWriter(
    report[0] ?? 0,
    (report[2] ?? 0) + (report[3] ?? 0) * 256,
    (report[4] ?? 0) + (report[5] ?? 0) * 256,
  );
  return writer.raw(report.subarray(6, 60)).sealed();
};

const plug = keyboardOf(HARROW_64, true).plugIn({
  send: (report) => {
    if (mistake === 'late' && report[0] === TRACE && report[6] === 1) {
      const late = report.slice();
      const view = new DataView(late.buffer);
      view.setUint32(7, view.getUint32(7, true) + 1000, true);
      process.stdout.write(resealed(late));
    } else {
      process.stdout.write(report);
    }
  },
  pulled: () => process.exit(0),
});
const take = (report: Uint8Array): void => {
  if (mistake === 'mute' && report[0] !== REQUEST.hello) return;
  plug?.receive(mistake === 'checksum' ? resealed(report) : report);
  if (mistake === 'yes' && report[0] === REQUEST.hello)
    plug?.receive(new ReportWriter(REQUEST.leave, 0, (report[4] ?? 0) + (report[5] ?? 0) * 256).sealed());
};

/** Whatever checks out or not, 64 bytes at a time. */
let rest: Uint8Array = new Uint8Array(0);
const inBlocks = (chunk: Uint8Array): void => {
  rest = Buffer.concat([rest, chunk]);
  for (; rest.length >= REPORT_BYTES; rest = rest.subarray(REPORT_BYTES)) take(rest.subarray(0, REPORT_BYTES));
};
process.stdin.on('data', mistake === 'checksum' ? inBlocks : inReports(take));
process.stdin.on('end', () => process.exit(0));
