/**
 * A take under many settings, each stretch of it played once for all that come to the same in it. A stretch lies between two moments at which nothing is
 * down, pending or remembered but by the rules for typing and re-taps (`PressMemory`); while it is played, the engine tells how far the timing could have
 * been another without anything coming out otherwise (`Leeway`). Whoever comes by with a timing that lies within takes what came, and goes on where that ends.
 */
import { Engine, Leeway, type Program, runTiming } from '../engine';
import type { GestureTiming } from '../profile';
import { Followers } from './followers';
import type { Setting } from './grid';
import { BELOW, DELAYS, DELAYS_END, FIRST, Grows, NEXT, OVER, Pieces, TOKENS, TOKENS_END, wantedOf } from './pieces';
import { SETTLE_US, type Take } from './playing';

/** So many sets of pieces are kept, by the figures that are no timing's. */
const MOST_NAMES = 4;

/**
 * A stretch has so many samples at the least, which is six presses: shorter ones are played less often, but a take of them is longer to walk through than what
 * that saves.
 */
const LEAST_SAMPLES = 12;

export class Stretches {
  /** What came of the setting asked for last: tokens, and delays in µs. */
  readonly tokens = new Grows(Int32Array);
  readonly delays = new Grows(Float64Array);
  /** By the figures that are no timing's. */
  private readonly known = new Map<string, Pieces>();

  private constructor(
    private readonly take: Take,
    private readonly followers: Followers,
    private readonly leastSamples: number,
  ) {}

  /**
   * Those of a take; null where an engine cannot tell when it is at rest.
   * @param under what a setting makes of the profile. @throws RangeError what it throws
   * @param leastSamples how many a stretch has at the least
   */
  static of(
    take: Take,
    now: Setting,
    under: (setting: Setting) => Program,
    leastSamples = LEAST_SAMPLES,
  ): Stretches | null {
    const { planDepths } = under(now);
    const { begun, keys } = take.fingers;
    const isPlain = !planDepths.some(Boolean) && begun === null && keys.every((key) => key >= 0);
    return isPlain && keys.length > 0 ? new Stretches(take, new Followers(now, under), leastSamples) : null;
  }

  /** Whether a program's gestures have the timing of a setting, or one of their own that no setting changes: what one came to tells nothing of others else. */
  isFor(program: Program, { timing }: Setting): boolean {
    return this.followers.areIn(program, timing);
  }

  /**
   * What comes under a setting stands in `tokens` and `delays` until the next is asked for.
   * @param program what the setting makes of the profile; made when something has to be played
   */
  play({ timing, travel }: Setting, program: () => Program): void {
    const pieces = this.piecesOf(JSON.stringify([timing.tapMs, travel]));
    const { tokens, delays } = this;
    const wanted = wantedOf(timing);
    let player: Player | null = null;
    tokens.length = delays.length = 0;
    for (let standing = FIRST; standing !== OVER;) {
      let at = pieces.find(standing, wanted);
      if (at < 0) {
        player ??= new Player(this.take, program(), timing, this.leastSamples);
        at = player.play(pieces, standing);
      }
      const row = pieces.rows.values;
      tokens.length = Math.max(0, tokens.length - (row[at + BELOW] as number));
      tokens.append(pieces.tokens, row[at + TOKENS] as number, row[at + TOKENS_END] as number);
      delays.append(pieces.delays, row[at + DELAYS] as number, row[at + DELAYS_END] as number);
      standing = row[at + NEXT] as number;
    }
  }

  private piecesOf(name: string): Pieces {
    let pieces = this.known.get(name);
    if (pieces && !pieces.isFull) return pieces;
    if (this.known.size >= MOST_NAMES) this.known.clear();
    this.known.set(name, (pieces = new Pieces()));
    return pieces;
  }
}

/** Plays stretches under one program. */
class Player {
  private readonly leeway: Leeway;
  private readonly engine: Engine;
  private readonly starts: Uint8Array;

  constructor(
    private readonly take: Take,
    program: Program,
    timing: GestureTiming,
    private readonly leastSamples: number,
  ) {
    this.leeway = new Leeway(runTiming(timing));
    this.engine = new Engine(program, take.presses, this.leeway);
    this.starts = take.starts;
    take.arrivals.begin();
  }

  /** Plays from a standing on to the first moment of rest. @returns the piece that came of it */
  play(pieces: Pieces, standing: number): number {
    const { engine, leeway, starts } = this;
    const { arrivals, presses, fingers } = this.take;
    const { times, keys, depths } = fingers;
    const { from, memory } = pieces.standing(standing);
    engine.recall(memory);
    leeway.clear();
    arrivals.goOn();
    presses.clear();
    let n = from;
    let isResting = false;
    do {
      engine.feed(times[n] as number, keys[n] as number, depths[n] as number);
      n++;
      if (n === times.length || starts[n] === 0 || n - from < this.leastSamples) continue;
      engine.advance((times[n] as number) - 1);
      isResting = engine.isAtRest && arrivals.isAtRest;
    } while (n < times.length && !isResting);
    if (!isResting) engine.advance(engine.nowUs + SETTLE_US);
    return pieces.add(standing, { leeway, arrivals, presses }, isResting ? { from: n, memory: engine.memory } : null);
  }
}
