/**
 * Somebody writes: fingers go into the draft's engine, characters come out, and both are kept. Typing goes on however wrong it comes out; nothing is kept
 * before it is begun nor after it has ended.
 */
import type { Board, KeyId } from '../../core/board';
import type { HostLamp } from '../../core/codes';
import { HOST_LAMPS } from '../../core/codes';
import type { Sound } from '../../core/check';
import { Engine, sampleOfLamp, type Sample } from '../../core/engine';
import { HostText, hostLayout } from '../../core/hosts';
import { follow, settledAfter, TokenNumbers, tokensOf, type Followed } from '../../core/typing';

/** An event that is still on its way is never later than a deadline that it beat. */
const BEHIND_MS = 6;
/** After so many tokens a take has ended: eight hours of fast typing are more than the store would thank for. */
export const MOST_TOKENS = 40_000;

export class Writing {
  readonly samples: Sample[] = [];
  readonly host: HostText;
  /** Draws anew. */
  onChange: () => void = () => undefined;
  followed: Followed = { at: 0, steps: [] };
  private readonly engine: Engine;
  private readonly board: Board;
  private readonly index: ReadonlyMap<KeyId, number>;
  private readonly down = new Set<KeyId>();
  private readonly numbers = new TokenNumbers();
  private readonly meantRow: Int32Array;
  private settled = { meant: 0, came: 0 };
  private startMs: number | null = null;
  private lastUs = 0;

  constructor(
    { program, profile, board }: Sound,
    /** What is to be written, as tokens; empty for free writing. */
    readonly meant: readonly string[],
  ) {
    this.board = board;
    this.index = program.keyIndex;
    this.host = new HostText(hostLayout(profile.hostLayout), Infinity);
    this.meantRow = this.numbers.rowOf(meant);
    this.engine = new Engine(program, {
      edge: (tUs, down, usage) => {
        this.host.edge(down, program.codes[usage] ?? '', tUs);
        if (down) this.moved();
      },
    });
  }

  get hasBegun(): boolean {
    return this.startMs !== null;
  }

  /** How long it has lasted, in ms. */
  lastedMs(nowMs: number): number {
    return this.startMs === null ? 0 : nowMs - this.startMs;
  }

  /** Whether all that was to be written has been. */
  get isDone(): boolean {
    return (
      (this.meant.length > 0 && this.followed.at >= this.meant.length && this.down.size === 0) ||
      this.host.pieces.length >= MOST_TOKENS
    );
  }

  finger(key: KeyId, down: boolean, atMs: number): void {
    const index = this.index.get(key);
    if (index === undefined || this.down.has(key) === down) return;
    this.startMs ??= atMs;
    if (down) this.down.add(key);
    else this.down.delete(key);
    const sample = { tUs: this.usOf(atMs), key, depthUm: down ? this.board.travelUm : 0 };
    this.samples.push(sample);
    this.engine.feed(sample.tUs, index, sample.depthUm);
    this.onChange();
  }

  light(lamp: HostLamp, lit: boolean, atMs: number): void {
    if (this.startMs === null) return;
    const tUs = this.usOf(atMs);
    this.samples.push(sampleOfLamp(tUs, lamp, lit));
    this.host.light(lamp, lit);
    this.engine.light(tUs, HOST_LAMPS.indexOf(lamp), lit);
  }

  /** The page has lost the focus: nobody would see the releases. */
  liftAll(atMs: number): void {
    for (const key of [...this.down]) this.finger(key, false, atMs);
  }

  /** Time passes. */
  tick(nowMs: number): void {
    if (this.startMs === null) return;
    this.engine.advance(Math.max(this.lastUs, this.usOf(nowMs - BEHIND_MS)));
  }

  /** What was meant of what has been written, as a line. */
  meantLine(): string {
    return this.meant.slice(0, this.followed.at).join('');
  }

  /** A clock that jumps back does not turn time round. */
  private usOf(atMs: number): number {
    this.lastUs = Math.max(this.lastUs, Math.round((atMs - (this.startMs ?? atMs)) * 1000));
    return this.lastUs;
  }

  private moved(): void {
    if (this.meant.length > 0) {
      const came = this.numbers.rowOf(this.host.pieces.map(({ text }) => text.replace('\n', '⏎').replace('\t', '⇥')));
      if (this.settled.came > came.length) this.settled = { meant: 0, came: 0 };
      this.followed = follow(this.meantRow, came, this.settled);
      this.settled = settledAfter(this.followed.steps, this.settled);
    }
    this.onChange();
  }
}

/** What is to be written, of a text that somebody chose or pasted: ends of lines and spaces in a row are one space. */
export const meantOf = (text: string): string[] => tokensOf(text.trim().replace(/\s+/g, ' '));
