/** What the rules remember of presses: which was the last, how many there were, when one last typed, what was tapped. */
import type { RunGesture } from './program';

export class PressMemory {
  /** The key that went down last, or -1. */
  last = -1;
  /** How many keys have gone down so far. It numbers presses: what one press began is one action to the usages. */
  count = 0;
  /** When the latest press went down that typed, in µs. */
  typedUs = -Infinity;
  /** The gesture of each key whose last outcome was a tap. */
  readonly tapped: (RunGesture | null)[];

  constructor(keyCount: number) {
    this.tapped = new Array<RunGesture | null>(keyCount).fill(null);
  }

  /** A key goes down; the press has the number `count` from now on. */
  goesDown(key: number): void {
    this.last = key;
    this.count++;
  }

  /** A press that went down at a time typed. */
  typed(pressedUs: number): void {
    this.typedUs = Math.max(this.typedUs, pressedUs);
  }

  reset(): void {
    this.tapped.fill(null);
    this.last = -1;
    this.typedUs = -Infinity;
  }
}
