/**
 * How far a timing could have been another without anything coming out otherwise: each comparison that the rules make with a figure of it narrows the
 * figures that would have answered alike. Two runs from the same standing whose figures both lie within are the same run, event by event.
 */
import type { Interrupt } from '../../profile';
import type { RunTiming } from '../compile';

/** Figures of a timing, by their places. */
export const HOLD_AFTER = 0;
export const TAP_GAP = 1;
export const RETAP = 2;
export const GUARD = 3;
const FIGURES = 4;

/** The rules for overlaps, each as a bit; and behind them whether only the other hand counts. */
const RULES: Record<Interrupt, number> = { nested: 1, any: 2, wait: 4 };
const ALL_RULES = 7;
const ANY_HAND = 8;
const OTHER_HAND = 16;

/** The figures of a timing in µs, by their places. */
export const figuresOf = ({ holdAfterUs, tapGapUs, retapUs, typingGuardUs }: RunTiming): Float64Array =>
  Float64Array.of(holdAfterUs, tapGapUs, retapUs, typingGuardUs);

export const ruleBit = (interrupt: Interrupt): number => RULES[interrupt];
export const handsBit = (otherHandOnly: boolean): number => (otherHandOnly ? OTHER_HAND : ANY_HAND);

export class Leeway {
  /** Each figure is above the one, and not above the other, in µs. */
  readonly above = new Float64Array(FIGURES);
  readonly upTo = new Float64Array(FIGURES);
  /** The rules that would have done, as bits; and whether without or with `otherHandOnly`. */
  rules = ALL_RULES;
  hands = ANY_HAND | OTHER_HAND;
  private readonly figures: Float64Array;

  /** @param timing that of gestures which have none of their own */
  constructor(private readonly timing: RunTiming) {
    this.figures = figuresOf(timing);
    this.clear();
  }

  /** Any figure would do. */
  clear(): void {
    this.above.fill(-Infinity);
    this.upTo.fill(Infinity);
    this.rules = ALL_RULES;
    this.hands = ANY_HAND | OTHER_HAND;
  }

  // What is asked of a gesture that has a figure of its own asks nothing of the timing.

  /** A figure was found to be more than so many µs. */
  isMore(figure: number, own: number, thanUs: number): void {
    if (own === this.figures[figure] && thanUs > (this.above[figure] as number)) this.above[figure] = thanUs;
  }

  /** A figure was found to be no more than so many µs. */
  isNoMore(figure: number, own: number, thanUs: number): void {
    if (own === this.figures[figure] && thanUs < (this.upTo[figure] as number)) this.upTo[figure] = thanUs;
  }

  /** Something happens when a figure is over: another would have it happen at another time. */
  isOver(figure: number, own: number): void {
    if (own !== this.figures[figure]) return;
    // Times are whole µs.
    this.above[figure] = Math.max(this.above[figure] as number, own - 1);
    this.upTo[figure] = Math.min(this.upTo[figure] as number, own);
  }

  /** It was asked whether the rule for overlaps is this one. */
  asksRule(own: Interrupt, rule: Interrupt): void {
    if (own === this.timing.interrupt) this.rules &= own === rule ? RULES[rule] : ~RULES[rule];
  }

  asksHands(own: boolean): void {
    if (own === this.timing.otherHandOnly) this.hands &= handsBit(own);
  }
}
