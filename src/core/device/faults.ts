/**
 * A cable that is not sound: reports are dropped, doubled, overtaken, damaged and late. Which, a chance from outside decides; with a seeded
 * one the same faults come again.
 */
import type { After } from './exchange';

/** How often each happens to a report, 0 to 1. */
export type Faults = { drop: number; double: number; delay: number; flip: number };

export const NO_FAULTS: Faults = { drop: 0, double: 0, delay: 0, flip: 0 };

/** How late a delayed report is at the most, in ms: much that was sent after it comes before. */
const MOST_DELAY_MS = 400;

/** One way of a cable. */
export class FaultyWay {
  constructor(
    private readonly faults: () => Faults,
    private readonly chance: () => number,
    private readonly after: After,
    private readonly deliver: (report: Uint8Array) => void,
  ) {}

  pass(report: Uint8Array): void {
    const { drop, double, delay, flip } = this.faults();
    if (this.chance() < drop) return;
    const copies = this.chance() < double ? 2 : 1;
    for (let n = 0; n < copies; n++) {
      const bytes = this.chance() < flip ? this.damaged(report) : report;
      if (this.chance() < delay) this.after(this.chance() * MOST_DELAY_MS, () => this.deliver(bytes));
      else this.deliver(bytes);
    }
  }

  private damaged(report: Uint8Array): Uint8Array {
    const bytes = report.slice();
    const bits = 1 + Math.floor(this.chance() * 4);
    for (let n = 0; n < bits; n++) {
      const bit = Math.floor(this.chance() * bytes.length * 8);
      bytes[bit >> 3] = (bytes[bit >> 3] ?? 0) ^ (1 << (bit & 7));
    }
    return bytes;
  }
}

/** A chance that is the same for the same seed: a multiplicative generator modulo 2^31 - 1 (Park and Miller, 1988). */
export function seededChance(seed: number): () => number {
  let state = (Math.abs(Math.floor(seed)) % 2147483646) + 1;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}
