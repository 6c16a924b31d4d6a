/** Hands that are not perfect, tried on settings: the engine runs them, and presses that nobody meant are counted. */
import type { Board } from '../board';
import { mustBeSound } from '../check';
import { Engine } from '../engine';
import { plainProfile, type Actuation } from '../profile';
import { depthOfForce, depthsOf, SAMPLE_HZ, type Hand } from './model';

const STEP_US = 1_000_000 / SAMPLE_HZ;
/** A key that fires deep is held deeper: this share of the travel below its point. */
const HELD_BELOW_POINT = 0.15;

/** The same hand on several settings at once, each on a key of its own, so that what differs is the setting. */
export class HandTrial {
  /** Presses counted so far, by setting. */
  readonly presses: number[];
  seconds = 0;
  private readonly engine: Engine;
  private readonly next: () => number;
  /** How much deeper each setting's key is held. */
  private readonly deeperUm: number[];
  private lastUm = 0;
  private steps = 0;

  /**
   * @param settings ones that the board can take
   * @param holds the keys are pressed down before, and what counts is every press after that
   */
  constructor(
    private readonly board: Board,
    settings: readonly Actuation[],
    hand: Hand,
    seed: number,
    private readonly holds: boolean,
  ) {
    const keys = board.keys.slice(0, settings.length);
    if (keys.length < settings.length) throw new RangeError(`${settings.length} settings on ${keys.length} keys`);
    const plain = plainProfile({ ...board, keys }, 'hands', 'Hands');
    const travel = {
      ...plain.travel,
      keys: Object.fromEntries(keys.map(({ id }, n) => [id, settings[n] as Actuation])),
    };
    this.presses = settings.map(() => 0);
    this.engine = new Engine(mustBeSound({ ...plain, travel }, { ...board, keys }).program, {
      edge: () => undefined,
      begin: (_t, key) => {
        this.presses[key] = (this.presses[key] ?? 0) + 1;
      },
    });
    this.next = depthsOf(hand, board.travelUm, seed);
    const { travelUm } = board;
    const usualUm = depthOfForce(hand.weightG, travelUm);
    this.deeperUm = settings.map(({ pointUm }) =>
      holds ? Math.max(0, Math.round(pointUm + HELD_BELOW_POINT * travelUm - usualUm)) : 0,
    );
    if (holds) {
      settings.forEach((_, key) => this.engine.feed(0, key, travelUm));
      this.presses.fill(0);
    }
  }

  /** Lets the hand lie on the keys for some more seconds. */
  run(seconds: number): void {
    const { engine, deeperUm, presses } = this;
    const { travelUm } = this.board;
    for (let left = Math.round(seconds * SAMPLE_HZ); left > 0; left--) {
      this.steps++;
      const depth = this.next();
      // A key that stays at rest needs no telling: that is nearly always.
      if (depth === 0 && this.lastUm === 0 && !this.holds) continue;
      this.lastUm = depth;
      const tUs = this.steps * STEP_US;
      for (let key = 0; key < presses.length; key++)
        engine.feed(tUs, key, Math.min(travelUm, depth + (deeperUm[key] as number)));
    }
    this.seconds = this.steps / SAMPLE_HZ;
  }
}
