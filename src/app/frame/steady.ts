/**
 * What is under a pointer that is down stays under it. Pressing one thing may end another, as a click beside a line that is not taken yet takes it;
 * what stood above then takes more room or less, and the pointer would come up over something else. The difference is made up for until
 * the pointer has been up for a moment.
 */

/** So long after the pointer came up, in ms, things go where they belong. */
const RESTS_MS = 300;
/** A pointer that goes farther than this, in px, drags: what it drags goes with it. */
const DRAGS_PX = 4;

const MOST_TRIES = 3;

/** What holds things that stand one above the other. */
const COLUMNS = '.panel';

class Press {
  private readonly top: number;
  private readonly marginPx: number;
  private byPx = 0;
  private readonly changes = new MutationObserver(() => this.follow());

  /** @param part the part of the column that the target is in */
  constructor(
    private readonly target: Element,
    private readonly part: HTMLElement,
    column: Element,
    readonly x: number,
    readonly y: number,
  ) {
    this.top = target.getBoundingClientRect().top;
    this.marginPx = Number.parseFloat(getComputedStyle(part).marginTop) || 0;
    this.changes.observe(column, { childList: true, subtree: true, characterData: true });
  }

  private follow(): void {
    if (!this.target.isConnected || !this.part.isConnected) return;
    // A margin may be one with its neighbour's, and then moves less than it says.
    for (let n = 0; n < MOST_TRIES; n++) {
      const movedPx = this.target.getBoundingClientRect().top - this.top;
      if (Math.abs(movedPx) < 0.5) return;
      this.byPx -= movedPx;
      this.part.style.marginTop = `${this.marginPx + this.byPx}px`;
    }
  }

  end(): void {
    this.changes.disconnect();
    this.part.style.removeProperty('margin-top');
  }
}

/** Begins; what it returns ends it. */
export function keepSteady(): () => void {
  let press: Press | undefined;
  let rests: ReturnType<typeof setTimeout> | undefined;
  const end = (): void => {
    clearTimeout(rests);
    rests = undefined;
    press?.end();
    press = undefined;
  };
  const down = ({ target, clientX, clientY }: PointerEvent): void => {
    end();
    const column = target instanceof Element ? target.closest(COLUMNS) : null;
    const part = [...(column?.children ?? [])].find((child) => child.contains(target as Node));
    if (column && part instanceof HTMLElement) press = new Press(target as Element, part, column, clientX, clientY);
  };
  const move = ({ clientX, clientY }: PointerEvent): void => {
    if (press && rests === undefined && Math.hypot(clientX - press.x, clientY - press.y) > DRAGS_PX) end();
  };
  const up = (): void => {
    clearTimeout(rests);
    rests = setTimeout(end, RESTS_MS);
  };
  const listeners = [
    ['pointerdown', down],
    ['pointermove', move],
    ['pointerup', up],
    ['pointercancel', up],
    // Who scrolls moves it.
    ['wheel', end],
  ] as const;
  for (const [name, listener] of listeners) addEventListener(name, listener as EventListener, true);
  return () => {
    end();
    for (const [name, listener] of listeners) removeEventListener(name, listener as EventListener, true);
  };
}
