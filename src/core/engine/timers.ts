/**
 * Deadlines as data. There are never more than a few (one for the undecided key, one for each tap that is being shown to
 * the host), so a scan for the earliest beats a heap and keeps equal deadlines in the order they were set.
 */

/** One deadline. Timers belong to the stage that made them and are armed again and again. */
export class Timer {
  dueUs = Infinity;
  /** Which of two equal deadlines was set first. */
  order = 0;
  constructor(readonly fire: () => void) {}
}

export class Timers {
  private readonly armed: Timer[] = [];
  private count = 0;
  private setCount = 0;
  /** The earliest deadline, `Infinity` when there is none. */
  nextUs = Infinity;

  /** Sets (or moves) a deadline. */
  set(timer: Timer, dueUs: number): void {
    if (timer.dueUs === Infinity) this.armed[this.count++] = timer;
    timer.dueUs = dueUs;
    timer.order = this.setCount++;
    this.findNext();
  }

  /** Sets a deadline again that was set and cancelled before, in its old place among equal ones. */
  restore(timer: Timer, dueUs: number): void {
    const { order } = timer;
    this.set(timer, dueUs);
    timer.order = order;
  }

  cancel(timer: Timer): void {
    if (timer.dueUs === Infinity) return;
    for (let n = 0; n < this.count; n++) {
      if (this.armed[n] !== timer) continue;
      this.armed[n] = this.armed[--this.count] as Timer;
      break;
    }
    timer.dueUs = Infinity;
    this.findNext();
  }

  /** The earliest timer that is due at or before `tUs`, of equal ones the one set first; null when there is none. */
  firstDue(tUs: number): Timer | null {
    if (this.nextUs > tUs) return null;
    let first: Timer | null = null;
    for (let n = 0; n < this.count; n++) {
      const timer = this.armed[n] as Timer;
      if (!first || timer.dueUs < first.dueUs || (timer.dueUs === first.dueUs && timer.order < first.order))
        first = timer;
    }
    return first;
  }

  private findNext(): void {
    let next = Infinity;
    for (let n = 0; n < this.count; n++) next = Math.min(next, (this.armed[n] as Timer).dueUs);
    this.nextUs = next;
  }
}
