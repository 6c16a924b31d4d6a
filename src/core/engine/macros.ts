/**
 * Macros run beside typing, each with a clock of its own: one timer, for its next event. A macro runs at most once at a time.
 *
 *     phase     ends when                                   what comes then
 *     press     onPress has played (it is never cut)        a pass, or over
 *     pass      repeat has played, or it is cut             a gap, or over
 *     gap       gapMs are over, or it is stopped            a pass, or over
 *     over      at once without onRelease;                  finished, or release
 *               else when the action has ended
 *     release   onRelease has played                        finished
 *
 * What a run holds is counted apart from what fingers hold, so that it can be cut, left behind, and taken back.
 */
import type { Hold, Holds } from './holds';
import type { LatchStage } from './latches';
import type { LiftStage } from './lifts';
import type { ModifierStage } from './modifiers';
import type { Outputs } from './outputs';
import type { RunMacro, RunScore, RunScoreEvent } from './scores';
import type { Source, TextStage } from './texts';
import { Timer, type Timers } from './timers';
import type { UsageStage } from './usages';

const IDLE = 0;
const PRESS = 1;
const PASS = 2;
const GAP = 3;
const OVER = 4;
const RELEASE = 5;

class MacroRun {
  phase: typeof IDLE | typeof PRESS | typeof PASS | typeof GAP | typeof OVER | typeof RELEASE = IDLE;
  /** What plays now, from when, and which of its events is next. */
  score: RunScore | null = null;
  fromUs = 0;
  next = 0;
  passes = 0;
  stops = false;
  hasLifted = false;
  /** The hold of the action that began it; null once that has ended. */
  action: Hold | null = null;
  readonly source: Source = { key: 0, layer: 0, pressedUs: 0, press: 0 };
  /** The usages this run holds, in the order of their last press, and in which pass that was (0: before the first). */
  readonly held: number[] = [];
  readonly heldSince: number[] = [];
  readonly timer: Timer;

  constructor(
    readonly macro: RunMacro,
    fire: (run: MacroRun) => void,
  ) {
    this.timer = new Timer(() => fire(this));
  }

  /** Stops holding the usage at a place of `held`. */
  forget(place: number): void {
    this.held.splice(place, 1);
    this.heldSince.splice(place, 1);
  }
}

export class MacroStage {
  private readonly runs: readonly MacroRun[];
  /** When a usage was left down by a finished run, in the order of holds; 0 when it is not. */
  private readonly leftAt: Float64Array;

  constructor(
    macros: readonly RunMacro[],
    usageCount: number,
    private readonly clock: { readonly nowUs: number },
    private readonly usages: UsageStage,
    private readonly holds: Holds,
    private readonly latches: LatchStage,
    private readonly modifiers: ModifierStage,
    private readonly lifts: LiftStage,
    private readonly texts: TextStage,
    private readonly timers: Timers,
    private readonly outputs: Outputs,
    private readonly announce: (source: Source) => void,
  ) {
    this.leftAt = new Float64Array(usageCount);
    this.runs = macros.map(
      (macro) =>
        new MacroRun(macro, (run) => {
          this.announce(run.source);
          this.goOn(run);
        }),
    );
  }

  isRunning(macro: number): boolean {
    return this.runs[macro]?.phase !== IDLE;
  }

  /** A begin while it runs: ignored, but for the kind that a second press stops. */
  beginAgain(macro: number): void {
    const run = this.runs[macro];
    if (run?.macro.run === 'untilPressedAgain') this.stop(run);
  }

  /** Begins a macro that does not run. `action` is what holds it; events that are due at once play now. */
  begin(macro: number, source: Source, action: Hold): void {
    const run = this.runs[macro] as MacroRun;
    run.action = action;
    run.stops = false;
    run.hasLifted = false;
    run.passes = 0;
    Object.assign(run.source, source);
    if (run.macro.onPress) this.play(run, PRESS, run.macro.onPress);
    else this.nextPass(run);
    this.goOn(run);
  }

  /** The action that began a macro has ended. */
  actionEnded(macro: number, action: Hold): void {
    const run = this.runs[macro];
    if (!run || run.action !== action) return;
    run.action = null;
    if (run.macro.run === 'whileHeld') this.stop(run);
    if (run.phase === OVER) {
      this.over(run);
      this.goOn(run);
    }
  }

  /** The end of a `keys` action of that usage alone takes back what a macro left down, if it began after that. */
  takeBack(usage: number, begunAt: number): void {
    const left = this.leftAt[usage] as number;
    if (left > 0 && left < begunAt) this.letGoOfLeft(usage);
  }

  /** Cuts every run and lets go of everything that macros hold or have left. */
  cutAll(): void {
    for (const run of this.runs) {
      this.timers.cancel(run.timer);
      run.phase = IDLE;
      run.action = null;
      while (run.held.length > 0) this.free(run, run.held.length - 1);
    }
    this.leftAt.forEach((left, usage) => {
      if (left > 0) this.letGoOfLeft(usage);
    });
  }

