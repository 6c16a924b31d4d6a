/**
 * Does things at the times that the keyboard gives, a little later and all by the same: what comes over a socket comes when it comes. The keyboard's time
 * and this program's go on together; how they lie to each other is the quickest that anything has come.
 */

/** How much later everything is done, in ms: at first, and at the most. What comes too late for it makes it longer; long times in which nothing does, shorter again. */
const LATER_MS = { first: 12, most: 60 } as const;
/** Beyond what was late by, in ms. */
const SPARE_MS = 3;
/** After so many things in a row that came in time it is shorter by a ms. */
const SHORTER_AFTER = 400;
/** So long before something is due it is waited for without sleep, in ms: a timer is late by as much. */
const AWAKE_MS = 1.6;
/** What the keyboard began anew has another time. */
const JUMP_MS = 1000;

type Due = { atMs: number; work: () => void };

export class Punctual {
  /** This program's time less the keyboard's, in ms; the least that was seen. */
  private apartMs = Infinity;
  private readonly due: Due[] = [];
  private laterMs: number = LATER_MS.first;
  private inTime = 0;
  private timer: NodeJS.Timeout | null = null;
  private isAwake = false;

  constructor(private readonly nowMs: () => number = () => performance.now()) {}

  /** Something that happened at a time of the keyboard, in µs. What comes later in it is done later. */
  at(tUs: number, work: () => void): void {
    const [nowMs, tMs] = [this.nowMs(), tUs / 1000];
    const apart = nowMs - tMs;
    if (apart < this.apartMs || apart > this.apartMs + JUMP_MS) this.apartMs = apart;
    const lateMs = nowMs - (this.apartMs + tMs + this.laterMs);
    if (lateMs > 0) {
      this.laterMs = Math.min(LATER_MS.most, this.laterMs + lateMs + SPARE_MS);
      this.inTime = 0;
    } else if (++this.inTime >= SHORTER_AFTER) {
      this.laterMs = Math.max(LATER_MS.first, this.laterMs - 1);
      this.inTime = 0;
    }
    const last = this.due.at(-1)?.atMs ?? 0;
    this.due.push({ atMs: Math.max(last, this.apartMs + tMs + this.laterMs), work });
    this.sleep();
  }

  /** A time of this program, in ms, as the keyboard's, in µs; not before 0. */
  keyboardUs(ms: number): number {
    return this.apartMs === Infinity ? 0 : Math.max(0, Math.round((ms - this.apartMs) * 1000));
  }

  /** Nothing that waits is done any more. */
  forget(): void {
    this.due.length = 0;
    this.apartMs = Infinity;
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
  }

  private sleep(): void {
    const [next] = this.due;
    if (!next || this.timer || this.isAwake) return;
    const waitMs = next.atMs - this.nowMs() - AWAKE_MS;
    if (waitMs <= 0) {
      this.watch();
      return;
    }
    this.timer = setTimeout(() => {
      this.timer = null;
      this.watch();
    }, waitMs);
  }

  /** Awake until what is due next is done. */
  private watch(): void {
    this.isAwake = true;
    const look = (): void => {
      while (this.due[0] && this.due[0].atMs <= this.nowMs()) this.due.shift()?.work();
      const next = this.due[0];
      if (next && next.atMs - this.nowMs() < AWAKE_MS) {
        setImmediate(look);
        return;
      }
      this.isAwake = false;
      this.sleep();
    };
    look();
  }
}
