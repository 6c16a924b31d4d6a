/**
 * One trial: fingers go in, lanes and the host's text come out. It keeps time from the events' own timestamps, and a few
 * milliseconds behind the page's clock, so that an event that is still on its way is never later than a deadline it beat.
 */
import { changesBetween, Lanes, type Changes, type HostBar } from '../../core/trial';
import { contactPlaces, type Board, type KeyId } from '../../core/board';
import { usageOfCode } from '../../core/codes';
import { hostLayout, HostText, USUAL_REPEAT, type ShownPiece } from '../../core/hosts';
import { isEdgeLine, ReportPacker, type HostReport, type Sample, type TraceLine } from '../../core/engine';
import type { Sound } from '../../core/check';
import type { Profile } from '../../core/profile';
import { MOST_AT_ONCE, startLongRun, type LongRun } from './longRun';
import type { Player } from './players';

const BEHIND_MS = 6;
/** How long after everything else recorded fingers begin. */
const RUN_GAP_US = 200_000;
const MOST_REPORTS = 1000;
const REMEMBERS_US = 300_000_000;
/** How long the lanes run on after the last thing that happened. */
const RUNS_ON_US = 700_000;
/** While time runs, what is read is told so often at the most, in ms; the lanes and lamps follow every frame. */
const TOLD_EVERY_MS = 100;

const textOf = (pieces: readonly ShownPiece[]): string => pieces.map(({ text }) => text).join('');

type Listeners = Set<() => void>;
const joining =
  (listeners: Listeners) =>
  (listener: () => void): (() => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };

export class TrialSession {
  readonly profile: Profile;
  private readonly board: Board;
  readonly lanes = new Lanes();
  readonly host: HostText;
  /** What the host polls, newest last. */
  readonly reports: HostReport[] = [];
  /** What the fingers did, oldest first. */
  readonly samples: Sample[] = [];
  /** The right edge of the lanes, in µs. Stands still while nothing happens. */
  edgeUs = 0;
  /** What the host got from the same fingers under other settings; null when nothing is compared. */
  private before: { host: readonly HostBar[]; untilUs: number } | null = null;
  private compared: { version: number; changes: Changes } | null = null;
  /** What stood on the screen before other settings ran the same fingers, how many pieces these made, and what they read, if not the same. */
  private typed: { pieces: readonly ShownPiece[]; replayed: number; now: string } | null = null;
  /** What shall stand on the screen when a long run has ended. */
  private typedBefore: readonly ShownPiece[] | null = null;
  /** When everything was let go of, in the order of time. */
  private lettings: number[] = [];
  private startMs = performance.now();
  private readonly packer: ReportPacker;
  private player: Player | null = null;
  private readonly keyIndex: ReadonlyMap<KeyId, number>;
  private readonly fingersDown = new Set<KeyId>();
  private readonly listeners: Listeners = new Set();
  private readonly frameListeners: Listeners = new Set();
  private readonly lampListeners: Listeners = new Set();
  private version = 0;
  /** The version that was last told of, when, and what the layers were. */
  private told = { version: 0, atMs: -Infinity, layers: '' };
  /** A finger moved since the last frame: that frame paints its lamp and nothing else, so that nothing makes the lamp late. */
  private hasFingerMoved = false;
  /** Whether the lanes move: something is held, undecided, or happened a moment ago. */
  isRunning = false;
  /** How far a long run is, in samples; null when none is under way. */
  runs: { done: number; of: number } | null = null;
  private longRun: LongRun | null = null;
  /** Something happened since the listeners were last told: they are told once a frame. */
  private isStale = false;

  constructor(
    readonly sound: Sound,
    /** Whether long records may be run away from the page: only this page's own engine can be had twice. */
    readonly runsFar = false,
    /** It is only watched: what happens has its own time, so nothing recorded can be played on it. */
    readonly isWatched = false,
  ) {
    this.profile = sound.profile;
    this.board = sound.board;
    const { profile, board } = this;
    this.host = new HostText(hostLayout(profile.hostLayout), undefined, USUAL_REPEAT);
    this.packer = new ReportPacker('boot', board.device.pollHz);
    this.keyIndex = new Map(contactPlaces(board).map((place, index) => [board.keys[index]?.id ?? '', place]));
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
    this.host.edge(down, code, tUs);
    this.reports.push(this.packer.edge(tUs, down, usageOfCode(code) ?? 0));
    if (this.reports.length > MOST_REPORTS) this.reports.splice(0, MOST_REPORTS / 2);
  }

  /** A finger goes down on a key, or up, at a time of the page's clock in ms. Doubles are ignored. */
  finger(key: KeyId, down: boolean, atMs: number): void {
    const index = this.keyIndex.get(key);
    if (!this.player || this.runs || index === undefined || this.fingersDown.has(key) === down) return;
    const tUs = this.usOf(atMs);
    if (down) this.fingersDown.add(key);
    else this.fingersDown.delete(key);
    this.move(tUs, key, down ? this.board.travelUm : 0);
    this.fingerMoved();
  }

