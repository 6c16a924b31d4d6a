/**
 * One trial: fingers go in, lanes and the host's text come out. It keeps time from the events' own timestamps, and a few
 * milliseconds behind the page's clock, so that an event that is still on its way is never later than a deadline it beat.
 */
import { Lanes, type Changes, type Played } from '../../core/trial';
import { contactPlaces, type Board, type KeyId } from '../../core/board';
import type { HostText, ShownPiece } from '../../core/hosts';
import type { ArrivedMessage, HostState } from '../../core/hostSide';
import type { HostLamp } from '../../core/codes';
import {
  isEdgeLine,
  isMoveLine,
  isOfLamp,
  isWheelLine,
  lampOf,
  sampleOfLamp,
  type HostReport,
  type Sample,
  type TraceLine,
} from '../../core/engine';
import type { Sound } from '../../core/check';
import type { Shown } from '../../core/lamps';
import type { Profile } from '../../core/profile';
import { Comparison } from './comparison';
import { Computer } from './computer';
import { HostFeed } from './hostFeed';
import { HostLamps } from './hostLamps';
import { MOST_AT_ONCE, startLongRun, type LongRun } from './longRun';
import type { Player } from './players';
import { Pointer } from './pointer';
import { FingerRecord } from './record';
import { ScreenText } from './screenText';
import { Telling } from './telling';

const BEHIND_MS = 6;
/** How long after everything else recorded fingers begin. */
const RUN_GAP_US = 200_000;
const REMEMBERS_US = 300_000_000;
/** How long the lanes run on after the last thing that happened. */
const RUNS_ON_US = 700_000;
/** While the lanes stand, time is told so often to what plays elsewhere. */
const STANDS_US = 100_000;

