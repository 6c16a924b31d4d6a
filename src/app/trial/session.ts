/**
 * One trial: fingers go in, lanes and the host's text come out. It keeps time from the events' own timestamps, and a few
 * milliseconds behind the page's clock, so that an event that is still on its way is never later than a deadline it beat.
 */
import { Lanes } from '../../core/analysis';
import type { Board, KeyId } from '../../core/board';
import { HOST_LAYOUTS, HostText, usageOfCode } from '../../core/codes';
import { isEdgeLine, ReportPacker, type HostReport, type Sample, type TraceLine } from '../../core/engine';
import type { Profile } from '../../core/profile';
import type { Player } from './players';

const BEHIND_MS = 6;
/** How long after everything else recorded fingers begin. */
const RUN_GAP_US = 200_000;
const MOST_REPORTS = 1000;
const REMEMBERS_US = 300_000_000;
/** How long the lanes run on after the last thing that happened. */
const RUNS_ON_US = 700_000;

export class TrialSession {
  readonly lanes = new Lanes();
  readonly host: HostText;
  /** What the host polls, newest last. */
  readonly reports: HostReport[] = [];
  /** What the fingers did, oldest first. */
  readonly samples: Sample[] = [];
  /** The right edge of the lanes, in µs. Stands still while nothing happens. */
  edgeUs = 0;
  private startMs = performance.now();
  private readonly packer: ReportPacker;
  private player: Player | null = null;
  private readonly keyIndex: ReadonlyMap<KeyId, number>;
  private readonly fingersDown = new Set<KeyId>();
  private readonly listeners = new Set<() => void>();
  private version = 0;

  constructor(
    readonly profile: Profile,
    private readonly board: Board,
  ) {
    this.host = new HostText(HOST_LAYOUTS[profile.hostLayout]);
    this.packer = new ReportPacker('boot', board.device.pollHz);
    this.keyIndex = new Map(board.keys.map((key, index) => [key.id, index]));
  }

  attach(player: Player): void {
    this.player = player;
  }

  /** Takes what the player says. */
  take = (line: TraceLine): void => {
    this.lanes.take(line);
    if (isEdgeLine(line)) this.sent(line.t, line.edge === 'down', line.code);
    this.changed();
  };

  /** A usage edge reaches the host: as a report at its next poll, and as text. */
  private sent(tUs: number, down: boolean, code: string): void {
    this.host.edge(down, code);
    this.reports.push(this.packer.edge(tUs, down, usageOfCode(code) ?? 0));
    if (this.reports.length > MOST_REPORTS) this.reports.splice(0, MOST_REPORTS / 2);
  }

  /** A finger goes down on a key, or up, at a time of the page's clock in ms. Doubles are ignored. */
  finger(key: KeyId, down: boolean, atMs: number): void {
    const index = this.keyIndex.get(key);
    if (!this.player || index === undefined || this.fingersDown.has(key) === down) return;
    const tUs = this.usOf(atMs);
    if (down) this.fingersDown.add(key);
    else this.fingersDown.delete(key);
    this.move(tUs, key, down ? this.board.travelUm : 0);
    this.changed();
  }

  /**
   * Plays recorded fingers, behind everything that has happened, and lets them settle. Time jumps to their end.
   * @param settleUs how long to wait after the last one
   */
  run(samples: readonly Sample[], nowMs: number, settleUs = 1_000_000): void {
    this.letGo(nowMs);
    const [first] = samples;
    const fromUs = Math.max(this.edgeUs, this.usOf(nowMs)) + RUN_GAP_US;
    const down = new Set<KeyId>();
    for (const { tUs, key, depthUm } of samples) {
      this.move(fromUs + tUs - (first?.tUs ?? 0), key, depthUm);
      if (depthUm > 0) down.add(key);
      else down.delete(key);
    }
    const endUs = fromUs + ((samples.at(-1)?.tUs ?? 0) - (first?.tUs ?? 0)) + settleUs;
    this.player?.advance(endUs);
    // No finger is left that could lift what the file leaves down.
    for (const key of down) this.move(endUs, key, 0);
    this.startMs = nowMs - endUs / 1000;
    this.edgeUs = endUs;
    this.changed();
  }

  /** The moments at which something began or ended, in order. */
  moments(): number[] {
    const { fingers, host, decisions, layers } = this.lanes;
    const times = [...fingers, ...host, ...decisions, ...layers].flatMap(({ fromUs, toUs }) =>
      toUs === null ? [fromUs] : [fromUs, toUs],
    );
    return [...new Set(times)].sort((a, b) => a - b);
  }

  /** What the fingers did, with times from 0, as a strokes file has them. */
  strokes(): Sample[] {
    const startUs = this.samples[0]?.tUs ?? 0;
    return this.samples.map((sample) => ({ ...sample, tUs: sample.tUs - startUs }));
  }

  /** One depth of one key goes to the player, the lanes and the record. */
  private move(tUs: number, key: KeyId, depthUm: number): void {
    const index = this.keyIndex.get(key);
    if (!this.player || index === undefined) return;
    this.samples.push({ tUs, key, depthUm });
    this.lanes.finger(tUs, key, depthUm > 0);
    this.player.feed(tUs, index, depthUm);
  }

  isDown(key: KeyId): boolean {
    return this.fingersDown.has(key);
  }

  /** Lifts every finger: the window lost the focus, so their key-up events will never come. */
  liftAll(atMs: number): void {
    for (const key of [...this.fingersDown]) this.finger(key, false, atMs);
  }

  letGo(atMs: number): void {
    this.liftAll(atMs);
    this.player?.letGo();
    this.changed();
  }

  clearText(): void {
    this.host.clear();
    this.changed();
  }

  /** Lets time pass; called once a frame. */
  tick(nowMs: number): void {
    const nowUs = this.usOf(nowMs - BEHIND_MS);
    const busy = this.fingersDown.size > 0 || this.lanes.pending !== undefined || this.lanes.held('host').length > 0;
    if (!busy && nowUs > this.lanes.lastUs + RUNS_ON_US) return;
    this.player?.advance(nowUs);
    this.edgeUs = Math.max(this.edgeUs, nowUs);
    this.lanes.forget(nowUs - REMEMBERS_US);
    const kept = this.samples.findIndex(({ tUs }) => tUs >= nowUs - REMEMBERS_US);
    if (kept > 0) this.samples.splice(0, kept);
    this.changed();
  }

  close(): void {
    this.player?.close();
    this.player = null;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  getVersion = (): number => this.version;

  private usOf(ms: number): number {
    return Math.max(0, Math.round((ms - this.startMs) * 1000));
  }

  private changed(): void {
    this.version++;
    for (const listener of this.listeners) listener();
  }
}
