/**
 * Every setting of a grid on one take: how many misfires, and how much later keys come. What settings come to the same is played once; parts of
 * the grid can be swept apart, in workers, and put together.
 */
import { check, firstProblem, isSound, retimed, type Sound } from '../check';
import type { Sample } from '../engine';
import { once, sameData, type Actuation } from '../profile';
import { distance } from './distance';
import { type Grid, samenessOf, type Setting, settingAt, sizeOf } from './grid';
import { fingersOf, meanOf, rankOf, Take } from './playing';
import { ALL, appliesTo, type Applies, decidedBy, type Scope, settingNow } from './scope';
import { Stretches } from './stretches';
import { tokensOf } from './tokens';

/** What a setting gives: misfires, and delays from finger to host in µs. */
export type Outcome = { misfires: number; delayMeanUs: number; delay95Us: number };
/** A setting with what it gives. */
export type Tried = Outcome & Setting;
/** The same with what would come, as a line. */
export type Result = Tried & { text: string };

/** So many misfires are always counted. */
const LEAST_COUNTED = 500;

/** A take with what was meant by it, ready to be tried under any setting. */
export class Trial {
  private readonly take: Take;
  private readonly meant: Int32Array;
  private readonly applies: Applies;
  /** What is set now. */
  readonly now: Setting;
  /** What settings of a sweep have in common; null where nothing can be told. Made when the first is asked for. */
  private stretches: Stretches | null | undefined;
  /** The sound profile under other depths; those that a grid has are few. */
  private readonly deeper = new Map<Actuation, Sound>();

  /** @param meant a line as `replay --text` prints it. @throws RangeError when the take has keys that the board lacks */
  constructor(
    private readonly sound: Sound,
    samples: readonly Sample[],
    meant: string,
    private readonly scope: Scope = ALL,
  ) {
    const { profile, program } = sound;
    this.take = new Take(fingersOf(samples, program), program, profile.hostLayout);
    this.meant = this.take.arrivals.numbers.rowOf(tokensOf(meant));
    this.applies = appliesTo(scope);
    this.now = settingNow(profile, scope);
  }

  get meantLength(): number {
    return this.meant.length;
  }

  /** How many presses came to the host when it was played last. */
  get presses(): number {
    return this.take.presses.length;
  }

  get tokens(): { meant: Int32Array; came: Int32Array; from: Int32Array } {
    const { arrivals } = this.take;
    return {
      meant: this.meant,
      came: arrivals.tokens.slice(0, arrivals.length),
      from: arrivals.from.slice(0, arrivals.length),
    };
  }

  /** The press that something came of, when it was played last: its key by number, when it went down, how long it took (µs). */
  pressAt(place: number): { key: number; pressedUs: number; delayUs: number } {
    const { keys, pressed, delays } = this.take.presses;
    return { key: keys[place] ?? -1, pressedUs: pressed[place] ?? 0, delayUs: delays[place] ?? 0 };
  }

  token(number: number): string {
    return this.take.arrivals.numbers.token(number);
  }

  /**
   * Misfires that are worth counting: a setting with more than these is none to look at. Somewhat more than there are now, or one in forty tokens, whichever
   * is more; in short takes all.
   */
  mostMisfires(): number {
    return Math.max(
      LEAST_COUNTED,
      Math.ceil(this.meant.length / 40),
      Math.ceil(this.outcome(this.now).misfires * 1.25),
    );
  }

  sameness(): (setting: Setting) => string {
    return samenessOf(decidedBy(this.sound.profile, this.scope), this.take.fingers);
  }

  /** The sound profile under a setting. @throws RangeError for depths that make it unsound */
  under(setting: Setting): Sound {
    return retimed(this.atDepth(setting.travel), (profile) => this.applies(profile, setting));
  }

  private atDepth(travel: Actuation): Sound {
    if (sameData(travel, this.now.travel)) return this.sound;
    const known = this.deeper.get(travel);
    if (known) return known;
    const { profile, board } = this.sound;
    const checked = check(this.applies(profile, { timing: this.now.timing, travel }), board);
    if (!isSound(checked)) throw new RangeError(firstProblem(checked));
    this.deeper.set(travel, checked);
    return checked;
  }

  /**
   * Plays the take under a setting.
   * @param most misfires are counted up to here; more than that are one more
   */
  outcome(setting: Setting, most = Infinity): Outcome {
    const { take } = this;
    take.play(this.under(setting).program);
    const { arrivals, presses } = take;
    const came = arrivals.tokens.subarray(0, arrivals.length);
    return this.outcomeOf(came, presses.delays.subarray(0, presses.length), most);
  }

