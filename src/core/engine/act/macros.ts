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
import { type Clock, Timer } from '../clock';
import type { RunMacro, RunScore, RunScoreEvent } from '../compile';
import { type Claim, Holder, type Ledger, RUN } from '../hold';
import type { Listener } from '../out';
import { announce, Origin } from './origin';
import type { Texts } from './texts';

const IDLE = 0;
const PRESS = 1;
const PASS = 2;
const GAP = 3;
const OVER = 4;
const RELEASE = 5;

/** A macro that may run. What it holds are its claims, in the order of their last press. */
class MacroRun extends Holder {
  phase: typeof IDLE | typeof PRESS | typeof PASS | typeof GAP | typeof OVER | typeof RELEASE = IDLE;
  /** What plays now, from when, and which of its events is next. */
  score: RunScore | null = null;
  fromUs = 0;
  next = 0;
  passes = 0;
  stops = false;
  hasPutAside = false;
  /** By what they come back. */
  putAsideAt = 0;
  /** The hold of the action that began it; null once that has ended. */
  action: Holder | null = null;
  readonly origin = new Origin();
  readonly timer: Timer;

  constructor(
    readonly macro: RunMacro,
    fire: (run: MacroRun) => void,
  ) {
    super();
    this.timer = new Timer(() => fire(this));
  }

  /** What it holds of a usage. */
  claimOn(usage: number): Claim | null {
    for (let claim = this.lastClaim; claim; claim = claim.earlier) if (claim.usage === usage) return claim;
    return null;
  }
}

export class Macros {
  private readonly runs: readonly MacroRun[];

  constructor(
    macros: readonly RunMacro[],
    private readonly clock: Clock,
    private readonly ledger: Ledger,
    private readonly texts: Texts,
    private readonly listener: Listener,
  ) {
    this.runs = macros.map(
      (macro) =>
        new MacroRun(macro, (run) => {
          announce(run.origin, this.clock, this.listener);
          this.goOn(run);
        }),
    );
  }

  get areIdle(): boolean {
    return this.runs.every(({ phase }) => phase === IDLE);
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
  begin(macro: number, origin: Origin, action: Holder): void {
    const run = this.runs[macro] as MacroRun;
    run.action = action;
    run.stops = false;
    run.hasPutAside = false;
    run.passes = 0;
    run.origin.copy(origin);
    this.ask(run.macro.asksFirst);
    if (run.macro.onPress) this.play(run, PRESS, run.macro.onPress);
    else this.nextPass(run);
    this.goOn(run);
  }

  /** The action that began a macro has ended. */
  actionEnded(macro: number, action: Holder): void {
    const run = this.runs[macro];
    if (!run || run.action !== action) return;
    run.action = null;
    if (run.macro.run === 'whileHeld') this.stop(run);
    if (run.phase === OVER) {
      this.over(run);
      this.goOn(run);
    }
  }

  /** Cuts every run and lets go of everything that macros hold or have left. */
  cutAll(): void {
    for (const run of this.runs) {
      this.clock.cancel(run.timer);
      run.phase = IDLE;
      run.action = null;
      while (this.ledger.releaseLast(run));
    }
    this.ledger.letGoOfAllLeft();
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
        run.timer.dueUs = nextUs;
        this.clock.set(run.timer);
        return;
      }
      this.phaseEnded(run);
    }
    this.clock.cancel(run.timer);
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
    if (cuts) this.releasePass(run);
    this.over(run);
    this.goOn(run);
  }

  /** What the present pass pressed goes up, the last first. */
  private releasePass(run: MacroRun): void {
    for (let claim = run.lastClaim; claim;) {
      const { earlier } = claim;
      if (claim.pass === run.passes) this.ledger.releaseOf(run, claim);
      claim = earlier;
    }
  }

  private finish(run: MacroRun): void {
    run.phase = IDLE;
    run.action = null;
    if (run.macro.leavesHeld) while (run.lastClaim) this.ledger.leave(run, run.lastClaim);
    else while (this.ledger.releaseLast(run));
    if (run.hasPutAside) this.ledger.bringBack(run.putAsideAt);
    this.ask(run.macro.asksLast);
  }

  private ask(asked: RunMacro['asksFirst']): void {
    if (asked) this.listener.ask?.(this.clock.nowUs, asked.what, asked.name);
  }

  private event(run: MacroRun, event: RunScoreEvent): void {
    if (run.macro.liftsModifiers && !run.hasPutAside) {
      run.hasPutAside = true;
      run.putAsideAt = this.ledger.putAside();
    }
    switch (event.kind) {
      case 'down':
        this.press(run, event.usage);
        break;
      case 'up':
        this.release(run, event.usage);
        break;
      case 'text':
        this.texts.begin(event.text, run.origin);
        break;
      case 'wheel':
        this.listener.wheel?.(this.clock.nowUs, event.dx, event.dy);
        break;
    }
  }

  private press(run: MacroRun, usage: number): void {
    const { ledger } = this;
    const { press } = run.origin;
    if (!ledger.isModifier(usage)) ledger.makeWay(press, false);
    let claim = run.claimOn(usage);
    if (claim) ledger.strikeAgain(run, claim);
    else claim = ledger.claim(run, usage, RUN, press);
    claim.pass = run.passes;
  }

  private release(run: MacroRun, usage: number): void {
    const claim = run.claimOn(usage);
    if (claim) this.ledger.releaseOf(run, claim);
    else if (this.ledger.isLatched(usage)) this.ledger.unlatch(usage);
    else this.ledger.letGoOfLeft(usage);
  }
}
