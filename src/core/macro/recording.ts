/**
 * Recording: what a person's hands do, as a score. Time zero is the first event that counts; the gesture that stops it is
 * never part of it. It takes events with the times they carry, so that how late they are handled does not matter.
 */
import { isCode, type Code } from '../codes';
import { LIMITS, type Score, type ScoreEvent } from '../profile';
import { setGaps, tidy } from './operations';

export type RecordingOptions = {
  keys: boolean;
  buttons: boolean;
  wheel: boolean;
  /** As played, or every gap the same, in µs. */
  gaps: 'played' | number;
  /** Stops by itself after this long without an event, in µs; null never does. */
  idleUs: number | null;
  /** Keys that together stop it; empty when only the button does. */
  stopChord: readonly Code[];
};

/** What a hand does. Times in µs, of one clock. */
type HandEvent = { tUs: number; edge: 'down' | 'up'; code: Code } | { tUs: number; wheel: { dx: number; dy: number } };

/** Times in scores are shown, and stored on the device, to a tenth of a millisecond. */
const UNIT_US = 100;
const BUTTON = /^hid:09:/;

export class Recording {
  private readonly events: ScoreEvent[] = [];
  private startUs: number | null = null;
  private lastUs = 0;
  private readonly down = new Map<Code, number>();
  private isOver = false;

  /** @param alreadyDown keys that were down before: their ups are no part of it */
  constructor(
    private readonly options: RecordingOptions,
    private readonly alreadyDown: Set<Code> = new Set(),
    private readonly beganUs = 0,
  ) {}

  get hasStopped(): boolean {
    return this.isOver;
  }

  get isEmpty(): boolean {
    return this.events.length === 0;
  }

  /** Keys that are down now, in the order they went down. */
  get held(): Code[] {
    return [...this.down.keys()];
  }

  /** Takes what a hand did; true when that was part of the recording. */
  take(event: HandEvent): boolean {
    if (this.isOver || this.wouldIdleOut(event.tUs)) return false;
    if ('wheel' in event) {
      if (!this.options.wheel) return false;
      this.put(event.tUs, (atUs) => ({ atUs, wheel: event.wheel }));
      return true;
    }
    const { code, edge, tUs } = event;
    if (!isCode(code) || !(BUTTON.test(code) ? this.options.buttons : this.options.keys)) return false;
    if (edge === 'up') {
      if (this.alreadyDown.delete(code) || !this.down.delete(code)) return false;
      this.put(tUs, (atUs) => ({ atUs, edge, code }));
      return true;
    }
    if (this.down.has(code) || this.alreadyDown.has(code)) return false;
    this.put(tUs, (atUs) => ({ atUs, edge, code }));
    this.down.set(code, this.events.length - 1);
    if (this.isStopChord()) this.stopByChord();
    return !this.isOver;
  }

  /** Lets time pass, so that idleness is noticed. @param nowUs on the events' clock */
  advance(nowUs: number): void {
    this.wouldIdleOut(nowUs);
  }

  stop(): void {
    this.isOver = true;
  }

  /**
   * What was recorded. A press that has no release stays open. The score ends with its last event, or when it goes on, now.
   * @param nowUs to show one that goes on
   */
  score(nowUs?: number): Score {
    // Time zero is the first event: until then no time has passed.
    if (this.startUs === null) return { lengthUs: 0, events: [] };
    const start = this.startUs;
    const lastUs = nowUs === undefined || this.isOver ? this.lastUs : Math.max(this.lastUs, nowUs);
    const played = tidy(this.events, Math.max(0, Math.round((lastUs - start) / UNIT_US) * UNIT_US));
    if (this.options.gaps === 'played') return played;
    const even = setGaps(played, this.options.gaps);
    return { ...even, lengthUs: even.events.at(-1)?.atUs ?? 0 };
  }

  private put(tUs: number, make: (atUs: number) => ScoreEvent): void {
    this.startUs ??= tUs;
    if (this.events.length >= LIMITS.scoreEvents || tUs - this.startUs > LIMITS.scoreUs.most) {
      // More is in no score; what is there is kept.
      this.isOver = true;
      return;
    }
    this.lastUs = Math.max(this.lastUs, tUs);
    this.events.push(make(Math.max(0, Math.round((tUs - this.startUs) / UNIT_US) * UNIT_US)));
  }

  private wouldIdleOut(nowUs: number): boolean {
    const { idleUs } = this.options;
    const since = this.startUs === null ? this.beganUs : this.lastUs;
    // Someone who holds a key is not idle.
    if (idleUs === null || this.down.size > 0 || nowUs - since < idleUs || this.startUs === null) return false;
    this.isOver = true;
    return true;
  }

  private isStopChord(): boolean {
    const { stopChord } = this.options;
    return stopChord.length > 0 && stopChord.every((code) => this.down.has(code));
  }

  /** The chord's downs leave the score, from the first of them that is still held. */
  private stopByChord(): void {
    const places = this.options.stopChord.map((code) => this.down.get(code) ?? Infinity);
    for (const place of places.sort((a, b) => b - a)) this.events.splice(place, 1);
    for (const code of this.options.stopChord) this.down.delete(code);
    this.lastUs = (this.startUs ?? 0) + (this.events.at(-1)?.atUs ?? 0);
    this.isOver = true;
  }
}
