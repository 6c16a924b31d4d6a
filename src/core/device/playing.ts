/** What is stored, played for a page with pretend fingers in the page's time. One page plays at a time. */
import { contactPlaces, type Board } from '../board';
import type { Listener, Program } from '../engine';
import { type ReportReader, REQUEST } from './linkReports';
import { Running } from './running';

/** @typeParam By who plays */
export class Playing<By extends object> {
  private by: By | null = null;
  private running: Running | null = null;
  private readonly contacts: readonly number[];

  /** @param ended called when another one plays, or what is played has changed */
  constructor(
    private readonly board: Board,
    private readonly ended: (by: By) => void,
  ) {
    this.contacts = contactPlaces(board);
  }

  isBy(by: By): boolean {
    return this.by === by;
  }

  start(by: By, program: Program, listener: Listener): void {
    if (this.by !== by) this.end();
    this.by = by;
    this.running = new Running(program, listener);
  }

  /** A pretend finger, or time that passes. */
  take(by: By, told: ReportReader): void {
    if (this.by !== by || !this.running) return;
    const tUs = told.timeUs();
    if (told.kind === REQUEST.clock) {
      this.running.advance(tUs);
      return;
    }
    const key = this.contacts[told.u16()];
    if (key !== undefined) this.running.feed(tUs, key, Math.min(told.u16(), this.board.travelUm));
  }

  /** The host of what is played has lit these lamps. */
  lights(tUs: number, lamps: number): void {
    this.running?.lights(tUs, lamps);
  }

  letGo(): void {
    this.running?.letGo();
  }

  /** Who played has stopped, or has gone. */
  stop(by: By): void {
    if (this.by !== by) return;
    this.by = null;
    this.running = null;
  }

  /** Nothing stays down. */
  end(): void {
    const { by } = this;
    if (!by) return;
    this.running?.letGo();
    this.stop(by);
    this.ended(by);
  }
}
