/** What stops everything: a key of its own, on whatever keyboard, and the pointer thrown into a corner twice. */
import type { Display } from './x11/display';

/** The key Pause. */
const PAUSE = 127;
const LOOK_EVERY_MS = 60;
/** Twice within so long. */
const TWICE_WITHIN_MS = 2500;

/** Whether somebody throws the pointer into a corner twice. It has to leave in between. */
export class Throws {
  private inCorner = 0;
  private lastMs = -Infinity;

  /** @param corner 0 for none. @returns whether this was the second throw */
  look(corner: number, nowMs: number): boolean {
    const isThrow = corner > 0 && this.inCorner === 0;
    this.inCorner = corner;
    if (!isThrow) return false;
    const isSecond = nowMs - this.lastMs <= TWICE_WITHIN_MS;
    this.lastMs = isSecond ? -Infinity : nowMs;
    return isSecond;
  }
}

/** Watches for a stop; `stop` is told what it was, `say` what does not stop. @returns what ends the watching */
export function watchForStops(
  display: Display,
  stop: (what: string) => void,
  say: (sentence: string) => void,
): () => void {
  display.onStopKey = () => stop('The key Pause was pressed.');
  display.onStopKeyTaken = () => say('Another program has the key Pause; the corner and Ctrl+C stop this one.');
  display.takeStopKey(PAUSE);
  const throws = new Throws();
  let isAsking = false;
  const timer = setInterval(() => {
    // One question at a time: a display that is slow is not asked more.
    if (isAsking) return;
    isAsking = true;
    display
      .corner()
      .then((corner) => {
        if (throws.look(corner, performance.now())) stop('The pointer was thrown into a corner twice.');
      })
      .catch(() => undefined)
      .finally(() => (isAsking = false));
  }, LOOK_EVERY_MS);
  return () => clearInterval(timer);
}
