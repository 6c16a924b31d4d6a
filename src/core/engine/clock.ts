/**
 * The engine's time: now, and the deadlines that are still to come. Time moves only when it is told to; then every deadline due
 * by then fires at its own moment, in order.
 *
 * There are never more than a few deadlines (one for the undecided key, one for each tap that is being shown to the host), so
 * a scan for the earliest beats a heap and keeps equal ones in the order they were set.
 */

/** One deadline. Timers belong to whoever made them, who says when they are due and sets them, again and again. */
export class Timer {
  /** In µs. A field and no argument: numbers of this size would be allocated on their way. */
  dueUs = Infinity;
  /** Which of two equal deadlines was set first. */
  order = 0;
  /** Where it stands among those that are set, or -1. */
  place = -1;
  constructor(readonly fire: () => void) {}

  get isSet(): boolean {
    return this.place >= 0;
  }
}

export class Clock {
  /** The time of the last input or deadline, in µs. What comes out is stamped with it. */
  nowUs = 0;
  /** The earliest deadline, `Infinity` when there is none. */
  nextUs = Infinity;
  private readonly timers: Timer[] = [];
  private dueUs = new Float64Array(16);
  private count = 0;
  private setCount = 0;

  /** Whether no deadline is set. */
  get isEmpty(): boolean {
    return this.count === 0;
  }

  /** Sets a deadline at its `dueUs`, or moves it there; it comes after equal ones that were set before. */
  set(timer: Timer): void {
    timer.order = this.setCount++;
    this.restore(timer);
  }

  /** Sets a deadline again that was set and cancelled before, in its old place among equal ones. */
  restore(timer: Timer): void {
    const { dueUs } = timer;
    let { place } = timer;
    if (place < 0) {
      place = timer.place = this.count++;
      if (place === this.dueUs.length) this.grow();
      this.timers[place] = timer;
      this.dueUs[place] = dueUs;
      if (dueUs < this.nextUs) this.nextUs = dueUs;
    } else {
      this.dueUs[place] = dueUs;
      this.findNext();
    }
  }

  /** Sets a deadline that is due so many µs from now. */
  setIn(timer: Timer, afterUs: number): void {
    timer.dueUs = this.nowUs + afterUs;
    this.set(timer);
  }

  cancel(timer: Timer): void {
    const { place } = timer;
    if (place < 0) return;
    timer.place = -1;
    const dueUs = this.dueUs[place] as number;
    const end = --this.count;
    if (place < end) {
      const last = this.timers[end] as Timer;
      this.timers[place] = last;
      this.dueUs[place] = this.dueUs[end] as number;
      last.place = place;
    }
    if (dueUs === this.nextUs) this.findNext();
  }

  /** Lets time pass until `tUs`: every deadline due by then fires at its own time, of equal ones the one set first. */
  advance(tUs: number): void {
    while (this.nextUs <= tUs) this.fireFirst();
    if (tUs > this.nowUs) this.nowUs = tUs;
  }

  private fireFirst(): void {
    const due = this.nextUs;
    let first: Timer | null = null;
    for (let n = 0; n < this.count; n++) {
      const timer = this.timers[n] as Timer;
      if (this.dueUs[n] === due && (!first || timer.order < first.order)) first = timer;
    }
    if (!first) return;
    if (due > this.nowUs) this.nowUs = due;
    this.cancel(first);
    first.fire();
  }

  private findNext(): void {
    let next = Infinity;
    for (let n = 0; n < this.count; n++) {
      const due = this.dueUs[n] as number;
      if (due < next) next = due;
    }
    this.nextUs = next;
  }

  private grow(): void {
    const { dueUs } = this;
    this.dueUs = new Float64Array(dueUs.length * 2);
    this.dueUs.set(dueUs);
  }
}