  private play(run: MacroRun, phase: MacroRun['phase'], score: RunScore | null): void {
    run.phase = phase;
    run.score = score;
    run.fromUs = this.clock.nowUs;
    run.next = 0;
  }

  /** Plays all that is due, through as many phases as end now, and sets the timer for what is not. */
  private goOn(run: MacroRun): void {
    const now = this.clock.nowUs;
    while (run.phase !== IDLE && run.phase !== OVER) {
      const events = run.score?.events;
      while (events && run.next < events.length && run.fromUs + (events[run.next] as RunScoreEvent).atUs <= now)
        this.event(run, events[run.next++] as RunScoreEvent);
      const nextUs =
        events && run.next < events.length
          ? run.fromUs + (events[run.next] as RunScoreEvent).atUs
          : run.fromUs + (run.score?.lengthUs ?? run.macro.gapUs);
      if (nextUs > now) {
        this.timers.set(run.timer, nextUs);
        return;
      }
      this.phaseEnded(run);
    }
    this.timers.cancel(run.timer);
  }

  private phaseEnded(run: MacroRun): void {
    switch (run.phase) {
      case PASS:
        if (this.passesAreOver(run)) this.over(run);
        else this.play(run, GAP, null);
        break;
      case RELEASE:
        this.finish(run);
        break;
      default:
        this.nextPass(run);
    }
  }

  private nextPass(run: MacroRun): void {
    if (!run.macro.repeat || this.passesAreOver(run)) {
      this.over(run);
      return;
    }
    run.passes++;
    this.play(run, PASS, run.macro.repeat);
  }

  private passesAreOver({ macro, passes, stops }: MacroRun): boolean {
    return macro.run === 'times' ? passes >= macro.times : stops;
  }

  /** The passes are over: what is left to do is done when the action has ended. */
  private over(run: MacroRun): void {
    if (!run.macro.onRelease) this.finish(run);
    else if (run.action) run.phase = OVER;
    else this.play(run, RELEASE, run.macro.onRelease);
  }

  /** Stops the passes: what `press` plays goes on, a gap ends at once, a pass is cut or played out. */
  private stop(run: MacroRun): void {
    if (run.stops) return;
    run.stops = true;
    const cuts = run.phase === PASS && run.macro.stopsNow;
    if (run.phase !== GAP && !cuts) return;
    if (cuts) {
      for (let place = run.held.length - 1; place >= 0; place--)
        if (run.heldSince[place] === run.passes) this.free(run, place);
    }
    this.over(run);
    this.goOn(run);
  }

  private finish(run: MacroRun): void {
    run.phase = IDLE;
    run.action = null;
    for (let place = run.held.length - 1; place >= 0; place--) {
      if (run.macro.leavesHeld) this.leave(run.held[place] as number);
      else this.free(run, place);
    }
    run.held.length = 0;
    run.heldSince.length = 0;
    if (run.hasLifted) this.lifts.bringBack(run);
  }

  private event(run: MacroRun, event: RunScoreEvent): void {
    if (run.macro.liftsModifiers && !run.hasLifted) {
      run.hasLifted = true;
      this.lifts.lift(run);
    }
    switch (event.kind) {
      case 'down':
        this.press(run, event.usage);
        break;
      case 'up':
        this.release(run, event.usage);
        break;
      case 'text':
        this.texts.begin(event.text, run.source);
        break;
      case 'wheel':
        this.outputs.wheel?.(this.clock.nowUs, event.dx, event.dy);
        break;
    }
  }

  private press(run: MacroRun, usage: number): void {
    if (!this.usages.isModifier(usage)) this.modifiers.beforeUnaided(run.source.press);
    const place = run.held.indexOf(usage);
    if (place >= 0) run.forget(place);
    run.held.push(usage);
    run.heldSince.push(run.passes);
    if (place >= 0) this.usages.strikeAgain(usage);
    else this.usages.downNow(usage);
  }

  private release(run: MacroRun, usage: number): void {
    const place = run.held.indexOf(usage);
    if (place >= 0) this.free(run, place);
    else if (this.latches.isLatched(usage)) this.latches.unlatch(usage);
    else if ((this.leftAt[usage] as number) > 0) this.letGoOfLeft(usage);
  }

  private free(run: MacroRun, place: number): void {
    const usage = run.held[place] as number;
    run.forget(place);
    this.usages.upNow(usage);
  }

  /** The run's hold on a usage becomes one that no run has. A usage is left at most once. */
  private leave(usage: number): void {
    if ((this.leftAt[usage] as number) > 0) this.usages.upNow(usage);
    this.leftAt[usage] = this.holds.nextOrder();
  }

  private letGoOfLeft(usage: number): void {
    this.leftAt[usage] = 0;
    this.usages.upNow(usage);
  }
}
