/** What is stored, played for a page with pretend fingers in the page's time. One page plays at a time. */
import { contactPlaces, type Board } from '../board';
import type { Sound } from '../check';
import type { Listener } from '../engine';
import { ALONE, type Shown } from '../lamps';
import { Glowing, type Lamps } from './glowing';
import { type ReportReader, REQUEST } from './linkReports';
import { Running } from './running';

/** @typeParam By who plays */
export class Playing<By extends object> {
  private by: By | null = null;
  private running: Running | null = null;
  private readonly contacts: readonly number[];
  private glowing: Glowing | null = null;
  private hostLamps = 0;

  /**
   * @param ended called when another one plays, or what is played has changed
   * @param glows called when the lamps of what is played show something else
   */
  constructor(
    private readonly board: Board,
    private readonly ended: (by: By) => void,
    private readonly glows: (by: By) => void,
  ) {
    this.contacts = contactPlaces(board);
  }

  isBy(by: By): boolean {
    return this.by === by;
  }

  start(by: By, { program, profile }: Sound, listener: Listener): void {
    if (this.by !== by) this.end();
    this.by = by;
    this.running = new Running(program, listener);
    this.hostLamps = 0;
    this.glowing = new Glowing(this.board);
    this.glowing.begin(profile, 0);
    this.look();
  }

  /** The lamps of what is played by somebody; undefined when that is somebody else, or nobody. */
  lampsFor(by: By): { lamps: Lamps; shown: Shown } | undefined {
    const { glowing } = this;
    return this.by === by && glowing ? { lamps: glowing.lamps, shown: glowing.shown } : undefined;
  }

  private look(): void {
    const { by, glowing, running, hostLamps } = this;
    if (!by || !glowing || !running) return;
    if (glowing.look(running.engine, { ...ALONE, hostLamps })) this.glows(by);
  }

  /** A pretend finger, or time that passes. */
  take(by: By, told: ReportReader): void {
    if (this.by !== by || !this.running) return;
    const tUs = told.timeUs();
    if (told.kind === REQUEST.clock) {
      this.running.advance(tUs);
      this.look();
      return;
    }
    const key = this.contacts[told.u16()];
    if (key !== undefined) this.running.feed(tUs, key, Math.min(told.u16(), this.board.travelUm));
    this.look();
  }

  /** The host of what is played has lit these lamps. */
  lights(tUs: number, lamps: number): void {
    this.running?.lights(tUs, lamps);
    this.hostLamps = lamps;
    this.look();
  }

  letGo(): void {
    this.running?.letGo();
    this.look();
  }

  /** Who played has stopped, or has gone. */
  stop(by: By): void {
    if (this.by !== by) return;
    this.by = null;
    this.running = null;
    this.glowing = null;
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
