/** What lamps show, as reports of the link to who watches them: some keys a report, and only those reports of which something has changed. */
import { MOVEMENTS } from '../profile';
import type { Shown } from '../lamps';
import type { Lamps } from './glowing';
import type { ReportReader } from './linkReports';
import { LAMPS, type ReportWriter } from './linkReports';

/** Keys of which one report tells. */
const KEYS_A_REPORT = 11;
const LIT = 1;
const PULSES = 2;

/** What one who watches knows: the fields of each report as it was sent last, without its numbering. */
export type Told = Map<number, string>;

/** @param begin begins a report of a kind; `send` takes it when it is full */
export function lampReports(
  { isOn, level, most, movement }: Lamps,
  { colors, pulsing }: Shown,
  told: Told,
  begin: (kind: number) => ReportWriter,
  send: (report: ReportWriter) => void,
): void {
  const pulses = new Set(pulsing);
  for (let from = 0; from < colors.length; from += KEYS_A_REPORT) {
    const some = colors.slice(from, from + KEYS_A_REPORT);
    const fields = [
      ...[isOn ? 1 : 0, level, most, MOVEMENTS.indexOf(movement), from & 0xff, from >> 8, some.length],
      ...some.flatMap((color, n) => [
        (color >> 16) & (color < 0 ? 0 : 0xff),
        (color >> 8) & (color < 0 ? 0 : 0xff),
        color & (color < 0 ? 0 : 0xff),
        (color < 0 ? 0 : LIT) | (pulses.has(from + n) ? PULSES : 0),
      ]),
    ];
    const said = fields.join(' ');
    if (told.get(from) === said) continue;
    told.set(from, said);
    send(begin(LAMPS).raw(Uint8Array.from(fields)));
  }
}

/** What the lamps of some keys show, as a report says it. */
export type SomeLamps = { lamps: Lamps; from: number; keys: readonly { color: number; pulses: boolean }[] };

/** @param report behind its head */
export function lampsOfReport(report: ReportReader): SomeLamps {
  const [isOn, level, most, movement] = [
    report.u8() === 1,
    report.u8(),
    report.u8(),
    MOVEMENTS[report.u8()] ?? 'still',
  ];
  const from = report.u16();
  const count = Math.min(KEYS_A_REPORT, report.u8());
  return {
    lamps: { isOn, level, most, movement },
    from,
    keys: Array.from({ length: count }, () => {
      const color = (report.u8() << 16) | (report.u8() << 8) | report.u8();
      const state = report.u8();
      return { color: (state & LIT) !== 0 ? color : -1, pulses: (state & PULSES) !== 0 };
    }),
  };
}
