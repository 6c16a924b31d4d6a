/**
 * Presses that have been decided: what each key's press began and ends with its release, and what the rules remember of presses:
 * which was the last, when one last typed, what was tapped.
 */
import type { Actions, Hold, Origin } from '../act';
import type { Clock } from '../clock';
import { GESTURE, type Program, type RunAction, type RunGesture } from '../compile';
import type { StrokeEvent } from '../events';
import type { Listener } from '../out';
import { GUARD, type Leeway, RETAP } from './leeway';

/**
 * The key that went down last, or -1; when it was up, and when one last typed, in µs; where the gesture stands that it tapped, among the bindings and then those
 * of joints, or -1.
 */
export type PressMemory = { last: number; typedUs: number; releasedUs: number; tapped: number };

function gesturePlace({ bindings, jointBindings }: Program, gesture: RunGesture | null): number {
  if (!gesture) return -1;
  const place = bindings.indexOf(gesture);
  return place >= 0 ? place : bindings.length + jointBindings.indexOf(gesture);
}

export class Presses {
  /** The key that went down last, or -1. */
  last = -1;
  /** How many keys have gone down so far. It numbers presses: what one press began is one action to the ledger. */
  count = 0;
  /** When the latest press went down that typed, in µs. */
  private typedUs = -Infinity;
  /** The gesture of each key whose last outcome was a tap. */
  private readonly tapped: (RunGesture | null)[];
  private readonly releasedUs: Float64Array;
  private readonly running: (Hold | null)[];
  /** Whether it is modifiers only. */
  private readonly runsModifiers: Uint8Array;

  constructor(
    program: Program,
    private readonly clock: Clock,
    private readonly actions: Actions,
    private readonly listener: Listener,
    private readonly leeway: Leeway | null,
  ) {
    // Joint presses have numbers of their own behind the keys.
    const count = program.keyIds.length + program.joints.length;
    this.tapped = new Array<RunGesture | null>(count).fill(null);
    this.running = new Array<Hold | null>(count).fill(null);
    this.runsModifiers = new Uint8Array(count);
    this.releasedUs = new Float64Array(count).fill(-Infinity);
  }

  /** A key goes down; the press has the number `count` from now on. */
  goesDown(key: number): void {
    this.last = key;
    this.count++;
  }

  /** A key goes down now, and is one key and nothing else, with nothing undecided. */
  pressOne(key: number, usage: number, layer: number): void {
    this.last = key;
    this.count++;
    this.tapped[key] = null;
    const { clock, listener } = this;
    this.typedUs = clock.nowUs;
    if (listener.begin) listener.begin(clock.nowUs, key, layer, clock.nowUs);
    this.actions.oneKeys.begin(key, usage);
  }

  /** A key goes up now: what its press began ends. */
  releaseNow(key: number): void {
    this.releasedUs[key] = this.clock.nowUs;
    const hold = this.running[key];
    if (!hold) {
      this.actions.oneKeys.end(key);
      return;
    }
    this.running[key] = null;
    this.actions.end(hold);
  }

  /** The action of a press begins, and ends when its key goes up. */
  begin(action: RunAction, origin: Origin): void {
    this.beginHold(action, origin);
    if (this.actions.typed(action)) this.typed(origin);
  }

  /** A gesture that became a hold: it does not count as typing. */
  beginHold(action: RunAction, origin: Origin): void {
    if (this.actions.beginOne(action, origin)) return;
    this.runsModifiers[origin.key] = action.modifiersOnly ? 1 : 0;
    this.running[origin.key] = this.actions.begin(action, origin, true);
  }

  /** The action of a press begins, and ends by itself: its key is up, or as good as up. */
  tap(action: RunAction, origin: Origin, tapUs: number): void {
    this.actions.tap(action, origin, tapUs);
    if (this.actions.typed(action)) this.typed(origin);
  }

  /** A key goes up: what its press began ends. */
  release(event: StrokeEvent): void {
    const { key } = event;
    this.releasedUs[key] = event.tUs;
    const hold = this.running[key];
    if (!hold) {
      this.actions.oneKeys.end(key);
      return;
    }
    this.running[key] = null;
    this.actions.end(hold);
  }

  /** The release of the head, whose press has begun nothing yet. */
  released(key: number, { atUs }: { atUs: number }): void {
    this.releasedUs[key] = atUs;
  }

  /** A press has looked up its binding: pending `once` layers are used up. */
  useUpOnce(): void {
    this.actions.useUpOnce();
  }

  /** Whether the release of a key would end modifiers only, or a layer. */
  endsQuietly(key: number): boolean {
    const hold = this.running[key];
    return !!hold && (this.runsModifiers[key] === 1 || this.actions.endsLayer(hold));
  }

  /** A press typed. */
  typed({ pressedUs }: Origin): void {
    if (pressedUs > this.typedUs) this.typedUs = pressedUs;
  }

  /** A gesture of a key was decided: `null` when not as a tap, or when the press was no gesture. */
  decided(key: number, tapped: RunGesture | null): void {
    this.tapped[key] = tapped;
  }

  /** Whether a press comes so soon after one that typed that it is a tap. */
  isGuarded(gesture: RunGesture, { pressedUs }: Origin): boolean {
    const sinceUs = pressedUs - this.typedUs;
    const isGuarded = sinceUs < gesture.typingGuardUs;
    if (this.leeway !== null) this.answered(this.leeway, GUARD, gesture.typingGuardUs, isGuarded, sinceUs);
    return isGuarded;
  }

  /** Whether a press comes so soon after a tap of the same gesture that it is a tap again. */
  isTappedAgain(gesture: RunGesture, { key, pressedUs }: Origin, lastKey: number): boolean {
    if (lastKey !== key || this.tapped[key] !== gesture) return false;
    const sinceUs = pressedUs - (this.releasedUs[key] as number);
    const isAgain = sinceUs < gesture.retapUs;
    if (this.leeway !== null) this.answered(this.leeway, RETAP, gesture.retapUs, isAgain, sinceUs);
    return isAgain;
  }

  private answered(leeway: Leeway, figure: number, own: number, isMore: boolean, thanUs: number): void {
    if (isMore) leeway.isMore(figure, own, thanUs);
    else leeway.isNoMore(figure, own, thanUs);
  }

  /** What of earlier presses can still decide later ones, once all keys are up. */
  memory(program: Program): PressMemory {
    const { last, typedUs } = this;
    return {
      last,
      typedUs,
      releasedUs: last < 0 ? -Infinity : (this.releasedUs[last] as number),
      tapped: last < 0 ? -1 : gesturePlace(program, this.tapped[last] ?? null),
    };
  }

  /** Stands as presses did that left a memory. */
  recall({ last, typedUs, releasedUs, tapped }: PressMemory, { bindings, jointBindings }: Program): void {
    this.last = last;
    this.typedUs = typedUs;
    if (last < 0) return;
    this.releasedUs[last] = releasedUs;
    const binding = tapped < bindings.length ? bindings[tapped] : jointBindings[tapped - bindings.length];
    this.tapped[last] = binding?.kind === GESTURE ? binding : null;
  }

  reset(): void {
    this.running.fill(null);
    this.releasedUs.fill(-Infinity);
    this.tapped.fill(null);
    this.last = -1;
    this.typedUs = -Infinity;
  }
}
