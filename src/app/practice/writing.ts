/** Somebody writes: fingers and what comes of them are kept. Typing goes on however wrong it comes out; nothing is kept before it is begun nor after it has ended. */
import type { Sound } from '../../core/check';
import type { Sample } from '../../core/engine';
import { pieceShown } from '../../core/hosts';
import { follow, settledAfter, TokenNumbers, tokensOf, type Followed } from '../../core/typing';
import { newActId } from '../state/ids';
import { LiveFingers } from './liveFingers';

/** After so many tokens a take has ended: eight hours of fast typing are more than the store would thank for. */
export const MOST_TOKENS = 40_000;

export class Writing extends LiveFingers {
  readonly samples: Sample[] = [];
  /** Of the take that this becomes: whatever is kept of it, and however often, is one take. */
  readonly id = newActId();
  /** Whether something of it may be in the store. */
  isStored = false;
  followed: Followed = { at: 0, steps: [] };
  private hasEnded = false;
  private readonly numbers = new TokenNumbers();
  private readonly meantRow: Int32Array;
  private settled = { meant: 0, came: 0 };

  constructor(
    sound: Sound,
    /** What is to be written, as tokens; empty for free writing. */
    readonly meant: readonly string[],
  ) {
    super(sound);
    this.meantRow = this.numbers.rowOf(meant);
  }

  /** Whether it has been kept as a whole, or thrown away: nothing more becomes of it. */
  get isOver(): boolean {
    return this.hasEnded;
  }

  end(): void {
    this.hasEnded = true;
  }

  /** Whether all that was to be written has been. */
  get isDone(): boolean {
    return (
      (this.meant.length > 0 && this.followed.at >= this.meant.length && !this.isHolding) ||
      this.host.pieces.length >= MOST_TOKENS
    );
  }

  /** What was meant of what has been written, as a line. */
  meantLine(): string {
    return this.meant.slice(0, this.followed.at).join('');
  }

  protected override noted(sample: Sample): void {
    this.samples.push(sample);
  }

  protected override arrived(): void {
    if (this.meant.length > 0) {
      const came = this.numbers.rowOf(this.host.pieces.map(pieceShown));
      if (this.settled.came > came.length) this.settled = { meant: 0, came: 0 };
      this.followed = follow(this.meantRow, came, this.settled);
      this.settled = settledAfter(this.followed.steps, this.settled);
    }
    this.onChange();
  }
}

/** What is to be written, of a text that somebody chose or pasted: ends of lines and spaces in a row are one space. */
export const meantOf = (text: string): string[] => tokensOf(text.trim().replace(/\s+/g, ' '));
