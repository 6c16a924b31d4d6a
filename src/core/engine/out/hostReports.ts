/**
 * From usage edges to the reports a host polls. One edge is one report, never merged and never reordered, and at most one
 * report goes out in a poll interval; edges that come faster wait in line, and how long the line is can be seen.
 *
 * Two layouts: the 8-byte boot keyboard report (USB HID 1.11, appendix B.1: modifiers, reserved, six usages; more keys
 * than six make every place ErrorRollOver, usage 01), and a bitmap of all usages up to E7 that has no such limit.
 */
import { idOf, isModifierUsage, KEYBOARD_PAGE, pageOf, type Usage } from '../../codes';

export type ReportLayout = 'boot' | 'bitmap';

/** One report: when it went out, the edge it is for, and its bytes. Usages of other pages have a report of their own. */
export type HostReport = {
  tUs: number;
  /** When the edge happened that this report tells of. */
  edgeUs: number;
  page: number;
  bytes: Uint8Array;
  /** Six places were not enough. */
  isRollover: boolean;
  /** How many edges waited when this one joined them, itself not counted. */
  waiting: number;
};

const BOOT_PLACES = 6;
const ERROR_ROLL_OVER = 0x01;
const BITMAP_BYTES = 29;
const FIRST_MODIFIER = 0xe0;

export class ReportPacker {
  private readonly keys: number[] = [];
  private modifiers = 0;
  private readonly held = new Map<number, Set<number>>();
  private lastUs = -Infinity;
  /** When the reports that are still in line go out. */
  private line: number[] = [];

  /** @param pollHz how often the host asks, 1 to 8000 times a second */
  constructor(
    private readonly layout: ReportLayout,
    private readonly pollHz: number,
  ) {}

  /** Takes one usage edge, in the order of their times, and returns the report that tells of it. */
  edge(tUs: number, down: boolean, usage: Usage): HostReport {
    const intervalUs = 1_000_000 / this.pollHz;
    const firstPollUs = Math.ceil(tUs / intervalUs) * intervalUs;
    const sentUs = Math.max(firstPollUs, this.lastUs + intervalUs);
    this.line = this.line.filter((waitingUs) => waitingUs > tUs);
    const waiting = this.line.length;
    this.line.push(sentUs);
    this.lastUs = sentUs;
    const page = pageOf(usage);
    const bytes = page === KEYBOARD_PAGE ? this.keyboardReport(down, usage) : this.otherReport(page, down, idOf(usage));
    const isRollover = page === KEYBOARD_PAGE && this.layout === 'boot' && this.keys.length > BOOT_PLACES;
    return { tUs: sentUs, edgeUs: tUs, page, bytes, isRollover, waiting };
  }

  private keyboardReport(down: boolean, usage: Usage): Uint8Array {
    const id = idOf(usage);
    if (isModifierUsage(usage)) {
      const bit = 1 << (id - FIRST_MODIFIER);
      this.modifiers = down ? this.modifiers | bit : this.modifiers & ~bit;
    } else if (down) {
      this.keys.push(id);
    } else {
      this.keys.splice(this.keys.indexOf(id), 1);
    }
    return this.layout === 'boot' ? this.bootReport() : this.bitmapReport();
  }

  private bootReport(): Uint8Array {
    const report = new Uint8Array(2 + BOOT_PLACES);
    report[0] = this.modifiers;
    if (this.keys.length > BOOT_PLACES) report.fill(ERROR_ROLL_OVER, 2);
    else report.set(this.keys, 2);
    return report;
  }

  private bitmapReport(): Uint8Array {
    const report = new Uint8Array(1 + BITMAP_BYTES);
    report[0] = this.modifiers;
    for (const id of this.keys) {
      const index = 1 + (id >> 3);
      if (index < report.length) report[index] = (report[index] ?? 0) | (1 << (id & 7));
    }
    return report;
  }

  /** Media, system and button usages: those held on that page, two bytes each, the last pressed first. */
  private otherReport(page: number, down: boolean, id: number): Uint8Array {
    const held = this.held.get(page) ?? new Set<number>();
    this.held.set(page, held);
    if (down) held.add(id);
    else held.delete(id);
    return Uint8Array.from([...held].toReversed().flatMap((usage) => [usage & 0xff, usage >> 8]));
  }
}
