/** The host's pointer and the page under it, as movements and turns of the wheel arrive. */

/** The screen, in counts of the pointer. */
export const SCREEN = { width: 1680, height: 600 };
/** How far the page can be scrolled: notches down, and to the right. */
const PAGE = { lines: 400, across: 12 };

const within = (value: number, most: number): number => Math.max(0, Math.min(value, most));

/** `x` and `y` in counts from the corner; `line` is the first line of the page that is shown, `across` how far it is scrolled to the right. */
export class Pointer {
  x = SCREEN.width / 2;
  y = SCREEN.height / 2;
  line = 0;
  across = 0;

  move(dx: number, dy: number): void {
    this.x = within(this.x + dx, SCREEN.width);
    this.y = within(this.y + dy, SCREEN.height);
  }

  /** The wheel turns by notches, to the right and up. */
  turn(dx: number, dy: number): void {
    this.line = within(this.line - dy, PAGE.lines);
    this.across = within(this.across + dx, PAGE.across);
  }
}
