/** What has arrived at the computer that the keyboard is plugged into: bars beside those of what was sent, how much later it came, and what it reads there. */
import type { Code, HostLamp } from '../codes';
import type { Arrived } from '../hostSide';
import type { HostText, ShownPiece } from '../hosts';
import type { Bar } from './lanes';

/** Something that was sent and never arrived. */
type Missing = { tUs: number; code: Code; isDown: boolean };

export class Arrivals {
  readonly bars: Bar[] = [];
  /** What never arrived, of the time that is remembered. */
  readonly missing: Missing[] = [];
  /** How many edges arrived, and how many never did. */
  count = 0;
  lost = 0;
  /** How much later than the keyboard's own time they came, in µs: at the least and at the most; 0 while none has. */
  lateUs = { least: 0, most: 0 };
  private readonly open = new Map<Code, Bar>();

  /** What was read before the computer's layout was another. */
  private read: readonly ShownPiece[] = [];
  private text: HostText | null = null;

  /** What makes characters as the computer does, from now on; null when its layout is none that is known here. */
  readAs(text: HostText | null): void {
    this.read = this.pieces;
    this.text = text;
  }

  /** What the computer's screen reads. */
  get pieces(): readonly ShownPiece[] {
    return this.text ? [...this.read, ...this.text.pieces] : this.read;
  }

  /** Nothing more has come, up to a time in µs: what is held there repeats. */
  advance(tUs: number): void {
    this.text?.advance(tUs);
  }

  /** A lamp of the computer, as it was before anything arrived. */
  light(lamp: HostLamp, lit: boolean): void {
    this.text?.light(lamp, lit);
  }

  clearText(): void {
    this.read = [];
    this.text?.clear();
  }

  /** @param byUs what is added to the keyboard's time to have that of the trial */
  take({ t, atUs, code, isDown }: Arrived, byUs: number): void {
    if (atUs === null) {
      this.lost++;
      this.missing.push({ tUs: t + byUs, code, isDown });
      return;
    }
    const lateUs = atUs - t;
    this.lateUs =
      this.count === 0
        ? { least: lateUs, most: lateUs }
        : { least: Math.min(this.lateUs.least, lateUs), most: Math.max(this.lateUs.most, lateUs) };
    this.count++;
    const tUs = atUs + byUs;
    this.text?.edge(isDown, code, tUs);
    if (!isDown) {
      const bar = this.open.get(code);
      if (bar) bar.toUs = tUs;
      this.open.delete(code);
    } else if (!this.open.has(code)) {
      const bar: Bar = { name: code, fromUs: tUs, toUs: null };
      this.open.set(code, bar);
      this.bars.push(bar);
    }
  }

  /** Drops what ended before a time. */
  forget(beforeUs: number): void {
    const kept = this.bars.findIndex((bar) => bar.toUs === null || bar.toUs >= beforeUs);
    this.bars.splice(0, kept < 0 ? this.bars.length : kept);
    const late = this.missing.findIndex(({ tUs }) => tUs >= beforeUs);
    this.missing.splice(0, late < 0 ? this.missing.length : late);
  }
}