  /** The same, for one of many: what of the take others came to by the same decisions is not played again. */
  outcomeAmongMany(setting: Setting, most: number): Outcome {
    const program = once(() => this.under(setting).program);
    if (this.stretches === undefined)
      this.stretches = Stretches.of(this.take, this.now, (one) => this.under(one).program);
    // Of the whole profile every gesture takes a timing that has none of its own; of some keys that is looked at.
    const isFor = this.scope.for === 'all' || this.stretches?.isFor(program(), setting);
    if (!this.stretches || !isFor) return this.outcome(setting, most);
    this.stretches.play(setting, program);
    const { tokens, delays } = this.stretches;
    return this.outcomeOf(tokens.values.subarray(0, tokens.length), delays.values.subarray(0, delays.length), most);
  }

  private outcomeOf(came: Int32Array, delays: Float64Array, most: number): Outcome {
    return {
      misfires: distance(this.meant, came, most),
      delayMeanUs: meanOf(delays),
      delay95Us: rankOf(delays, 95),
    };
  }

  /** The same with what comes, as a line. */
  result({ timing, travel }: Setting): Result {
    const outcome = this.outcome({ timing, travel });
    return { timing, travel, ...outcome, text: this.take.arrivals.line() };
  }
}

/** A part of a sweep: every `step`th setting of a grid, from the `from`th on. */
export type Part = { from: number; step: number };
export const WHOLE: Part = { from: 0, step: 1 };

/** What a part of a sweep found: by setting, misfires and delays in µs. */
export type Swept = {
  misfires: Int32Array;
  delayMeanUs: Float64Array;
  delay95Us: Float64Array;
  /** Misfires were counted up to here. */
  most: number;
};

/** Settings that are tried before somebody is told how far it is. */
const TOLD_EVERY = 4;

/**
 * Sweeps a part of a grid; what comes out between is how many of its settings are done.
 * @returns the outcomes, in the order of the part
 */
export function* sweep(trial: Trial, grid: Grid, { from, step }: Part = WHOLE): Generator<number, Swept> {
  const size = Math.max(0, Math.ceil((sizeOf(grid) - from) / step));
  const most = trial.mostMisfires();
  const swept: Swept = {
    misfires: new Int32Array(size),
    delayMeanUs: new Float64Array(size),
    delay95Us: new Float64Array(size),
    most,
  };
  const sameness = trial.sameness();
  const known = new Map<string, number>();
  for (let n = 0; n < size; n++) {
    const setting = settingAt(grid, from + n * step, trial.now);
    const name = sameness(setting);
    const before = known.get(name);
    if (before !== undefined) {
      swept.misfires[n] = swept.misfires[before] as number;
      swept.delayMeanUs[n] = swept.delayMeanUs[before] as number;
      swept.delay95Us[n] = swept.delay95Us[before] as number;
      continue;
    }
    known.set(name, n);
    const { misfires, delayMeanUs, delay95Us } = trial.outcomeAmongMany(setting, most);
    swept.misfires[n] = misfires;
    swept.delayMeanUs[n] = delayMeanUs;
    swept.delay95Us[n] = delay95Us;
    if (known.size % TOLD_EVERY === 0) yield n;
  }
  return swept;
}

/** Parts of one sweep put together, in the order of the grid. */
export function joined(parts: readonly Swept[]): Swept {
  const size = parts.reduce((sum, { misfires }) => sum + misfires.length, 0);
  const at = (n: number): [part: Swept, place: number] => [
    parts[n % parts.length] as Swept,
    Math.floor(n / parts.length),
  ];
  return {
    misfires: Int32Array.from({ length: size }, (_, n) => at(n)[0].misfires[at(n)[1]] as number),
    delayMeanUs: Float64Array.from({ length: size }, (_, n) => at(n)[0].delayMeanUs[at(n)[1]] as number),
    delay95Us: Float64Array.from({ length: size }, (_, n) => at(n)[0].delay95Us[at(n)[1]] as number),
    most: parts[0]?.most ?? 0,
  };
}

/** A setting of a sweep by its number, with what it gave. */
export const triedAt = (swept: Swept, grid: Grid, now: Setting, number: number): Tried => ({
  ...settingAt(grid, number, now),
  misfires: swept.misfires[number] ?? 0,
  delayMeanUs: swept.delayMeanUs[number] ?? 0,
  delay95Us: swept.delay95Us[number] ?? 0,
});
