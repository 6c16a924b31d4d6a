/**
 * Recording on the keyboard, without any host software: a state machine from record key, keys and time to a stored macro. It hears
 * what goes to the host; time begins with the first key that goes down.
 *
 *     idle --record--> armed --first key--> recording --record--> choosing --a key--> stored, idle
 *
 * Holding the record key for a second gives up, whatever the state. Stopping with nothing recorded and choosing a key clears that key's macro.
 */
import type { Score, ScoreEvent } from '../profile';

export const GIVE_UP_AFTER_US = 1_000_000;

type RecorderState = 'idle' | 'armed' | 'recording' | 'choosing';
/** What a press of a key on the keyboard does while it is recorded: nothing special, or it is chosen for this. */
export type Chosen = { score: Score | null };

export class Recorder {
  state: RecorderState = 'idle';
  /** The limit of events was reached, and recording stopped by itself. */
  isFull = false;
  private startUs = 0;
  private endUs = 0;
  private events: ScoreEvent[] = [];
  private readonly down: string[] = [];
  private giveUpAtUs = Infinity;

  /** @param mostEvents how many events there is room for */
  constructor(private mostEvents: number) {}

  /** When time itself changes something next, in µs. */
  get nextUs(): number {
    return this.giveUpAtUs;
  }

  get eventCount(): number {
    return this.events.length;
  }

  /** The record key went down or up. */
  recordKey(tUs: number, isDown: boolean, mostEvents = this.mostEvents): void {
    this.advance(tUs);
    if (!isDown) {
      this.giveUpAtUs = Infinity;
      return;
    }
    this.giveUpAtUs = tUs + GIVE_UP_AFTER_US;
    switch (this.state) {
      case 'idle':
        this.mostEvents = mostEvents;
        this.begin('armed');
        break;
      case 'armed':
        this.state = 'choosing';
        break;
      case 'recording':
        this.stop(tUs);
        break;
      case 'choosing':
        break;
    }
  }

  /** Something went to the host. */
  edge(tUs: number, isDown: boolean, code: string): void {
    if (this.state === 'armed' && isDown) {
      this.state = 'recording';
      this.startUs = tUs;
    }
    if (this.state !== 'recording') return;
    // A key that was down before the first one is no part of it; nor is its end.
    if (!isDown && !this.down.includes(code)) return;
    this.events.push({ atUs: tUs - this.startUs, edge: isDown ? 'down' : 'up', code });
    if (isDown) this.down.push(code);
    else this.down.splice(this.down.indexOf(code), 1);
    if (this.events.length + this.down.length >= this.mostEvents) {
      this.isFull = true;
      this.stop(tUs);
    }
  }

  /** A key is chosen; what was recorded for it, null to clear it. Undefined when no key is being chosen. */
  choose(): Chosen | undefined {
    if (this.state !== 'choosing') return undefined;
    const score = this.events.length > 0 ? { lengthUs: this.endUs, events: this.events } : null;
    this.begin('idle');
    return { score };
  }

  /** Time passes. True when that gave the recording up. */
  advance(tUs: number): boolean {
    if (tUs < this.giveUpAtUs) return false;
    this.giveUpAtUs = Infinity;
    const wasUnderWay = this.state !== 'idle';
    this.begin('idle');
    return wasUnderWay;
  }

  /** The power goes, or the slot changes: what was not stored is not there. */
  reset(): void {
    this.begin('idle');
    this.giveUpAtUs = Infinity;
  }

  private begin(state: RecorderState): void {
    this.state = state;
    this.events = [];
    this.down.length = 0;
    this.isFull = false;
  }

  /** Keys that are still down go up at the end, last first: a recording leaves nothing down. */
  private stop(tUs: number): void {
    this.endUs = tUs - this.startUs;
    for (const code of this.down.splice(0).reverse()) this.events.push({ atUs: this.endUs, edge: 'up', code });
    this.state = 'choosing';
  }
}
