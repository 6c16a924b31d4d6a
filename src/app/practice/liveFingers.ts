/**
 * A person's fingers on a profile's engine while they type: what comes of them stands in a text field of its host. Time passes when it is told, a few
 * milliseconds behind the page's clock, and never turns round.
 */
import type { Board, KeyId } from '../../core/board';
import { HOST_LAMPS, type HostLamp } from '../../core/codes';
import type { Sound } from '../../core/check';
import { Engine, sampleOfLamp, type Sample } from '../../core/engine';
import { HostText, hostLayout } from '../../core/hosts';
import type { TakesFingers } from '../shared/useListening';

/** An event that is still on its way is never later than a deadline that it beat. */
const BEHIND_MS = 6;
/** Longer than any gesture waits, in µs. */
const SETTLE_US = 20_000_000;

export abstract class LiveFingers implements TakesFingers {
  readonly host: HostText;
  /** Draws anew. */
  onChange: () => void = () => undefined;
  private readonly engine: Engine;
  private readonly board: Board;
  private readonly index: ReadonlyMap<KeyId, number>;
  private readonly down = new Set<KeyId>();
  private startMs: number | null = null;
  private lastUs = 0;

  constructor({ program, profile, board }: Sound) {
    this.board = board;
    this.index = program.keyIndex;
    this.host = new HostText(hostLayout(profile.hostLayout), Infinity);
    this.engine = new Engine(program, {
      edge: (tUs, down, usage) => {
        this.host.edge(down, program.codes[usage] ?? '', tUs);
        if (down) this.arrived(tUs);
      },
    });
  }

  /** A key has gone down at the host. */
  protected abstract arrived(tUs: number): void;

  /** What a finger or a lamp does, as it is fed. */
  protected noted(_sample: Sample): void {
    // Whoever keeps it says so.
  }

  get hasBegun(): boolean {
    return this.startMs !== null;
  }

  get isHolding(): boolean {
    return this.down.size > 0;
  }

  finger(key: KeyId, down: boolean, atMs: number): void {
    const index = this.index.get(key);
    if (index === undefined || this.down.has(key) === down) return;
    this.startMs ??= atMs;
    if (down) this.down.add(key);
    else this.down.delete(key);
    const sample = { tUs: this.usOf(atMs), key, depthUm: down ? this.board.travelUm : 0 };
    this.noted(sample);
    this.engine.feed(sample.tUs, index, sample.depthUm);
    this.onChange();
  }

  light(lamp: HostLamp, lit: boolean, atMs: number): void {
    if (this.startMs === null) return;
    const tUs = this.usOf(atMs);
    this.noted(sampleOfLamp(tUs, lamp, lit));
    this.host.light(lamp, lit);
    this.engine.light(tUs, HOST_LAMPS.indexOf(lamp), lit);
  }

  /** The page has lost the focus: nobody would see the releases. */
  liftAll(atMs: number): void {
    for (const key of [...this.down]) this.finger(key, false, atMs);
  }

  /** Time passes. */
  tick(nowMs: number): void {
    if (this.startMs !== null) this.engine.advance(this.usOf(nowMs - BEHIND_MS));
  }

  /** Whatever is still undecided is decided, as if everything had been let be for a while; who goes on afterwards goes on behind it. */
  settle(nowMs: number): void {
    if (this.startMs === null) return;
    this.lastUs = this.usOf(nowMs) + SETTLE_US;
    this.startMs = nowMs - this.lastUs / 1000;
    this.engine.advance(this.lastUs);
  }

  /** A clock that jumps back does not turn time round. */
  private usOf(atMs: number): number {
    this.lastUs = Math.max(this.lastUs, Math.round((atMs - (this.startMs ?? atMs)) * 1000));
    return this.lastUs;
  }
}