export class TrialSession {
  readonly profile: Profile;
  private readonly board: Board;
  readonly lanes = new Lanes();
  readonly pointer = new Pointer();
  private readonly feed: HostFeed;
  private readonly record = new FingerRecord();
  private readonly typed = new ScreenText();
  private readonly comparison = new Comparison();
  private readonly telling = new Telling();
  private readonly lamps: HostLamps;
  /** Recorded fingers are run that come with what their host said of its lamps: this one says nothing of its own. */
  private isHostQuiet = false;
  /** When the screen is to be cleared while fingers are run again, in µs; null when it is not. */
  private clearsAtUs: number | null = null;
  /** The right edge of the lanes, in µs. Stands still while nothing happens. */
  edgeUs = 0;
  private startMs = performance.now();
  private player: Player | null = null;
  /** How late it is where the keys are played, in µs: an event that comes later than its own time counts from here, and is recorded so. */
  private playedUs = 0;
  private readonly keyIndex: ReadonlyMap<KeyId, number>;
  private readonly fingersDown = new Set<KeyId>();
  /** Whether the lanes move: something is held, undecided, or happened a moment ago. */
  isRunning = false;
  /** How far a long run is, in samples; null when none is under way. */
  runs: { done: number; of: number } | null = null;
  private longRun: LongRun | null = null;
  readonly computer = new Computer();

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
    this.feed = new HostFeed(profile.hostLayout, board.device.pollHz);
    this.lamps = new HostLamps(this.feed.text);
    this.keyIndex = new Map(contactPlaces(board).map((place, index) => [board.keys[index]?.id ?? '', place]));
  }

  attach(player: Player): void {
    this.player = player;
    // A profile that looks at lamps is told of those that are lit from the beginning, as by a host to which a keyboard is plugged in.
    if (this.profile.lampLayers.length > 0) this.lamps.greet();
  }

  /** Takes what the player says. */
  take = (line: TraceLine): void => {
    this.lanes.take(line);
    if (this.clearsAtUs !== null && line.t > this.clearsAtUs) {
      this.host.clear();
      this.clearsAtUs = null;
    }
    if (isMoveLine(line)) this.pointer.move(line.move.dx, line.move.dy);
    else if (isWheelLine(line)) this.pointer.turn(line.wheel.dx, line.wheel.dy);
    else if (isEdgeLine(line)) {
      this.feed.edge(line.t, line.edge === 'down', line.code);
      if (!this.isHostQuiet && !this.runs) this.lamps.look(line.t);
    }
    this.changed();
  };

  /** What the host program says of the computer that is watched. */
  computerIs(state: HostState | null | undefined): void {
    this.computer.is(state);
    this.changed();
  }

  /** What has arrived at the computer. */
  arrived(message: ArrivedMessage): void {
    const byUs = this.player?.byUs?.() ?? null;
    if (byUs === null) return;
    this.computer.take(message, byUs);
    this.changed();
  }

  /** What the lamps show now; null when that is not known. */
  get shown(): Shown | null {
    return this.player?.shown() ?? null;
  }

  get host(): HostText {
    return this.feed.text;
  }

  /** What the host polls, newest last. */
  get reports(): readonly HostReport[] {
    return this.feed.reports;
  }

  /** What the fingers did, oldest first. */
  get samples(): readonly Sample[] {
    return this.record.samples;
  }

  /** A finger goes down on a key, or up, at a time of the page's clock in ms. Doubles are ignored. */
  finger(key: KeyId, down: boolean, atMs: number): void {
    const index = this.keyIndex.get(key);
    if (!this.player || this.runs || index === undefined || this.fingersDown.has(key) === down) return;
    this.comparison.typedUnder(this.profile);
    const tUs = this.usOf(atMs);
    if (down) this.fingersDown.add(key);
    else this.fingersDown.delete(key);
    this.move({ tUs, key, depthUm: down ? this.board.travelUm : 0 });
    this.telling.fingerMoved();
  }

  /** A lamp of the host is turned on or off by hand, or by another keyboard, at a time of the page's clock in ms. */
  light(lamp: HostLamp, lit: boolean, atMs: number): void {
    if (!this.player || this.runs) return;
    this.comparison.typedUnder(this.profile);
    this.move(sampleOfLamp(this.usOf(atMs), lamp, lit));
  }

  /** A finger has pulled a key to a depth in µm, 0 for up, at a time of the page's clock in ms: a trigger, not a key. */
  depth(key: KeyId, depthUm: number, atMs: number): void {
    if (!this.player || this.runs || !this.keyIndex.has(key)) return;
    this.comparison.typedUnder(this.profile);
    if (depthUm > 0) this.fingersDown.add(key);
    else if (!this.fingersDown.delete(key)) return;
    this.move({ tUs: this.usOf(atMs), key, depthUm });
    this.telling.fingerMoved();
  }

  /**
   * Plays recorded fingers, behind everything that has happened, and lets them settle. Time jumps to their end. Very many
   * are run away from the page; `runs` says how far they are.
   * @param settleUs how long to wait after the last one
   * @returns how much later they are played than they were recorded, in µs
   */
  run(samples: readonly Sample[], nowMs: number, settleUs = 1_000_000): number {
    if (this.isWatched) return 0;
    this.comparison.typedUnder(this.profile);
    this.letGo(nowMs);
    const firstUs = samples[0]?.tUs ?? 0;
    const fromUs = Math.max(this.edgeUs, this.usOf(nowMs)) + RUN_GAP_US - firstUs;
    const later = samples.map((sample) => ({ ...sample, tUs: sample.tUs + fromUs }));
    const endUs = (later.at(-1)?.tUs ?? fromUs) + settleUs;
    // No finger is left that could lift what the file leaves down.
    const down = new Set<KeyId>();
    for (const sample of later)
      if (isOfLamp(sample)) continue;
      else if (sample.depthUm > 0) down.add(sample.key);
      else down.delete(sample.key);
    const whole = [...later, ...[...down].map((key) => ({ tUs: endUs, key, depthUm: 0 }))];
    this.startMs = nowMs - endUs / 1000;
    this.isHostQuiet = later.some(isOfLamp);
    this.playAll(whole, endUs);
    this.isHostQuiet = false;
    return fromUs;
  }

  /** Plays fingers at their own times, up to a time: at once when they are few, in pieces when they are many. */
  private playAll(samples: readonly Sample[], untilUs: number, lettings: readonly number[] = []): void {
    if (samples.length > MOST_AT_ONCE && this.runsFar) {
      this.runs = { done: 0, of: samples.length };
      this.record.letGo(...lettings);
      this.longRun = startLongRun(
        this.sound,
        samples,
        lettings,
        untilUs,
        ({ lines, nextSample, isDone }) => {
          for (const sample of samples.slice(this.runs?.done ?? 0, nextSample)) this.note(sample);
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
      for (const sample of samples) {
        while ((open[0] ?? Infinity) <= sample.tUs) this.letGoAt(open.shift() ?? 0);
        this.move(sample);
      }
      for (const tUs of open) this.letGoAt(tUs);
      this.advance(untilUs);
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
    this.screenIsRun();
    this.edgeUs = atUs;
    this.advance(atUs);
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
    return this.record.strokes();
  }

  /** The fingers as they were, for running them again under other settings. */
  get played(): Played {
    return { samples: this.record.samples, lettings: this.record.lettings, untilUs: this.edgeUs };
  }

  /** Whether everything was let go of between the strokes, of which the strokes themselves do not tell. */
  get wasLetGo(): boolean {
    return this.record.wasLetGo;
  }

  /** One depth of one key, or what the host says of a lamp, goes to the player, the lanes and the record. */
  private move(sample: Sample): void {
    const { key, depthUm } = sample;
    if (!this.player) return;
    this.hostAnswers(sample.tUs);
    this.playedUs = Math.max(this.playedUs, sample.tUs);
    const at = { ...sample, tUs: this.playedUs };
    const lamp = lampOf(sample);
    if (lamp) {
      this.note(at);
      this.player.light(this.playedUs, lamp, depthUm > 0);
      return;
    }
    const index = this.keyIndex.get(key);
    if (index === undefined) return;
    this.note(at);
    this.player.feed(this.playedUs, index, depthUm);
  }

  /** What the host has to say of its lamps by a time, it says at its own time. */
  private hostAnswers(untilUs: number): void {
    for (let due = this.lamps.next(untilUs); due; due = this.lamps.next(untilUs)) {
      this.playedUs = Math.max(this.playedUs, due.tUs);
      this.note(this.lamps.answered(sampleOfLamp(this.playedUs, due.lamp, due.lit)));
      this.player?.light(this.playedUs, due.lamp, due.lit);
    }
  }

  /** Time passes where the keys are played. */
  private advance(tUs: number): void {
    this.hostAnswers(tUs);
    this.playedUs = Math.max(this.playedUs, tUs);
    this.player?.advance(this.playedUs);
    // What happened on the way may have turned on a lamp before that time.
    if (this.lamps.hasMore(tUs)) this.advance(tUs);
  }

  private note(sample: Sample): void {
    this.record.add(sample);
    const lamp = lampOf(sample);
    if (lamp && !this.lamps.hasAnswered(sample)) this.lamps.said(lamp, sample.depthUm > 0);
    if (!lamp) this.lanes.finger(sample.tUs, sample.key, sample.depthUm > 0);
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
    this.letGoAt(Math.max(this.usOf(atMs), this.playedUs));
    this.changed();
  }

  /**
   * Runs the fingers of an earlier trial again, at their old times, and goes on from there. What the host got then is kept
   * to compare with, when something else is played now.
   */
  resume(earlier: TrialSession): void {
    this.startMs = earlier.startMs;
    const untilUs = earlier.edgeUs;
    const { sinceUs } = earlier.comparison;
    this.clearsAtUs = sinceUs < 0 ? null : sinceUs;
    this.typed.keepFor(earlier.screen);
    // Of its lamps the host says anew what comes of the keys as they are now.
    this.playAll(
      earlier.samples.filter((sample) => !earlier.lamps.hasAnswered(sample)),
      untilUs,
      earlier.record.lettings,
    );
    if (!this.runs) this.screenIsRun();
    this.comparison.goOn(earlier.comparison, earlier.lanes.host, untilUs, this.profile);
    this.changed();
  }

  /** The fingers have been run again: what came before the screen was cleared does not count. */
  private screenIsRun(): void {
    if (this.clearsAtUs !== null) this.host.clear();
    this.clearsAtUs = null;
    this.typed.keep(this.host.pieces);
  }

  /** What differs from what the host got before; null when nothing is compared. */
  get changes(): Changes | null {
    return this.comparison.changes(this.telling.version, this.lanes.host);
  }

  forgetComparison(): void {
    this.comparison.forget();
    this.changed();
  }

  private letGoAt(tUs: number): void {
    this.advance(tUs);
    this.player?.letGo();
    this.record.letGo(tUs);
  }

  /** What the screen shows. */
  get screen(): readonly ShownPiece[] {
    return this.typed.shown(this.host.pieces);
  }

  /** What the same fingers would read now; empty when that is what they read. */
  get wouldRead(): string {
    return this.typed.wouldRead;
  }

  /** Begins the screen anew; what is compared when a setting changes counts from here, too. */
  clearText(): void {
    this.typed.clear();
    this.host.clear();
    this.computer.arrivals.clearText();
    this.clearsAtUs = null;
    this.comparison.clearedAt(Math.max(this.edgeUs, this.playedUs));
    this.changed();
  }

  /** Lets time pass; called once a frame. */
  tick(nowMs: number): void {
    const layers = (): string => this.lanes.held('layers').join();
    if (this.runs) {
      if (this.telling.isStale) this.telling.all(nowMs, layers());
      return;
    }
    const nowUs = this.usOf(nowMs - BEHIND_MS);
    const busy =
      this.fingersDown.size > 0 ||
      this.lanes.pending !== undefined ||
      this.lanes.held('host').length > 0 ||
      this.lamps.hasMore(Infinity) ||
      this.player?.isAtWork === true;
    if (!busy && nowUs > this.lanes.lastUs + RUNS_ON_US) {
      // What plays elsewhere does not say what it waits for: time passes there all the same, and when something comes of it the lanes go on.
      if (this.player?.isHere === false && nowUs > this.playedUs + STANDS_US) this.advance(nowUs);
      if (!this.telling.isStale && !this.isRunning) return;
      this.isRunning = false;
      this.telling.all(nowMs, layers());
      return;
    }
    this.isRunning = true;
    this.advance(nowUs);
    this.host.advance(nowUs);
    this.computer.arrivals.advance(nowUs);
    this.edgeUs = Math.max(this.edgeUs, nowUs);
    this.lanes.forget(nowUs - REMEMBERS_US);
    this.computer.arrivals.forget(nowUs - REMEMBERS_US);
    this.record.forget(nowUs - REMEMBERS_US);
    this.changed();
    this.telling.frame(nowMs, layers());
  }

  close(): void {
    this.longRun?.stop();
    this.player?.close();
    this.player = null;
  }

  readonly subscribe = this.telling.subscribe;
  readonly onFrame = this.telling.onFrame;
  readonly onLamps = this.telling.onLamps;
  getVersion = (): number => this.telling.toldVersion;

  /** The time of the session at a time of the page's clock in ms. */
  usOf(ms: number): number {
    return Math.max(0, Math.round((ms - this.startMs) * 1000));
  }

  private changed(): void {
    this.telling.changed();
  }
}