  /** A finger has pulled a key to a depth in µm, 0 for up, at a time of the page's clock in ms: a trigger, not a key. */
  depth(key: KeyId, depthUm: number, atMs: number): void {
    if (!this.player || this.runs || !this.keyIndex.has(key)) return;
    if (depthUm > 0) this.fingersDown.add(key);
    else if (!this.fingersDown.delete(key)) return;
    this.move(this.usOf(atMs), key, depthUm);
    this.fingerMoved();
  }

  /**
   * Plays recorded fingers, behind everything that has happened, and lets them settle. Time jumps to their end. Very many
   * are run away from the page; `runs` says how far they are.
   * @param settleUs how long to wait after the last one
   */
  run(samples: readonly Sample[], nowMs: number, settleUs = 1_000_000): void {
    if (this.isWatched) return;
    this.letGo(nowMs);
    const firstUs = samples[0]?.tUs ?? 0;
    const fromUs = Math.max(this.edgeUs, this.usOf(nowMs)) + RUN_GAP_US - firstUs;
    const later = samples.map((sample) => ({ ...sample, tUs: sample.tUs + fromUs }));
    const endUs = (later.at(-1)?.tUs ?? fromUs) + settleUs;
    // No finger is left that could lift what the file leaves down.
    const down = new Set<KeyId>();
    for (const { key, depthUm } of later)
      if (depthUm > 0) down.add(key);
      else down.delete(key);
    const whole = [...later, ...[...down].map((key) => ({ tUs: endUs, key, depthUm: 0 }))];
    this.startMs = nowMs - endUs / 1000;
    this.playAll(whole, endUs);
  }

  /** Plays fingers at their own times, up to a time: at once when they are few, in pieces when they are many. */
  private playAll(samples: readonly Sample[], untilUs: number, lettings: readonly number[] = []): void {
    if (samples.length > MOST_AT_ONCE && this.runsFar) {
      this.runs = { done: 0, of: samples.length };
      this.lettings.push(...lettings);
      this.longRun = startLongRun(
        this.sound,
        samples,
        lettings,
        untilUs,
        ({ lines, nextSample, isDone }) => {
          for (const sample of samples.slice(this.runs?.done ?? 0, nextSample)) this.record(sample);
          for (const line of lines) this.take(line);
          this.runs = { done: nextSample, of: samples.length };
          this.edgeUs = Math.max(this.edgeUs, samples[nextSample - 1]?.tUs ?? 0);
          if (isDone) this.longRunEnded(untilUs);
          this.changed();
        },
        () => this.stopRun(),
      );
    } else {
      const open = [...lettings];
      for (const { tUs, key, depthUm } of samples) {
        while ((open[0] ?? Infinity) <= tUs) this.letGoAt(open.shift() ?? 0);
        this.move(tUs, key, depthUm);
      }
      for (const tUs of open) this.letGoAt(tUs);
      this.player?.advance(untilUs);
      this.edgeUs = untilUs;
    }
    this.changed();
  }

  /** Stops a long run; what it has shown so far stays. */
  stopRun(): void {
    if (!this.runs) return;
    this.longRun?.stop();
    this.longRunEnded(this.edgeUs);
    this.changed();
  }

