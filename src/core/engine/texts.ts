/**
 * Typing texts. All strokes of a character happen at the time the character is due; modifiers that are down otherwise are put
 * aside before the first and come back after the last. A text, once begun, is typed to its end.
 */
import type { LiftStage } from './lifts';
import type { ModifierStage } from './modifiers';
import type { RunStroke, RunText } from './scores';
import { Timer, type Timers } from './timers';
import type { UsageStage } from './usages';

/** Where something that plays came from: which press, of which key, answered by which layer. */
export type Source = { key: number; layer: number; pressedUs: number; press: number };

class TextRun {
  text: RunText | null = null;
  next = 0;
  readonly source: Source = { key: 0, layer: 0, pressedUs: 0, press: 0 };
  readonly timer: Timer;

  constructor(goOn: (run: TextRun) => void) {
    this.timer = new Timer(() => goOn(this));
  }
}

export class TextStage {
  /** Every run there ever was at the same time; those without a text are free. */
  private readonly runs: TextRun[] = [];

  constructor(
    private readonly clock: { readonly nowUs: number },
    private readonly usages: UsageStage,
    private readonly modifiers: ModifierStage,
    private readonly lifts: LiftStage,
    private readonly timers: Timers,
    private readonly announce: (source: Source) => void,
  ) {}

  begin(text: RunText, source: Source): void {
    let run = this.runs.find((candidate) => candidate.text === null);
    if (!run) {
      run = new TextRun((due) => {
        this.announce(due.source);
        this.goOn(due);
      });
      this.runs.push(run);
    }
    run.text = text;
    run.next = 0;
    Object.assign(run.source, source);
    this.lifts.lift(run);
    this.goOn(run);
  }

  /** Stops all texts where they are. */
  stopAll(): void {
    for (const run of this.runs) {
      this.timers.cancel(run.timer);
      run.text = null;
    }
  }

  /** Types what is due now, and sets the timer for what is due later. */
  private goOn(run: TextRun): void {
    const { text } = run;
    if (!text) return;
    do {
      for (const stroke of text.characters[run.next] ?? []) this.type(stroke, run.source.press);
      run.next++;
    } while (run.next < text.characters.length && text.gapUs === 0);
    if (run.next < text.characters.length) {
      this.timers.set(run.timer, this.clock.nowUs + text.gapUs);
      return;
    }
    run.text = null;
    this.lifts.bringBack(run);
  }

  private type({ modifiers, key }: RunStroke, press: number): void {
    this.modifiers.beforeUnaided(press);
    for (let n = 0; n < modifiers.length; n++) this.usages.downNow(modifiers[n] as number);
    this.usages.downNow(key);
    this.usages.upNow(key);
    for (let n = modifiers.length - 1; n >= 0; n--) this.usages.upNow(modifiers[n] as number);
  }
}
