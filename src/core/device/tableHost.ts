/**
 * The computer that a simulated keyboard is plugged into, as far as the keyboard can tell: it hears the keys, and lights its lamps as a real
 * one does (HID output report, page 08), some milliseconds later and over the link like anybody.
 */
import { HOST_LAMPS, usageOf, usageOfCode } from '../codes';
import type { After } from './exchange';
import { LINK_VERSIONS, ReportReader, ReportWriter, REQUEST, TRACE, TRACE_KIND } from './linkReports';

/** How long a host takes to answer, in ms. */
const ANSWERS_AFTER_MS = 4;
const SESSION = 1;
const bitOf = (place: number): number => 1 << place;
/** The usages of the keys that turn lamps on and off, by the lamps' places. */
const KEYS = HOST_LAMPS.map((lamp) => usageOfCode(lamp));

/** The keyboard's end of this cable. */
type Keyboard = { receive(from: { send(report: Uint8Array): void }, report: Uint8Array): void };

export class TableHost {
  /** Which lamps are lit, as bits by their places in `HOST_LAMPS`: Num Lock is, from the beginning. */
  private lit = bitOf(HOST_LAMPS.indexOf('NumLock'));
  private sequence = 0;
  private away = false;
  private readonly connection = { send: (report: Uint8Array) => this.hear(new ReportReader(report)) };

  constructor(
    private readonly keyboard: Keyboard,
    private readonly after: After,
  ) {
    this.send(REQUEST.hello, LINK_VERSIONS.least, LINK_VERSIONS.most);
    this.send(REQUEST.watch, 1);
    this.tell();
  }

  /** Whether another computer is there, whose lamps count. */
  set isAway(isAway: boolean) {
    if (isAway === this.away) return;
    this.away = isAway;
    if (!isAway) this.tell();
  }

  /** A lamp is turned on or off by hand, as another keyboard would. */
  turn(place: number): void {
    this.lit ^= bitOf(place);
    this.tell();
  }

  private hear(report: ReportReader): void {
    if (report.kind !== TRACE || report.u8() !== TRACE_KIND.edge) return;
    report.timeUs();
    const isDown = report.u8() === 1;
    const place = KEYS.indexOf(usageOf(report.u8(), report.u16()));
    if (isDown && place >= 0 && !this.away) this.after(ANSWERS_AFTER_MS, () => this.turn(place));
  }

  private tell(): void {
    if (this.away) return;
    this.send(REQUEST.hostLamps, 0, 0, 0, 0, 0, 0, this.lit);
  }

  private send(kind: number, ...fields: number[]): void {
    const report = new ReportWriter(kind, ++this.sequence & 0xffff, SESSION);
    for (const field of fields) report.u8(field);
    this.keyboard.receive(this.connection, report.sealed());
  }
}
