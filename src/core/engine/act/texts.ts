/**
 * Typing texts. All strokes of a character happen at the time the character is due; modifiers that are down otherwise are put
 * aside before the first and come back after the last, and so does Caps Lock. A text, once begun, is typed to its end.
 */
import { type Clock, Timer } from '../clock';
import type { RunStroke, RunText } from '../compile';
import type { Ledger } from '../hold';
import type { Listener } from '../out';
import { announce, Origin } from './origin';

class TextRun {
  text: RunText | null = null;
  next = 0;
  /** By what the modifiers come back that it has put aside. */
  putAsideAt = 0;
  readonly origin = new Origin();
  readonly timer: Timer;

  constructor(goOn: (run: TextRun) => void) {
    this.timer = new Timer(() => goOn(this));
  }
}

export class Texts {
  /** Every run there ever was at the same time; those without a text are free. */
  private readonly runs: TextRun[] = [];
  /** How many texts are being typed, and whether Caps Lock was turned off for them. */
  private running = 0;
  private hasUnlocked = false;

  constructor(
    private readonly clock: Clock,
    private readonly ledger: Ledger,
    private readonly listener: Listener,
  ) {}

  begin(text: RunText, origin: Origin): void {
    const run = this.freeRun();
    run.text = text;
    run.next = 0;
    run.origin.copy(origin);
    run.putAsideAt = this.ledger.putAside();
    this.running++;
    if (this.ledger.isCapsLit && !this.hasUnlocked) {
      this.hasUnlocked = true;
      this.ledger.makeWay(origin.press, false);
      this.ledger.turnCapsLock();
    }
    this.goOn(run);
  }

  /** Stops all texts where they are. */
  stopAll(): void {
    for (const run of this.runs) {
      this.clock.cancel(run.timer);
      run.text = null;
    }
    this.running = 0;
    this.lockAgain();
  }

  private lockAgain(): void {
    if (!this.hasUnlocked) return;
    this.hasUnlocked = false;
    this.ledger.turnCapsLock();
  }

  private freeRun(): TextRun {
    for (let n = 0; n < this.runs.length; n++) {
      const run = this.runs[n] as TextRun;
      if (run.text === null) return run;
    }
    return this.makeRun();
  }

  /** Apart from finding one that is free, since a function in which a function is made allocates whenever it is called. */
  private makeRun(): TextRun {
    const run = new TextRun((due) => {
      announce(due.origin, this.clock, this.listener);
      this.goOn(due);
    });
    this.runs.push(run);
    return run;
  }

  /** Types what is due now, and sets the timer for what is due later. */
  private goOn(run: TextRun): void {
    const { text } = run;
    if (!text) return;
    const { characters, gapUs } = text;
    do {
      const strokes = characters[run.next++];
      if (strokes) for (let n = 0; n < strokes.length; n++) this.type(strokes[n] as RunStroke, run.origin.press);
    } while (run.next < characters.length && gapUs === 0);
    if (run.next < characters.length) {
      this.clock.setIn(run.timer, gapUs);
      return;
    }
    run.text = null;
    if (--this.running === 0) this.lockAgain();
    this.ledger.bringBack(run.putAsideAt);
  }

  private type({ modifiers, key }: RunStroke, press: number): void {
    const { ledger } = this;
    ledger.makeWay(press, false);
    for (let n = 0; n < modifiers.length; n++) ledger.down(modifiers[n] as number);
    ledger.down(key);
    ledger.up(key);
    for (let n = modifiers.length - 1; n >= 0; n--) ledger.up(modifiers[n] as number);
  }
}