  private longRunEnded(atUs: number): void {
    this.longRun = null;
    this.runs = null;
    this.keepTyped();
    this.edgeUs = atUs;
    this.player?.advance(atUs);
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

  /** Whether everything was let go of between the strokes, of which the strokes themselves do not tell. */
  get wasLetGo(): boolean {
    const [first] = this.samples;
    return first !== undefined && this.lettings.some((tUs) => tUs > first.tUs);
  }

  /** One depth of one key goes to the player, the lanes and the record. */
  private move(tUs: number, key: KeyId, depthUm: number): void {
    const index = this.keyIndex.get(key);
    if (!this.player || index === undefined) return;
    this.record({ tUs, key, depthUm });
    this.player.feed(tUs, index, depthUm);
  }

  private record(sample: Sample): void {
    this.samples.push(sample);
    this.lanes.finger(sample.tUs, sample.key, sample.depthUm > 0);
  }

  /** The keys on which a finger is, in the order they went down. */
  get down(): ReadonlySet<KeyId> {
    return this.fingersDown;
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
    this.lettings.push(Math.max(this.usOf(atMs), this.samples.at(-1)?.tUs ?? 0));
    this.player?.letGo();
    this.changed();
  }

  /**
   * Runs the fingers of an earlier trial again, at their old times, and goes on from there. What the host got then is kept
   * to compare with, when something else is played now.
   */
  resume(earlier: TrialSession): void {
    this.startMs = earlier.startMs;
    const untilUs = earlier.edgeUs;
    const isOther = earlier.profile !== this.profile;
    this.typedBefore = earlier.screen;
    this.playAll(earlier.samples, untilUs, earlier.lettings);
    if (!this.runs) this.keepTyped();
    this.before = earlier.before ?? (isOther ? { host: [...earlier.lanes.host], untilUs } : null);
    this.changed();
  }

  /** What differs from what the host got before; null when nothing is compared. */
  get changes(): Changes | null {
    if (!this.before) return null;
    if (this.compared?.version !== this.version) {
      const { host, untilUs } = this.before;
      const now = this.lanes.host.filter(({ fromUs }) => fromUs <= untilUs);
      this.compared = { version: this.version, changes: changesBetween(host, now) };
    }
    return this.compared.changes;
  }

  forgetComparison(): void {
    this.before = null;
    this.changed();
  }

  private letGoAt(tUs: number): void {
    this.player?.advance(tUs);
    this.player?.letGo();
    this.lettings.push(tUs);
  }

  /** What the screen shows: what was typed stays as it was, whatever other settings would have made of it. */
  get screen(): readonly ShownPiece[] {
    const { pieces } = this.host;
    if (!this.typed) return pieces;
    // Who deletes further than what came since deletes what was typed before.
    const deleted = Math.max(0, this.typed.replayed - pieces.length);
    return [...this.typed.pieces.slice(0, this.typed.pieces.length - deleted), ...pieces.slice(this.typed.replayed)];
  }

  /** What the same fingers would read now; empty when that is what they read. */
  get wouldRead(): string {
    return this.typed?.now ?? '';
  }

  private keepTyped(): void {
    const before = this.typedBefore;
    this.typedBefore = null;
    if (!before) return;
    const now = textOf(this.host.pieces);
    const replayed = this.host.pieces.length;
    this.typed = { pieces: [...before], replayed, now: now === textOf(before) ? '' : now || 'nothing' };
  }

  clearText(): void {
    this.typed = null;
    this.host.clear();
    this.changed();
  }

  /** Lets time pass; called once a frame. */
  tick(nowMs: number): void {
    if (this.runs) {
      if (this.isStale) this.tell(nowMs);
      return;
    }
    const nowUs = this.usOf(nowMs - BEHIND_MS);
    const busy = this.fingersDown.size > 0 || this.lanes.pending !== undefined || this.lanes.held('host').length > 0;
    if (!busy && nowUs > this.lanes.lastUs + RUNS_ON_US) {
      if (!this.isStale && !this.isRunning) return;
      this.isRunning = false;
      this.tell(nowMs);
      return;
    }
    this.isRunning = true;
    this.player?.advance(nowUs);
    this.host.advance(nowUs);
    this.edgeUs = Math.max(this.edgeUs, nowUs);
    this.lanes.forget(nowUs - REMEMBERS_US);
    const kept = this.samples.findIndex(({ tUs }) => tUs >= nowUs - REMEMBERS_US);
    if (kept > 0) this.samples.splice(0, kept);
    if ((this.lettings[0] ?? Infinity) < nowUs - REMEMBERS_US)
      this.lettings = this.lettings.filter((tUs) => tUs >= nowUs - REMEMBERS_US);
    this.changed();
    // What the keys mean is told at once, when it changes; what is read, a few times a second.
    const layers = this.lanes.held('layers').join();
    if (this.hasFingerMoved) {
      this.hasFingerMoved = false;
      this.tellLamps();
    } else if (layers !== this.told.layers || nowMs - this.told.atMs >= TOLD_EVERY_MS) this.tell(nowMs);
    else this.tellFrame();
  }

  close(): void {
    this.longRun?.stop();
    this.player?.close();
    this.player = null;
  }

  /** What is read on the bench: told when something happened, a few times a second. */
  subscribe = joining(this.listeners);
  /** What moves: told every frame while time runs, and once when it stops. */
  onFrame = joining(this.frameListeners);
  /** Fingers and what is undecided: told as soon as a finger moves, and every frame. */
  onLamps = joining(this.lampListeners);

  getVersion = (): number => this.told.version;

  /** The time of the session at a time of the page's clock in ms. */
  usOf(ms: number): number {
    return Math.max(0, Math.round((ms - this.startMs) * 1000));
  }

  private changed(): void {
    this.version++;
    this.isStale = true;
  }

  private fingerMoved(): void {
    this.hasFingerMoved = true;
    this.changed();
    this.tellLamps();
  }

  private tell(atMs: number): void {
    this.isStale = false;
    this.told = { version: this.version, atMs, layers: this.lanes.held('layers').join() };
    for (const listener of this.listeners) listener();
    this.tellFrame();
  }

  private tellFrame(): void {
    for (const listener of this.frameListeners) listener();
    this.tellLamps();
  }

  private tellLamps(): void {
    for (const listener of this.lampListeners) listener();
  }
}
